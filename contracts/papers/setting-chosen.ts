import { z } from 'zod';
import type { ChosenSetting } from '../../core/valvetrain/chosen-setting.js';
import { SCHOOLS } from '../../core/valvetrain/schools.js';
import { reason } from '../text.js';
import { paperKind } from './paper-kind.js';

export const settingChosenSchema = z.object({
  kind: z.enum(['I', 'E'], { error: 'I or E' }),
  unit: z.enum(['in', 'mm']),
  setting: z.number({ error: 'a length, as a number' }).min(-100, 'at least −100').max(1000, 'at most 1000'),
  school: z.enum(SCHOOLS, { error: `one of ${SCHOOLS.join(', ')}` }),
  reason,
}) satisfies z.ZodType<ChosenSetting>;

/** The setting that was chosen for the valves of a kind, by whom and why. All are kept; of each kind the newest counts. */
export const settingChosen = paperKind({
  kind: 'setting-chosen',
  title: 'Setting chosen',
  schema: settingChosenSchema,
  keeps: 'all',
});
