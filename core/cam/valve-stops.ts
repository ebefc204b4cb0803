import { CYCLE_DEG, sameCrank, wrapCycle } from '../engine/crank.js';
import type { CardEvents } from '../engine/engine.js';
import { evenIntervals, firingAngles } from '../engine/firing.js';
import { SAME_ANGLE_DEG } from '../tolerances.js';
import { clearanceDeg, valveSpans, type ValveSpan } from './base-circle.js';
import { fewestStops } from './fewest-stops.js';

export const STOP_METHODS = ['eoic', 'each-tdc', 'two-positions', 'quarter-turns', 'fewest'] as const;
export type StopMethod = (typeof STOP_METHODS)[number];

/** Degrees from any ramp that the shop asks for unless it says otherwise: a lifter never stands on a quiet ramp. */
export const DEFAULT_MARGIN_DEG = 15;

export interface StopPlanInput {
  firingOrder: number[];
  intervals?: number[];
  /** Card events at the seat. */
  events: CardEvents;
  marginDeg?: number;
  method: StopMethod;
}

interface Stop {
  crankDeg: number;
  valves: { place: string; clearanceDeg: number }[];
}

export interface StopPlan {
  /** Ascending by crank angle; a position at which nothing is set is left out. */
  stops: Stop[];
  /** Valves that no stop of the method may set, with the best that it offers (negative: on the lobe). */
  unsafe: { place: string; clearanceDeg: number }[];
  /** Crank degrees turned from the first stop to the last. */
  totalRotationDeg: number;
}

/** Where a method stops for one valve; the first offer with enough clearance is taken. */
type Offers = (span: ValveSpan) => number[];

function offersOf(method: Exclude<StopMethod, 'fewest'>, spans: ValveSpan[], input: StopPlanInput): Offers {
  const firing = firingAngles(input.firingOrder, input.intervals);
  switch (method) {
    case 'eoic': {
      // A cylinder's exhaust starts to open: its intake is set. Its intake has closed: its exhaust is set.
      const partner = (span: ValveSpan) =>
        spans.find((other) => other.cylinder === span.cylinder && other.kind !== span.kind)!;
      return (span) => {
        const other = partner(span);
        return [span.kind === 'I' ? other.opensDeg : wrapCycle(other.opensDeg + other.openForDeg)];
      };
    }
    case 'each-tdc':
      return (span) => firing.filter(({ cylinder }) => cylinder === span.cylinder).map(({ crankDeg }) => crankDeg);
    case 'two-positions':
      return () => [0, CYCLE_DEG / 2];
    case 'quarter-turns': {
      const quarters = Array.from({ length: CYCLE_DEG / 90 }, (_, index) => index * 90);
      return (span) => [...quarters].sort((a, b) => clearanceDeg(span, b) - clearanceDeg(span, a));
    }
  }
}

function gather(stops: Stop[], place: string, crankDeg: number, clearance: number): void {
  const known = stops.find((stop) => sameCrank(stop.crankDeg, crankDeg));
  if (known) known.valves.push({ place, clearanceDeg: clearance });
  else stops.push({ crankDeg, valves: [{ place, clearanceDeg: clearance }] });
}

/**
 * Crank positions at which the valves may be set, by one of five methods. Each valve stands in exactly one stop, or
 * in `unsafe`. Crank 0 is the firing dead centre of the first cylinder of the firing order.
 *
 * - `eoic`: exhaust opening sets the intake, intake closing sets the exhaust; valve by valve.
 * - `each-tdc`: both valves of a cylinder at its firing dead centre.
 * - `two-positions`: all that rest at crank 0, the rest one turn later.
 * - `quarter-turns`: every 90 degrees; a valve is named at the quarter that leaves it most.
 * - `fewest`: see `fewest-stops.ts`.
 */
export function valveStops(input: StopPlanInput): StopPlan {
  const { firingOrder, events, marginDeg = DEFAULT_MARGIN_DEG, method } = input;
  const spans = valveSpans(firingOrder, input.intervals ?? evenIntervals(firingOrder.length), events);
  const stops: Stop[] = [];
  const unsafe: StopPlan['unsafe'] = [];

  if (method === 'fewest') {
    const settable = spans.filter((span) => (CYCLE_DEG - span.openForDeg) / 2 >= marginDeg - SAME_ANGLE_DEG);
    for (const span of spans)
      if (!settable.includes(span)) unsafe.push({ place: span.place, clearanceDeg: (CYCLE_DEG - span.openForDeg) / 2 });
    for (const { crankDeg, spans: group } of fewestStops(settable, marginDeg))
      for (const span of group) gather(stops, span.place, crankDeg, clearanceDeg(span, crankDeg));
  } else {
    const offers = offersOf(method, spans, input);
    for (const span of spans) {
      const choices = offers(span).map((crankDeg) => ({ crankDeg, clearance: clearanceDeg(span, crankDeg) }));
      const safe = choices.find(({ clearance }) => clearance >= marginDeg - SAME_ANGLE_DEG);
      if (safe) gather(stops, span.place, safe.crankDeg, safe.clearance);
      else unsafe.push({ place: span.place, clearanceDeg: Math.max(...choices.map(({ clearance }) => clearance)) });
    }
  }

  stops.sort((a, b) => a.crankDeg - b.crankDeg);
  const totalRotationDeg = stops.length > 0 ? stops[stops.length - 1].crankDeg - stops[0].crankDeg : 0;
  return { stops, unsafe, totalRotationDeg };
}
