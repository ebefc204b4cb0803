import { ImpossibleInput } from '../impossible.js';
import { reachAt, sweptReach } from './rocker-position.js';

/** Marks of a rocker that was struck on its closed valve, over shims under its stand. Lengths in one unit. */
export interface TappedMarkInput {
  armLength: number;
  valveLift: number;
  /** Shims under the stand, and where the mark lies across the tip; plus outward. */
  taps: { setting: number; position: number }[];
  /** Of the roller over the pivot without shims, where it was measured: then one tap is enough. */
  height?: number;
  /** One standard deviation of a mark's position. */
  standardUncertainty: { position: number };
}

export interface TappedMark {
  /** Of the roller over the pivot without shims. */
  height: number;
  /** Shims with which the sweep is narrowest. */
  best: number;
  /** One standard deviation of each; none where the height was measured. */
  standardUncertainty: { height: number; best: number };
  /** What the roller will sweep with the best shims, where the taps were read. */
  predictedSweep: { width: number; from: number; to: number };
}

/** Steps of Gauss and Newton: from any height of a rocker the third is exact to the last bits. */
const STEPS = 40;

/** Nearer to standing upright than this part of its length no rocker works: taps that ask for it were misread. */
const NEAR_UPRIGHT = 0.05;

const mean = (values: number[]) => values.reduce((sum, one) => sum + one, 0) / values.length;

/** The height whose reaches lie as the taps do, by least squares; and by how much the taps part for a unit of it. */
function heightOf({ armLength, taps }: TappedMarkInput): { height: number; parts: number } {
  const settings = taps.map(({ setting }) => setting);
  const [least, most] = [Math.max(...settings) - armLength, Math.min(...settings) + armLength];
  if (least >= most) throw new ImpossibleInput({ path: ['armLength'], code: 'arm-too-short' });
  const slopesAt = (height: number) => {
    const slopes = taps.map(({ setting }) => (setting - height) / reachAt(armLength, height - setting));
    const middle = mean(slopes);
    return slopes.map((slope) => slope - middle);
  };
  const missesAt = (height: number) => {
    const misses = taps.map(({ setting, position }) => position - reachAt(armLength, height - setting));
    const middle = mean(misses);
    return misses.map((miss) => miss - middle);
  };
  let height = (least + most) / 2;
  for (let step = 0; step < STEPS; step++) {
    const [slopes, misses] = [slopesAt(height), missesAt(height)];
    const squares = slopes.reduce((sum, slope) => sum + slope * slope, 0);
    const towards = slopes.reduce((sum, slope, index) => sum + slope * misses[index], 0) / squares;
    // Never past the arm's own reach: half of the way that is left, at most.
    height = Math.max((height + least) / 2, Math.min((height + most) / 2, height + towards));
  }
  const squares = slopesAt(height).reduce((sum, slope) => sum + slope * slope, 0);
  const [low, high] = [height - least, most - height];
  if (!(Math.min(low, high) > armLength * NEAR_UPRIGHT)) throw new ImpossibleInput({ path: ['taps'], code: 'taps-fit-no-height' });
  return { height, parts: Math.sqrt(squares) };
} // prettier-ignore

/**
 * How high a roller stands, from where a rocker leaves its mark when it is struck on the closed valve: with s of shims the
 * mark lies at c(s) = √(b² − (h − s)²) + const. Its place tells, not its width, and the doubt is large: two taps lie
 * hundredths apart. MATHS, tapped-mark.
 *
 * @throws ImpossibleInput with too few taps, all with the same shims, or such as no height explains
 * @example tappedMark({ armLength: 1.42, valveLift: 0.52, taps: [{ setting: 0.015, position: 0 }, { setting: 0.075, position: 0.01118 }], standardUncertainty: { position: 0.002 } }).best // 0.045
 */
export function tappedMark(input: TappedMarkInput): TappedMark {
  const { armLength, valveLift, taps, standardUncertainty } = input;
  const fewest = input.height === undefined ? 2 : 1;
  if (taps.length < fewest)
    throw new ImpossibleInput({ path: ['taps'], code: 'too-few-points', params: { fewest, count: taps.length } });
  if (input.height === undefined && new Set(taps.map(({ setting }) => setting)).size < 2)
    throw new ImpossibleInput({ path: ['taps'], code: 'same-setting' });
  if (armLength <= valveLift / 2) throw new ImpossibleInput({ path: ['armLength'], code: 'arm-too-short' });
  const found = input.height === undefined ? heightOf(input) : { height: input.height, parts: Infinity };
  const { height, parts } = found;
  const tooFar = taps.findIndex(({ setting }) => Math.abs(height - setting) >= armLength);
  if (tooFar >= 0) throw new ImpossibleInput({ path: ['taps', tooFar, 'setting'], code: 'arm-too-short' });
  const best = height - valveLift / 2;
  const { least, most } = sweptReach({ armLength, closedHeight: valveLift / 2, lift: valveLift });
  const zero = mean(taps.map(({ setting, position }) => position - reachAt(armLength, height - setting)));
  const doubt = standardUncertainty.position / parts;
  return {
    height,
    best,
    standardUncertainty: { height: doubt, best: doubt },
    predictedSweep: { width: most - least, from: least + zero, to: most + zero },
  };
}
