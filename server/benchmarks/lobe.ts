import { median } from 'simple-statistics';
import { lobeAnalyse, type LobeAnalyseInput } from '../../core/cam/lobe-analyse.js';
import { lobeFromCard } from '../../core/cam/lobe-from-card.js';
import { chance } from '../../core/chance.js';
import type { Ratio } from './ratio.js';

const POINTS = 7200;
const ROUNDS = 15;
const UNCERTAINTY = 0.0005;

/** A sweep of 7,200 points over a whole lobe, read through a dial that wobbles the same way each time. */
function longSweep(): LobeAnalyseInput {
  const { points, halfWidth } = lobeFromCard({
    lobeLift: 0.341,
    durations: [
      { lift: 0.006, duration: 276 },
      { lift: 0.05, duration: 226 },
    ],
    centreline: 106,
    step: 0.05,
  });
  const step = (2 * halfWidth) / (points.length - 1);
  const next = chance(1);
  const wobble = () => (next() - 0.5) * 2 * UNCERTAINTY;
  const rest = POINTS - points.length;
  const swept = [
    ...Array.from({ length: rest >> 1 }, (_, index): [number, number] => [points[0][0] - step * ((rest >> 1) - index), 0]),
    ...points,
    ...Array.from({ length: rest - (rest >> 1) }, (_, index): [number, number] => [points[points.length - 1][0] + step * (index + 1), 0]),
  ]; // prettier-ignore
  return {
    points: swept.map(([deg, lift]) => [deg, lift + wobble()]),
    measuredAt: 'lobe',
    uncertainty: UNCERTAINTY / Math.sqrt(3),
    lifts: [0.05, 0.2],
    drops: [0.02, 0.05],
  };
}

/**
 * The same smoothing as one tight loop over typed arrays that are made once: what the machine can do with this
 * arithmetic. It stands here to be measured against, and for nothing else.
 */
function tightSmoothing({ points, uncertainty }: LobeAnalyseInput): (solves: number) => number {
  const n = points.length;
  const inner = n - 2;
  const [x, y] = [Float64Array.from(points, ([deg]) => deg), Float64Array.from(points, ([, lift]) => lift)];
  const [h, r0, r1, q0, q1, q2, qy] = Array.from({ length: 7 }, () => new Float64Array(n));
  const [d, l1, l2, g, f] = Array.from({ length: 5 }, () => new Float64Array(n));
  return (solves) => {
    for (let i = 0; i + 1 < n; i++) h[i] = x[i + 1] - x[i];
    for (let i = 0; i < inner; i++) {
      const a = 1 / h[i];
      const c = 1 / h[i + 1];
      const b = -a - c;
      r0[i] = (h[i] + h[i + 1]) / 3;
      q0[i] = a * a + b * b + c * c;
      qy[i] = (y[i + 2] - y[i + 1]) * c - (y[i + 1] - y[i]) * a;
      if (i + 1 < inner) {
        r1[i] = h[i + 1] / 6;
        q1[i] = b / h[i + 1] + c * (-1 / h[i + 1] - 1 / h[i + 2]);
      }
      if (i + 2 < inner) q2[i] = c / h[i + 2];
    }
    let [low, high] = [-20, 40];
    let rms = 0;
    for (let solve = 0; solve < solves; solve++) {
      const alpha = Math.exp((low + high) / 2);
      for (let i = 0; i < inner; i++) {
        let diagonal = r0[i] + alpha * q0[i];
        let off = r1[i] + alpha * q1[i];
        let right = qy[i];
        if (i > 0) {
          diagonal -= d[i - 1] * l1[i - 1] * l1[i - 1];
          off -= d[i - 1] * l1[i - 1] * l2[i - 1];
          right -= l1[i - 1] * g[i - 1];
        }
        if (i > 1) {
          diagonal -= d[i - 2] * l2[i - 2] * l2[i - 2];
          right -= l2[i - 2] * g[i - 2];
        }
        d[i] = diagonal;
        l1[i] = off / diagonal;
        l2[i] = (alpha * q2[i]) / diagonal;
        g[i] = right;
      }
      for (let i = inner - 1; i >= 0; i--) {
        g[i] /= d[i];
        if (i + 1 < inner) g[i] -= l1[i] * g[i + 1];
        if (i + 2 < inner) g[i] -= l2[i] * g[i + 2];
      }
      let sum = 0;
      for (let i = 0; i < n; i++) {
        const left = i > 1 ? g[i - 2] / h[i - 1] : 0;
        const here = i > 0 && i <= inner ? g[i - 1] * (-1 / h[i - 1] - 1 / h[i]) : 0;
        const taken = alpha * (left + here + (i < inner ? g[i] / h[i] : 0));
        f[i] = y[i] - taken;
        sum += taken * taken;
      }
      rms = Math.sqrt(sum / n);
      if (rms <= uncertainty) low = (low + high) / 2;
      else high = (low + high) / 2;
    }
    return rms;
  };
}

/** Solves of the smoothing that the bisection of `smoothingSpline` comes to on this sweep. */
const SOLVES = 18;

/** `lobe-analyse` on 7,200 points, smoothing and all, against its smoothing alone as a tight loop; in turns. */
export function benchLobe(): Ratio {
  const sweep = longSweep();
  const tight = tightSmoothing(sweep);
  const time = (act: () => unknown) => {
    const start = performance.now();
    act();
    return performance.now() - start;
  };
  const pairs = Array.from({ length: ROUNDS }, () => [time(() => lobeAnalyse(sweep)), time(() => tight(SOLVES))]).slice(
    3,
  );
  const [whole, loop] = [0, 1].map((side) => median(pairs.map((pair) => pair[side])));
  return {
    title: 'lobe-analyse on 7,200 points, smoothing and all, against its smoothing as a tight typed-array loop',
    detail: `${whole.toFixed(1)} ms against ${loop.toFixed(1)} ms: over 10 ms, so the screen asks a worker`,
    ratio: median(pairs.map(([a, b]) => b / a)),
    asked: { atLeast: 0.3 },
  };
}
