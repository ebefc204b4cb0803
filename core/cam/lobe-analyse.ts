import { sampleStandardDeviation } from 'simple-statistics';
import { chance, normals } from '../chance.js';
import { ImpossibleInput, type Impossibility } from '../impossible.js';
import { K } from '../tolerances.js';
import { CROSSING_DEG } from '../tolerances.js';
import { smoothedAlike, smoothingSpline, splineAt, type Spline } from './smoothing-spline.js';

export interface LobeAnalyseInput {
  /** Crank degrees after top centre, ascending, and lift. */
  points: [deg: number, lift: number][];
  /** At the valve the ratio and the lash are taken out, so that the lobe itself is judged. */
  measuredAt: 'lobe' | 'valve';
  rockerRatio?: number;
  lash?: number;
  /** What a reading of the dial can be trusted to (k = 2); the smoothing takes out no more. Same unit as the lifts. */
  uncertainty: number;
  /** Lifts at the lobe at which the duration is wanted. */
  lifts: number[];
  /** Drops from the peak at which the centreline is wanted. */
  drops: number[];
}

interface LobeFlanks {
  opening: number;
  closing: number;
}

export interface LobeAnalysis {
  peak: { lift: number; deg: number };
  durations: (LobeFlanks & { lift: number; duration: number })[];
  centrelineByArea: number;
  centrelines: (LobeFlanks & { drop: number; centreline: number })[];
  /** Centreline by area less the peak's angle: plus when the closing flank is the fuller. */
  asymmetryDeg: number;
  /** Lift times crank degrees under the curve. */
  area: number;
  velocity: { max: number; atDeg: number; min: number; minAtDeg: number };
  acceleration: { max: number; atDeg: number; min: number; minAtDeg: number };
  /** What the smoothing took out, and what the readings stray by round the curve, one standard deviation. */
  smoothing: { method: 'reinsch-smoothing-spline'; uncertainty: number; rms: number; noise: number };
  /** The smoothed curve: crank degrees, lift at the lobe, per degree, per degree squared. */
  curve: [deg: number, lift: number, velocity: number, acceleration: number][];
}

/** Fewer cannot carry two flanks, a nose and a curvature. */
const FEWEST_POINTS = 7;
/** Crank degrees: over a longer way between two readings nobody knows how a lobe went. */
const WIDEST_STEP = 20;
/** A dip between two noses counts when it is deeper than this many times the uncertainty. */
const DIP = 6;

/** Lift at the lobe of a lift measured at the valve; while the lash is not taken up the valve tells nothing. */
export function atLobe(
  { measuredAt, rockerRatio = 1, lash = 0 }: Pick<LobeAnalyseInput, 'measuredAt' | 'rockerRatio' | 'lash'>,
  lift: number,
): number {
  if (measuredAt === 'lobe') return lift;
  return lift > 0 ? (lift + lash) / rockerRatio : 0;
}

function check(input: LobeAnalyseInput): void {
  const { points } = input;
  const issues: Impossibility[] = [];
  if (points.length < FEWEST_POINTS)
    issues.push({ path: ['points'], code: 'too-few-points', params: { fewest: FEWEST_POINTS, count: points.length } });
  const turned = points.findIndex(([deg], index) => index > 0 && deg <= points[index - 1][0]);
  if (turned > 0)
    issues.push({ path: ['points', turned, 0], code: 'angle-not-ascending', params: { deg: points[turned][0] } });
  if (points.length > 1 && points[points.length - 1][0] - points[0][0] >= 720)
    issues.push({ path: ['points'], code: 'more-than-a-cycle' });
  if (input.measuredAt === 'valve' && input.rockerRatio === undefined)
    issues.push({ path: ['rockerRatio'], code: 'ratio-needed' });
  if (issues.length > 0) throw new ImpossibleInput(...issues);
}

/** Whether the curve rises to one nose and falls from it, but for what the dial itself may wobble. */
function hasTwoPeaks({ f }: Spline, top: number, dip: number): boolean {
  for (const step of [-1, 1]) {
    let lowest = f[top];
    for (let i = top; i >= 0 && i < f.length; i += step) {
      if (f[i] > lowest + dip) return true;
      lowest = Math.min(lowest, f[i]);
    }
  }
  return false;
}

/** The angle between knots `i` and `i + 1` at which `above` changes. */
function crossing(spline: Spline, i: number, above: (at: number) => boolean): number {
  let [from, to] = [spline.x[i], spline.x[i + 1]];
  const first = above(from);
  while (to - from > CROSSING_DEG) {
    const middle = (from + to) / 2;
    if (above(middle) === first) from = middle;
    else to = middle;
  }
  return (from + to) / 2;
}

/** Where the flanks pass a lift, walking down from the nose on either side; null where one does not reach so low. */
function flanksAt(spline: Spline, top: number, lift: number): LobeFlanks | null {
  const { f } = spline;
  let left = top;
  while (left > 0 && f[left - 1] >= lift) left--;
  let right = top;
  while (right < f.length - 1 && f[right + 1] >= lift) right++;
  if (left === 0 || right === f.length - 1) return null;
  const opening = crossing(spline, left - 1, (at) => splineAt(spline, at, left - 1).lift >= lift);
  const closing = crossing(spline, right, (at) => splineAt(spline, at, right).lift >= lift);
  return { opening, closing };
}

/** The nose: where the slope passes through nothing next to the highest knot. */
function peakOf(spline: Spline, top: number): { lift: number; deg: number } {
  for (const i of [top - 1, top]) {
    if (i < 0 || i >= spline.x.length - 1) continue;
    const rises = (at: number) => splineAt(spline, at, i).velocity > 0;
    if (rises(spline.x[i]) && !rises(spline.x[i + 1])) {
      const deg = crossing(spline, i, rises);
      return { deg, lift: splineAt(spline, deg, i).lift };
    }
  }
  return { deg: spline.x[top], lift: spline.f[top] };
}

function extremes(curve: LobeAnalysis['curve'], column: 2 | 3): LobeAnalysis['velocity'] {
  let [high, low] = [curve[0], curve[0]];
  for (const point of curve) {
    if (point[column] > high[column]) high = point;
    if (point[column] < low[column]) low = point;
  }
  return { max: high[column], atDeg: high[0], min: low[column], minAtDeg: low[0] };
}

const liftsOf = (input: LobeAnalyseInput): Float64Array =>
  Float64Array.from(input.points, ([, lift]) => atLobe(input, lift));

/** Two readings of an opening lobe further apart than anybody knows how it went between. On its base circle it goes nowhere. */
function checkSteps({ points, uncertainty }: LobeAnalyseInput, lifts: Float64Array): void {
  const isOpen = (index: number) => lifts[index] > DIP * uncertainty;
  const wide = points.findIndex(([deg], i) => i > 0 && deg - points[i - 1][0] > WIDEST_STEP && (isOpen(i) || isOpen(i - 1)));
  if (wide > 0)
    throw new ImpossibleInput({ path: ['points', wide, 0], code: 'step-too-wide', params: { step: points[wide][0] - points[wide - 1][0], most: WIDEST_STEP } });
} // prettier-ignore

/**
 * Everything that a swept lobe tells, from its smoothed curve. Lifts in one unit, angles in crank degrees after top
 * centre; the centreline of an exhaust lobe is negative there, or over 180, as it was swept.
 *
 * @throws ImpossibleInput for too few points, angles that do not ascend or lie too far apart, no lift, two noses, or a lift or drop that one
 *   of the flanks does not reach
 */
export function lobeAnalyse(input: LobeAnalyseInput): LobeAnalysis {
  return figuresOf(input, smoothed(input));
}

/** The curve of a sweep. @throws ImpossibleInput */
function smoothed(input: LobeAnalyseInput): Spline {
  check(input);
  const x = Float64Array.from(input.points, ([deg]) => deg);
  const y = liftsOf(input);
  checkSteps(input, y);
  return smoothingSpline(x, y, input.uncertainty);
}

function figuresOf(input: LobeAnalyseInput, spline: Spline): LobeAnalysis {
  const { x } = spline;
  const top = spline.f.indexOf(Math.max(...spline.f));
  if (spline.f[top] <= DIP * input.uncertainty) throw new ImpossibleInput({ path: ['points'], code: 'no-lift' });
  if (top === 0 || top === x.length - 1) throw new ImpossibleInput({ path: ['points'], code: 'no-nose' });
  if (hasTwoPeaks(spline, top, DIP * input.uncertainty))
    throw new ImpossibleInput({ path: ['points'], code: 'two-peaks' });

  const peak = peakOf(spline, top);
  const flanks = (lift: number, path: (string | number)[]) => {
    const found = lift > 0 && lift < peak.lift ? flanksAt(spline, top, lift) : null;
    if (!found) throw new ImpossibleInput({ path, code: 'lift-not-reached', params: { lift } });
    return found;
  };
  const durations = input.lifts.map((lift, index) => {
    const found = flanks(lift, ['lifts', index]);
    return { lift, ...found, duration: found.closing - found.opening };
  });
  const centrelines = input.drops.map((drop, index) => {
    const found = flanks(peak.lift - drop, ['drops', index]);
    return { drop, ...found, centreline: (found.opening + found.closing) / 2 };
  });

  const curve = Array.from(x, (deg, index): LobeAnalysis['curve'][number] => {
    const at = splineAt(spline, deg, Math.max(0, index - 1));
    return [deg, at.lift, at.velocity, at.acceleration];
  });
  let [area, moment] = [0, 0];
  for (let i = 0; i + 1 < x.length; i++) {
    const h = x[i + 1] - x[i];
    // Exact for a cubic: the trapezium less what its curvature takes away.
    const piece = (h * (spline.f[i] + spline.f[i + 1])) / 2 - (h ** 3 * (spline.m[i] + spline.m[i + 1])) / 24;
    area += piece;
    moment += (piece * (x[i] + x[i + 1])) / 2 + (h * h * (spline.f[i + 1] - spline.f[i])) / 12;
  }
  const centrelineByArea = moment / area;
  return {
    peak,
    durations,
    centrelineByArea,
    centrelines,
    asymmetryDeg: centrelineByArea - peak.deg,
    area,
    velocity: extremes(curve, 2),
    acceleration: extremes(curve, 3),
    smoothing: {
      method: 'reinsch-smoothing-spline',
      uncertainty: input.uncertainty,
      rms: spline.rms,
      noise: spline.noise,
    },
    curve,
  };
}

/** How far the figures of a lobe are trusted, k = 2. */
export interface LobeDoubt {
  peak: { lift: number; deg: number };
  /** Of each duration, and of each centreline, in the order of the analysis. */
  durations: number[];
  centrelines: number[];
  centrelineByArea: number;
}

/** So many sweeps are drawn: their spread is known to some tenth. Of very many points fewer are, for they take their time. */
const DRAWN = { most: 40, least: 12, points: 40_000 };

/**
 * How far the figures of an analysis are trusted: the lobe is swept again and again by chance, each time with readings
 * that stray from its curve as those did, and looked at alike. Sweeps in which a figure is not reached are left out.
 */
export function lobeDoubt(input: LobeAnalyseInput, seed = 1): LobeDoubt {
  const normal = normals(chance(seed));
  const curve = smoothed(input);
  const length = Math.min(DRAWN.most, Math.max(DRAWN.least, Math.round(DRAWN.points / input.points.length)));
  const drawn = Array.from({ length }, (): LobeAnalysis[] => {
    try {
      return [figuresOf(input, smoothedAlike(curve, curve.f.map((lift) => lift + curve.noise * normal())))];
    } catch (error) {
      if (error instanceof ImpossibleInput) return [];
      throw error;
    }
  }).flat(); // prettier-ignore
  const doubtOf = (figure: (one: LobeAnalysis) => number) => (drawn.length < 2 ? 0 : K * sampleStandardDeviation(drawn.map(figure))); // prettier-ignore
  return {
    peak: { lift: doubtOf(({ peak }) => peak.lift), deg: doubtOf(({ peak }) => peak.deg) },
    durations: input.lifts.map((_lift, index) => doubtOf(({ durations }) => durations[index].duration)),
    centrelines: input.drops.map((_drop, index) => doubtOf(({ centrelines }) => centrelines[index].centreline)),
    centrelineByArea: doubtOf(({ centrelineByArea }) => centrelineByArea),
  };
}
