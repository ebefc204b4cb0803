import { CYCLE_DEG } from '../engine/crank.js';
import { ImpossibleInput } from '../impossible.js';
import { PROFILE_CONVERGED } from '../tolerances.js';

export interface LobeFromCardInput {
  lobeLift: number;
  /** Two durations at two lifts, crank degrees. */
  durations: { lift: number; duration: number }[];
  /** Degrees after top centre of the nose. */
  centreline: number;
  /** Crank degrees between points. */
  step: number;
}

export interface SyntheticLobe {
  /** Crank degrees after top centre, lift at the lobe. */
  points: [deg: number, lift: number][];
  halfWidth: number;
  power: number;
  synthetic: true;
}

/** The half width X that carries duration `d` at lift `l` with power q: l/L = cos(πd/4X)^q. */
const halfWidthFor = (lift: number, duration: number, lobeLift: number, power: number) =>
  (Math.PI * duration) / (4 * Math.acos((lift / lobeLift) ** (1 / power)));

/**
 * A lobe that a card describes: L·cos(πx/2X)^q through both durations. Smooth, symmetric and made up: a swept lobe
 * always beats it. For each power q the first duration fixes the half width X; q is then found by bisection so that
 * the second fits too: the difference of the two half widths changes sign once as q grows.
 *
 * @throws ImpossibleInput when the higher lift has the longer duration, a lift lies above the lobe, or no lobe
 * that closes within two turns fits
 */
export function lobeFromCard({ lobeLift, durations, centreline, step }: LobeFromCardInput): SyntheticLobe {
  const [low, high] = [...durations].sort((a, b) => a.lift - b.lift);
  const indexOf = (entry: typeof low) => durations.indexOf(entry);
  if (high.lift >= lobeLift)
    throw new ImpossibleInput({
      path: ['durations', indexOf(high), 'lift'],
      code: 'lift-above-lobe',
      params: { lobeLift },
    });
  if (low.lift === high.lift) throw new ImpossibleInput({ path: ['durations', 1, 'lift'], code: 'same-lift' });
  if (low.duration <= high.duration)
    throw new ImpossibleInput({ path: ['durations', indexOf(high), 'duration'], code: 'duration-grows-with-lift' });

  const gap = (power: number) =>
    halfWidthFor(low.lift, low.duration, lobeLift, power) - halfWidthFor(high.lift, high.duration, lobeLift, power);
  let [from, to] = [0.05, 60];
  if (Math.sign(gap(from)) === Math.sign(gap(to)))
    throw new ImpossibleInput({ path: ['durations'], code: 'no-lobe-fits' });
  while (to - from > PROFILE_CONVERGED) {
    const middle = (from + to) / 2;
    if (Math.sign(gap(middle)) === Math.sign(gap(from))) from = middle;
    else to = middle;
  }
  const power = (from + to) / 2;
  const halfWidth = halfWidthFor(low.lift, low.duration, lobeLift, power);
  if (halfWidth > CYCLE_DEG / 2) throw new ImpossibleInput({ path: ['durations'], code: 'no-lobe-fits' });
  const points: [number, number][] = [];
  const first = Math.ceil((centreline - halfWidth) / step);
  const last = Math.floor((centreline + halfWidth) / step);
  for (let turn = first; turn <= last; turn++) {
    const deg = turn * step;
    points.push([deg, lobeLift * Math.cos((Math.PI * (deg - centreline)) / (2 * halfWidth)) ** power]);
  }
  return { points, halfWidth, power, synthetic: true };
}
