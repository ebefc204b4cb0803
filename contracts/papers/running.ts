import { z } from 'zod';
import { ImpossibleInput } from '../../core/impossible.js';
import { checkRunning, type Running } from '../../core/plan/running.js';
import { paperKind } from './paper-kind.js';

const count = z.number({ error: 'how many, as a number' }).min(0, 'not below zero').max(100_000, 'at most 100000');
const counts = z.object({ hours: count.optional(), nights: count.optional(), runs: count.optional() });

export const runningSchema = z.object({
  on: z.iso.date('a day, as 2026-03-02'),
  total: counts,
  perWeek: counts,
  highestRpm: z.number({ error: 'a speed, as a number' }).gt(0, 'above zero').max(100_000, 'at most 100000').optional(),
}) satisfies z.ZodType<Running>;

/** How an engine was run since its hand-over, as its owner tells it. All count; on no record. */
export const running = paperKind({
  kind: 'running',
  title: 'How it was run',
  schema: runningSchema,
  keeps: 'all',
  check(said) {
    const issues = checkRunning(said);
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
});
