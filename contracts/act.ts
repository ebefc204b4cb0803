import { z } from 'zod';
import { idSchema, line } from './text.js';

const instant = z.iso.datetime({ offset: true, error: 'a time with its offset, ISO 8601' });
const seq = z.coerce.number().int().min(0).max(Number.MAX_SAFE_INTEGER);

/** Which acts of the log are looked for; the newest come first. */
export const actsQuery = z.object({
  engine: idSchema.optional(),
  by: line(80).toLowerCase().optional(),
  /** From this moment on, and before that one: a day, as the device counts days. */
  from: instant.optional(),
  to: instant.optional(),
  /** Only those before this one: the next page. */
  before: seq.optional(),
});
export type ActsQuery = z.infer<typeof actsQuery>;

const loggedAct = z.object({
  seq: z.number().int(),
  at: z.string(),
  /** Null where it was the server itself, or a stranger. */
  by: z.object({ handle: z.string(), name: z.string() }).nullable(),
  act: z.string(),
  engine: z.object({ id: idSchema, tag: z.string() }).nullable(),
  /** What was done, behind the name of who did it. */
  says: z.string(),
  hash: z.string(),
});
export type LoggedAct = z.infer<typeof loggedAct>;

export const actsAnswer = z.object({
  acts: z.array(loggedAct),
  /** Before which act the next page begins; null where there is none. */
  next: z.number().int().nullable(),
  /** How far back was looked, where more may stand before. */
  backTo: z.string().nullable(),
});

/** One stretch of the chain to be walked: behind an act, from the hash that it ended with. */
export const chainQuery = z.object({
  after: seq.default(0),
  previous: z
    .string()
    .regex(/^[0-9a-f]{64}$/, '64 hexadecimal digits')
    .optional(),
});

export const chainAnswer = z.object({
  /** Acts of this stretch, and the last of them with its hash: where the next begins. */
  rows: z.number().int(),
  last: z.number().int(),
  head: z.string(),
  /** The newest act of the whole chain, by its place. */
  end: z.number().int(),
  isEnd: z.boolean(),
  faults: z.array(z.object({ at: z.string(), fault: z.string() })),
});
