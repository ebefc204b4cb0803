import { z } from 'zod';
import { PART_KINDS } from '../../core/parts/part.js';
import { list } from '../list.js';
import { text } from '../text.js';
import { paperKind } from './paper-kind.js';

const words = text(80).trim().optional();

export const partsSchema = z.object({
  parts: list(z.object({ part: z.enum(PART_KINDS), maker: words, number: words, serial: words }), {
    most: 100,
    of: ['part', 'parts'],
  }),
});
export type PartsBody = z.infer<typeof partsSchema>;

/** What goes into the engine, by maker and number. Filed whole; the newest counts. */
export const parts = paperKind({ kind: 'parts', title: 'Parts', schema: partsSchema, keeps: 'newest' });
