/**
 * A small repeatable source of chance: the same seed always gives the same numbers, so that what was found with it can
 * be found again. A linear congruential generator (Numerical Recipes, 2nd ed., section 7.1); good enough to shake
 * readings with, not to keep a secret.
 *
 * @returns the next number, from 0 to below 1
 */
export function chance(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1664525 + 1013904223) % 2 ** 32;
    return state / 2 ** 32;
  };
}
