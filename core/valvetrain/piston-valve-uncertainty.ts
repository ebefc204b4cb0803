import { chance, normals } from '../chance.js';
import { ImpossibleInput } from '../impossible.js';
import { checkPistonValve, dropAtTdc, gasketTerm, type PistonValveInput } from './piston-valve.js';
import { crankOf, fillDrop, leastGap, tableOf, type Crank, type LobeTable } from './valve-gap.js';

/**
 * What may be known only so well, one standard deviation each: the figures of the check and of the build. Where the cam
 * stands is off at the check and in the build alike (`camPositionDeg`), which mostly cancels, and by what it was moved in
 * between for the build alone (`camMovedDeg`). `deck` and `milled` are what the piston rose and the head came down since
 * the check, `plunger` what a lifter sank while the check was turned.
 */
export const UNSURE = [
  'clearance',
  'gasketAtCheck',
  'gasketFinal',
  'lashAtCheck',
  'lash',
  'rockerRatio',
  'stroke',
  'rodLength',
  'valveAngleDeg',
  'camPositionDeg',
  'camMovedDeg',
  'deck',
  'milled',
  'plunger',
] as const;
type Unsure = (typeof UNSURE)[number];

export interface PistonValveUncertaintyInput extends PistonValveInput {
  standardUncertainty: Partial<Record<Unsure, number>>;
  draws: number;
  seed: number;
}

export interface PistonValveUncertainty {
  /** Of the least clearance in the final build, with the cam where it stands. */
  mean: number;
  standardDeviation: number;
  shareBelowLimit: number;
  /** What each input adds to the variance, to first order: shares that add up to 1, the largest first. */
  sensitivity: { input: Unsure; share: number }[];
  draws: number;
}

/** How far off each input is from what it is believed to be. */
type Off = Record<Unsure, number>;
const NOTHING_OFF = Object.fromEntries(UNSURE.map((input) => [input, 0])) as Off;

/** Standard deviations beyond which no draw of a sensible number of them lies. */
const MOST_OFF = 7;

/** Crank degrees on either side of the nominal worst angle within which that of a drawn engine lies. */
const AROUND_DEG = 30;

/** What many draws are asked with: made once, written over by each. */
interface Bench {
  crank: Crank;
  drop: Float64Array;
  lobe: LobeTable;
}
const benchOf = (input: PistonValveInput, lobe: LobeTable, span?: readonly [number, number]): Bench => {
  const crank = crankOf(input.crankStep, span);
  return { crank, drop: new Float64Array(crank.deg.length), lobe };
};

/**
 * The least clearance of the final build if every input is off by so much: D is solved anew from the check, which had the
 * same stroke, rod and angle, so that what both have in common mostly cancels.
 */
function clearanceIf(
  input: PistonValveInput,
  { crank, drop, lobe }: Bench,
  off: Off,
): [clearance: number, atDeg: number] {
  const drawn: PistonValveInput = {
    ...input,
    stroke: input.stroke + off.stroke,
    rodLength: input.rodLength + off.rodLength,
    valveAngleDeg: input.valveAngleDeg + off.valveAngleDeg,
    rockerRatio: input.rockerRatio + off.rockerRatio,
    lash: input.lash + off.lash,
    // A plunger that sank opened its valve less, as so much more lash would.
    lashAtCheck: input.lashAtCheck + off.lashAtCheck + off.plunger * input.rockerRatio,
    gasketAtCheck: input.gasketAtCheck + off.gasketAtCheck,
    gasketFinal: input.gasketFinal + off.gasketFinal - off.deck - off.milled,
    measured: { kind: input.measured.kind, clearance: input.measured.clearance + off.clearance },
  };
  fillDrop(crank, drawn, drop);
  const travel = { deg: crank.deg, drop };
  const { rockerRatio, lash } = drawn;
  const atTop = dropAtTdc(drawn, travel, lobe, off.camPositionDeg);
  const [gap, index] = leastGap(travel, lobe, { rockerRatio, lash, advance: off.camPositionDeg + off.camMovedDeg });
  return [atTop + gasketTerm(drawn) + gap, crank.deg[index]];
}

/** Of the drawn engines, none may be one that cannot turn: a rod shorter than the throw, a lobe that opens nothing. */
function checkDraws(input: PistonValveUncertaintyInput): void {
  const off = (one: Unsure) => MOST_OFF * (input.standardUncertainty[one] ?? 0);
  const worst: PistonValveInput = {
    ...input,
    stroke: input.stroke + off('stroke'),
    rodLength: input.rodLength - off('rodLength'),
    rockerRatio: input.rockerRatio - off('rockerRatio'),
    lash: input.lash + off('lash'),
    lashAtCheck: input.lashAtCheck + off('lashAtCheck') + off('plunger') * input.rockerRatio,
  };
  const [issue] = checkPistonValve(worst);
  if (!issue) return;
  const unsure = UNSURE.filter((one) => off(one) > 0 && one !== 'clearance');
  const path = ['standardUncertainty', unsure.find((one) => one === issue.path[0]) ?? unsure[0]];
  throw new ImpossibleInput({ path, code: 'uncertainty-too-large' });
}

/** The share of the variance of each input, by how the clearance answers to a standard deviation of it either way. */
function sensitivityOf(input: PistonValveUncertaintyInput, bench: Bench, unsure: Unsure[]) {
  const parts = unsure.map((one) => {
    const u = input.standardUncertainty[one]!;
    const [above, below] = [u, -u].map((by) => clearanceIf(input, bench, { ...NOTHING_OFF, [one]: by })[0]);
    return { input: one, part: ((above - below) / 2) ** 2 };
  });
  const sum = parts.reduce((total, { part }) => total + part, 0);
  return parts
    .map(({ input: one, part }) => ({ input: one, share: sum === 0 ? 0 : part / sum }))
    .sort((a, b) => b.share - a.share);
}

/**
 * How sure the least clearance is: many engines drawn as the readings would let them be, each asked for its clearance.
 * The same seed gives the same answer. MATHS, piston-valve-uncertainty.
 *
 * @throws ImpossibleInput as `pistonValve`
 */
export function pistonValveUncertainty(input: PistonValveUncertaintyInput): PistonValveUncertainty {
  const issues = checkPistonValve(input);
  if (issues.length > 0) throw new ImpossibleInput(...issues);
  checkDraws(input);
  const { standardUncertainty, draws, seed, limit } = input;
  const lobe = tableOf(input.lobe);
  const whole = benchOf(input, lobe);
  const unsure = UNSURE.filter((one) => (standardUncertainty[one] ?? 0) > 0);
  const [, worstDeg] = clearanceIf(input, whole, NOTHING_OFF);
  const around = benchOf(input, lobe, [worstDeg - AROUND_DEG, worstDeg + AROUND_DEG]);
  const next = normals(chance(seed));
  let [mean, squares, below] = [0, 0, 0];
  const off = { ...NOTHING_OFF };
  for (let draw = 1; draw <= draws; draw++) {
    for (const one of unsure) off[one] = next() * standardUncertainty[one]!;
    const [clearance] = clearanceIf(input, around, off);
    // Welford: the mean and the squares around it in one walk, without the sums running away.
    const from = clearance - mean;
    mean += from / draw;
    squares += from * (clearance - mean);
    if (clearance < limit) below++;
  }
  return {
    mean,
    standardDeviation: draws > 1 ? Math.sqrt(squares / (draws - 1)) : 0,
    shareBelowLimit: below / draws,
    sensitivity: sensitivityOf(input, whole, unsure),
    draws,
  };
}
