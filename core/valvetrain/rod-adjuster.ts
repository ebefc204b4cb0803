import type { RockerMount } from '../engine/engine.js';
import { preload } from './preload.js';
import { isWithin, marginIn, widest } from './within.js';

/** Where an adjuster stands with one rod, and which others are thought of. Lengths in one unit. */
export interface RodAdjusterInput {
  mount: 'screw' | 'nut';
  /** What one turn of the adjuster travels. */
  pitch: number;
  rockerRatio: number;
  /** Turns are counted downward, from wholly up or out. */
  at: { length: number; turns: number };
  /** Turns that the adjuster is to end within. */
  range?: { least: number; most: number };
  rods: number[];
}

interface RodAdjusterCandidate {
  length: number;
  turns: number;
  /** Turns to the nearer end of the range; minus outside it. */
  margin?: number;
  ok?: boolean;
}

export interface RodAdjuster {
  /** In the order of the rods that were asked for. */
  candidates: RodAdjusterCandidate[];
  /** The length with the largest margin; null where none lies within the range, or none is asked for. */
  pick: number | null;
}

/** What one turn of an adjuster makes up for in the length of a rod; the unit of `pitch`. */
export const rodPerTurn = (mount: Exclude<RockerMount, 'pedestal-shim'>, pitch: number, rockerRatio: number): number =>
  preload({ mount, rockerRatio, turns: 1, pitch }).plungerTravel!;

/**
 * How far an adjuster is turned in with other rods, the plunger standing as it does: a longer rod needs it further out. A
 * screw at the rod's end gives way one to one; a nut lowers the pivot, and the rod's end falls by (1 + 1/R) as much.
 * MATHS, rod-adjuster.
 *
 * @example rodAdjuster({ mount: 'screw', pitch: 1 / 24, rockerRatio: 1.6, at: { length: 8.48, turns: 2.5 }, rods: [8.53] }).candidates[0].turns // 1.30
 */
export function rodAdjuster({ mount, pitch, rockerRatio, at, range, rods }: RodAdjusterInput): RodAdjuster {
  const perTurn = rodPerTurn(mount === 'screw' ? 'rocker-screw' : 'stud-nut', pitch, rockerRatio);
  const candidates = rods.map((length): RodAdjusterCandidate => {
    const turns = at.turns - (length - at.length) / perTurn;
    if (!range) return { length, turns };
    const margin = marginIn({ min: range.least, max: range.most }, turns);
    return { length, turns, margin, ok: isWithin(margin, length / perTurn) };
  });
  const best = widest(candidates.flatMap(({ length, margin, ok }) => (ok ? [{ length, margin: margin! }] : [])));
  return { candidates, pick: best && best.length };
}
