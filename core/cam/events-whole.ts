import type { CardEvents, ValveKind } from '../engine/engine.js';
import { EVENT } from './cam-card.js';
import { EVENTS, isOpening, type CardEvent } from './expected-from-card.js';

/** One figure of the cam as it was measured, beside its card. Crank degrees. */
export interface Compared {
  measured: number | null;
  card: number | null;
  /** Measured less card; null unless both are known. */
  apart: number | null;
}

/** What follows from events, by the names that a card has for it. */
export const FOLLOWS = [
  'intakeDuration',
  'exhaustDuration',
  'intakeCentreline',
  'exhaustCentreline',
  'lobeSeparation',
  'advance',
  'overlap',
] as const;
export type Follows = (typeof FOLLOWS)[number];

/** What events that are not as their card has them tell together. Degrees; plus advanced, plus longer. */
export type Diagnosis =
  | { code: 'agrees' }
  /** All events come earlier or later by the same: where the cam stands. */
  | { code: 'cam-position'; advancedBy: number }
  /** Both ends of a lobe lie outward, or inward: another lobe, another check lift, or a dial whose zero is off. */
  | { code: 'lobe-ends'; kind: ValveKind; longerBy: number }
  /** One alone is not where the others say: it was misread. */
  | { code: 'misread'; event: CardEvent; by: number }
  /** Nothing that one cause explains. */
  | { code: 'mixed' }
  /** Too few events, or none on the card, to tell. */
  | { code: 'too-few' };

const KINDS: ValveKind[] = ['I', 'E'];
type Some = Partial<CardEvents>;

/** What events say together, as far as each of them is there. Card signs. */
export function followsFrom(events: Some): Partial<Record<Follows, number>> {
  const { intakeOpenBtdc: io, intakeCloseAbdc: ic, exhaustOpenBbdc: eo, exhaustCloseAtdc: ec } = events;
  const found: Partial<Record<Follows, number>> = {};
  if (io !== undefined && ic !== undefined) {
    found.intakeDuration = io + 180 + ic;
    found.intakeCentreline = found.intakeDuration / 2 - io;
  }
  if (eo !== undefined && ec !== undefined) {
    found.exhaustDuration = eo + 180 + ec;
    found.exhaustCentreline = found.exhaustDuration / 2 - ec;
  }
  if (found.intakeCentreline !== undefined && found.exhaustCentreline !== undefined) {
    found.lobeSeparation = (found.intakeCentreline + found.exhaustCentreline) / 2;
    found.advance = found.lobeSeparation - found.intakeCentreline;
  }
  if (io !== undefined && ec !== undefined) found.overlap = io + ec;
  return found;
}

const compared = (measured: number | undefined, card: number | undefined): Compared => ({
  measured: measured ?? null,
  card: card ?? null,
  apart: measured === undefined || card === undefined ? null : measured - card,
});

const mean = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;
const spread = (values: number[]) => Math.max(...values) - Math.min(...values);

/** By how much each event comes earlier than its card, degrees; only those that both have. */
function earlierBy(measured: Some, card: Some): [CardEvent, number][] {
  return EVENTS.flatMap((event): [CardEvent, number][] => {
    const [is, ought] = [measured[event], card[event]];
    return is === undefined || ought === undefined ? [] : [[event, isOpening(event) ? is - ought : ought - is]];
  });
}

/** The lobe of which both ends go apart, or together, by the same, while the other stays with `others`. */
function lobeEnds(shifts: Map<CardEvent, number>, trustDeg: number): Diagnosis[] {
  return KINDS.flatMap((kind): Diagnosis[] => {
    const { opens, closes } = EVENT[kind];
    const other = EVENT[kind === 'I' ? 'E' : 'I'];
    const [open, close] = [shifts.get(opens), shifts.get(closes)];
    if (open === undefined || close === undefined) return [];
    const others = [other.opens, other.closes].flatMap((event) => shifts.get(event) ?? []);
    if (others.length > 0 && spread(others) > 2 * trustDeg) return [];
    // Where nothing else tells where the cam stands, its middle does.
    const stands = others.length > 0 ? mean(others) : (open + close) / 2;
    const isApart = Math.abs(open - stands) > trustDeg && Math.abs(close - stands) > trustDeg;
    const isEven = Math.abs((open + close) / 2 - stands) <= trustDeg;
    if (!isApart || !isEven || Math.sign(open - stands) === Math.sign(close - stands)) return [];
    return [{ code: 'lobe-ends', kind, longerBy: open - close }];
  });
}

/** The one event that is not where the others are. */
function alone(shifts: [CardEvent, number][], trustDeg: number): Diagnosis[] {
  if (shifts.length < 2) return [];
  if (shifts.length === 2) {
    // Of two, the one that is as its card has it is believed.
    const off = shifts.filter(([, by]) => Math.abs(by) > trustDeg);
    return off.length === 1 ? [{ code: 'misread', event: off[0][0], by: off[0][1] }] : [];
  }
  return shifts.flatMap(([event, by]): Diagnosis[] => {
    const others = shifts.filter(([one]) => one !== event).map(([, one]) => one);
    const isOff = spread(others) <= 2 * trustDeg && Math.abs(by - mean(others)) > 2 * trustDeg;
    return isOff ? [{ code: 'misread', event, by: by - mean(others) }] : [];
  });
}

/**
 * What events that were read at one lift tell of the cam, held against its card there: where all of them come by the same
 * earlier or later, the cam stands so; where both ends of a lobe lie outward or inward, it is another lobe, another check
 * lift or a dial with its zero off; where one is alone, it was misread.
 *
 * @param trustDeg how far each event is trusted, crank degrees
 */
export function diagnose(measured: Some, card: Some, trustDeg: number): Diagnosis[] {
  const shifts = earlierBy(measured, card);
  const values = shifts.map(([, by]) => by);
  if (values.length < 2) return [{ code: 'too-few' }];
  const position = (of: number[]): Diagnosis[] =>
    Math.abs(mean(of)) > trustDeg ? [{ code: 'cam-position', advancedBy: mean(of) }] : [];
  if (spread(values) <= 2 * trustDeg) {
    const stands = position(values);
    return stands.length > 0 ? stands : [{ code: 'agrees' }];
  }
  const ends = lobeEnds(new Map(shifts), trustDeg);
  if (ends.length > 0) {
    const kinds = ends.flatMap((one) => (one.code === 'lobe-ends' ? [one.kind] : []));
    const others = shifts.filter(([event]) => !kinds.some((kind) => [EVENT[kind].opens, EVENT[kind].closes].includes(event))); // prettier-ignore
    return [...(others.length > 0 ? position(others.map(([, by]) => by)) : position(values)), ...ends];
  }
  const misread = alone(shifts, trustDeg);
  if (misread.length !== 1) return [{ code: 'mixed' }];
  const [one] = misread as Extract<Diagnosis, { code: 'misread' }>[];
  const others = shifts.filter(([event]) => event !== one.event).map(([, by]) => by);
  return [...(others.length > 1 ? position(others) : []), one];
}

/** Events read at one lift with all that follows from them, beside the card. */
export function eventsWhole(measured: Some, card: Some, cardFigures: Partial<Record<Follows, number>>): {
  events: Record<CardEvent, Compared>;
  follows: Record<Follows, Compared>;
} {
  const [made, ought] = [followsFrom(measured), { ...cardFigures, ...followsFrom(card) }];
  return {
    events: Object.fromEntries(EVENTS.map((event) => [event, compared(measured[event], card[event])])) as Record<CardEvent, Compared>,
    follows: Object.fromEntries(FOLLOWS.map((name) => [name, compared(made[name], ought[name])])) as Record<Follows, Compared>,
  };
} // prettier-ignore

/**
 * Which of the two to trust, where the middle of a lobe's events and that of its equal drops lie apart. The drops stand on
 * the nose itself, and no check lift and no zero moves them; where the events are as far apart as their card has them and
 * the drops among themselves are not, the events are the better.
 */
export function whichToTrust({ longerBy, dropSpread }: { longerBy: number | null; dropSpread: number }, { trustDeg, dropSpreadDeg }: { trustDeg: number; dropSpreadDeg: number }): 'drops' | 'events' | 'neither' {
  const eventsHold = longerBy !== null && Math.abs(longerBy) <= 2 * trustDeg;
  const dropsHold = dropSpread <= dropSpreadDeg;
  if (dropsHold) return eventsHold ? 'neither' : 'drops';
  return eventsHold ? 'events' : 'neither';
} // prettier-ignore
