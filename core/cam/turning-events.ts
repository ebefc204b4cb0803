import type { CardEvents, ValveKind } from '../engine/engine.js';
import { toCanonical } from '../units/units.js';
import { EVENT, isSameLift, type CompletedCard } from './cam-card.js';
import { camEvents } from './cam-events.js';
import type { StopMethod } from './valve-stops.js';

/** What the seat events of a lobe are reckoned from, the best first. */
export const EVENT_SOURCES = [
  'measured-at-seat',
  'measured-events',
  'measured-centreline',
  'card-seat',
  'swept',
  'card-durations',
  'intake',
  'template',
] as const;
export type EventSource = (typeof EVENT_SOURCES)[number];
export type EventSources = Record<ValveKind, EventSource>;

/** An event as it was read on the wheel, in its own signs. */
interface EventRead {
  deg: number;
  /** Above the base circle. */
  liftMm: number;
}

/** What is known of an engine's cam; nothing of it is suspect. */
export interface CamKnown {
  read: (event: keyof CardEvents) => readonly EventRead[];
  centreline: (kind: ValveKind) => number | undefined;
  card: CompletedCard | null;
  /** A swept lobe: degrees after overlap top centre, lift in mm. */
  swept: (kind: ValveKind) => readonly (readonly [deg: number, lift: number])[] | null;
  /** As the engine was opened with; and whether that is a layout's, which nobody has changed. */
  opened: { events: CardEvents; isTemplate: boolean };
}

/** Opening and closing of one lobe, in their card's signs. */
interface Ends {
  opens: number;
  closes: number;
}

/** Where a valve is said to leave its seat where no card says it, mm at the lobe. */
const USUAL_SEAT_MM = toCanonical(0.006, 'in');
/** The ends of a lobe at its seat, and what they are reckoned from. */
interface Reckoned {
  ends: Ends;
  source: EventSource;
}

/**
 * From the seat to a check lift of 1 mm or more a lobe takes no more than this on either side: wide, for what is made up
 * must not call a ramp a base circle.
 */
const MADE_UP_RAMP_DEG = 40;
const RAMP_WHOLE_FROM_MM = 1;

/** Both ends of a lobe as they were read at a lift; null unless both were. */
function readAt({ read }: CamKnown, kind: ValveKind, liftMm: number): Ends | null {
  const [opens, closes] = [EVENT[kind].opens, EVENT[kind].closes].map((event) =>
    read(event).findLast((one) => isSameLift(one.liftMm, liftMm)),
  );
  return opens && closes ? { opens: opens.deg, closes: closes.deg } : null;
}

/** What a card says of a lobe's ends, printed or computed; null unless of both. */
function printedEnds({ figures }: CompletedCard, kind: ValveKind, at: 'events' | 'seat'): Ends | null {
  const { opens, closes } = EVENT[kind];
  const [o, c] = [figures[`${at}.${opens}`], figures[`${at}.${closes}`]];
  return o === undefined || c === undefined ? null : { opens: o, closes: c };
}

/** A lobe that comes earlier by so much. */
const earlier = ({ opens, closes }: Ends, deg: number): Ends => ({ opens: opens + deg, closes: closes - deg });
const wider = ({ opens, closes }: Ends, deg: number): Ends => ({ opens: opens + deg, closes: closes + deg });

/** Where a swept lobe passes a lift on either side of its nose; null where it was not swept that far down. */
function sweptEnds(points: readonly (readonly [number, number])[], kind: ValveKind, liftMm: number): Ends | null {
  const nose = points.reduce((top, point, index) => (point[1] > points[top][1] ? index : top), 0);
  const between = ([a, liftA]: readonly [number, number], [b, liftB]: readonly [number, number]) =>
    a + ((liftMm - liftA) / (liftB - liftA)) * (b - a);
  const up = points.findLastIndex(([, lift], index) => index < nose && lift < liftMm);
  const down = points.findIndex(([, lift], index) => index > nose && lift < liftMm);
  if (up < 0 || down < 0) return null;
  const [opensAt, closesAt] = [between(points[up], points[up + 1]), between(points[down - 1], points[down])];
  return kind === 'I'
    ? { opens: -opensAt, closes: closesAt - 180 }
    : { opens: -opensAt - 180, closes: closesAt };
} // prettier-ignore

/** A lobe's ends at the card's own check lift, as printed and as read; null unless both are known. */
function readOfCard(known: CamKnown, kind: ValveKind): { printed: Ends; read: Ends } | null {
  const { card } = known;
  const printed = card && printedEnds(card, kind, 'events');
  const read = printed && readAt(known, kind, toCanonical(card.printed.checkLift, card.printed.unit));
  return printed && read && { printed, read };
}

/** How far a lobe is earlier in the engine than in what its ends are from: by a centreline, its own or the other lobe's, or by that one's events. */
function advanceOf(known: CamKnown, kind: ValveKind, from: Record<ValveKind, Reckoned>): number | null {
  const { centreline, card } = known;
  const middle = (of: ValveKind): number => {
    // By the card's own centreline: the middle of its seat events lies elsewhere on a lobe with unequal flanks.
    const isOfCard = from[of].source === 'card-seat' || from[of].source === 'card-durations';
    const printed = isOfCard ? card!.figures[of === 'I' ? 'intakeCentreline' : 'exhaustCentreline'] : undefined;
    const { intakeCentreline, exhaustCentreline } = camEvents(together(from.I.ends, from.E.ends));
    return printed ?? (of === 'I' ? intakeCentreline : exhaustCentreline);
  };
  const own = centreline(kind);
  if (own !== undefined) return kind === 'I' ? middle('I') - own : own - middle('E');
  // One cam: its other lobe moves with it.
  const other = kind === 'I' ? 'E' : 'I';
  const measured = centreline(other);
  if (measured !== undefined) return other === 'I' ? middle('I') - measured : measured - middle('E');
  const both = readOfCard(known, other);
  return both && (both.read.opens - both.printed.opens - (both.read.closes - both.printed.closes)) / 2;
}

const together = (I: Ends, E: Ends): CardEvents => ({
  intakeOpenBtdc: I.opens,
  intakeCloseAbdc: I.closes,
  exhaustOpenBbdc: E.opens,
  exhaustCloseAtdc: E.closes,
});

/** Ends at the seat that nothing in the engine has moved yet, and what they are from. */
function unmoved(known: CamKnown, kind: ValveKind): Reckoned {
  const { card, swept, opened } = known;
  const seat = card && printedEnds(card, kind, 'seat');
  if (seat) return { ends: seat, source: 'card-seat' };
  const lobe = swept(kind);
  const ends = lobe && sweptEnds(lobe, kind, seatLiftOf(card));
  if (ends) return { ends, source: 'swept' };
  const checked = card && printedEnds(card, kind, 'events');
  if (checked) {
    const { unit, checkLift } = card!.printed;
    const part = Math.min(1, toCanonical(checkLift, unit) / RAMP_WHOLE_FROM_MM);
    return { ends: wider(checked, MADE_UP_RAMP_DEG * part), source: 'card-durations' };
  }
  const { opens, closes } = EVENT[kind];
  const { events, isTemplate } = opened;
  return { ends: { opens: events[opens], closes: events[closes] }, source: isTemplate ? 'template' : 'intake' };
}

const seatLiftOf = (card: CompletedCard | null): number =>
  card?.printed.seatLift === undefined ? USUAL_SEAT_MM : toCanonical(card.printed.seatLift, card.printed.unit);

/**
 * The seat events of the cam as it turns in this engine, and what each lobe's are from. Read at the seat they stand. Else
 * the card's seat events do, failing those a swept lobe, the card's events at its check lift with a ramp that is made up,
 * or what the engine was opened with; all but a swept lobe, which was read on this wheel, are moved to where the cam was
 * measured: by what was read at the card's own check lift, or by a centreline. What was read at any other lift tells
 * nothing of the seat.
 */
export function turningEvents(known: CamKnown): { events: CardEvents; source: EventSources } {
  const { card } = known;
  const from = { I: unmoved(known, 'I'), E: unmoved(known, 'E') };
  const lobe = (kind: ValveKind): Reckoned => {
    const atSeat = readAt(known, kind, seatLiftOf(card));
    if (atSeat) return { ends: atSeat, source: 'measured-at-seat' };
    const { ends, source } = from[kind];
    if (source === 'swept') return from[kind];
    const both = readOfCard(known, kind);
    // What is made up or guessed stays so, wherever it is moved to.
    const saying = (measured: EventSource) => (source === 'card-seat' ? measured : source);
    if (both) {
      const { read, printed } = both;
      const moved = {
        opens: ends.opens + read.opens - printed.opens,
        closes: ends.closes + read.closes - printed.closes,
      };
      return { ends: moved, source: saying('measured-events') };
    }
    const advance = advanceOf(known, kind, from);
    return advance === null ? from[kind] : { ends: earlier(ends, advance), source: saying('measured-centreline') };
  };
  const [I, E] = [lobe('I'), lobe('E')];
  return { events: together(I.ends, E.ends), source: { I: I.source, E: E.source } };
}

/** Ways that hang on where each valve opens: several valves are set where the crank stands. */
export const hangsOnCam = (method: StopMethod): boolean => method === 'two-positions' || method === 'fewest';

/** Whether spans are a layout's, of which nobody has said that this engine has them. */
export const isGuessed = ({ I, E }: EventSources): boolean => I === 'template' || E === 'template';
