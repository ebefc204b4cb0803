export interface Misalignment {
  /** By how much the dial would have to stand out of line. */
  angleDeg: number;
  /** Whether so much is believable. */
  explains: boolean;
}

/**
 * A dial that stands out of line by some angle reads its travel multiplied by the cosine. Lengths in one unit, both
 * above zero.
 *
 * @example misalignment({ expected: 0.341, observed: 0.3395, maxAngleDeg: 6 }).angleDeg // 5.376
 */
export function misalignment({
  expected,
  observed,
  maxAngleDeg,
}: {
  expected: number;
  observed: number;
  /** A careful hand sets a dial within this of the lifter's line; more would be seen. */
  maxAngleDeg: number;
}): Misalignment {
  const cosine = Math.min(1, Math.min(expected, observed) / Math.max(expected, observed));
  const angleDeg = (Math.acos(cosine) * 180) / Math.PI;
  return { angleDeg, explains: angleDeg <= maxAngleDeg };
}
