import { chiSquaredDistributionTable } from 'simple-statistics';
import { K } from '../tolerances.js';
import { ImpossibleInput, type Impossibility } from '../impossible.js';
import { sweptReach } from './rocker-position.js';

/** Marks that a rocker rubbed across its valve's tip, each at one setting of pushrod or stand. Lengths in one unit. */
export interface SweepFitInput {
  mount: 'stud-nut' | 'shaft';
  rockerRatio: number;
  armLength: number;
  valveLift: number;
  trials: { setting: number; width: number }[];
  /** How wide a mark is that does not move at all, where that is known: then two trials are enough. */
  lineWidth?: number;
  /** What a mark's width can be trusted to (k = 2). */
  uncertainty: number;
}

interface SweepSolution {
  best: number;
  lineWidth: number;
  residualRms: number;
}

export interface SweepFit {
  /** The setting at which the mark is narrowest. */
  best: number;
  /** The best lies between these as often as a width lies within its uncertainty. */
  within: [low: number, high: number];
  minimumWidth: number;
  lineWidth: number;
  residualRms: number;
  /** Whether the marks follow the geometry, within what they can be trusted to. */
  explained: boolean;
  /** Two settings explain the trials equally. */
  ambiguous: boolean;
  solutions: SweepSolution[];
  /** Width over setting. */
  curve: [setting: number, width: number][];
  /** The setting that tells most by being tried next; null where the best one was tried already. */
  nextTrial: number | null;
  narrowestMeasured: { setting: number; width: number };
}

/** How far beside the trials a best setting is looked for, as a part of the lift; and in how many steps. */
const LOOKED = { beside: 0.5, steps: 2000 };
/** A setting within this part of the lift of one that was tried is that one. */
const SAME_SETTING = 0.01;
const CURVE_POINTS = 61;
/**
 * By how much the sum of squares may rise over its least, in variances of a width: nineteen of twenty times the truth lies
 * where it rises by no more (χ², one degree of freedom).
 */
const STILL_AS_LIKELY = chiSquaredDistributionTable[1][0.05];

/** What the sum of squares of marks that follow the geometry stays under nineteen of twenty times, in variances; by how many are free. */
const mostSquares = (free: number): number =>
  free <= 0
    ? Infinity
    : ((chiSquaredDistributionTable as unknown as Partial<Record<number, Record<number, number>>>)[free]?.[0.05] ??
      free + 1.645 * Math.sqrt(2 * free));
const GOLDEN = (Math.sqrt(5) - 1) / 2;

/** By how much the tip's centre sinks beside its pivot for each unit of the setting: a pushrod turns the rocker as a lever. */
export const sinkOf = ({ mount, rockerRatio }: Pick<SweepFitInput, 'mount' | 'rockerRatio'>): number =>
  mount === 'shaft' ? 1 : 1 / (1 + 1 / rockerRatio);

/**
 * How wide the tip sweeps at a setting: from its furthest reach to its nearest over the lift. Least where the arm stands
 * square to the valve at half the lift, with a kink there, so that no parabola fits it.
 */
function sweepAt(input: SweepFitInput, best: number, setting: number): number {
  const { armLength, valveLift } = input;
  const closedHeight = valveLift / 2 - sinkOf(input) * (setting - best);
  const { least, most } = sweptReach({ armLength, closedHeight, lift: valveLift });
  return most - least;
}

/** How well a best setting explains the trials, with the line as wide as then fits best. */
function explain(input: SweepFitInput, best: number): SweepSolution {
  const beyond = input.trials.map(({ setting, width }) => width - sweepAt(input, best, setting));
  const mean = beyond.reduce((sum, one) => sum + one, 0) / beyond.length;
  const lineWidth = input.lineWidth ?? Math.max(0, mean);
  const squares = beyond.reduce((sum, one) => sum + (one - lineWidth) ** 2, 0);
  return { best, lineWidth, residualRms: Math.sqrt(squares / beyond.length) };
}

/** The least of a function between two places that enclose one, by golden section. */
function settle(of: (best: number) => SweepSolution, from: number, to: number): SweepSolution {
  let [low, high] = [from, to];
  for (let step = 0; step < 80; step++) {
    const [a, b] = [high - GOLDEN * (high - low), low + GOLDEN * (high - low)];
    if (of(a).residualRms <= of(b).residualRms) high = b;
    else low = a;
  }
  return of((low + high) / 2);
}

function check({ trials, lineWidth, armLength, valveLift }: SweepFitInput, span: number): void {
  const issues: Impossibility[] = [];
  const fewest = lineWidth === undefined ? 3 : 2;
  if (trials.length < fewest)
    issues.push({ path: ['trials'], code: 'too-few-points', params: { fewest, count: trials.length } });
  else if (new Set(trials.map(({ setting }) => setting)).size < 2)
    issues.push({ path: ['trials'], code: 'same-setting' });
  if (armLength <= valveLift / 2 + span) issues.push({ path: ['armLength'], code: 'arm-too-short' });
  if (issues.length > 0) throw new ImpossibleInput(...issues);
}

/**
 * Where the best setting lies, from two or three rubbed marks. MATHS, sweep-fit. Every setting near the trials is asked
 * how well it would explain them; each that does better than its neighbours is a solution.
 *
 * @throws ImpossibleInput with too few trials, all at one setting, or an arm too short for the lift
 */
export function sweepFit(input: SweepFitInput): SweepFit {
  const { trials, valveLift, uncertainty } = input;
  const settings = trials.map(({ setting }) => setting);
  const beside = LOOKED.beside * valveLift;
  const [from, to] = [Math.min(...settings) - beside, Math.max(...settings) + beside];
  check(input, sinkOf(input) * (to - from));

  const of = (best: number) => explain(input, best);
  const step = (to - from) / LOOKED.steps;
  const looked = Array.from({ length: LOOKED.steps + 1 }, (_, turn) => of(from + turn * step));
  const solutions = looked
    .filter(
      ({ residualRms }, turn) =>
        residualRms <= (looked[turn - 1]?.residualRms ?? Infinity) &&
        residualRms < (looked[turn + 1]?.residualRms ?? Infinity),
    )
    .map(({ best }) => settle(of, best - step, best + step))
    .sort((a, b) => a.residualRms - b.residualRms);
  const [first] = solutions;
  // What differs by less than the marks can be trusted to explains them as well.
  const equal = solutions.filter(({ residualRms }) => residualRms - first.residualRms <= uncertainty / 10);
  const narrowestMeasured = trials.reduce((least, one) => (one.width < least.width ? one : least));
  const widthAt = ({ best, lineWidth }: SweepSolution, setting: number) => sweepAt(input, best, setting) + lineWidth;
  const [low, high] = [
    Math.min(...settings, first.best) - beside / 10,
    Math.max(...settings, first.best) + beside / 10,
  ];
  const curve = Array.from({ length: CURVE_POINTS }, (_, turn): [number, number] => {
    const setting = low + ((high - low) * turn) / (CURVE_POINTS - 1);
    return [setting, widthAt(first, setting)];
  });
  const squaresOf = ({ residualRms }: SweepSolution) => residualRms ** 2 * trials.length;
  const variance = (uncertainty / K) ** 2;
  // The best setting is found from the marks, and so is the line where nobody knows it.
  const free = trials.length - (input.lineWidth === undefined ? 2 : 1);
  const likely = looked.filter((one) => squaresOf(one) <= squaresOf(first) + STILL_AS_LIKELY * variance);
  const bests = [...likely.map(({ best }) => best), first.best];
  return {
    ...first,
    within: [Math.min(...bests) - step / 2, Math.max(...bests) + step / 2],
    minimumWidth: widthAt(first, first.best),
    explained: squaresOf(first) <= mostSquares(free) * variance,
    ambiguous: equal.length > 1,
    solutions: equal,
    curve,
    nextTrial: nextTrial(settings, equal, valveLift),
    narrowestMeasured,
  };
}

/** Between two that explain the trials equally, the one further from what was tried parts them; else the best itself. */
function nextTrial(settings: number[], solutions: SweepSolution[], valveLift: number): number | null {
  const apart = (best: number) => Math.min(...settings.map((setting) => Math.abs(setting - best)));
  const furthest = solutions.reduce((most, one) => (apart(one.best) > apart(most.best) ? one : most));
  return apart(furthest.best) <= SAME_SETTING * valveLift ? null : furthest.best;
}
