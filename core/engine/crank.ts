import { SAME_ANGLE_DEG } from '../tolerances.js';

/** One working cycle of a four-stroke engine, in crank degrees. */
export const CYCLE_DEG = 720;

/** `deg` brought into 0 ≤ deg < 720. Rounding dust just under 720 becomes 0. @example wrapCycle(-90) // 630 */
export function wrapCycle(deg: number): number {
  const wrapped = ((deg % CYCLE_DEG) + CYCLE_DEG) % CYCLE_DEG;
  return CYCLE_DEG - wrapped < SAME_ANGLE_DEG ? 0 : wrapped;
}

/** Whether two crank angles are one and the same position. */
export function sameCrank(a: number, b: number): boolean {
  const apart = wrapCycle(a - b);
  return apart < SAME_ANGLE_DEG || CYCLE_DEG - apart < SAME_ANGLE_DEG;
}
