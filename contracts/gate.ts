import { z } from 'zod';
import { GATES } from '../core/plan/gates.js';
import { TOLD_BY } from '../core/sheet/acts.js';
import { stageSchema } from './catalogue.js';
import { idSchema, line, reason, text } from './text.js';

/** The gates of the path, what lies ready on the bench, and what a customer was told. */

const madeId = idSchema.optional();
const done = { id: z.uuid(), by: z.string(), at: z.string() };

export const gateSchema = z.enum(GATES);
export const lackSchema = z.object({
  ask: z.string(),
  places: z.array(z.string()),
  /** There is one, but older than what was filed since. */
  older: z.literal(true).optional(),
});

/** A gate is closed: with a reason where something is lacking; without one it closes only when nothing is. */
export const closeGateRequest = z.object({ id: madeId, reason: reason.optional() });
/** A gate is opened again: why, how long undoing and doing anew takes, and what it costs. */
export const openGateRequest = z.object({
  id: madeId,
  reason,
  minutes: z.number({ error: 'minutes, as a number' }).int('whole minutes').min(0, 'not below zero').max(10_000, 'at most 10000'), // prettier-ignore
  /** In the smallest unit of the shop's currency. */
  cost: z.number({ error: 'money, as a number' }).int().min(0, 'not below zero').max(100_000_000, 'far too much').nullable().default(null), // prettier-ignore
});

/** A check that is made at another time on this engine: what is asked, by which later gate from here on, and why. */
export const moveCheckRequest = z.object({ id: madeId, ask: text(200), to: gateSchema, reason });
export const checkMovedSchema = z.object({ ...done, ask: z.string(), to: gateSchema, reason: z.string() });

export const gateClosedSchema = z.object({
  ...done,
  gate: gateSchema,
  lacks: z.array(lackSchema),
  reason: z.string().nullable(),
});
export const gateOpenedSchema = z.object({
  ...done,
  gate: gateSchema,
  reason: z.string(),
  minutes: z.number(),
  cost: z.number().nullable(),
});
/** How a gate stands after an act; its newest closing, null while it is open. */
export const gateAnswer = z.object({
  gate: gateSchema,
  closed: z.object({ by: z.string(), at: z.string(), reason: z.string().nullable(), lacks: z.array(lackSchema) }).nullable(), // prettier-ignore
});

const day = z.iso.date('a day, as 2026-12-18');
export const toldRequest = z.object({
  id: madeId,
  how: z.enum(TOLD_BY, { error: `one of ${TOLD_BY.join(', ')}` }),
  says: text(2000).trim().min(1, 'must be filled in'),
  promised: day.nullable().default(null),
  expected: day.nullable().default(null),
});
export const toldSchema = z.object({
  ...done,
  how: z.enum(TOLD_BY),
  says: z.string(),
  promised: z.string().nullable(),
  expected: z.string().nullable(),
});

export const onBenchRequest = z.object({ id: madeId, stage: stageSchema, item: line(80), isThere: z.boolean() });
export const onBenchSchema = z.object({ ...done, stage: stageSchema, item: z.string(), isThere: z.boolean() });

/** What this shop usually forgets: how often a measure was lacking when a gate closed, of how many closings. */
export const forgottenAnswer = z.object({
  forgotten: z.array(z.object({ measure: z.string(), times: z.number().int(), of: z.number().int() })),
});
