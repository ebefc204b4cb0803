import { z } from 'zod';
import { STAGES } from '../core/plan/measure.js';
import { idSchema, text } from './text.js';

/** Largest file that is taken in, bytes: what a tablet's camera makes. */
export const LARGEST_PICTURE = 12 * 1024 * 1024;

const pictureStage = z.enum([...STAGES, 'intake']);
export type PictureStage = z.infer<typeof pictureStage>;

/** Where and when a picture was taken; the file itself is the body. */
export const pictureQuery = z.object({
  id: idSchema,
  stage: pictureStage,
  place: text(40),
  takenAt: z.iso.datetime({ offset: true, error: 'a time with its offset, ISO 8601' }),
  caption: text(200).trim().optional(),
});

export const pictureSchema = z.object({
  id: z.uuid(),
  stage: pictureStage,
  place: z.string(),
  caption: z.string().optional(),
  sha256: z.string(),
  width: z.number().int(),
  height: z.number().int(),
  takenAt: z.string(),
  by: z.string(),
});
export const letterheadAnswer = z.object({ sha256: z.string() });
