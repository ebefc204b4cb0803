import { ImpossibleInput } from '../impossible.js';

export interface AdjustRemedyInput {
  rockerRatio: number;
  /** Where the plunger is to stand below its clip. */
  plungerTarget: number;
  /** Where it stands; or say by how much the valve is held off its seat. */
  plungerDepth?: number;
  /** With the plunger on its bottom: what the valve still stands open at zero turns. */
  heldOpen?: number;
  /** From the plunger's clip to its bottom. */
  plungerTravel?: number;
}

export interface AdjustRemedy {
  /** How much too deep the plunger stands, or would; minus is not deep enough. */
  excess: number;
  /** What the pushrod must be longer by; minus is shorter. */
  pushrodChange: number;
  /** What goes under stud, pedestal or stand; minus is taken out. */
  pivotShim: number;
}

/**
 * What to change when the adjuster cannot bring the plunger where it belongs. A shim of s under the pivot lets the
 * pushrod's end rise s(1 + 1/R); a valve held open by h holds its rocker's other end down by h/R more than the plunger
 * could give. Any length unit, the same throughout.
 *
 * @example adjustRemedy({ rockerRatio: 1.7, plungerDepth: 0.092, plungerTarget: 0.04 }).pivotShim // 0.03274
 * @throws ImpossibleInput unless one of the two is said, and a travel with a valve that is held open
 */
export function adjustRemedy(input: AdjustRemedyInput): AdjustRemedy {
  const { rockerRatio, plungerTarget, plungerDepth, heldOpen, plungerTravel } = input;
  if ((plungerDepth === undefined) === (heldOpen === undefined))
    throw new ImpossibleInput({ path: ['plungerDepth'], code: 'depth-or-held-open' });
  if (heldOpen !== undefined && plungerTravel === undefined)
    throw new ImpossibleInput({ path: ['plungerTravel'], code: 'travel-missing' });
  if (plungerTravel !== undefined && plungerTarget > plungerTravel)
    throw new ImpossibleInput({ path: ['plungerTarget'], code: 'target-below-bottom' });
  const depth = plungerDepth ?? heldOpen! / rockerRatio + plungerTravel!;
  const excess = depth - plungerTarget;
  return { excess, pushrodChange: 0 - excess, pivotShim: excess / (1 + 1 / rockerRatio) };
}
