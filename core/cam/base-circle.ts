import { CYCLE_DEG, wrapCycle } from '../engine/crank.js';
import type { CardEvents, ValveKind } from '../engine/engine.js';
import { firingAngles } from '../engine/firing.js';

/** One valve's lift in crank degrees of the whole cycle: off its base circle from `opensDeg`, for `openForDeg`. */
export interface ValveSpan {
  place: string;
  cylinder: number;
  kind: ValveKind;
  opensDeg: number;
  openForDeg: number;
}

/**
 * When each valve is off its base circle, in firing order, intake before exhaust. With a = crank − firing angle:
 * intake from 360 − IO to 540 + IC, exhaust from 180 − EO to 360 + EC (events at the seat).
 */
export function valveSpans(firingOrder: number[], intervals: number[], events: CardEvents): ValveSpan[] {
  const intakeFor = events.intakeOpenBtdc + 180 + events.intakeCloseAbdc;
  const exhaustFor = events.exhaustOpenBbdc + 180 + events.exhaustCloseAtdc;
  return firingAngles(firingOrder, intervals).flatMap(({ cylinder, crankDeg }): ValveSpan[] => [
    {
      place: `${cylinder}I`,
      cylinder,
      kind: 'I',
      opensDeg: wrapCycle(crankDeg + 360 - events.intakeOpenBtdc),
      openForDeg: intakeFor,
    },
    {
      place: `${cylinder}E`,
      cylinder,
      kind: 'E',
      opensDeg: wrapCycle(crankDeg + 180 - events.exhaustOpenBbdc),
      openForDeg: exhaustFor,
    },
  ]);
}

/** The most degrees that this valve can ever have to both its ramps: half of its time on the base circle. */
export function bestClearanceDeg(span: ValveSpan): number {
  return (CYCLE_DEG - span.openForDeg) / 2;
}

/**
 * Crank degrees from `crankDeg` to the nearer ramp of this valve: positive on the base circle, negative while the
 * lobe lifts (then how far back the nearer ramp lies).
 */
export function clearanceDeg(span: ValveSpan, crankDeg: number): number {
  const sinceOpening = wrapCycle(crankDeg - span.opensDeg);
  const sinceClosing = sinceOpening - span.openForDeg;
  return sinceClosing >= 0
    ? Math.min(sinceClosing, CYCLE_DEG - sinceOpening)
    : -Math.min(sinceOpening, span.openForDeg - sinceOpening);
}
