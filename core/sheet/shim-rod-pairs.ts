import { checkedRod } from '../derive/length-to-order.js';
import { shimsOf } from '../derive/set-up-of-rod.js';
import { ratioOf } from '../engine/engine.js';
import { toCanonical } from '../units/units.js';
import type { Practice } from '../plan/practice.js';
import { marginIn } from '../valvetrain/within.js';
import type { Judging } from './judging.js';
import type { LengthNeed } from './length-needs.js';

/** Shims under a stand with a rod that go together; mm. */
export interface ShimRodPair {
  shim: number;
  length: number;
  /** From the setting that is aimed at. */
  fromBest: number;
  /** Where the adjuster ends, turns downward from wholly up, plunger and lash taken up. */
  turns: number;
  /** Turns to the nearer end of its range. */
  margin: number;
}

/** Shims of a stand that are laid on each other at most. */
const MOST_SHIMS = 4;
/** Further than this from the best nothing is thought of, mm; and so many pairs are told. */
const NEAR = 0.8;
const TOLD = 8;

/** Every height that a shop's stand shims make, a few of them on each other, mm. */
export function shimStacks({ geometry }: Pick<Practice, 'geometry'>, unit: 'in' | 'mm'): number[] {
  const shims = geometry?.standShims[unit] ?? [];
  const stacks = new Set([0]);
  for (let layer = 0; layer < MOST_SHIMS; layer++)
    for (const height of [...stacks]) for (const shim of shims) stacks.add(Number((height + shim).toFixed(6)));
  return [...stacks].map((height) => toCanonical(height, unit));
}

/**
 * Shims and rods that can be had, in pairs, the best first: the shims nearest to the setting that is aimed at, and with
 * them the rod that leaves the adjuster nearest to the middle of its range. Empty where nothing is shimmed, or where the
 * shims or turns of the check are not known.
 *
 * @param lengths of rods that can be had, mm
 */
export function shimRodPairs(judging: Judging, need: LengthNeed, lengths: readonly number[]): ShimRodPair[] {
  const { engine, spec, stand } = judging;
  const { adjuster, geometry, required, kind } = need;
  const aim = geometry.chosen?.setting ?? geometry.best;
  const seen = stand.seen();
  const rod = checkedRod(seen, need.readAt[0])!;
  const both = seen.onFile.mockUpAt(rod.of.takenAt)!;
  const shims = shimsOf(seen, rod.of, both);
  // What the required length was reckoned with.
  const reckoned = shims.inBuild ?? shims.atCheck;
  if (engine.mount !== 'rocker-screw' || aim === null || reckoned === null || !adjuster?.range || adjuster.at === null) return []; // prettier-ignore
  const { perTurn, at, range } = adjuster;
  const lever = 1 + 1 / ratioOf(engine, kind);
  const stacks = shimStacks(spec.practice, engine.thread.unit).filter((shim) => Math.abs(shim - aim) <= NEAR);
  const pairs = stacks.flatMap((shim) =>
    [...new Set(lengths)].map((length): ShimRodPair => {
      const turns = at - (length - required - (shim - reckoned) * lever) / perTurn;
      return { shim, length, fromBest: shim - aim, turns, margin: marginIn({ min: range.least, max: range.most }, turns) };
    }),
  ); // prettier-ignore
  return pairs
    .filter(({ margin }) => margin >= 0)
    .sort((a, b) => Math.abs(a.fromBest) - Math.abs(b.fromBest) || b.margin - a.margin)
    .slice(0, TOLD);
}
