import type { RockerMount } from '../engine/engine.js';
import { ImpossibleInput } from '../impossible.js';

export interface PreloadInput {
  mount: RockerMount;
  rockerRatio: number;
  /** Turns of the adjuster past zero lash. */
  turns?: number;
  /** Threads per unit of length; or say `pitch`, the travel of one turn. */
  threadsPerUnit?: number;
  pitch?: number;
  /** Thickness of shim taken out from under a pedestal. */
  shimChange?: number;
  targetPlungerTravel?: number;
}

export interface Preload {
  /** Plunger travel for each unit of adjuster travel. */
  leverFactor: number;
  adjusterTravel?: number;
  plungerTravel?: number;
  turnsForTarget?: number;
  shimForTarget?: number;
}

/** The rocker is a lever that rests on the closed valve: lower its pivot by t and its pushrod end falls t(1 + 1/R). */
export function leverFactor(mount: RockerMount, rockerRatio: number): number {
  return mount === 'rocker-screw' ? 1 : 1 + 1 / rockerRatio;
}

/**
 * Turns are not depth. With a nut on a stud, or a shim under a pedestal, the rocker's pivot moves and the plunger
 * goes down by (1 + 1/ratio) as much; a screw at the pushrod end moves the plunger one to one. Any length unit, the
 * same throughout.
 *
 * @example preload({ mount: 'stud-nut', rockerRatio: 1.7, turns: 0.75, threadsPerUnit: 20 }).plungerTravel // 0.0596
 * @throws ImpossibleInput when the adjuster's travel cannot be told from what is given
 */
export function preload(input: PreloadInput): Preload {
  const factor = leverFactor(input.mount, input.rockerRatio);
  const result: Preload = { leverFactor: factor };
  const target = input.targetPlungerTravel;

  if (input.mount === 'pedestal-shim') {
    if (input.shimChange === undefined && target === undefined)
      throw new ImpossibleInput({ path: ['shimChange'], code: 'shim-or-target' });
    if (input.turns !== undefined) throw new ImpossibleInput({ path: ['turns'], code: 'pedestal-has-no-turns' });
    if (input.shimChange !== undefined) {
      result.adjusterTravel = input.shimChange;
      result.plungerTravel = input.shimChange * factor;
    }
    if (target !== undefined) result.shimForTarget = target / factor;
    return result;
  }

  if (input.shimChange !== undefined) throw new ImpossibleInput({ path: ['shimChange'], code: 'shim-needs-pedestal' });
  if (input.turns === undefined && target === undefined)
    throw new ImpossibleInput({ path: ['turns'], code: 'turns-or-target' });
  if (input.pitch === undefined && input.threadsPerUnit === undefined)
    throw new ImpossibleInput({ path: ['threadsPerUnit'], code: 'thread-missing' });
  if (input.pitch !== undefined && input.threadsPerUnit !== undefined)
    throw new ImpossibleInput({ path: ['pitch'], code: 'thread-twice' });
  const pitch = input.pitch ?? 1 / input.threadsPerUnit!;
  if (input.turns !== undefined) {
    result.adjusterTravel = input.turns * pitch;
    result.plungerTravel = result.adjusterTravel * factor;
  }
  if (target !== undefined) result.turnsForTarget = target / (factor * pitch);
  return result;
}
