import { z } from 'zod';
import type { Imported } from '../../core/sheet/papers.js';
import { idSchema, line, text } from '../text.js';
import { paperKind } from './paper-kind.js';

/** The most records of one engine that a file tells of. */
export const MOST_RECORDS = 400;

const importedSchema = z.object({
  /** Whose Utex it was; null where the file does not say. */
  shop: line(80).nullable(),
  tag: line(24),
  engineId: idSchema,
  /** By which set it was judged there. */
  specSet: z.object({ id: text(80), version: z.number().int() }),
  readings: z.number().int(),
  dispositions: z.number().int(),
  /** SHA-256 over all that was taken over, in canonical JSON. */
  contents: z.string(),
  /** What was signed there: it is verified there. */
  records: z
    .array(
      z.object({
        revision: z.number().int(),
        fingerprint: z.string(),
        signedAt: z.string(),
        signedBy: z.string(),
        shop: z.string(),
      }),
    )
    .max(MOST_RECORDS),
}) satisfies z.ZodType<Imported>;

/** That an engine came from another Utex with its history, and from which. It is filed by opening it. */
export const imported = paperKind({
  kind: 'imported',
  title: 'From another Utex',
  schema: importedSchema,
  keeps: 'newest',
  isFiledByItself: false,
});
