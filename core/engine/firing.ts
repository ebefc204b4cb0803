import { CYCLE_DEG } from './crank.js';

/** Equal intervals for `count` cylinders. @example evenIntervals(4) // [180, 180, 180, 180] */
export function evenIntervals(count: number): number[] {
  return Array.from({ length: count }, () => CYCLE_DEG / count);
}

/**
 * Crank angle of each cylinder's firing dead centre, in firing order. The first cylinder to fire is at 0;
 * each next lies the sum of the intervals before it further on.
 */
export function firingAngles(firingOrder: number[], intervals: number[] = evenIntervals(firingOrder.length)) {
  let crankDeg = 0;
  return firingOrder.map((cylinder, index) => {
    const angle = { cylinder, crankDeg };
    crankDeg += intervals[index];
    return angle;
  });
}
