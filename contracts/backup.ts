import { z } from 'zod';

/** Backups that the server writes while the shop works. */

export const backupRequest = z.object({
  /** Whether the keys that the shop signs with go into the file; whoever has it can then sign as the shop. */
  keys: z.boolean().default(false),
});

export const backupsAnswer = z.object({
  /** Where they are written, on the server. */
  folder: z.string(),
  /** Whether one is made each night. */
  nightly: z.boolean(),
  /** How far the one that is being written is. */
  running: z.object({ rows: z.number(), of: z.number() }).nullable(),
  /** Why the last one came to nothing, in words. */
  failed: z.string().nullable(),
  /** Whole ones, each read back when it was written; the newest first. */
  made: z.array(z.object({ name: z.string(), madeAt: z.string(), bytes: z.number() })),
});
export type Backups = z.infer<typeof backupsAnswer>;
