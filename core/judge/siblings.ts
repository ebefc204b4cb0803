import { median, medianAbsoluteDeviation } from 'simple-statistics';

/** Scores beyond this, either way, ask for a second look (the usual cut for the modified z-score). */
const ODD_SCORE = 3.5;

/** Makes the median absolute deviation comparable to a standard deviation of normal values. */
const MAD_TO_SIGMA = 0.6745;

export interface SiblingScore {
  place: string;
  value: number;
  score: number;
  flagged: boolean;
}

/**
 * A calculator's answer; what a sheet calls odd goes by `odd-one.ts`. How far each value stands from its siblings: 0.6745 (v − median) / MAD, the modified z-score of Iglewicz and
 * Hoaglin, which one wild value cannot hide behind. The MAD is kept at half a resolution step or more, or else a
 * row of equal readings would make the smallest step look wild. `values` must not be empty.
 */
export function siblings(values: { place: string; value: number }[], resolution: number) {
  const figures = values.map(({ value }) => value);
  const middle = median(figures);
  const spread = Math.max(medianAbsoluteDeviation(figures), resolution / 2);
  const scores = values.map(({ place, value }): SiblingScore => {
    const score = (MAD_TO_SIGMA * (value - middle)) / spread;
    return { place, value, score, flagged: Math.abs(score) > ODD_SCORE };
  });
  return { median: middle, scores };
}
