import { mean } from 'simple-statistics';
import type { Measure } from '../plan/measure.js';
import { trustPartsOf, type Practice } from '../plan/practice.js';
import { isChosen } from '../plan/tested.js';
import { agree, MOST_TRIES, trustOfMean } from '../plan/trust.js';

/** Tries of one thing that agree count by their mean, and are trusted further than one of them. */
export interface Agreed {
  /** How many. */
  of: number;
  value: number;
  /** k = 2. */
  uncertainty: number;
}

/** What is set rather than found: read again after it was set anew, only the newest reading tells. Ring gaps are filed. */
const SET = { stages: ['setting', 'torque'], keys: ['ring-gap-top', 'ring-gap-second'] };

/** Whether tries of a measure are of one thing that nobody sets in between. */
export const isFound = ({ key, stage, quantity, options }: Measure): boolean =>
  !options &&
  !isChosen(key) &&
  !SET.stages.includes(stage) &&
  !SET.keys.includes(key) &&
  (quantity === 'length' || quantity === 'force');

/** The tries behind the newest that agree with it, back to the first that does not; null where it stands alone. */
export function agreedTail(
  values: readonly number[],
  measure: Measure,
  practice: Pick<Practice, 'uncertainty' | 'repeats'>,
): Agreed | null {
  const parts = trustPartsOf(practice, measure);
  let of = 1;
  while (of < Math.min(values.length, MOST_TRIES) && agree(values.slice(-of - 1), parts)) of++;
  if (of === 1) return null;
  return { of, value: mean(values.slice(-of)), uncertainty: trustOfMean(parts, of) };
}
