import { z } from 'zod';
import { engineShape } from '../engine-shape.js';
import { idSchema, line, reason } from '../text.js';
import { paperKind } from './paper-kind.js';

const enginePaperSchema = z.object({
  tag: line(24),
  title: line(80),
  customer: line(80),
  /** Whose engine it is in the customer book; null for a name alone. */
  customerId: idSchema.nullable(),
  engine: z.object(engineShape),
  /** Why it was put right after something was read. */
  reason: reason.optional(),
});
export type EnginePaper = z.infer<typeof enginePaperSchema>;

/**
 * What the engine is called, whose it is, and how it is laid out, where that was changed since it was opened: the newest
 * counts. It is filed by changing the engine, which looks at more than one paper.
 */
export const engine = paperKind({
  kind: 'engine',
  title: 'Engine',
  schema: enginePaperSchema,
  keeps: 'newest',
  isFiledByItself: false,
});
