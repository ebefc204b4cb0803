import { z } from 'zod';
import { CHANGED_BY } from '../core/sheet/judged-before.js';
import { AT_BY, atValue } from '../core/plan/measure.js';
import { DISPOSITION_ACTIONS } from '../core/sheet/acts.js';
import { READING_SOURCES } from '../core/sheet/reading.js';
import { unitSchema } from './catalogue.js';
import { list } from './list.js';
import { idSchema, reason, text } from './text.js';

const readingSource = z.enum(READING_SOURCES);

/** What a value is taken at, canonical: mm of lift, drop or setting, degrees of the crank. */
const atSchema = z.object({
  by: z.enum(AT_BY),
  value: z.number().min(-720, 'at least −720').max(720, 'at most 720').overwrite(atValue),
});
/** The build unless said otherwise. */
const occasion = z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'small letters, digits and hyphens, a letter first');

/** A name of the catalogue or of the engine: what it may be is known by those. */
const word = text(80);

/** One reading as it is sent. Measure, place and unit are checked against the catalogue and the engine, by name. */
export const newReadingSchema = z.object({
  id: idSchema,
  measure: word,
  place: word,
  at: atSchema.optional(),
  occasion: occasion.optional(),
  entered: z
    .string()
    .max(40, 'at most 40 characters')
    .regex(/^\P{Cc}*$/u, 'one line, as it was typed'),
  unit: word,
  how: readingSource.default('keyed'),
  instrument: text(80).optional(),
  /** As the first version sent what an angle was read at: its lift or drop, mm. */
  atLiftMm: z.number().min(0, 'not below zero').max(50, 'at most 50 mm').optional(),
  /** When it was taken, by the device that took it; left out, when it arrives. */
  takenAt: z.iso.datetime({ offset: true, error: 'a time with its offset, ISO 8601' }).optional(),
  note: text(500).optional(),
  supersedes: idSchema.optional(),
  /** What it supersedes was wrong, and this is what it should have been; else it is another try beside it. */
  corrects: z.literal(true, { error: 'true, or left out' }).optional(),
});
export type NewReading = z.infer<typeof newReadingSchema>;

export const postReadingsSchema = z.object({
  readings: list(newReadingSchema, { least: 1, most: 500, of: ['reading', 'readings at once'] }),
});

export const readingSchema = z.object({
  id: z.uuid(),
  measure: z.string(),
  place: z.string(),
  at: atSchema.optional(),
  occasion: z.string().optional(),
  entered: z.string(),
  unit: unitSchema,
  value: z.number(),
  takenAt: z.string(),
  receivedAt: z.string(),
  by: z.string(),
  how: readingSource,
  instrument: z.string().optional(),
  note: z.string().optional(),
  supersedes: z.uuid().optional(),
  corrects: z.literal(true).optional(),
});
/** A reading as it is answered: what an angle was read at also as the first version told it. */
export const readingAnswer = readingSchema.extend({ atLiftMm: z.number().optional() });
export const readingsAnswer = z.object({ readings: z.array(readingAnswer) });

const limitSchema = z.object({
  measure: z.string(),
  min: z.number().optional(),
  max: z.number().optional(),
  preferred: z.number().optional(),
  uncertainty: z.number(),
  stated: z.object({ min: z.number().optional(), max: z.number().optional(), unit: unitSchema }),
  source: z.string(),
});

/** A formula as named terms, from left to right: whoever shows one need not know it. */
const formulaSchema = z.object({
  rule: z.string(),
  terms: z.array(
    z.object({
      name: z.string(),
      sign: z.enum(['+', '−', '×', '÷']),
      value: z.number(),
      unit: z.union([unitSchema, z.enum(['ratio', 'per-in', 'per-mm'])]),
      source: z.enum(['reading', 'engine', 'practice', 'rule', 'paper']),
      uncertainty: z.number().optional(),
    }),
  ),
});
const derivedSchema = z.object({
  measure: z.string(),
  value: z.number(),
  uncertainty: z.number(),
  formula: formulaSchema,
});

const verdictSchema = z.enum(['in', 'doubt', 'low', 'high', 'suspect', 'unjudged']);
const hintAnswer = z.object({ code: z.string(), message: z.string() });

const savedReadingSchema = z.object({
  id: z.uuid(),
  value: z.number(),
  unit: unitSchema,
  verdict: verdictSchema,
  limit: limitSchema.nullable(),
  judgedAs: derivedSchema.optional(),
  hints: z.array(hintAnswer),
  takenAt: z.string(),
  receivedAt: z.string(),
});
export const postReadingsAnswer = z.object({ saved: z.array(savedReadingSchema) });
export type SavedReading = z.infer<typeof savedReadingSchema>;

const dispositionAction = z.enum(DISPOSITION_ACTIONS);
export const postDispositionSchema = z.object({
  /** Made by whoever decides: the same decision sent twice is one. */
  id: idSchema.optional(),
  measure: word,
  place: word,
  action: dispositionAction,
  reason,
});
const edgesSchema = z.object({ min: z.number().optional(), max: z.number().optional() });
/** What a decision is about: it holds only as long as this is still so. */
export const aboutSchema = z.object({
  verdict: z.enum(['low', 'high', 'suspect', 'missing']),
  value: z.number().nullable(),
  limit: edgesSchema.nullable(),
});
export const dispositionSchema = z.object({
  id: z.uuid(),
  measure: z.string(),
  place: z.string(),
  action: dispositionAction,
  reason: z.string(),
  readingId: z.uuid().nullable(),
  about: aboutSchema.nullable(),
  by: z.string(),
  at: z.string(),
});
export const dispositionsAnswer = z.object({ dispositions: z.array(dispositionSchema) });

export const sheetRowSchema = z.object({
  measure: z.string(),
  place: z.string(),
  at: atSchema.optional(),
  occasion: z.string().optional(),
  value: z.number(),
  /** The least and the most, where it differs by direction; `value` is the end that has less to spare. */
  span: z.object({ least: z.number(), most: z.number() }).optional(),
  /** There is at least so much: clay that bore no mark. */
  isClear: z.literal(true).optional(),
  /** There is less than so much: a blade that did not go in. */
  isUnder: z.literal(true).optional(),
  unit: unitSchema,
  entered: z.string(),
  enteredUnit: unitSchema,
  verdict: verdictSchema,
  limit: limitSchema.nullable(),
  takenAt: z.string(),
  by: z.string(),
  note: z.string().optional(),
  count: z.number().int(),
  /** Where several tries agree, of how many `value` is the mean. */
  meanOf: z.number().int().optional(),
  readingId: z.uuid(),
  /** Read on a wheel that is known to be off: what it showed, and how the value follows. */
  corrected: z.object({ read: z.number(), formula: formulaSchema }).optional(),
  derivedFrom: z.object({ measure: z.string(), formula: formulaSchema }).optional(),
});
export const flagSchema = z.object({
  measure: z.string(),
  place: z.string(),
  verdict: z.enum(['low', 'high', 'suspect']),
  readingId: z.uuid(),
  value: z.number(),
  limit: edgesSchema.nullable(),
  open: z.boolean(),
  disposition: dispositionSchema.nullish(),
  settled: z.literal(true).optional(),
  lapsed: z.literal(true).optional(),
});
const missingSchema = z.object({
  measure: z.string(),
  place: z.string(),
  disposition: dispositionSchema.optional(),
});

export const sheetAnswer = z.object({
  measures: z.array(
    sheetRowSchema.extend({
      /** Among enough others of its kind: their middle, what it lies from there, and how far it may without being odd; canonical. */
      among: z
        .object({
          middle: z.number(),
          difference: z.number(),
          others: z.number().int(),
          score: z.number(),
          isOdd: z.boolean(),
          within: z.number(),
        })
        .optional(),
      hints: z.array(
        hintAnswer.extend({ answer: z.object({ reason: z.string(), by: z.string(), at: z.string() }).optional() }),
      ),
    }),
  ),
  flags: z.array(flagSchema),
  missing: z.array(missingSchema),
  required: z.number().int(),
  taken: z.number().int(),
  stages: z.record(z.string(), z.object({ required: z.number().int(), taken: z.number().int() })),
  /** Values whose verdict is another by the formulas of today than when they were read, and why. */
  judgedBefore: z.array(
    z.object({
      measure: z.string(),
      place: z.string(),
      before: verdictSchema,
      after: verdictSchema,
      by: z.enum(CHANGED_BY),
      message: z.string(),
    }),
  ),
  /** Limits between whose edges every value will be in doubt, canonical, and what helps. */
  narrow: z.array(
    z.object({
      measure: z.string(),
      typed: z.string(),
      kind: z.enum(['I', 'E']).nullable(),
      width: z.number(),
      trust: z.number(),
      helps: z.array(
        z.object({ code: z.enum(['sixteenths', 'dial', 'own-trust']), trust: z.number(), isEnough: z.boolean() }),
      ),
      repeats: z.object({ pairs: z.number().int(), trust: z.number() }).nullable(),
      message: z.string(),
    }),
  ),
});
