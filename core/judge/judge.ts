import { SAME_VALUE_RATIO } from '../tolerances.js';

/** `in` and `doubt`, `low`, `high` come from a value; the sheet adds `missing`, and `unjudged` where no limit is set. */
export type Verdict = 'in' | 'doubt' | 'low' | 'high';

export interface Limit {
  min?: number;
  max?: number;
}

/**
 * The decision rule of ISO 14253-1: out only when the value lies beyond the limit by more than the uncertainty, in
 * only when it lies inside by at least as much, and in doubt between. All four arguments in one unit.
 *
 * Sums of converted decimals are compared with a sliver of slack, so that 0.064 in counts as 0.060 in + 0.004 in.
 *
 * @example judge(0.062, { min: 0.02, max: 0.06 }, 0.004) // 'doubt'
 */
export function judge(value: number, { min, max }: Limit, uncertainty = 0): Verdict {
  const slack = SAME_VALUE_RATIO * Math.max(Math.abs(value), Math.abs(min ?? 0), Math.abs(max ?? 0), uncertainty);
  if (min !== undefined && value < min - uncertainty - slack) return 'low';
  if (max !== undefined && value > max + uncertainty + slack) return 'high';
  const clearOfMin = min === undefined || value >= min + uncertainty - slack;
  const clearOfMax = max === undefined || value <= max - uncertainty + slack;
  return clearOfMin && clearOfMax ? 'in' : 'doubt';
}

/**
 * The verdict on a value that is only known to be less than so much: below a least it is too little, below a most it is
 * within; whether it reaches a least that lies below is not known.
 *
 * @example judgeUnder(0.006, { min: 0.01 }, 0.001) // 'low'
 */
export function judgeUnder(value: number, limit: Limit, uncertainty = 0): Verdict {
  const verdict = judge(value, limit, uncertainty);
  if (verdict === 'low') return 'low';
  return limit.min === undefined && verdict === 'in' ? 'in' : 'doubt';
}

/**
 * The verdict on a value that is only known to be at least so much: within a least it may well be, out of it never; and
 * whether it keeps below a most is not known.
 *
 * @example judgeClear(0.15, { min: 0.08 }, 0.005) // 'in'
 */
export const judgeClear = (value: number, limit: Limit, uncertainty = 0): Verdict =>
  limit.max === undefined && judge(value, limit, uncertainty) === 'in' ? 'in' : 'doubt';
