import { ImpossibleInput, type Impossibility } from '../impossible.js';
import { CLEARANCE_SETTLED_DEG, SMALLEST_DIVISOR } from '../tolerances.js';
import { leastGap, tableOf, travelOf, type LobeTable, type Travel } from './valve-gap.js';

/**
 * How close a valve comes to its piston, from one reading taken on the checking build. Crank angle φ is zero at the top
 * between exhaust and intake; all lengths in one unit. The piston has dropped s(φ) = r + l − (r cosφ + √(l² − r² sin²φ));
 * the valve of a cam advanced by p is open V(φ) = max(0, lobe(φ + p)·R − lash); along the valve, which leans α from the
 * cylinder, C(φ) = D + s cosα + (gasket in the build − at the check) cosα − V. MATHS, piston-valve.
 */
export interface PistonValveInput {
  stroke: number;
  rodLength: number;
  valveAngleDeg: number;
  rockerRatio: number;
  /** Crank degrees after that top, lift at the lobe; between points the lift runs straight, outside them it is none. */
  lobe: [deg: number, lift: number][];
  /** The least clearance, as clay shows it with the cam where it stood; or the drop to the piston at the top itself. */
  measured: { kind: 'minimum' | 'drop-at-tdc'; clearance: number };
  lashAtCheck: number;
  lash: number;
  gasketAtCheck: number;
  gasketFinal: number;
  limit: number;
  /** Positions of the cam that are asked for, crank degrees advanced from where it stood at the check. */
  phases: number[];
  crankStep: number;
}

/** The least clearance with the cam in one position, and the crank angle at which it is. */
interface AtPhase {
  advance: number;
  minimum: number;
  atDeg: number;
}

export interface PistonValve {
  /** D: from the closed valve to the piston at the top, along the valve, as the check was built. */
  dropAtTdc: number;
  phases: AtPhase[];
  /** How far the cam may be moved, within the positions asked for, with the limit kept; null where no position keeps it. */
  safeAdvance: { min: number; max: number } | null;
  /** How much deeper the pocket must be for the limit, with the cam where it stood. */
  cutNeeded: number;
  /** Crank angle and clearance in the final build, with the cam where it stood. */
  curve: [deg: number, clearance: number][];
}

/** Everything for which a valve and its piston could not be as they are said to be. */
export function checkPistonValve({
  stroke,
  rodLength,
  lobe,
  rockerRatio,
  lash,
  lashAtCheck,
}: PistonValveInput): Impossibility[] {
  const issues: Impossibility[] = [];
  if (rodLength <= stroke / 2) issues.push({ path: ['rodLength'], code: 'rod-too-short' });
  if (lobe.length < 3)
    issues.push({ path: ['lobe'], code: 'too-few-points', params: { fewest: 3, count: lobe.length } });
  const back = lobe.findIndex(([deg], index) => index > 0 && deg - lobe[index - 1][0] < SMALLEST_DIVISOR);
  if (back > 0) issues.push({ path: ['lobe', back, 0], code: 'angle-not-ascending', params: { deg: lobe[back][0] } });
  const opens = Math.max(...lobe.map(([, lift]) => lift)) * rockerRatio;
  if (opens <= lash) issues.push({ path: ['lash'], code: 'lash-above-lift' });
  if (opens <= lashAtCheck) issues.push({ path: ['lashAtCheck'], code: 'lash-above-lift' });
  return issues;
}

/** D of a check: as it was taken at the top, or such that the least clearance is the one that the clay showed. */
export function dropAtTdc(input: PistonValveInput, travel: Travel, lobe: LobeTable, advance = 0): number {
  const { measured, rockerRatio, lashAtCheck } = input;
  if (measured.kind === 'drop-at-tdc') return measured.clearance;
  return measured.clearance - leastGap(travel, lobe, { rockerRatio, lash: lashAtCheck, advance })[0];
}

/** What the gasket of the build adds along the valve. */
export const gasketTerm = ({ gasketFinal, gasketAtCheck, valveAngleDeg }: PistonValveInput): number =>
  (gasketFinal - gasketAtCheck) * Math.cos((valveAngleDeg * Math.PI) / 180);

/** Between a position that keeps the limit and one that does not: the last that keeps it. */
function edge(keeps: (advance: number) => boolean, kept: number, lost: number): number {
  while (Math.abs(lost - kept) > CLEARANCE_SETTLED_DEG) {
    const middle = (kept + lost) / 2;
    if (keeps(middle)) kept = middle;
    else lost = middle;
  }
  return kept;
}

/**
 * Clearance over crank angle and cam position in the final build, how far the cam may be moved, and how much is to be cut.
 *
 * @throws ImpossibleInput where rod, lobe or lash describe nothing that turns
 */
export function pistonValve(input: PistonValveInput): PistonValve {
  const issues = checkPistonValve(input);
  if (issues.length > 0) throw new ImpossibleInput(...issues);
  const { rockerRatio, lash, limit } = input;
  const [travel, lobe] = [travelOf(input), tableOf(input.lobe)];
  const drop = dropAtTdc(input, travel, lobe);
  const always = drop + gasketTerm(input);
  const at = (advance: number, gaps?: Float64Array): AtPhase => {
    const [gap, index] = leastGap(travel, lobe, { rockerRatio, lash, advance }, gaps);
    return { advance, minimum: always + gap, atDeg: travel.deg[index] };
  };
  const keeps = (advance: number) => at(advance).minimum >= limit;
  const phases = input.phases.map((advance) => at(advance));
  const gaps = new Float64Array(travel.deg.length);
  const asItStands = at(0, gaps);
  const inOrder = [...phases].sort((a, b) => a.advance - b.advance);
  return {
    dropAtTdc: drop,
    phases,
    safeAdvance: safeStretch(inOrder, limit, keeps),
    cutNeeded: Math.max(0, limit - asItStands.minimum),
    curve: Array.from(gaps, (gap, index): [number, number] => [travel.deg[index], always + gap]),
  };
}

/** The stretch of positions that keep the limit: the one that the cam stands in, or the nearest to it. */
function safeStretch(inOrder: AtPhase[], limit: number, keeps: (advance: number) => boolean) {
  const safe = inOrder.filter(({ minimum }) => minimum >= limit);
  if (safe.length === 0) return null;
  const nearest = safe.reduce((best, one) => (Math.abs(one.advance) < Math.abs(best.advance) ? one : best));
  let [low, high] = [inOrder.indexOf(nearest), inOrder.indexOf(nearest)];
  while (low > 0 && inOrder[low - 1].minimum >= limit) low--;
  while (high < inOrder.length - 1 && inOrder[high + 1].minimum >= limit) high++;
  const min = low === 0 ? inOrder[0].advance : edge(keeps, inOrder[low].advance, inOrder[low - 1].advance);
  const max = high === inOrder.length - 1 ? inOrder[high].advance : edge(keeps, inOrder[high].advance, inOrder[high + 1].advance); // prettier-ignore
  return { min, max };
}
