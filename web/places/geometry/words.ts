import type { GeometryLack, RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import type { Opinion } from '../../../core/valvetrain/schools.js';
import { formatFigure, UNIT_LABEL } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';

export const KIND_NAME = { I: 'Intake', E: 'Exhaust' } as const;

const LACK_NAME: Record<GeometryLack, string> = {
  'rocker-arm': 'the rocker’s length from pivot to tip (engine data)',
  lift: 'the valve’s lift: read it, read the lobe’s, or file a card that says it',
  practice: 'what the shop judges geometry by (Limits, practice)',
};

export const BY_NAME: Record<NonNullable<Opinion['by']>, string> = {
  fit: 'by the geometry through the marks',
  measured: 'as it was measured',
  between: 'between the two marks nearest to the middle',
  'roller-height': 'by the roller’s height over its pivot',
};

/** What is set at a trial: the rod's length, or the shims. */
export const settingName = ({ mount }: Pick<RockerGeometry, 'mount'>): string =>
  mount === 'stud-nut' ? 'pushrod length' : 'shims under the stand';

export const sayLength = (mm: number, unit: Unit): string => `${formatFigure(mm, unit)} ${UNIT_LABEL[unit]}`;
/** A difference with its sign. */
export const sayDifference = (mm: number, unit: Unit): string => `${mm > 0 ? '+' : ''}${formatFigure(mm, unit)} ${UNIT_LABEL[unit]}`; // prettier-ignore

/** What the trials of a kind come to, in a sentence or two. */
export function sayFit(found: RockerGeometry, unit: Unit): string {
  const { fit, lacks, problems, trials, best, school, mount } = found;
  if (school === 'longest-travel' && best !== null) {
    const { turns } = trials[0];
    return `Longest travel at ${sayLength(best, unit)}${turns === undefined ? '; count its adjuster: it should end nearly closed' : `, its adjuster ${turns} turns from its start: it should end nearly closed`}.`;
  }
  const least = trials.find(({ isBarred, width }) => !isBarred && width !== undefined);
  if (lacks.length > 0) return `Missing for the sum: ${lacks.map((lack) => LACK_NAME[lack]).join('; ')}.`;
  if (problems.length > 0 || !fit)
    return trials.length === 0
      ? `Try a ${mount === 'stud-nut' ? 'length' : 'stack of shims'}, turn the engine, read the mark.`
      : `${trials.length} tried. Three at different settings tell where the narrowest lies.`;
  if (!fit.explained)
    return `These marks do not follow the geometry: they scatter by ${sayLength(fit.residualRms, unit)} round any curve. The narrowest that was measured counts${least ? `: ${sayLength(least.setting, unit)}` : ''}. Rub doubtful ones again, or look for what moves.`;
  if (fit.ambiguous)
    return `Two settings explain these marks equally: ${fit.solutions.map((one) => sayLength(one.best, unit)).join(' and ')}. Try ${fit.nextTrial === null ? 'another' : sayLength(fit.nextTrial, unit)} to part them.`;
  const narrowest = `Narrowest at ${sayLength(fit.best, unit)}, the mark then ${sayLength(fit.minimumWidth, unit)} wide`;
  const own = school !== 'narrowest' && best !== null ? ` The shop’s school says ${sayLength(best, unit)}.` : '';
  return `${narrowest}.${own}${fit.nextTrial === null ? ' It was tried.' : ` Next trial: ${sayLength(fit.nextTrial, unit)}.`}`;
}
