import { expectedLift } from '../derive/expected-lift.js';
import { BY_NOW } from '../derive/on-file.js';
import { parseValve, placesOf } from '../engine/places.js';
import { ratioOf, type ValveKind } from '../engine/engine.js';
import { ImpossibleInput, type Impossibility } from '../impossible.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { K } from '../tolerances.js';
import { toCanonical } from '../units/units.js';
import { opinionsOf, rankBy, type Opinion, type School } from '../valvetrain/schools.js';
import { sinkOf, sweepFit, type SweepFit } from '../valvetrain/sweep-fit.js';
import type { Judging } from './judging.js';
import type { ChosenSetting } from '../valvetrain/chosen-setting.js';
import type { PushrodSetUp } from '../valvetrain/pushrod-set-up.js';
import { tappedMark } from '../valvetrain/tapped-mark.js';
import { shiftToBuild, trialsOf, type Trial } from './trials.js';
import { firstWayOf, type FirstWay } from '../valvetrain/first-way.js';
import type { Lack } from '../valvetrain/mock-up.js';
import { nextTrialOf, tooSteep, type NextTrial } from '../valvetrain/next-trial.js';

/** What is missing to compute a best setting. */
export type GeometryLack = 'rocker-arm' | 'lift' | 'practice';

/** What the trials of a kind of valve say, by every school; lengths in mm. */
export interface RockerGeometry {
  kind: ValveKind;
  mount: 'stud-nut' | 'shaft';
  rockerRatio: number;
  armLength: number | null;
  valveLift: number | null;
  /** The best by the shop's school first; those that are barred stand last, and tell nothing. */
  trials: Trial[];
  /** Of the tip that the marks are rubbed on, and what a mark keeps clear of its edge; null where nobody has said it. */
  tip: number | null;
  edgeKept: number | null;
  /** What a rod needs more in the build than a setting of a trial; null while no set-up of a check is filed. */
  toBuild: { shift: number; lacks: Lack[] } | null;
  /** The rough ones count only while there are too few others. */
  isRough: boolean;
  fit: SweepFit | null;
  lacks: GeometryLack[];
  /** Why the trials tell nothing yet. */
  problems: Impossibility[];
  school: School;
  /** Why the shop goes by its school; empty where another is gone by. */
  why: string;
  opinions: Opinion[];
  /** What the shop's school says. */
  best: number | null;
  /** Something was tried on both sides of it; else it is a guess, and nothing is ordered or cut by it without a reason. */
  isBracketed: boolean;
  /** Where it lies as often as marks lie within their uncertainty; null where it was only measured. */
  stretch: [low: number, high: number] | null;
  next: NextTrial | null;
  /** Two marks that no rocker could make, the first of them the likely misread one. */
  tooSteep: { misread: Trial; beside: Trial } | null;
  /** What taps on the closed valve tell, a wide guess; null where too few were read. */
  tapped: TappedSetting | null;
  /** The checking rod that is counted in turns, where one is filed and rods are what is tried. */
  tool: PushrodSetUp['tool'] | null;
  /** What somebody chose, mm. */
  chosen: (ChosenSetting & { by: string; at: string }) | null;
  /** Where off the middle of the tip the shop wants a mark that it centres, plus outward, mm. */
  markAim: number;
  /** What a valve of the kind ought to lift, and the lash that it loses; null where no lobe is known. */
  expected: { opens: number; lash: number } | null;
  /** What the first mark tells: where to go from it. */
  firstWay: FirstWay | null;
  /** How far each other school would go from there. */
  apart: { school: School; by: number }[];
}

/** What a valve of a kind lifts, mm: as read at them, else what their lobes let expect. */
function liftOf({ engine, stand }: Judging, kind: ValveKind, expected: RockerGeometry['expected']): number | null {
  const places = placesOf(engine, 'valve').filter((place) => parseValve(place)!.kind === kind);
  const read = places.flatMap((place) => stand.latest('valve-lift', place)?.value ?? []);
  if (read.length === 0) return expected && expected.opens - expected.lash;
  return read.reduce((sum, lift) => sum + lift, 0) / read.length;
}

/** What the lobes of a kind let expect at its valves, in the mean. */
function expectedOf({ engine, stand }: Judging, kind: ValveKind): RockerGeometry['expected'] {
  const seen = stand.seen();
  const places = placesOf(engine, 'valve').filter((place) => parseValve(place)!.kind === kind);
  const all = places.flatMap((place) => expectedLift(seen, { place, takenAt: BY_NOW }) ?? []);
  const mean = (of: (one: (typeof all)[number]) => number) => all.reduce((sum, one) => sum + of(one), 0) / all.length;
  return all.length === 0 ? null : { opens: mean(({ opens }) => opens), lash: mean(({ lash }) => lash) };
}

/** A best setting by where struck rockers leave their lines; mm. */
interface TappedSetting {
  best: number;
  /** One standard deviation: 0 where the roller's height was measured. */
  standardUncertainty: number;
}

/** By two taps at different settings, or by one whose roller's height was measured. A rod moves its roller by its lever. */
function tappedSetting(
  judging: Judging,
  trials: readonly Trial[],
  { armLength, valveLift, sink }: { armLength: number | null; valveLift: number | null; sink: number },
): TappedSetting | null {
  const taps = trials.flatMap(({ setting, tap, isBarred }) => (tap === undefined || isBarred ? [] : [{ setting: setting * sink, position: tap }])); // prettier-ignore
  if (armLength === null || valveLift === null || taps.length === 0) return null;
  const measured = trials.find(({ rollerHeight }) => rollerHeight !== undefined);
  const height = measured && measured.rollerHeight! + measured.setting * sink;
  const position = uncertaintyOf(judging.spec.practice, measureOf('tap-position')) / K;
  try {
    const { best, standardUncertainty } = tappedMark({ armLength, valveLift, taps, height, standardUncertainty: { position } }); // prettier-ignore
    return { best: best / sink, standardUncertainty: standardUncertainty.best / sink };
  } catch (error) {
    if (error instanceof ImpossibleInput) return null;
    throw error;
  }
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
  const expected = expectedOf(judging, kind);
  const valveLift = liftOf(judging, kind, expected);
  const all = trialsOf(judging, only ? { place: only } : kind);
  const uncertainty = uncertaintyOf(spec.practice, measureOf('mark-width'));
  const lineWidth = practised?.lineWidth && toCanonical(practised.lineWidth[unit], unit);
  const fewest = lineWidth === undefined ? 3 : 2;
  const careful = all.filter(({ isRough }) => !isRough);
  const isRough =
    careful.filter(({ isBarred }) => !isBarred).filter(hasWidth).length < fewest && careful.length < all.length;
  const trials = isRough ? all : careful;
  const telling = trials.filter(({ isBarred }) => !isBarred).filter(hasWidth);

  const lacks: GeometryLack[] = [
    ...(armLength === null ? (['rocker-arm'] as const) : []),
    ...(valveLift === null ? (['lift'] as const) : []),
    ...(practised ? [] : (['practice'] as const)),
  ];
  let fit: SweepFit | null = null;
  let problems: Impossibility[] = [];
  if (armLength !== null && valveLift !== null)
    try {
      const marks = telling.map(({ setting, width }) => ({ setting, width }));
      fit = sweepFit({ mount, rockerRatio, armLength, valveLift, trials: marks, uncertainty, ...(lineWidth === undefined ? {} : { lineWidth }) }); // prettier-ignore
    } catch (error) {
      if (!(error instanceof ImpossibleInput)) throw error;
      problems = error.issues;
    }
  const sink = sinkOf({ mount, rockerRatio });
  const markAim = practised?.markAim ? toCanonical(practised.markAim[unit], unit) : 0;
  const opinions = opinionsOf({ sink, armLength, valveLift, trials, fit, markAim });
  // A single is proven the way of its lift, where nobody has rubbed a mark.
  const byTravel =
    engine.layout === 'single' && !trials.some(hasWidth) && trials.some(({ lift }) => lift !== undefined);
  const school = byTravel ? 'longest-travel' : (practised?.school ?? 'narrowest');
  const own = opinions.find((one) => one.school === school)!;
  const { best } = own;
  const apart = opinions.flatMap(({ school: name, best: other }) =>
    name === school || other === null || best === null ? [] : [{ school: name, by: other - best }],
  );
  const stands = { armLength: armLength ?? 0, valveLift: valveLift ?? 0, sink, uncertainty };
  const place = placesOf(engine, 'valve').find((one) => parseValve(one)!.kind === kind)!;
  const onFile = stand.seen().onFile;
  return {
    kind, mount, rockerRatio, armLength, valveLift, isRough, fit, lacks, problems, school, opinions, best, apart,
    why: school === practised?.school ? practised.why : '',
    trials: rankBy(school, trials, best, markAim),
    markAim,
    tip: onFile.rockersAt(BY_NOW)?.tipDiameter[kind] ?? null,
    edgeKept: practised ? toCanonical(practised.edgeKept[unit], unit) : null,
    toBuild: shiftToBuild(judging, { place, takenAt: BY_NOW, turn: Infinity }),
    isBracketed: own.isBracketed,
    stretch: own.by === 'fit' ? fit!.within : null,
    next: nextTrialOf(telling, fit, valveLift),
    tooSteep: armLength !== null && valveLift !== null && armLength > valveLift / 2 ? tooSteep(telling, stands) : null,
    tapped: tappedSetting(judging, trials, { armLength, valveLift, sink }),
    tool: mount === 'stud-nut' ? (onFile.pushrods?.tool ?? null) : null,
    chosen: onFile.chosen(kind),
    expected,
    firstWay: firstWayOf(telling, { armLength, valveLift, sink, lineWidth }),
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
