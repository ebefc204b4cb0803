import type { CardEvents, ValveKind } from '../engine/engine.js';
import { toCanonical } from '../units/units.js';

/** What one lobe's side of a card may print, at one lift; the rest follows, as far as it can. */
interface LobeFigures {
  opens?: number;
  closes?: number;
  duration?: number;
  centreline?: number;
}

/**
 * A cam card as makers print them: signs as in `CardEvents`, angles in crank degrees, lifts in `unit`. Everything may be
 * left out but the unit, the check lift and where it is checked: each maker prints other things.
 */
export interface CamCard {
  title?: string;
  unit: 'in' | 'mm';
  checkAt: 'lobe' | 'valve';
  /** The lift at which the events below are stated, usually 0.050 in. */
  checkLift: number;
  events?: Partial<CardEvents>;
  intakeDuration?: number;
  exhaustDuration?: number;
  intakeCentreline?: number;
  exhaustCentreline?: number;
  lobeSeparation?: number;
  advance?: number;
  /** The lift at which the seat events are stated, usually 0.006 in. */
  seatLift?: number;
  seat?: Partial<CardEvents>;
  seatIntakeDuration?: number;
  seatExhaustDuration?: number;
  /** Events at further lifts, as some cards print them. */
  also?: { lift: number; events: Partial<CardEvents> }[];
  intakeLobeLift?: number;
  exhaustLobeLift?: number;
}

/** What can be computed of a card, by the names of its fields (`events.intakeOpenBtdc`, `lobeSeparation` …). */
export interface CompletedCard {
  printed: CamCard;
  figures: Record<string, number>;
  /** Which of the figures are computed. */
  computed: string[];
  /** What neither is printed nor follows from the rest. */
  absent: string[];
  /** Where the card prints one figure and its others give another. */
  contradictions: { path: string; printed: number; computed: number }[];
}

/** Cards print whole or half degrees, so the sums of rounded figures may differ by this. */
const ROUNDING_DEG = 0.5;

/** The two events of each lobe, by the names that a card has for them. */
export const EVENT: Record<
  ValveKind,
  { opens: keyof CardEvents; closes: keyof CardEvents; name: 'intake' | 'exhaust' }
> = {
  I: { opens: 'intakeOpenBtdc', closes: 'intakeCloseAbdc', name: 'intake' },
  E: { opens: 'exhaustOpenBbdc', closes: 'exhaustCloseAtdc', name: 'exhaust' },
};
const KINDS: ValveKind[] = ['I', 'E'];

/**
 * Two of opening, closing, duration and centreline give the other two. The centreline lies half the duration from
 * the opening; it is counted after top centre for the intake, before it for the exhaust, whose opening is counted
 * from bottom centre: so the exhaust is the intake seen in a mirror, with opening and closing exchanged.
 */
function solve(kind: ValveKind, given: LobeFigures): LobeFigures {
  const mirrored = kind === 'E';
  const [near, far] = mirrored ? [given.closes, given.opens] : [given.opens, given.closes];
  let { duration, centreline } = given;
  let [a, b] = [near, far];
  duration ??= a !== undefined && b !== undefined ? a + 180 + b : undefined;
  duration ??= a !== undefined && centreline !== undefined ? 2 * (a + centreline) : undefined;
  duration ??= b !== undefined && centreline !== undefined ? 2 * (b + 180 - centreline) : undefined;
  if (duration !== undefined) {
    a ??= b !== undefined ? duration - 180 - b : centreline !== undefined ? duration / 2 - centreline : undefined;
    b ??= a !== undefined ? duration - 180 - a : undefined;
    centreline ??= a !== undefined ? duration / 2 - a : undefined;
  }
  return mirrored ? { opens: b, closes: a, duration, centreline } : { opens: a, closes: b, duration, centreline };
}

/** The fields of one lobe at the check lift (`''`) or at the seat (`seat`). */
const paths = (kind: ValveKind, at: '' | 'seat') => {
  const { opens, closes, name } = EVENT[kind];
  const group = at === 'seat' ? 'seat' : 'events';
  const duration = at === 'seat' ? `seat${name === 'intake' ? 'Intake' : 'Exhaust'}Duration` : `${name}Duration`;
  return { opens: `${group}.${opens}`, closes: `${group}.${closes}`, duration, centreline: `${name}Centreline` };
};

/** All figures that a card prints, by the path of their field. */
function printedFigures(card: CamCard): Record<string, number> {
  const figures: Record<string, number> = {};
  for (const [key, value] of Object.entries(card)) {
    if (typeof value === 'number') figures[key] = value;
    if (key === 'events' || key === 'seat')
      for (const [event, deg] of Object.entries(value as Partial<CardEvents>)) figures[`${key}.${event}`] = deg;
  }
  return figures;
}

/**
 * Computes what a card leaves out, where the rest gives it, and names what contradicts itself. Printed figures stand;
 * events count before durations, those before centrelines, and separation and advance come last.
 */
export function completeCard(card: CamCard): CompletedCard {
  const printed = printedFigures(card);
  const figures = { ...printed };
  const fill = (path: string, value: number | undefined) => {
    if (value !== undefined && figures[path] === undefined) figures[path] = value;
  };
  const solveLobe = (kind: ValveKind, at: '' | 'seat') => {
    const path = paths(kind, at);
    const solved = solve(kind, {
      opens: figures[path.opens],
      closes: figures[path.closes],
      duration: figures[path.duration],
      centreline: figures[path.centreline],
    });
    for (const key of ['opens', 'closes', 'duration', 'centreline'] as const) fill(path[key], solved[key]);
  };
  // Separation and advance may give a centreline, and that an event, and that the other lobe: three rounds reach all.
  for (let round = 0; round < 3; round++) {
    for (const kind of KINDS) solveLobe(kind, '');
    const { intakeCentreline: ci, exhaustCentreline: ce, lobeSeparation: ls, advance } = figures;
    fill('lobeSeparation', ci !== undefined && ce !== undefined ? (ci + ce) / 2 : undefined);
    fill('advance', ls !== undefined && ci !== undefined ? ls - ci : undefined);
    if (ls !== undefined) {
      fill('intakeCentreline', ce !== undefined ? 2 * ls - ce : advance !== undefined ? ls - advance : undefined);
      fill('exhaustCentreline', ci !== undefined ? 2 * ls - ci : advance !== undefined ? ls + advance : undefined);
    }
  }
  for (const kind of KINDS) solveLobe(kind, 'seat');

  const wanted = [...KINDS.flatMap((kind) => Object.values(paths(kind, ''))), 'lobeSeparation', 'advance', 'intakeLobeLift', 'exhaustLobeLift']; // prettier-ignore
  return {
    printed: card,
    figures,
    computed: Object.keys(figures).filter((path) => printed[path] === undefined),
    absent: [...new Set(wanted)].filter((path) => figures[path] === undefined),
    contradictions: contradictionsOf(printed, figures),
  };
}

/** Each printed figure against what the others give. */
function contradictionsOf(
  printed: Record<string, number>,
  figures: Record<string, number>,
): CompletedCard['contradictions'] {
  const found: CompletedCard['contradictions'] = [];
  const hold = (path: string, computed: number | undefined) => {
    if (printed[path] === undefined || computed === undefined) return;
    if (Math.abs(printed[path] - computed) > ROUNDING_DEG) found.push({ path, printed: printed[path], computed });
  };
  for (const kind of KINDS)
    for (const at of ['', 'seat'] as const) {
      const path = paths(kind, at);
      const byEvents = solve(kind, { opens: printed[path.opens], closes: printed[path.closes] });
      hold(path.duration, byEvents.duration);
      if (at === '') hold(path.centreline, byEvents.centreline);
      if (byEvents.duration === undefined && printed[path.opens] !== undefined)
        hold(path.opens, solve(kind, { duration: printed[path.duration], centreline: printed[path.centreline] }).opens);
      if (byEvents.duration === undefined && printed[path.closes] !== undefined)
        hold(
          path.closes,
          solve(kind, { duration: printed[path.duration], centreline: printed[path.centreline] }).closes,
        );
    }
  const { intakeCentreline, exhaustCentreline, lobeSeparation } = figures;
  const eventsOf = (kind: ValveKind) =>
    solve(kind, { opens: printed[paths(kind, '').opens], closes: printed[paths(kind, '').closes] }).centreline;
  const [ci, ce] = [eventsOf('I') ?? intakeCentreline, eventsOf('E') ?? exhaustCentreline];
  if (ci !== undefined && ce !== undefined) hold('lobeSeparation', (ci + ce) / 2);
  if (ci !== undefined && lobeSeparation !== undefined) hold('advance', lobeSeparation - ci);
  return found;
}

/** Lifts that are the same in inches and in millimetres, as they are printed. */
const SAME_LIFT_MM = 0.01;
export const isSameLift = (a: number, b: number): boolean => Math.abs(a - b) <= SAME_LIFT_MM;

/** Where events of a card are stated, mm: its check lift first, then the seat's where it says one, then its further lifts. */
export function liftsOfCard({ printed, figures }: CompletedCard): number[] {
  const { unit, checkLift, seatLift, also = [] } = printed;
  const hasSeat = Object.keys(figures).some((path) => path.startsWith('seat.'));
  const lifts = [checkLift, ...(seatLift !== undefined && hasSeat ? [seatLift] : []), ...also.map(({ lift }) => lift)];
  return lifts.map((lift) => toCanonical(lift, unit));
}

/** What a card says of an event at a lift, printed or computed; undefined where it says nothing there. */
export function eventOfCard(card: CompletedCard, event: keyof CardEvents, liftMm: number): number | undefined {
  const { printed, figures } = card;
  const at = (lift: number | undefined) => lift !== undefined && isSameLift(toCanonical(lift, printed.unit), liftMm);
  if (at(printed.checkLift)) return figures[`events.${event}`];
  if (at(printed.seatLift)) return figures[`seat.${event}`];
  return printed.also?.find(({ lift }) => at(lift))?.events[event];
}

/** The four events at the check lift (or at the seat), where the card has or gives all of them. */
export function eventsOfCard({ figures }: CompletedCard, at: 'events' | 'seat' = 'events'): CardEvents | null {
  const [intakeOpenBtdc, intakeCloseAbdc, exhaustOpenBbdc, exhaustCloseAtdc] = (
    ['intakeOpenBtdc', 'intakeCloseAbdc', 'exhaustOpenBbdc', 'exhaustCloseAtdc'] as const
  ).map((event) => figures[`${at}.${event}`]);
  const all = { intakeOpenBtdc, intakeCloseAbdc, exhaustOpenBbdc, exhaustCloseAtdc };
  return Object.values(all).every((deg) => deg !== undefined) ? all : null;
}
