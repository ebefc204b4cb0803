import { SPLINE_RMS_RATIO } from '../tolerances.js';

/** A natural cubic spline through smoothed values: piecewise cubic, with continuous slope and curvature. */
export interface Spline {
  x: Float64Array;
  /** Smoothed values at `x`. */
  f: Float64Array;
  /** Second derivatives at `x`; nothing at both ends. */
  m: Float64Array;
  /** Root mean square of what was taken out of the readings. */
  rms: number;
  /** Standard deviation of the readings round the curve, by what the curve has left free of them. */
  noise: number;
  /** How much it smooths. */
  alpha: number;
}

/** Bands of the two matrices of Reinsch's algorithm, for `inner` = n − 2 unknowns. */
interface Bands {
  h: Float64Array;
  /** R, diagonal and first off-diagonal. */
  r0: Float64Array;
  r1: Float64Array;
  /** QᵀQ, diagonal and two off-diagonals. */
  q0: Float64Array;
  q1: Float64Array;
  q2: Float64Array;
  /** Qᵀy. */
  qy: Float64Array;
}

function bandsOf(x: Float64Array, y: Float64Array): Bands {
  const inner = x.length - 2;
  const h = new Float64Array(x.length - 1);
  for (let i = 0; i < h.length; i++) h[i] = x[i + 1] - x[i];
  const bands: Bands = {
    h,
    r0: new Float64Array(inner),
    r1: new Float64Array(inner),
    q0: new Float64Array(inner),
    q1: new Float64Array(inner),
    q2: new Float64Array(inner),
    qy: new Float64Array(inner),
  };
  for (let i = 0; i < inner; i++) {
    const [a, c] = [1 / h[i], 1 / h[i + 1]];
    const b = -a - c;
    bands.r0[i] = (h[i] + h[i + 1]) / 3;
    bands.q0[i] = a * a + b * b + c * c;
    bands.qy[i] = (y[i + 2] - y[i + 1]) * c - (y[i + 1] - y[i]) * a;
    if (i + 1 < inner) {
      const [nextA, nextC] = [1 / h[i + 1], 1 / h[i + 2]];
      bands.r1[i] = h[i + 1] / 6;
      bands.q1[i] = b * nextA + c * (-nextA - nextC);
      if (i + 2 < inner) bands.q2[i] = c * (1 / h[i + 2]);
    }
  }
  return bands;
}

/** Solves (R + αQᵀQ)γ = Qᵀy by Cholesky's LDLᵀ in its five bands, and smooths with it. */
function smoothWith(alpha: number, y: Float64Array, bands: Bands) {
  const { h, r0, r1, q0, q1, q2, qy } = bands;
  const inner = qy.length;
  const d = new Float64Array(inner);
  const l1 = new Float64Array(inner);
  const l2 = new Float64Array(inner);
  const gamma = new Float64Array(inner);
  for (let i = 0; i < inner; i++) {
    let diagonal = r0[i] + alpha * q0[i];
    let off = r1[i] + alpha * q1[i];
    let right = qy[i];
    if (i > 0) {
      diagonal -= d[i - 1] * l1[i - 1] * l1[i - 1];
      off -= d[i - 1] * l1[i - 1] * l2[i - 1];
      right -= l1[i - 1] * gamma[i - 1];
    }
    if (i > 1) {
      diagonal -= d[i - 2] * l2[i - 2] * l2[i - 2];
      right -= l2[i - 2] * gamma[i - 2];
    }
    d[i] = diagonal;
    l1[i] = off / diagonal;
    l2[i] = (alpha * q2[i]) / diagonal;
    gamma[i] = right;
  }
  for (let i = inner - 1; i >= 0; i--) {
    gamma[i] /= d[i];
    if (i + 1 < inner) gamma[i] -= l1[i] * gamma[i + 1];
    if (i + 2 < inner) gamma[i] -= l2[i] * gamma[i + 2];
  }
  const f = new Float64Array(y.length);
  let sum = 0;
  for (let i = 0; i < y.length; i++) {
    const left = i > 1 ? gamma[i - 2] / h[i - 1] : 0;
    const here = i > 0 && i <= inner ? gamma[i - 1] * (-1 / h[i - 1] - 1 / h[i]) : 0;
    const right = i < inner ? gamma[i] / h[i] : 0;
    const taken = alpha * (left + here + right);
    f[i] = y[i] - taken;
    sum += taken * taken;
  }
  return { f, gamma, rms: Math.sqrt(sum / y.length), solved: { d, l1, l2 } };
}

/**
 * How many of the readings the curve leaves free: n less the trace of what maps readings to curve. By the five bands of
 * the inverse alone. Source: M. F. Hutchinson and F. R. de Hoog, Numerische Mathematik 47 (1985).
 */
function freeOf(alpha: number, { q0, q1, q2 }: Bands, { d, l1, l2 }: ReturnType<typeof smoothWith>['solved']): number {
  const inner = d.length;
  const [b0, b1, b2] = [new Float64Array(inner + 2), new Float64Array(inner + 2), new Float64Array(inner + 2)];
  let trace = 0;
  for (let i = inner - 1; i >= 0; i--) {
    b2[i] = -l1[i] * b1[i + 1] - l2[i] * b0[i + 2];
    b1[i] = -l1[i] * b0[i + 1] - l2[i] * b1[i + 1];
    b0[i] = 1 / d[i] - l1[i] * b1[i] - l2[i] * b2[i];
    trace += b0[i] * q0[i] + 2 * (i + 1 < inner ? b1[i] * q1[i] : 0) + 2 * (i + 2 < inner ? b2[i] * q2[i] : 0);
  }
  return alpha * trace;
}

/** Where generalised cross-validation is first looked at, and how often it is narrowed down then. */
const LOOKS = { first: 10, then: 6 };
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** The smoothing whose curve would foretell a reading that was left out best, as its logarithm (Craven and Wahba 1979). */
function bestByLeavingOut(low: number, high: number, y: Float64Array, bands: Bands): number {
  const score = (log: number): number => {
    const alpha = Math.exp(log);
    const { rms, solved } = smoothWith(alpha, y, bands);
    const free = freeOf(alpha, bands, solved) / y.length;
    return free <= 0 ? Infinity : (rms / free) ** 2;
  };
  const step = (high - low) / (LOOKS.first - 1);
  const looked = Array.from({ length: LOOKS.first }, (_none, index) => low + index * step);
  const scores = looked.map(score);
  const middle = looked[scores.indexOf(Math.min(...scores))];
  let [from, to] = [Math.max(low, middle - step), Math.min(high, middle + step)];
  let [a, b] = [to - GOLDEN * (to - from), from + GOLDEN * (to - from)];
  let [atA, atB] = [score(a), score(b)];
  for (let look = 0; look < LOOKS.then; look++)
    if (atA < atB) {
      [to, b, atB] = [b, a, atA];
      a = to - GOLDEN * (to - from);
      atA = score(a);
    } else {
      [from, a, atA] = [a, b, atB];
      b = from + GOLDEN * (to - from);
      atB = score(b);
    }
  return (from + to) / 2;
}

/**
 * Reinsch's smoothing spline: of all curves at a root mean square distance from the readings, the one with the least
 * bending ∫f″². Chosen because it takes angles at any spacing, and because its curvature is continuous, so that velocity
 * and acceleration come from the same curve as the lift. It costs time in proportion to the number of points. Source:
 * C. H. Reinsch, Smoothing by Spline Functions, Numerische Mathematik 10 (1967).
 *
 * How far it goes from the readings is told by themselves: as far as makes it foretell best one that is left out. It never
 * goes further than a reading is trusted (k = 2): a dial that reads finer than that is not smoothed as if it did not.
 *
 * @param x strictly ascending, three or more
 * @param uncertainty of one reading, k = 2
 */
export function smoothingSpline(x: Float64Array, y: Float64Array, uncertainty: number): Spline {
  const bands = bandsOf(x, y);
  const spacing = (x[x.length - 1] - x[0]) / (x.length - 1);
  // At this end the curve goes through every reading, at the other it is a straight line, as far as doubles can tell.
  let [low, high] = [Math.log(spacing ** 3 * 1e-6), Math.log(spacing ** 3 * x.length ** 4 * 1e3)];
  high = bestByLeavingOut(low, high, y, bands);
  let alpha = Math.exp(high);
  let best = smoothWith(alpha, y, bands);
  if (best.rms > uncertainty) {
    alpha = Math.exp(low);
    best = smoothWith(alpha, y, bands);
    while (high - low > SPLINE_RMS_RATIO) {
      const middle = (low + high) / 2;
      const trial = smoothWith(Math.exp(middle), y, bands);
      if (trial.rms <= uncertainty) [low, best, alpha] = [middle, trial, Math.exp(middle)];
      else high = middle;
    }
  }
  return splineOf(x, alpha, best, bands);
}

/** The spline that smooths other readings at the same angles by as much. */
export function smoothedAlike({ x, alpha }: Pick<Spline, 'x' | 'alpha'>, y: Float64Array): Spline {
  const bands = bandsOf(x, y);
  return splineOf(x, alpha, smoothWith(alpha, y, bands), bands);
}

function splineOf(x: Float64Array, alpha: number, smoothed: ReturnType<typeof smoothWith>, bands: Bands): Spline {
  const { f, gamma, rms, solved } = smoothed;
  const m = new Float64Array(x.length);
  m.set(gamma, 1);
  const free = freeOf(alpha, bands, solved);
  return { x, f, m, rms, noise: free > 0 ? rms * Math.sqrt(x.length / free) : 0, alpha };
}

/** Value, slope and curvature of the spline at `at`, which lies on it. */
export function splineAt(
  { x, f, m }: Spline,
  at: number,
  from = 0,
): { lift: number; velocity: number; acceleration: number } {
  let i = from;
  while (i < x.length - 2 && x[i + 1] < at) i++;
  const h = x[i + 1] - x[i];
  const [a, b] = [(x[i + 1] - at) / h, (at - x[i]) / h];
  return {
    lift: a * f[i] + b * f[i + 1] + (((a ** 3 - a) * m[i] + (b ** 3 - b) * m[i + 1]) * h * h) / 6,
    velocity: (f[i + 1] - f[i]) / h + ((-(3 * a * a - 1) * m[i] + (3 * b * b - 1) * m[i + 1]) * h) / 6,
    acceleration: a * m[i] + b * m[i + 1],
  };
}
