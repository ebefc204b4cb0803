import { CYCLE_DEG, wrapCycle } from '../engine/crank.js';
import { SAME_ANGLE_DEG } from '../tolerances.js';
import { clearanceDeg, type ValveSpan } from './base-circle.js';

/** What the crank is turned by from round to round. */
export const QUARTER_DEG = 90;
const QUARTERS = CYCLE_DEG / QUARTER_DEG;

/** How far up its lobe a lifter stands, degrees from the nearer ramp; nothing on the base circle. */
const upTheLobe = (span: ValveSpan, crankDeg: number): number => Math.max(0, -clearanceDeg(span, crankDeg));

/**
 * Which valves come loose at each quarter of a true engine whose slack was taken from all at `from`: those whose lifter
 * stands lower on its lobe than at any quarter before. It is what one expects to find, round by round.
 */
export function looseByQuarter(spans: ValveSpan[], from: number): { crankDeg: number; places: string[] }[] {
  const lowest = new Map(spans.map((span) => [span.place, upTheLobe(span, from)]));
  return Array.from({ length: QUARTERS }, (_, index) => {
    const crankDeg = wrapCycle(from + (index + 1) * QUARTER_DEG);
    const loose = spans.filter((span) => upTheLobe(span, crankDeg) < lowest.get(span.place)! - SAME_ANGLE_DEG);
    for (const span of loose) lowest.set(span.place, upTheLobe(span, crankDeg));
    return { crankDeg, places: loose.map(({ place }) => place) };
  });
}

/**
 * What quarter turns turn a true engine by until a whole cycle brings nothing loose.
 *
 * @returns degrees
 */
export function quarterTurning(spans: ValveSpan[], from: number): number {
  const last = looseByQuarter(spans, from).findLastIndex(({ places }) => places.length > 0);
  return (last + 1 + QUARTERS) * QUARTER_DEG;
}
