/** Nobody knows a chance finer than that: steps of five in a hundred. */
const STEP = 5;

/**
 * A chance as it is said: in steps of five, and at its ends by what it is less or more than. Some hundred draws tell no
 * more, and none of 40,000 is not never.
 *
 * @example sayChance(0.73) // '75%'
 */
export function sayChance(share: number): string {
  if (share < 0.001) return 'under 1 in 1,000';
  if (share < 0.01) return 'under 1 in 100';
  if (share < STEP / 100) return `under ${STEP}%`;
  if (share > 1 - STEP / 100) return `over ${100 - STEP}%`;
  return `${STEP * Math.round((share * 100) / STEP)}%`;
}
