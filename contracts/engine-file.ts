import { z } from 'zod';
import { LIVES } from '../core/sheet/acts.js';
import type { Shown } from '../core/plan/shop-history.js';
import { stageSchema } from './catalogue.js';
import { engineAnswer } from './engine.js';
import { checkMovedSchema, gateClosedSchema, gateOpenedSchema, lackSchema, onBenchSchema, toldSchema } from './gate.js';
import { paperSchema } from './papers/papers.js';
import { pictureSchema } from './picture.js';
import { dispositionSchema, readingSchema } from './reading.js';
import { recordSummary } from './record.js';
import { noteSchema, strikeSchema } from './correction.js';
import { hintAnswerSchema, setAsideSchema, settingWaySchema, slackRoundSchema } from './setting.js';
import { signOffSchema } from './sign-off.js';

const actSchema = z.discriminatedUnion('kind', [
  dispositionSchema.extend({ kind: z.literal('disposition') }),
  z.object({ kind: z.literal('caution'), id: z.uuid(), stage: stageSchema, by: z.string(), at: z.string() }),
  z.object({
    kind: z.literal('spec-set'),
    id: z.uuid(),
    specSet: z.string(),
    version: z.number().int(),
    reason: z.string(),
    by: z.string(),
    at: z.string(),
  }),
  z.object({
    kind: z.literal('life'),
    id: z.uuid(),
    life: z.enum(LIVES),
    reason: z.string(),
    lacks: z.array(lackSchema).optional(),
    by: z.string(),
    at: z.string(),
  }),
  signOffSchema.extend({ kind: z.literal('sign-off') }),
  pictureSchema.extend({ kind: z.literal('picture'), at: z.string() }),
  settingWaySchema.extend({ kind: z.literal('setting-way') }),
  setAsideSchema.extend({ kind: z.literal('set-aside') }),
  slackRoundSchema.extend({ kind: z.literal('slack-round') }),
  hintAnswerSchema.extend({ kind: z.literal('hint-answer') }),
  gateClosedSchema.extend({ kind: z.literal('gate-closed') }),
  gateOpenedSchema.extend({ kind: z.literal('gate-opened') }),
  toldSchema.extend({ kind: z.literal('told') }),
  onBenchSchema.extend({ kind: z.literal('on-bench') }),
  checkMovedSchema.extend({ kind: z.literal('check-moved') }),
  strikeSchema.extend({ kind: z.literal('reading-struck') }),
  noteSchema.extend({ kind: z.literal('reading-noted') }),
]);

/** The newest signature, and how much was filed since that a record would hold. */
const signedSchema = z.object({ revision: z.number().int(), signedAt: z.string(), since: z.number().int() });

const shownSchema = z.object({
  spread: z.number().optional(),
  repeat: z.number().optional(),
  range: z.object({ least: z.number(), most: z.number() }).optional(),
}) satisfies z.ZodType<Shown>;

/** All that an engine is judged from, in one go, with what was signed. */
export const engineFileAnswer = z.object({
  engine: engineAnswer,
  readings: z.array(readingSchema),
  acts: z.array(actSchema),
  papers: z.array(paperSchema),
  signed: signedSchema.nullable(),
  /** What the shop's finished builds showed of each measure; canonical. */
  history: z.record(z.string(), shownSchema).optional(),
  records: z.array(recordSummary),
});
export type EngineFileAnswer = z.infer<typeof engineFileAnswer>;
