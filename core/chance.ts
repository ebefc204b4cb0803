import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';

/**
 * A repeatable source of chance: the same seed always gives the same numbers, so that what was found with it can be
 * found again. Good enough to shake readings with, not to keep a secret.
 *
 * @returns the next number, from 0 to below 1
 */
export function chance(seed: number): () => number {
  const generator = xoroshiro128plus(seed);
  return () => uniformFloat64(generator);
}

/** Normal draws, of mean 0 and deviation 1, two from two even ones (Box and Muller). */
export function normals(next: () => number): () => number {
  let spare: number | null = null;
  return () => {
    if (spare !== null) {
      const kept = spare;
      spare = null;
      return kept;
    }
    const radius = Math.sqrt(-2 * Math.log(1 - next()));
    const angle = 2 * Math.PI * next();
    spare = radius * Math.sin(angle);
    return radius * Math.cos(angle);
  };
}
