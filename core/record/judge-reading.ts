import { parseValve } from '../engine/places.js';
import { hintsFor, type Hint } from '../judge/hints.js';
import { judge, type Verdict } from '../judge/judge.js';
import { measureOf } from '../plan/measures.js';
import { limitFor, type SpecLimit, type SpecSet } from '../plan/spec-sets.js';
import { figureShown } from '../units/format.js';
import { toCanonical, type Unit } from '../units/units.js';
import { DIAL_IN_LINE_DEG, misalignment } from '../wheel/misalignment.js';
import type { Try } from './try.js';
import { derive, type Derived } from './derive.js';
import type { Judging } from './judging.js';

/** The limit that a verdict went by, in canonical units, with the shop's own figures and their source beside it. */
export interface AppliedLimit {
  measure: string;
  min?: number;
  max?: number;
  uncertainty: number;
  stated: { min?: number; max?: number; unit: Unit };
  source: string;
}

export interface Judged {
  /** `suspect` is an angle whose wheel slipped or whose sprocket was moved since; the sheet alone knows. */
  verdict: Verdict | 'unjudged' | 'suspect';
  limit: AppliedLimit | null;
  /** The derived value that the verdict went by, where the spec names that and not the value typed. */
  judgedAs?: Derived;
  hints: Hint[];
}

/** A limit of the spec in canonical units. A factor of the bore becomes a length, once the bore is measured. */
export function applyLimit(limit: SpecLimit, uncertainty: number, boreMm?: number): AppliedLimit | null {
  const { measure, unit, source } = limit;
  if (limit.perBore && boreMm === undefined) return null;
  const { min, max } = limit;
  const canonical = (edge: number) => (limit.perBore ? edge * boreMm! : toCanonical(edge, unit));
  // A product is stated as fine as it can be measured; what the shop wrote stands as it is written.
  const stated = (edge?: number) => (edge === undefined || !limit.perBore ? edge : figureShown(edge * boreMm!, unit));
  return {
    measure,
    ...(min === undefined ? {} : { min: canonical(min) }),
    ...(max === undefined ? {} : { max: canonical(max) }),
    uncertainty,
    stated: { min: stated(min), max: stated(max), unit },
    source,
  };
}

/** What the cam card lets expect at a place, give or take what the spec set allows a cam to differ from its card. */
function cardLimit(judging: Judging, measure: string, place: string, uncertainty: number): AppliedLimit | null {
  const expected = judging.expected(measure, place);
  if (expected === undefined) return null;
  if (measure === 'lobe-lift') {
    // A dial a little out of line reads short; what no believable angle explains is another cam, or a worn one.
    const slack = expected * (1 - Math.cos((DIAL_IN_LINE_DEG * Math.PI) / 180));
    const [min, max] = [expected - slack, expected + slack];
    return { measure, min, max, uncertainty, stated: { min: figureShown(min, 'in'), max: figureShown(max, 'in'), unit: 'in' }, source: 'Lobe lift of the cam card, and a dial within 6° of its line' }; // prettier-ignore
  }
  const allowed = limitFor(judging.spec, 'card-difference', 'engine');
  if (!allowed) return null;
  const [min, max] = [allowed.min, allowed.max].map((edge) => (edge === undefined ? undefined : expected + edge));
  return {
    measure,
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
    uncertainty,
    stated: { min, max, unit: 'deg' },
    source: `Cam card, ${expected}°; ${allowed.source}`,
  };
}

/** The limit on a measure at a place, whoever states it; `null` where nobody does, or what it hangs on is not known. */
export function limitAt(judging: Judging, measure: string, place: string, uncertainty: number): AppliedLimit | null {
  const stated = limitFor(judging.spec, measure, place);
  return stated
    ? applyLimit(stated, uncertainty, judging.boreMm(place))
    : cardLimit(judging, measure, place, uncertainty);
}

type Value = Pick<Try, 'measure' | 'place' | 'value' | 'derived'>;

/** Which limit a value is judged by: its own if there is one, else that of the value derived from it. */
export function judgeValue(judging: Judging, { measure, place, value, derived: made }: Value): Omit<Judged, 'hints'> {
  const limit = limitAt(judging, measure, place, made?.uncertainty ?? measureOf(measure).uncertainty);
  if (limit) return { verdict: judge(value, limit, limit.uncertainty), limit };
  const derived = derive(judging.engine, measure, place, value);
  const through = derived && limitAt(judging, derived.measure, place, derived.uncertainty);
  if (!through) return { verdict: 'unjudged', limit: null };
  return { verdict: judge(derived.value, through, derived.uncertainty), limit: through, judgedAs: derived };
}

/** Places whose values are compared with each other: those judged by the same limit. */
function alike(spec: SpecSet, measure: string, a: string, b: string): boolean {
  // Intake and exhaust lobes are ground to different lifts, limit or no limit.
  if (measure === 'lobe-lift' && parseValve(a)?.kind !== parseValve(b)?.kind) return false;
  return limitFor(spec, measure, a) === limitFor(spec, measure, b);
}

/** What is odd about a value by its own measure: not against its siblings, but against what it hangs on. */
function ownHints(judging: Judging, { measure, place, value, derived }: Value): Hint[] {
  const hints: Hint[] = [];
  if (limitFor(judging.spec, measure, place)?.perBore && judging.boreMm(place) === undefined)
    hints.push({ code: 'bore-unknown' });
  const expected = measure === 'lobe-lift' ? judging.expected(measure, place) : undefined;
  if (expected !== undefined && value > 0 && expected - value > measureOf(measure).resolution)
    hints.push({ code: 'lift-short', ...misalignment({ expected, observed: value }) });
  if (derived?.formula.kind === 'drops' && derived.formula.spread > SPREAD_DEG)
    hints.push({ code: 'drop-spread', spread: derived.formula.spread });
  return hints;
}

/**
 * The other valve of the cylinder, where the value is out by the limit of its own and would be within there. A limit on
 * what the value makes is the same for both: only their ratios would tell them apart, which is no sign of a mix-up.
 */
function otherValve(judging: Judging, reading: Value, { verdict, judgedAs }: Omit<Judged, 'hints'>): Hint[] {
  const valve = parseValve(reading.place);
  if (!valve || judgedAs || (verdict !== 'low' && verdict !== 'high')) return [];
  const place = `${valve.cylinder}${valve.kind === 'I' ? 'E' : 'I'}`;
  const there = judgeValue(judging, { ...reading, place }).verdict;
  return there === 'in' ? [{ code: 'fits-other-valve', place }] : [];
}

/** Drops of one lobe whose middles lie further apart than this tell of an asymmetric lobe, or of a doubtful set-up. */
const SPREAD_DEG = 1;

/**
 * Judges one value against its limit and against its siblings.
 *
 * @param others the values of the same measure at other places, as they stood when this one was taken
 * @param brings what follows from it together with other readings; a limit on that judges this value too
 */
export function judgeReading(judging: Judging, reading: Value, others: Value[], brings: Try[] = []): Judged {
  const { measure, place, value } = reading;
  const own = judgeValue(judging, reading);
  const made = own.limit
    ? undefined
    : brings.find((one) => limitAt(judging, one.measure, one.place, one.derived!.uncertainty));
  const judged: Omit<Judged, 'hints'> = made
    ? { ...judgeValue(judging, made), judgedAs: { measure: made.measure, value: made.value, uncertainty: made.derived!.uncertainty, formula: made.derived!.formula } } // prettier-ignore
    : own;
  const hints = hintsFor({
    measure: measureOf(measure),
    place,
    value,
    others: others.filter((other) => other.place !== place && alike(judging.spec, measure, place, other.place)),
    withinLimit: own.limit ? (trial) => judgeValue(judging, { measure, place, value: trial }).verdict === 'in' : null,
    ...(own.limit && !own.judgedAs ? { limit: own.limit } : {}),
    computed: reading.derived !== undefined,
  });
  return {
    ...judged,
    hints: [
      ...hints,
      ...otherValve(judging, reading, own),
      ...ownHints(judging, reading),
      ...(made ? ownHints(judging, made) : []),
    ],
  };
}
