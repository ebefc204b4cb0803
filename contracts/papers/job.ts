import { z } from 'zod';
import { text } from '../text.js';
import { paperKind } from './paper-kind.js';

export const jobSchema = z.object({
  promised: z.iso.date('a day, as 2026-12-18').optional(),
  /** The day on which the work on it begins, where it was put off or moved on the week. */
  startOn: z.iso.date('a day, as 2026-12-18').optional(),
  notes: text(2000).trim().optional(),
});
export type JobBody = z.infer<typeof jobSchema>;

/** What the shop keeps in mind about the job: the day it is promised for, and notes. It stands on no record. */
export const job = paperKind({ kind: 'job', title: 'Promise and notes', schema: jobSchema, keeps: 'newest' });
