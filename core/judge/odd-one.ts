import { mean, median, probit, sampleVariance } from 'simple-statistics';

/**
 * Which value of a row is unlike the others, with a stated rate of false alarms: the residual from the middle of the
 * others, against a scale that is shrunk to what is usual, with a cut for the number of values that are tested on the
 * whole engine. The rates are in `docs/doubt.md` and are held by `core/sheet/doubt.test.ts`.
 */

/** Of good engines, so many are to have any value accused in their whole build: half of what is promised, for each value is tested again with every one typed after it. */
const ENGINES_ACCUSED = 0.05;

/** What is usual counts as so many values. */
const USUAL_WEIGHT = 10;
/** A robust spread of a few values tells as much as so large a share of them would by their squares. */
const ROBUST_WEIGHT = 0.6;

/** The middle of fewer others says nothing of one more. */
export const FEWEST_OTHERS = 3;
/** Among fewer nobody knows which is the odd one: only what lies apart this many times as far is asked about. */
const AMONG_FEW = 3;

/** Others that lie further from their middle are left out of it; nearer ones are not: they are what a row looks like. */
const LEFT_OUT = 3.5;

/** Makes the median absolute deviation of normal values their standard deviation. */
const MAD_TO_SIGMA = 1.4826;
/** By what it is too small for few values (Croux and Rousseeuw 1992), by their number from 2 on. */
const FEW_FACTOR = [1.196, 1.495, 1.363, 1.206, 1.2, 1.14, 1.129, 1.107];
const fewFactor = (count: number): number => FEW_FACTOR[count - 2] ?? count / (count - 0.8);

/** What is usual of the row that a value stands in. Canonical. */
export interface Usual {
  /** By how much values of a kind lie apart on a good engine, one standard deviation. */
  sigma: number;
  /** How many values are tested on the engine. */
  tested: number;
}

/** How a value stands among the others of its row. */
export interface AmongOthers {
  /** The middle of the others of its kind, and what it lies from there. */
  middle: number;
  difference: number;
  others: number;
  /** The difference in standard deviations. */
  score: number;
  isOdd: boolean;
  /** As far from the middle as a value may lie without being odd. */
  within: number;
}

/** From how many standard deviations on a value is odd, where so many are tested. */
const cutFor = (tested: number): number => probit(1 - ENGINES_ACCUSED / (2 * tested));

type Groups = readonly (readonly number[])[];

/** Shrinks the variance that a row shows, with so many degrees of freedom, to the usual one. */
const shrunk = (variance: number, free: number, usual: number): number =>
  Math.sqrt((USUAL_WEIGHT * usual ** 2 + ROBUST_WEIGHT * free * variance) / (USUAL_WEIGHT + ROBUST_WEIGHT * free));

/** The variance of groups of values round middles of their own, and its degrees of freedom. */
function pooled(groups: Groups, varianceOf: (values: number[]) => number): [variance: number, free: number] {
  const told = groups.filter((values) => values.length > 1);
  const free = told.reduce((sum, values) => sum + values.length - 1, 0);
  const squares = told.reduce((sum, values) => sum + (values.length - 1) * varianceOf([...values]), 0);
  return [free === 0 ? 0 : squares / free, free];
}

/** The variance of normal values that a wild one or two cannot change. */
const varianceByMedian = (values: readonly number[]): number => {
  const middle = median([...values]);
  return (MAD_TO_SIGMA * fewFactor(values.length) * median(values.map((one) => Math.abs(one - middle)))) ** 2;
};

/** The values of a group without those that are wild themselves, by a scale that they cannot have stretched. */
function tame(values: readonly number[], scale: number): number[] {
  const middle = median([...values]);
  return values.filter((one) => Math.abs(one - middle) <= LEFT_OUT * scale);
}

/** The variance of rows of many engines together, each round its own middle and without what is wild in it, and its degrees of freedom. */
export function rowVariance(groups: Groups): [variance: number, free: number] {
  const rough = Math.sqrt(pooled(groups, varianceByMedian)[0]);
  return pooled(
    groups.map((values) => (values.length > 2 ? tame(values, rough) : values)),
    sampleVariance,
  );
}

/**
 * How a value stands among the others; null while there is none.
 *
 * @param own the others of its kind; the value itself is not among them
 * @param elsewhere the row's other kinds: they tell how far values of it lie apart, each round its own middle
 */
export function amongOthers(
  value: number,
  own: readonly number[],
  elsewhere: readonly (readonly number[])[],
  { sigma, tested }: Usual,
): AmongOthers | null {
  if (own.length === 0) return null;
  const rough = shrunk(...pooled([own, ...elsewhere], varianceByMedian), sigma);
  const [kept, ...others] = [own, ...elsewhere].map((group) => (group.length > 2 ? tame(group, rough) : group));
  const scale = shrunk(...pooled([kept, ...others], sampleVariance), sigma);
  const middle = mean(kept);
  const difference = value - middle;
  const deviation = scale * Math.sqrt(1 + 1 / kept.length);
  const within = deviation * cutFor(tested) * (own.length < FEWEST_OTHERS ? AMONG_FEW : 1);
  const isOdd = Math.abs(difference) > within;
  return { middle, difference, others: own.length, score: difference / deviation, isOdd, within };
}
