import { issuesOf, type Issue } from '../../../contracts/errors.js';
import { settingChosenSchema } from '../../../contracts/papers/setting-chosen.js';
import { wordEntry } from '../../../contracts/wording/entry.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import { parseEntered } from '../../../core/units/parse-entered.js';
import { fromCanonical } from '../../../core/units/units.js';
import type { ChosenSetting } from '../../../core/valvetrain/chosen-setting.js';
import type { School } from '../../../core/valvetrain/schools.js';

/** A choice as it is typed. */
export interface ChosenForm {
  setting: string;
  school: string;
  reason: string;
}

/** @param chosen in mm */
export const chosenFormOf = (chosen: ChosenSetting | null, unit: 'in' | 'mm', school: School): ChosenForm => ({
  setting: chosen ? String(Number(fromCanonical(chosen.setting, unit).toFixed(unit === 'mm' ? 3 : 4))) : '',
  school: chosen?.school ?? school,
  reason: chosen?.reason ?? '',
});

/** The choice that a form describes, or everything that is wrong with it, each by its field. */
export function checkChosen(
  { setting, ...form }: ChosenForm,
  kind: ValveKind,
  unit: 'in' | 'mm',
): { said: ChosenSetting; issues: [] } | { said: null; issues: Issue[] } {
  const issues: Issue[] = [];
  const typed = parseEntered(setting);
  if (!typed.ok) issues.push({ path: 'setting', message: setting.trim() === '' ? 'must be filled in' : wordEntry(typed.reason, {}) }); // prettier-ignore
  const parsed = settingChosenSchema.safeParse({ ...form, kind, unit, setting: typed.ok ? typed.value : 0 });
  issues.push(...issuesOf(parsed.error));
  return parsed.success && issues.length === 0 ? { said: parsed.data, issues: [] } : { said: null, issues };
}
