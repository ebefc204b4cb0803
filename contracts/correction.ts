import { z } from 'zod';
import { idSchema, reason, text } from './text.js';

/** Made by whoever acts: the same act sent twice is one. */
const madeId = idSchema.optional();

/**
 * A reading was wrong and is to count no longer; why. Where only its place was wrong it stands at the right one, `to`, from
 * then on, under a new id.
 */
export const strikeRequest = z.object({
  id: madeId,
  readingId: idSchema,
  reason,
  to: z.object({ place: text(80), readingId: idSchema }).optional(),
});
export type StrikeRequest = z.infer<typeof strikeRequest>;

/** Words put to a reading; empty takes them away. */
export const noteRequest = z.object({ id: madeId, readingId: idSchema, note: text(500).trim() });
export type NoteRequest = z.infer<typeof noteRequest>;

const done = { id: z.uuid(), readingId: z.uuid(), by: z.string(), at: z.string() };
export const movedSchema = z.object({ readingId: z.uuid(), place: z.string() });
export const strikeSchema = z.object({ ...done, reason: z.string(), moved: movedSchema.optional() });
export const noteSchema = z.object({ ...done, note: z.string() });
