import { toolTurns } from '../../../core/valvetrain/pushrod-set-up.js';
import { predictedMark } from '../../../core/sheet/predicted-mark.js';
import type { GeometryLack, RockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import type { KeptRod } from '../../../core/valvetrain/rods-kept.js';
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
  between: 'between the two marks nearest to it',
  'roller-height': 'by the roller’s height over its pivot',
  'mid-angle': 'by the arm’s angle at half the lift',
};

/** Whether a best setting lies beyond what was tried, and nobody has chosen one with a reason: nothing is ordered or cut by it. */
export const isGuess = ({
  best,
  isBracketed,
  chosen,
}: Pick<RockerGeometry, 'best' | 'isBracketed' | 'chosen'>): boolean =>
  best !== null && !isBracketed && chosen === null;

/** What is set at a trial: the rod's length, or the shims. */
export const settingName = ({ mount }: Pick<RockerGeometry, 'mount'>): string =>
  mount === 'stud-nut' ? 'pushrod length' : 'shims under the stand';

export const sayLength = (mm: number, unit: Unit): string => `${formatFigure(mm, unit)} ${UNIT_LABEL[unit]}`;
/** A difference with its sign. */
export const sayDifference = (mm: number, unit: Unit): string => `${mm > 0 ? '+' : ''}${formatFigure(mm, unit)} ${UNIT_LABEL[unit]}`; // prettier-ignore

/** Where off the middle a mark is wanted. */
export const sayAim = (mm: number, unit: Unit): string =>
  `the shop aims ${sayLength(Math.abs(mm), unit)} ${mm > 0 ? 'outward' : 'inward'}`;

const between = ([low, high]: [number, number], unit: Unit) =>
  `between ${formatFigure(low, unit)} and ${sayLength(high, unit)}`;

/** A length in turns of the checking rod, where it is counted in some. */
const sayTurns = (tool: RockerGeometry['tool'], length: number): string =>
  tool && length >= tool.base ? `, ${toolTurns(tool, length).toFixed(1)} turns of the checking rod` : '';

/** What is set at the trial that tells most, and why. */
function sayNext({ next, mount, tool }: Pick<RockerGeometry, 'next' | 'mount' | 'tool'>, unit: Unit): string {
  if (!next) return '';
  const at = `${sayLength(next.setting, unit)}${sayTurns(tool, next.setting)}`;
  switch (next.why) {
    case 'best':
      return `Next trial: ${at}.`;
    case 'parts-two':
      return `Try ${at} to part them.`;
    case 'inside':
      return `Next trial: ${at}, beside the narrowest.`;
    case 'outward':
      return `Not bracketed: every ${mount === 'stud-nut' ? 'length' : 'stack'} that was tried lies on one side. Try about ${at}.`;
  }
}

/** What the first mark says of the way to go. */
function sayFirstWay(
  { firstWay, mount, tool }: Pick<RockerGeometry, 'firstWay' | 'mount' | 'tool'>,
  unit: Unit,
): string {
  if (!firstWay) return '';
  const { heading, by, setting, isLineKnown } = firstWay;
  const isStud = mount === 'stud-nut';
  const way =
    heading === 'more'
      ? isStud
        ? 'a longer rod'
        : 'more shims'
      : isStud
        ? 'a shorter rod'
        : 'fewer shims, or a lower stand';
  const moves = heading === 'more' ? 'moves the mark outward; past the best its inner edge comes back' : 'moves the mark inward; past the best its outer end stays and the inner edge goes on'; // prettier-ignore
  const far = by === null ? '' : `, by about ${sayLength(by, unit)}${isLineKnown ? '' : ' with a usual line'}`;
  return `The roller begins at the ${heading === 'more' ? 'inner' : 'outer'} end: ${way}${far}. That ${moves}. Try about ${sayLength(setting, unit)}${sayTurns(tool, setting)}.`;
}

/** Two marks that no rocker could make. */
function sayTooSteep({ tooSteep }: Pick<RockerGeometry, 'tooSteep'>, unit: Unit): string {
  if (!tooSteep) return '';
  const { misread, beside } = tooSteep;
  return `No rocker changes its mark as fast as from ${sayLength(beside.tried, unit)} to ${sayLength(misread.tried, unit)}: most likely the mark at ${sayLength(misread.tried, unit)} on ${misread.place} is misread. Read it again.`;
}

/** What struck rockers tell, which is little. */
function sayTapped({ tapped, fit }: Pick<RockerGeometry, 'tapped' | 'fit'>, unit: Unit): string {
  if (!tapped || fit?.explained) return '';
  const { best, standardUncertainty } = tapped;
  const doubt =
    standardUncertainty > 0 ? `, give or take ${sayLength(2 * standardUncertainty, unit)}: rub a mark there` : '';
  return `By the taps about ${sayLength(best, unit)}${doubt}.`;
}

/** What the trials of a kind come to, in a few sentences. */
export function sayFit(found: RockerGeometry, unit: Unit): string {
  const { fit, lacks, problems, trials, best, stretch, isBracketed, school, mount } = found;
  if (school === 'longest-travel' && best !== null) {
    const { turns } = trials[0];
    return `Longest travel at ${sayLength(best, unit)}${turns === undefined ? '; count its adjuster: it should end nearly closed' : `, its adjuster ${turns} turns from its start: it should end nearly closed`}.${isBracketed ? '' : ' Nothing was tried beyond it: try one more on that side.'}`;
  }
  const said = (...sentences: string[]) => sentences.filter((one) => one !== '').join(' ');
  const least = trials.find(({ isBarred, width }) => !isBarred && width !== undefined);
  const next = sayNext(found, unit);
  const steep = sayTooSteep(found, unit);
  const tapped = sayTapped(found, unit);
  if (lacks.length > 0)
    return said(
      `Missing for the sum: ${lacks.map((lack) => LACK_NAME[lack]).join('; ')}.`,
      sayFirstWay(found, unit),
      next,
    );
  if (problems.length > 0 || !fit)
    return trials.length === 0
      ? `Try a ${mount === 'stud-nut' ? 'length' : 'stack of shims'}, turn the engine, read the mark.`
      : said(
          `${trials.length} tried. Three at different settings tell where the narrowest lies.`,
          sayFirstWay(found, unit),
          tapped,
          steep,
          next,
        );
  if (!fit.explained)
    return said(
      `These marks do not follow the geometry: they scatter by ${sayLength(fit.residualRms, unit)} round any curve.`,
      steep || 'Rub doubtful ones again, or look for what moves.',
      `The narrowest that was measured counts${least ? `: ${sayLength(least.setting, unit)}` : ''}.`,
      next,
    );
  if (fit.ambiguous)
    return said(
      `Two settings explain these marks equally: ${fit.solutions.map((one) => sayLength(one.best, unit)).join(' and ')}.`,
      next || 'Try another to part them.',
    );
  // A single figure would promise more than the marks hold.
  const where = isBracketed
    ? `Narrowest ${between(stretch ?? fit.within, unit)}, most likely at ${sayLength(fit.best, unit)}`
    : `Narrowest at about ${sayLength(fit.best, unit)}, ${between(fit.within, unit)}`;
  const own = school !== 'narrowest' && best !== null ? `The shop’s school says ${sayLength(best, unit)}.` : '';
  return said(
    `${where}; the mark there ${sayLength(fit.minimumWidth, unit)} wide.`,
    own,
    steep,
    next || 'It was tried.',
  );
}

/** What the changes since a kept rod ran ask for, beside what the check came to: they explain a length that nobody stocks. */
export const sayAgainstKept = ({ length, toTry, measured }: Pick<KeptRod, 'length' | 'toTry'> & { measured: number | null }, unit: Unit): string =>
  `Kept pushrod ${sayLength(length, unit)} with these changes: ${sayLength(toTry, unit)}.${measured === null ? '' : ` The check says ${sayLength(measured, unit)} (${sayDifference(measured - toTry, unit)}).`}`; // prettier-ignore

/** What speaks against the best setting: its mark, followed from the trials, too near to the tip's edge. */
export function sayEdge(found: RockerGeometry, unit: Unit): string {
  const { best, edgeKept } = found;
  const mark = best === null ? null : predictedMark(found, best);
  if (!mark || mark.edgeLeft === null || edgeKept === null || mark.edgeLeft >= edgeKept) return '';
  return `The mark there would come within ${sayLength(mark.edgeLeft, unit)} of the tip’s edge, by where the trials’ marks lie: ${sayLength(edgeKept, unit)} is kept.`;
}

/** What a rod of the build stood for at the check, and what could not be brought there. */
export function sayAtCheck(
  { toBuild }: Pick<RockerGeometry, 'toBuild'>,
  { setting }: { setting: number },
  unit: Unit,
): string {
  if (!toBuild) return ', as at the check: no set-up of it is filed (Mock-up)';
  const lacking = toBuild.lacks.length > 0 ? '; not all that moved since could be counted (Length to order)' : '';
  return toBuild.shift === 0 && lacking === '' ? '' : `, as ${sayLength(setting, unit)} was at the check${lacking}`;
}
