/** Points of a plane, mm: x across, y upward. The virtual engine is built of points and distances alone. */
export interface Point {
  x: number;
  y: number;
}

/** `from` and then `by` a number of times along `way`. */
export const goFrom = (from: Point, way: Point, by: number): Point => ({ x: from.x + way.x * by, y: from.y + way.y * by }); // prettier-ignore

/** A step of length 1, so many degrees from x towards y. */
export function direction(deg: number): Point {
  const angle = (deg * Math.PI) / 180;
  return { x: Math.cos(angle), y: Math.sin(angle) };
}

export const apart = (a: Point, b: Point): number => Math.hypot(a.x - b.x, a.y - b.y);

/** How often a bracket is halved: a metre, or a turn, down to what a number has no digits for. */
const HALVINGS = 52;

/**
 * Where a function passes zero between two places on whose sides it differs: by halving, since nothing else is known of it.
 *
 * @returns null where it has the same sign at both
 */
export function zeroBetween(of: (at: number) => number, from: number, to: number): number | null {
  let [low, high] = [from, to];
  const atLow = of(low);
  if (atLow === 0) return low;
  if (Math.sign(atLow) === Math.sign(of(high))) return null;
  for (let step = 0; step < HALVINGS; step++) {
    const middle = (low + high) / 2;
    if (Math.sign(of(middle)) === Math.sign(atLow)) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
