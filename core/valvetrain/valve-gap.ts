import { CYCLE_DEG } from '../engine/crank.js';
import { belowTop } from '../engine/piston.js';

/**
 * The arithmetic of the gap between a valve and its piston, over arrays that are made once: asked for hundreds of cam
 * positions and a hundred thousand draws. Lengths in one unit; crank angles from the top between exhaust and intake.
 */

/** What of an engine moves its piston towards a valve, which leans so much from the cylinder. */
interface Piston {
  stroke: number;
  rodLength: number;
  valveAngleDeg: number;
}

/** Half a turn either way of that top: beyond, the piston comes up under a closed valve. */
const SWEPT_DEG = 180;

/** The lobe as arrays: where each piece begins, its lift there, how it rises; ready to be asked for rising angles. */
export interface LobeTable {
  deg: Float64Array;
  lift: Float64Array;
  slope: Float64Array;
}

/** A lobe whose nose is told a whole cycle later is the same lobe: it is laid where the top between the strokes is zero. */
export function tableOf(lobe: [deg: number, lift: number][]): LobeTable {
  const [nose] = lobe.reduce((best, point) => (point[1] > best[1] ? point : best));
  const shift = CYCLE_DEG * Math.round(nose / CYCLE_DEG);
  const deg = Float64Array.from(lobe, ([at]) => at - shift);
  const lift = Float64Array.from(lobe, ([, high]) => high);
  const slope = new Float64Array(lobe.length);
  for (let i = 0; i + 1 < lobe.length; i++) slope[i] = (lift[i + 1] - lift[i]) / (deg[i + 1] - deg[i]);
  return { deg, lift, slope };
}

/** Crank angles over which the gap is looked for, and the piston's drop along the valve at each. */
export interface Travel {
  deg: Float64Array;
  drop: Float64Array;
}

/** Crank angles with their sines and cosines: found once, however many engines are asked. */
export interface Crank {
  deg: Float64Array;
  sin: Float64Array;
  cos: Float64Array;
}

/** @param span from where to where, degrees */
export function crankOf(step: number, [from, to]: readonly [number, number] = [-SWEPT_DEG, SWEPT_DEG]): Crank {
  const count = Math.floor((to - from) / step) + 1;
  const deg = Float64Array.from({ length: count }, (_, index) => from + index * step);
  return {
    deg,
    sin: deg.map((at) => Math.sin((at * Math.PI) / 180)),
    cos: deg.map((at) => Math.cos((at * Math.PI) / 180)),
  };
}

/** Writes the piston's drop along the valve at each of the crank's angles into `drop`. */
export function fillDrop({ sin, cos }: Crank, { stroke, rodLength, valveAngleDeg }: Piston, drop: Float64Array): void {
  const throwOf = stroke / 2;
  const along = Math.cos((valveAngleDeg * Math.PI) / 180);
  for (let i = 0; i < drop.length; i++) drop[i] = belowTop(throwOf, rodLength, sin[i], cos[i]) * along;
}

/** The piston's drop along the valve over a turn of the crank. */
export function travelOf(input: Piston & { crankStep: number }): Travel {
  const crank = crankOf(input.crankStep);
  const drop = new Float64Array(crank.deg.length);
  fillDrop(crank, input, drop);
  return { deg: crank.deg, drop };
}

/** What opens a valve at one position of its cam. */
interface Opening {
  rockerRatio: number;
  lash: number;
  advance: number;
}

/**
 * The kernel: least of s cosα − V over the crank, and the place in `deg` where it is. One walk through travel and lobe
 * side by side, both rising.
 *
 * @param gaps where each of them is written, for whoever wants to see them all
 */
export function leastGap(
  { deg, drop }: Travel,
  lobe: LobeTable,
  { rockerRatio, lash, advance }: Opening,
  gaps?: Float64Array,
): [gap: number, index: number] {
  const { deg: begins, lift, slope } = lobe;
  const beforeLast = begins.length - 2;
  const first = begins[0];
  const end = begins[begins.length - 1];
  const count = deg.length;
  let least = Infinity;
  let where = 0;
  let piece = 0;
  for (let i = 0; i < count; i++) {
    const at = deg[i] + advance;
    let gap = drop[i];
    if (at >= first && at <= end) {
      while (piece < beforeLast && begins[piece + 1] <= at) piece++;
      const open = (lift[piece] + slope[piece] * (at - begins[piece])) * rockerRatio - lash;
      if (open > 0) gap -= open;
    }
    if (gaps !== undefined) gaps[i] = gap;
    if (gap < least) {
      least = gap;
      where = i;
    }
  }
  return [least, where];
}
