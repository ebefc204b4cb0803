import { expectedLift } from '../derive/expected-lift.js';
import { parseValve, placesOf } from '../engine/places.js';
import { ratioOf, type ValveKind } from '../engine/engine.js';
import { ImpossibleInput, type Impossibility } from '../impossible.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { toCanonical } from '../units/units.js';
import { opinionsOf, rankBy, type Opinion, type School } from '../valvetrain/schools.js';
import { sinkOf, sweepFit, type SweepFit } from '../valvetrain/sweep-fit.js';
import type { Judging } from './judging.js';
import { trialsOf, type Trial } from './trials.js';

/** What is missing to compute a best setting. */
export type GeometryLack = 'rocker-arm' | 'lift' | 'practice';

/** What the trials of a kind of valve say, by every school; lengths in mm. */
export interface RockerGeometry {
  kind: ValveKind;
  mount: 'stud-nut' | 'shaft';
  rockerRatio: number;
  armLength: number | null;
  valveLift: number | null;
  /** The best by the shop's school first. */
  trials: Trial[];
  /** The rough ones count only while there are too few others. */
  isRough: boolean;
  fit: SweepFit | null;
  lacks: GeometryLack[];
  /** Why the trials tell nothing yet. */
  problems: Impossibility[];
  school: School;
  why: string;
  opinions: Opinion[];
  /** What the shop's school says. */
  best: number | null;
  /** How far each other school would go from there. */
  apart: { school: School; by: number }[];
}

/** What a valve of a kind lifts, mm: as read at one of them, else what their lobes let expect. */
function liftOf({ engine, stand }: Judging, kind: ValveKind): number | null {
  const seen = stand.seen();
  const places = placesOf(engine, 'valve').filter((place) => parseValve(place)!.kind === kind);
  const read = places.flatMap((place) => stand.latest('valve-lift', place)?.value ?? []);
  const expected = places.flatMap((place) => expectedLift(seen, { place, takenAt: '9999' }) ?? []);
  const lifts = read.length > 0 ? read : expected.map(({ opens, lash }) => opens - lash);
  return lifts.length === 0 ? null : lifts.reduce((sum, lift) => sum + lift, 0) / lifts.length;
}

const hasWidth = (one: Trial): one is Trial & { width: number } => one.width !== undefined;

/**
 * Where the best setting of a kind's rockers lies, by the shop's school and beside it by the others.
 *
 * @param of the kind; `only` one of its valves, where what was tried there is to count alone
 */
export function rockerGeometry(judging: Judging, { kind, only }: { kind: ValveKind; only?: string }): RockerGeometry {
  const { engine, spec, stand } = judging;
  const practised = spec.practice.geometry;
  const { unit } = engine.thread;
  const mount = engine.mount === 'stud-nut' ? 'stud-nut' : 'shaft';
  const rockerRatio = ratioOf(engine, kind);
  const armLength = stand.seen().onFile.figure(kind === 'I' ? 'rocker-arm-intake' : 'rocker-arm-exhaust') ?? null;
  const valveLift = liftOf(judging, kind);
  const all = trialsOf(judging, only ? { place: only } : kind);
  const uncertainty = uncertaintyOf(spec.practice, measureOf('mark-width'));
  const lineWidth = practised?.lineWidth && toCanonical(practised.lineWidth[unit], unit);
  const fewest = lineWidth === undefined ? 3 : 2;
  const careful = all.filter(({ isRough }) => !isRough);
  const isRough = careful.filter(hasWidth).length < fewest && careful.length < all.length;
  const trials = isRough ? all : careful;

  const lacks: GeometryLack[] = [
    ...(armLength === null ? (['rocker-arm'] as const) : []),
    ...(valveLift === null ? (['lift'] as const) : []),
    ...(practised ? [] : (['practice'] as const)),
  ];
  let fit: SweepFit | null = null;
  let problems: Impossibility[] = [];
  if (armLength !== null && valveLift !== null)
    try {
      const marks = trials.filter(hasWidth).map(({ setting, width }) => ({ setting, width }));
      fit = sweepFit({ mount, rockerRatio, armLength, valveLift, trials: marks, uncertainty, ...(lineWidth === undefined ? {} : { lineWidth }) }); // prettier-ignore
    } catch (error) {
      if (!(error instanceof ImpossibleInput)) throw error;
      problems = error.issues;
    }
  const sink = sinkOf({ mount, rockerRatio });
  const opinions = opinionsOf({ sink, valveLift, trials, fit });
  // A single is proven the way of its lift, where nobody has rubbed a mark.
  const byTravel =
    engine.layout === 'single' && !trials.some(hasWidth) && trials.some(({ lift }) => lift !== undefined);
  const school = byTravel ? 'longest-travel' : (practised?.school ?? 'narrowest');
  const said = (name: School) => opinions.find((one) => one.school === name)!.best;
  const best = said(school);
  const apart = opinions.flatMap(({ school: name, best: other }) =>
    name === school || other === null || best === null ? [] : [{ school: name, by: other - best }],
  );
  return {
    kind, mount, rockerRatio, armLength, valveLift, isRough, fit, lacks, problems, school, opinions, best, apart,
    why: practised?.why ?? '',
    trials: rankBy(school, trials, best),
  }; // prettier-ignore
}

/**
 * How far a roller's middle stands above its pivot with the valve closed, at a setting, mm: by the fit, else as it was
 * measured at a trial; null while neither tells.
 */
export function closedHeightAt(
  { fit, valveLift, mount, rockerRatio, trials }: RockerGeometry,
  setting: number,
): number | null {
  const sink = sinkOf({ mount, rockerRatio });
  if (fit?.explained && valveLift !== null) return valveLift / 2 - sink * (setting - fit.best);
  const measured = trials.find(({ rollerHeight }) => rollerHeight !== undefined);
  return measured ? measured.rollerHeight! - sink * (setting - measured.setting) : null;
}
