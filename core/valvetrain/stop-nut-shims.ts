import { marginIn } from './within.js';

/** Bolts or nuts that go to a stop: their turns from zero lash to their torque are read. Lengths in one unit. */
export interface StopNutShimsInput {
  pitch: number;
  rockerRatio: number;
  turns: { place: string; turns: number }[];
  /** How deep a plunger may stand. */
  window: { min: number; max: number };
  /** Under the pivot, as they can be had; 0 for none. */
  shims: number[];
}

interface StopNutShim {
  shim: number;
  depths: { place: string; depth: number }[];
  /** How many plungers stand in the window. */
  inside: number;
  /** Of the one that is worst off; minus outside. */
  leastMargin: number;
}

export interface StopNutShims {
  /** In the order of the shims that were asked for. */
  candidates: StopNutShim[];
  /** The shim with most plungers inside, then with the largest least margin. */
  pick: number;
}

/**
 * One shim for a whole head whose adjusters only go to a stop: depth = (turns · pitch − shim) · (1 + 1/R), since pivot and
 * shim act on the plunger by the same lever. MATHS, stop-nut-shims.
 *
 * @example stopNutShims({ pitch: 0.05, rockerRatio: 1.6, turns: [{ place: '1I', turns: 1 }], window: { min: 0.02, max: 0.06 }, shims: [0, 0.03] }).pick // 0.03
 */
export function stopNutShims({ pitch, rockerRatio, turns, window, shims }: StopNutShimsInput): StopNutShims {
  const lever = 1 + 1 / rockerRatio;
  const candidates = shims.map((shim): StopNutShim => {
    const depths = turns.map((one) => ({ place: one.place, depth: (one.turns * pitch - shim) * lever }));
    const margins = depths.map(({ depth }) => marginIn(window, depth));
    return {
      shim,
      depths,
      inside: margins.filter((margin) => margin >= 0).length,
      leastMargin: Math.min(...margins),
    };
  });
  const best = candidates.reduce((most, one) =>
    one.inside > most.inside || (one.inside === most.inside && one.leastMargin > most.leastMargin) ? one : most,
  );
  return { candidates, pick: best.shim };
}
