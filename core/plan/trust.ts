import { K } from '../tolerances.js';

/**
 * How far a reading is trusted, and what its parts are. Everywhere in Utex an uncertainty is two standard deviations
 * (k = 2, some 95 of 100 readings): U = 2 √(r²/12 + repeat² + gauge²), with r the step that the instrument shows, the
 * repeat by which a hand differs from itself, and what the gauge itself may be off.
 */
/** The standard deviation that reading to the nearest step adds. */
const rounding = (resolution: number): number => resolution / Math.sqrt(12);

/** U of a reading from what hand and gauge may be off together (k = 2): no reading is trusted further than its own step. */
export const withRounding = (handAndGauge: number, resolution: number): number =>
  K * Math.hypot(handAndGauge / K, rounding(resolution));

/** The share of hand and gauge that is the gauge's, where nobody has measured the hand: half of the variance. */
const OF_GAUGE = 0.5;

/** What a trust is made of, as variances: what every try is off by anew, and what all tries have in common. */
export interface TrustParts {
  repeat: number;
  system: number;
  /** What reading to the nearest step adds to how far two tries lie apart. */
  rounding: number;
}

/**
 * The parts of a trust in one reading (k = 2).
 *
 * @param repeat the standard deviation of a hand from itself, where the shop's own tries show it
 */
export function trustParts(uncertainty: number, resolution: number, repeat?: number): TrustParts {
  const step = rounding(resolution) ** 2;
  const handAndGauge = Math.max(0, (uncertainty / K) ** 2 - step);
  return {
    repeat: repeat === undefined ? (1 - OF_GAUGE) * handAndGauge : repeat ** 2,
    system: step + OF_GAUGE * handAndGauge,
    rounding: step,
  };
}

/** U of the mean of so many tries: what they have in common stays however often one tries. */
export const trustOfMean = ({ repeat, system }: TrustParts, tries: number): number =>
  K * Math.sqrt(system + repeat / tries);

/** What 95 of 100 normal samples of two, three and more values span at most, in standard deviations (studentised range). */
const SPANS = [2.77, 3.31, 3.63, 3.86, 4.03, 4.17, 4.29, 4.39, 4.47];
/** More tries than that of one thing are not looked at: the last ones tell enough. */
export const MOST_TRIES = SPANS.length + 1;

/** Whether so many tries agree: they lie no further apart than tries of one thing do. */
export function agree(values: readonly number[], { repeat, rounding: step }: TrustParts): boolean {
  if (values.length < 2) return true;
  return Math.max(...values) - Math.min(...values) <= SPANS[values.length - 2] * Math.sqrt(repeat + step) + SAME;
}

/** mm, N: two tries of the same text are the same. */
const SAME = 1e-9;
