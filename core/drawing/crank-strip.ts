import type { ValveSpan } from '../cam/base-circle.js';
import { CYCLE_DEG } from '../engine/crank.js';

/** The pieces of a span on a strip from 0 to 720: one, or two where it runs over the end. */
export function stripSegments(span: ValveSpan): { fromDeg: number; toDeg: number }[] {
  const end = span.opensDeg + span.openForDeg;
  if (end <= CYCLE_DEG) return [{ fromDeg: span.opensDeg, toDeg: end }];
  return [
    { fromDeg: span.opensDeg, toDeg: CYCLE_DEG },
    { fromDeg: 0, toDeg: end - CYCLE_DEG },
  ];
}
