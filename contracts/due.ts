import { z } from 'zod';
import { RECHECK_COUNTS } from '../core/plan/practice.js';
import type { Due } from '../core/sheet/due.js';

/** Something that is looked at again in a running engine, and when. */
export const dueSchema = z.object({
  what: z.string(),
  on: z.string().nullable(),
  isUsedUp: z.boolean(),
  left: z.number(),
  intervalNow: z.number(),
  count: z.enum(RECHECK_COUNTS),
}) satisfies z.ZodType<Due>;

/** What is due in the shop within the next weeks, engine by engine. */
export const dueAnswer = z.object({
  due: z.array(dueSchema.extend({ engineId: z.uuid(), tag: z.string(), title: z.string(), customer: z.string() })),
});

/** Where calendar programs read what is due; null while nobody has made an address. */
export const calendarAnswer = z.object({
  path: z.string().nullable(),
  madeAt: z.string().nullable(),
  madeBy: z.string().nullable(),
});
