import { median } from 'simple-statistics';
import { lobeFromCard } from '../../core/cam/lobe-from-card.js';
import { pistonValve, type PistonValveInput } from '../../core/valvetrain/piston-valve.js';
import { pistonValveUncertainty } from '../../core/valvetrain/piston-valve-uncertainty.js';
import type { Ratio } from './ratio.js';

const ROUNDS = 15;
const POSITIONS = 200;
const DRAWS = 100_000;
/** Crank degrees on either side of the worst angle that the draws look at, and what parts them. */
const [AROUND, STEP] = [30, 0.5];

const ENGINE: PistonValveInput = {
  stroke: 3.6,
  rodLength: 6.1,
  valveAngleDeg: 20,
  rockerRatio: 1.7,
  lobe: lobeFromCard({
    lobeLift: 0.341,
    durations: [
      { lift: 0.006, duration: 276 },
      { lift: 0.05, duration: 226 },
    ],
    centreline: 106,
    step: 1,
  }).points,
  measured: { kind: 'minimum', clearance: 0.112 },
  lashAtCheck: 0,
  lash: 0.01,
  gasketAtCheck: 0.051,
  gasketFinal: 0.041,
  limit: 0.08,
  phases: Array.from({ length: POSITIONS }, (_, turn) => (turn - POSITIONS / 2) / 10),
  crankStep: 0.1,
};

/**
 * The arithmetic of the gap over a stretch of the crank as one tight loop over arrays that are made once: what the machine
 * can do with it. It stands here to be measured against, and for nothing else.
 */
function tightGap(step: number, reach: number): (advance: number, lash: number) => number {
  const { stroke, rodLength, valveAngleDeg, rockerRatio, lobe } = ENGINE;
  const count = Math.round((2 * reach) / step) + 1;
  const deg = Float64Array.from({ length: count }, (_, index) => -reach + index * step);
  const throwOf = stroke / 2;
  const along = Math.cos((valveAngleDeg * Math.PI) / 180);
  const drop = deg.map((at) => {
    const angle = (at * Math.PI) / 180;
    return (throwOf + rodLength - throwOf * Math.cos(angle) - Math.sqrt(rodLength ** 2 - (throwOf * Math.sin(angle)) ** 2)) * along; // prettier-ignore
  });
  const [x, y] = [Float64Array.from(lobe, ([at]) => at), Float64Array.from(lobe, ([, lift]) => lift)];
  const last = x.length - 1;
  return (advance, lash) => {
    let [least, piece] = [Infinity, 0];
    for (let i = 0; i < count; i++) {
      const at = deg[i] + advance;
      let open = 0;
      if (at >= x[0] && at <= x[last]) {
        while (piece < last - 1 && x[piece + 1] <= at) piece++;
        open = (y[piece] + ((y[piece + 1] - y[piece]) / (x[piece + 1] - x[piece])) * (at - x[piece])) * rockerRatio - lash; // prettier-ignore
      }
      const gap = open > 0 ? drop[i] - open : drop[i];
      if (gap < least) least = gap;
    }
    return least;
  };
}

const time = (act: () => unknown) => {
  const start = performance.now();
  act();
  return performance.now() - start;
};

/** What is whole against the loop that does its arithmetic alone, in turns; warm. */
function against(title: string, whole: () => unknown, loop: () => unknown): Ratio {
  const pairs = Array.from({ length: ROUNDS }, () => [time(whole), time(loop)]).slice(3);
  const [ours, bare] = [0, 1].map((side) => median(pairs.map((pair) => pair[side])));
  return {
    title,
    detail: `${ours.toFixed(1)} ms against ${bare.toFixed(1)} ms`,
    ratio: median(pairs.map(([a, b]) => b / a)),
    asked: { atLeast: 0.7 },
  };
}

/** The clearance over cam positions, and the draws of it, each against its kernel as a plain loop. */
export function benchPistonValve(): Ratio[] {
  const whole = tightGap(0.1, 180);
  const draw = tightGap(STEP, AROUND);
  let sum = 0;
  return [
    against(
      `piston-valve at ${POSITIONS} positions of the cam and 0.1°, against the same arithmetic as a plain loop`,
      () => pistonValve(ENGINE),
      () => ENGINE.phases.forEach((advance) => (sum += whole(advance, ENGINE.lash))),
    ),
    against(
      `piston-valve-uncertainty with ${DRAWS} draws, against the same arithmetic as a plain loop`,
      () =>
        pistonValveUncertainty({
          ...ENGINE,
          crankStep: STEP,
          standardUncertainty: { clearance: 0.003, gasketAtCheck: 0.001, lash: 0.001, camPositionDeg: 0.3 },
          draws: DRAWS,
          seed: 1,
        }),
      // Each draw asks twice: what the check was built like, and what the build will be.
      () => {
        for (let turn = 0; turn < DRAWS; turn++) sum += draw(0.3, 0) + draw(0.3, ENGINE.lash);
      },
    ),
  ];
}
