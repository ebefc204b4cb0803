import { z } from 'zod';
import { ImpossibleInput } from '../../core/impossible.js';
import { checkRockerSetUp, TRIAL_ROCKERS, type RockerSetUp } from '../../core/valvetrain/rocker-set-up.js';
import { paperKind } from './paper-kind.js';

const length = z.number({ error: 'a length, as a number' }).min(0, 'not below zero').max(100, 'at most 100');
const ofKind = z.object({ I: length, E: length });

export const rockersSchema = z.object({
  unit: z.enum(['in', 'mm']),
  rockers: z.enum(TRIAL_ROCKERS, { error: 'the final ones, or another' }),
  isRough: z.boolean({ error: 'yes or no' }),
  tipDiameter: ofKind,
  lashCap: ofKind,
}) satisfies z.ZodType<RockerSetUp>;

/** What rubs on what while marks are tried. All of them count: a mark keeps the one that was filed last before it. */
export const rockers = paperKind({
  kind: 'rockers',
  title: 'Rockers and tips',
  schema: rockersSchema,
  keeps: 'all',
  check(said) {
    const issues = checkRockerSetUp(said);
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
});
