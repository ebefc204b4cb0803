import { z } from 'zod';
import { DISPOSITION_ACTIONS } from '../core/record/reading.js';
import { unitSchema } from './catalogue.js';
import { reason, text } from './text.js';

export const readingSource = z.enum(['keyed', 'gauge', 'imported', 'computed']);

/** One reading as it is sent. Measure, place and unit are checked against the catalogue and the engine, by name. */
export const newReadingSchema = z.object({
  id: z.uuid('a UUID made by the sender'),
  measure: z.string(),
  place: z.string(),
  entered: z.string().max(40, 'at most 40 characters'),
  unit: z.string(),
  how: readingSource.default('keyed'),
  instrument: text(80).optional(),
  /** For an angle: the lift or drop at which it was read, mm. */
  atLiftMm: z.number().min(0, 'not below zero').max(50, 'at most 50 mm').optional(),
  note: text(500).optional(),
  supersedes: z.uuid().optional(),
});
export type NewReading = z.infer<typeof newReadingSchema>;

export const postReadingsSchema = z.object({
  readings: z.array(newReadingSchema).min(1, 'at least one reading').max(500, 'at most 500 readings at once'),
});

export const readingSchema = z.object({
  id: z.uuid(),
  measure: z.string(),
  place: z.string(),
  entered: z.string(),
  unit: unitSchema,
  value: z.number(),
  takenAt: z.string(),
  by: z.string(),
  how: readingSource,
  instrument: z.string().optional(),
  atLiftMm: z.number().optional(),
  note: z.string().optional(),
  supersedes: z.uuid().optional(),
});
export const readingsAnswer = z.object({ readings: z.array(readingSchema) });

export const limitSchema = z.object({
  measure: z.string(),
  min: z.number().optional(),
  max: z.number().optional(),
  uncertainty: z.number(),
  stated: z.object({ min: z.number().optional(), max: z.number().optional(), unit: unitSchema }),
  source: z.string(),
});

const formulaSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('lever'),
    turns: z.number(),
    threadsPerUnit: z.number(),
    threadUnit: z.enum(['in', 'mm']),
    ratio: z.number(),
    leverFactor: z.number(),
  }),
  z.object({ kind: z.literal('growth'), fromMm: z.number(), growthMm: z.number(), to: z.enum(['hot', 'cold']) }),
  z.object({ kind: z.literal('difference'), bigger: z.number(), smaller: z.number() }),
  z.object({ kind: z.literal('range'), values: z.array(z.number()) }),
  z.object({
    kind: z.literal('midway'),
    method: z.enum(['piston-stop', 'equal-drop']),
    first: z.number(),
    second: z.number(),
    halfSpanDeg: z.number(),
  }),
  z.object({ kind: z.literal('rough') }),
  z.object({
    kind: z.literal('drops'),
    pairs: z.array(z.object({ drop: z.number(), opening: z.number(), closing: z.number() })),
    spread: z.number(),
  }),
]);
const derivedSchema = z.object({
  measure: z.string(),
  value: z.number(),
  uncertainty: z.number(),
  formula: formulaSchema,
});

export const verdictSchema = z.enum(['in', 'doubt', 'low', 'high', 'suspect', 'unjudged']);
const hintAnswer = z.object({ code: z.string(), message: z.string() });

export const savedReadingSchema = z.object({
  id: z.uuid(),
  value: z.number(),
  unit: unitSchema,
  verdict: verdictSchema,
  limit: limitSchema.nullable(),
  judgedAs: derivedSchema.optional(),
  hints: z.array(hintAnswer),
});
export const postReadingsAnswer = z.object({ saved: z.array(savedReadingSchema) });
export type SavedReading = z.infer<typeof savedReadingSchema>;

export const dispositionAction = z.enum(DISPOSITION_ACTIONS);
export const postDispositionSchema = z.object({
  measure: z.string(),
  place: z.string(),
  action: dispositionAction,
  reason,
});
export const dispositionSchema = z.object({
  id: z.uuid(),
  measure: z.string(),
  place: z.string(),
  action: dispositionAction,
  reason: z.string(),
  readingId: z.uuid().nullable(),
  by: z.string(),
  at: z.string(),
});
export const dispositionsAnswer = z.object({ dispositions: z.array(dispositionSchema) });

export const sheetRowSchema = z.object({
  measure: z.string(),
  place: z.string(),
  value: z.number(),
  unit: unitSchema,
  entered: z.string(),
  enteredUnit: unitSchema,
  verdict: verdictSchema,
  limit: limitSchema.nullable(),
  takenAt: z.string(),
  by: z.string(),
  count: z.number().int(),
  readingId: z.uuid(),
  derivedFrom: z.object({ measure: z.string(), formula: formulaSchema }).optional(),
});
export const flagSchema = z.object({
  measure: z.string(),
  place: z.string(),
  verdict: z.enum(['low', 'high', 'suspect']),
  readingId: z.uuid(),
  value: z.number(),
  open: z.boolean(),
  disposition: dispositionSchema.nullish(),
});
export const missingSchema = z.object({
  measure: z.string(),
  place: z.string(),
  disposition: dispositionSchema.optional(),
});

export const sheetAnswer = z.object({
  measures: z.array(sheetRowSchema.extend({ hints: z.array(hintAnswer) })),
  flags: z.array(flagSchema),
  missing: z.array(missingSchema),
  required: z.number().int(),
  taken: z.number().int(),
});
