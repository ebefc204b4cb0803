import { probit } from 'simple-statistics';
import { isSameLift } from '../cam/cam-card.js';
import { EVENT_MEASURES } from '../cam/expected-from-card.js';
import { pitchMmOf, ratioOf } from '../engine/engine.js';
import { parseValve, valvesOfBank } from '../engine/places.js';
import type { Hint } from '../judge/hints.js';
import { measureOf } from '../plan/measures.js';
import { deviationOf, uncertaintyOf } from '../plan/practice.js';
import { limitFor } from '../plan/spec-sets.js';
import { withRounding } from '../plan/trust.js';
import { SMALLEST_DIVISOR } from '../tolerances.js';
import { toCanonical } from '../units/units.js';
import { adjusterMoves } from '../valvetrain/uneven-stem.js';
import { misalignment } from '../wheel/misalignment.js';
import { isOfOldSprings } from './after-springs.js';
import type { Judging } from './judging.js';
import { correctedByWheel } from './on-true-wheel.js';
import { settingHints, type OwnVerdict } from './setting-hints.js';
import type { Try } from './stand.js';

/** A tip that stands otherwise than those of its kind along its head, by more than both readings may be off. */
function unevenStem({ engine, spec, stand }: Judging, place: string, value: number): Hint[] {
  const { kind } = parseValve(place)!;
  const bank = engine.banks.map(valvesOfBank).find((valves) => valves.includes(place))!;
  const others = bank.filter((other) => other !== place && parseValve(other)!.kind === kind);
  const heights = others.flatMap((other) => stand.latest('stem-height', other)?.value ?? []).sort((a, b) => a - b);
  if (heights.length === 0) return [];
  const [low, high] = [heights[(heights.length - 1) >> 1], heights[heights.length >> 1]];
  const difference = value - (low + high) / 2;
  if (Math.abs(difference) <= 2 * uncertaintyOf(spec.practice, measureOf('stem-height'))) return [];
  const adjuster = adjusterMoves(engine.mount, ratioOf(engine, kind), difference);
  const turns = engine.mount === 'pedestal-shim' ? null : adjuster / pitchMmOf(engine);
  return [{ code: 'stem-uneven', difference, adjuster, turns }];
}

/** What a mark cannot be relied on for: another rocker, or a tap before there was a rod. */
function doubtfulMark({ stand }: Judging, takenAt: string): Hint[] {
  const rockers = stand.seen().onFile.rockersAt(takenAt);
  return [
    ...(rockers?.rockers === 'another' ? [{ code: 'another-rocker' } as const] : []),
    ...(rockers?.isRough ? [{ code: 'rough-mark' } as const] : []),
  ];
}

/** Of good engines, so many are to have any lobe called short among those that were read. */
const ENGINES_SHORT = 0.004;
/** Smallest steps in which cards print a lift, mm. */
const PRINTED = { in: toCanonical(0.001, 'in'), mm: 0.01 };

/**
 * A lobe that lifts less than its card prints, by more than the dial and the print are in doubt, among as many lobes as
 * were read; and how far out of line the dial would have to stand, at least and at most.
 */
function lobeShort(judging: Judging, place: string, value: number): Hint[] {
  const { spec, cardUnit, stand } = judging;
  const expected = judging.expected('lobe-lift', place);
  if (expected === undefined || value <= 0) return [];
  const cut = probit(1 - ENGINES_SHORT / (stand.siblingsOf({ measure: 'lobe-lift', place }).length + 1));
  const doubt = Math.hypot(
    cut * deviationOf(spec.practice, measureOf('lobe-lift')),
    withRounding(0, PRINTED[cardUnit]),
  );
  const short = expected - value;
  if (short <= doubt) return [];
  const maxAngleDeg = spec.practice.timing.dialInLineDeg;
  const angleFor = (missing: number) => misalignment({ expected, observed: Math.max(SMALLEST_DIVISOR, expected - missing), maxAngleDeg }); // prettier-ignore
  const [least, most] = [angleFor(short - doubt), angleFor(short + doubt)];
  return [{ code: 'lift-short', fromDeg: least.angleDeg, toDeg: most.angleDeg, explains: least.explains }];
}

const EVENT_OF: readonly string[] = Object.values(EVENT_MEASURES);

/**
 * By how much an event is read otherwise than just before, on the same wheel and with the sprocket where it was; null
 * within what two readings of a careful hand lie apart: chain and gears have play, which shows when one turns back.
 */
function apartFromBefore(judging: Judging, one: Try): number | null {
  const { stand, spec } = judging;
  const before = stand.tries(one).findLast(({ turn }) => turn < one.turn);
  if (!before || judging.angleStands(before).doubt !== null || judging.angleStands(one).doubt !== null) return null;
  const trueOf = (of: Try) => correctedByWheel(judging, of)?.value ?? of.value;
  const by = trueOf(one) - trueOf(before);
  const measure = measureOf(one.measure);
  return Math.abs(by) > 2 * uncertaintyOf(spec.practice, measure) + measure.resolution ? by : null;
}

/** An event read at a lift at which its card states none: there is nothing to hold it against. */
const isOffCard = ({ spec, cardLifts }: Judging, { measure, place, at }: Try): boolean =>
  at?.by === 'lift' &&
  limitFor(spec, measure, place)?.basis === 'of-card' &&
  cardLifts.length > 0 &&
  !cardLifts.some((lift) => isSameLift(lift, at.value));

/** What is odd about a value by its own measure: not against its siblings, but against what it hangs on. */
export function oddByItself(judging: Judging, one: Try, own: OwnVerdict): Hint[] {
  const { measure, place, value, takenAt, derived } = one;
  const hints: Hint[] = [];
  if (limitFor(judging.spec, measure, place)?.basis === 'of-bore' && judging.boreMm(place) === undefined)
    hints.push({ code: 'bore-unknown' });
  if (measure === 'lobe-lift') hints.push(...lobeShort(judging, place, value));
  if (measureOf(measure).stage === 'setting') hints.push(...settingHints(judging, one, own));
  if (measure === 'stem-height') hints.push(...unevenStem(judging, place, value));
  if (isOfOldSprings(judging, one)) hints.push({ code: 'springs-exchanged' });
  const again = EVENT_OF.includes(measure) ? apartFromBefore(judging, one) : null;
  if (again !== null) hints.push({ code: 'apart-from-before', by: again });
  if (isOffCard(judging, one))
    hints.push({ code: 'lift-not-on-card', lift: one.at!.value, printed: [...judging.cardLifts] });
  if (measure === 'mark-width') hints.push(...doubtfulMark(judging, takenAt));
  return [...hints, ...(derived?.hints ?? [])];
}
