import type { ValveKind } from '../engine/engine.js';
import { toCanonical } from '../units/units.js';
import type { School } from './schools.js';

/**
 * The setting that somebody chose for the valves of a kind, as it would be tried at the check: a pushrod's length, or the
 * shims under a stand. A shop may aim a little beside what any school says, and says why.
 */
export interface ChosenSetting {
  kind: ValveKind;
  unit: 'in' | 'mm';
  /** In `unit`; minus where metal comes off a stand. */
  setting: number;
  school: School;
  reason: string;
}

/** The same with its length in millimetres. */
export const chosenInMillimetres = <Chosen extends ChosenSetting>(chosen: Chosen): Chosen => ({
  ...chosen,
  unit: 'mm',
  setting: toCanonical(chosen.setting, chosen.unit),
});
