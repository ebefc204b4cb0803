import type { Engine } from '../engine/engine.js';
import { isWithin, marginIn } from '../valvetrain/within.js';
import { markWith, type LengthNeed } from './length-needs.js';
import type { PredictedMark } from './predicted-mark.js';

/** Where a rod of some length would leave what it drives. Lengths in mm. */
export interface RodStands {
  length: number;
  /** Longer than what is wanted. */
  off: number;
  /** How deep the plunger would stand; null where an adjuster takes it up, or nobody has said where it is to stand. */
  plunger: number | null;
  /** Where the adjuster would stand, turns downward from wholly up; null where no trial tells, or nothing turns. */
  turns: number | null;
  /** What it would rub on the tip, where the rod decides how high the rocker stands. */
  mark: PredictedMark | null;
  /** In length, to the nearer edge of what fits; minus outside it. Null where nobody can tell. */
  margin: number | null;
  fits: boolean | null;
}

/** Where a rod would leave plunger, adjuster and mark, and whether it fits by what its need is told by. */
export function rodStands({ mount }: Pick<Engine, 'mount'>, need: LengthNeed, length: number): RodStands {
  const { required, plunger, adjuster, wanted } = need;
  const off = length - required;
  const margin = wanted && marginIn(wanted.window, length);
  return {
    length,
    off,
    plunger: mount === 'pedestal-shim' && plunger ? plunger.target + off : null,
    turns: adjuster && adjuster.at !== null ? adjuster.at - off / adjuster.perTurn : null,
    mark: markWith(need, length),
    margin,
    fits: margin === null ? null : isWithin(margin, length),
  };
}

/** What the checking rod is set to, under the set-up of the check, to try what a length would do in the build; mm. */
export const checkingRodFor = ({ required, checked }: LengthNeed, length: number): number =>
  length - (required - checked);
