import type { At } from '../plan/measure.js';
import type { Slot } from './slot.js';
import { toCanonical, type Unit } from '../units/units.js';
import type { StepKind, Target, TighteningPlan } from '../tightening/plan.js';

/** The passes of a plan as they are read: which slot each is, and between what a fastener must lie there. */

/** Rounds of one group are kept apart by so many passes; no plan has as many steps. */
const PASSES_A_ROUND = 100;

/** Which measure a step's pass is read by. */
const READ_BY: Record<StepKind, string> = {
  seat: 'fastener-done',
  torque: 'torque',
  angle: 'fastener-angle',
  stretch: 'fastener-stretch',
  loosen: 'fastener-done',
  check: 'fastener-moved',
};

/** Where the nth fastener of a group is read at a step, counted from 0. */
export const passSlot = ({ group, round, steps }: TighteningPlan, step: number, nth: number): Slot => ({
  measure: READ_BY[steps[step].kind],
  place: `F:${group}:${nth}`,
  at: { by: 'pass', value: (round - 1) * PASSES_A_ROUND + step + 1 },
});

/** The step, counted from 0, that a slot of a pass is of. */
export const stepOfPass = ({ at }: Pick<Slot, 'at'>): number => ((at?.value ?? 1) - 1) % PASSES_A_ROUND;

/** How far a value may lie from its target where the card does not say: a click wrench is good for four in a hundred. */
const TOOL_SHARE = 0.04;

/** Within so much of its target a value is on it; canonical. */
function toleranceOf({ value, unit, tolerance }: Target): number {
  return toCanonical(tolerance ?? Math.abs(value) * TOOL_SHARE, unit);
}

export const isOffTarget = (target: Target, value: number) =>
  Math.abs(value - toCanonical(target.value, target.unit)) > toleranceOf(target) + 1e-9;

/**
 * Between what a fastener must lie when it was drawn at a pass, canonical, with the unit of its target; null where the pass
 * has no target, is not read by this measure, or is of a round before.
 */
export function limitOfPull(plan: TighteningPlan, measure: string, at: At): { min: number; max: number; unit: Unit } | null {
  const step = plan.steps[stepOfPass({ at })];
  const round = Math.floor((at.value - 1) / PASSES_A_ROUND) + 1;
  if (!step?.target || step.kind === 'check' || READ_BY[step.kind] !== measure || round !== plan.round) return null;
  const { target } = step;
  const [middle, off] = [toCanonical(target.value, target.unit), toleranceOf(target)];
  return { min: middle - off, max: middle + off, unit: target.unit };
} // prettier-ignore
