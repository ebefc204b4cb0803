/**
 * Every numeric tolerance of the core, each with its unit and the reason it is not tighter.
 * No bare 1e-n stands anywhere else.
 */

/**
 * Crank degrees. Two angles closer than this are one angle: sums of intervals such as 720/7 repeated
 * seven times miss 720 by 1e-13, and a wrap of −1e-14 must land on 0, not on 720.
 */
export const SAME_ANGLE_DEG = 1e-9;

/**
 * Plain ratio. A verdict compares sums of converted decimals (0.060 in + 0.004 in against 1.6256 mm);
 * one part in 10¹² swallows the last bits and nothing that a gauge could show.
 */
export const SAME_VALUE_RATIO = 1e-12;

/** Power of a synthetic lobe. Bisection stops here: a ten-millionth of the power moves no point by a ten-thousandth of a degree. */
export const PROFILE_CONVERGED = 1e-9;

/** Natural logarithm of the smoothing. A thousandth more or less changes the distance from the readings by less than a dial shows. */
export const SPLINE_RMS_RATIO = 1e-3;

/** Crank degrees. Crossings are bisected down to this: a hundred-thousandth of what a wheel can be read to. */
export const CROSSING_DEG = 1e-6;

/**
 * Any unit. No length, angle, count or load of an engine comes near it. What lies above was never read off a gauge, and
 * would make sums run over and steps of a degree too small to count: 1e300 + 1 is 1e300, and a walk by degrees never ends.
 */
export const LARGEST = 1e6;

/** Any unit. What divides must not be smaller, or quotients of the largest run over. */
export const SMALLEST_DIVISOR = 1e-9;

/** Crank degrees. How far a cam may be moved is looked for down to this: no sprocket is set to a thousandth of a degree. */
export const CLEARANCE_SETTLED_DEG = 1e-3;

/** Whether two values are the same but for the last bits of their conversion; see `SAME_VALUE_RATIO`. */
export const sameValue = (a: number, b: number): boolean =>
  Math.abs(a - b) <= SAME_VALUE_RATIO * Math.max(Math.abs(a), Math.abs(b));

/** Standard deviations. Every uncertainty in Utex is so many of them: some 95 of 100 readings lie within (k = 2). */
export const K = 2;
