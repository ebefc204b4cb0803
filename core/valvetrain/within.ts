import { SAME_VALUE_RATIO } from '../tolerances.js';

/** How far a value lies within a window, to the nearer edge; minus outside it. */
export const marginIn = ({ min, max }: { min: number; max: number }, value: number): number =>
  Math.min(value - min, max - value);

/**
 * Whether a margin is none below zero. Sums of decimals: an edge that is met is met, whatever the last bit says.
 *
 * @param size about how large the numbers are that the margin is a difference of
 */
export const isWithin = (margin: number, size: number): boolean => margin >= -SAME_VALUE_RATIO * Math.abs(size);

/** The one with the largest margin, the first of equals; null where there is none. */
export const widest = <One extends { margin: number }>(choices: readonly One[]): One | null =>
  choices.reduce<One | null>((best, one) => (!best || one.margin > best.margin ? one : best), null);
