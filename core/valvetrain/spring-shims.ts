import { sameValue } from '../tolerances.js';

/** The most shims that are laid under one spring: more of them creep and fret. */
const MOST_SHIMS = 3;

export interface ShimStack {
  /** Thicknesses, the thickest first; none where none is needed. */
  shims: number[];
  /** The height with them. */
  height: number;
}

/** All stacks of so many shims, the thickest first in each. */
function stacks(thicknesses: number[], most: number): number[][] {
  if (most === 0) return [[]];
  const fewer = stacks(thicknesses, most - 1);
  const more = fewer
    .filter((stack) => stack.length === most - 1)
    .flatMap((stack) => thicknesses.filter((one) => one <= (stack.at(-1) ?? Infinity)).map((one) => [...stack, one]));
  return [...fewer, ...more];
}

/**
 * What to lay under a spring so that it stands as high as wanted, from the thicknesses that the shop has: the stack that
 * comes nearest, the fewest shims where several do. Null where it already stands lower than wanted: no shim raises it.
 *
 * @example shimsFor({ installed: 1.93, wanted: 1.9, thicknesses: [0.015, 0.03, 0.06] }) // { shims: [0.03], height: 1.9 }
 */
export function shimsFor({
  installed,
  wanted,
  thicknesses,
}: {
  installed: number;
  wanted: number;
  thicknesses: number[];
}): ShimStack | null {
  const needed = installed - wanted;
  const smallest = Math.min(...thicknesses, Infinity);
  if (needed < -smallest / 2 && !sameValue(installed, wanted)) return null;
  const sum = (stack: number[]) => stack.reduce((total, one) => total + one, 0);
  const off = (stack: number[]) => Math.abs(sum(stack) - needed);
  const best = stacks(
    [...thicknesses].sort((a, b) => b - a),
    MOST_SHIMS,
  ).reduce((nearest, stack) => (off(stack) < off(nearest) && !sameValue(off(stack), off(nearest)) ? stack : nearest));
  return { shims: best, height: installed - sum(best) };
}
