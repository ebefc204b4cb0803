import { z } from 'zod';
import { checkEngine } from '../core/engine/check-engine.js';
import type { Engine } from '../core/engine/engine.js';
import { evenIntervals } from '../core/engine/firing.js';
import { LAYOUTS } from '../core/engine/layouts.js';
import type { Impossibility } from '../core/impossible.js';
import { GATES } from '../core/plan/gates.js';
import { STAGES } from '../core/plan/measure.js';
import { LIVES } from '../core/sheet/acts.js';
import { WHERES } from '../core/sheet/where-next.js';
import { specSetSchema } from './catalogue.js';
import { bankSchema, engineShape, layoutSchema } from './engine-shape.js';
import { dueSchema } from './due.js';
import { engineDataSchema } from './papers/engine-data.js';
import { jobSchema } from './papers/job.js';
import { partsSchema } from './papers/parts.js';
import { waitsSchema } from './parts.js';
import { idSchema, line, reason, text } from './text.js';

const engineSchema = z.object(engineShape);

/** What opening an engine asks for; the layout's template fills what is left out. */
export const newEngineSchema = z.object({
  /** Made by whoever opens it: the same engine sent twice is one. */
  id: idSchema.optional(),
  tag: line(24),
  title: line(80),
  customer: line(80),
  /** Whose it is in the customer book; the name then is the book's. */
  customerId: idSchema.optional(),
  layout: layoutSchema,
  banks: engineShape.banks.optional(),
  firingOrder: engineShape.firingOrder.optional(),
  intervals: engineShape.intervals.optional(),
  pins: engineShape.pins.optional(),
  mains: engineShape.mains.optional(),
  lifter: engineShape.lifter.optional(),
  mount: engineShape.mount.optional(),
  thread: engineShape.thread.optional(),
  ratio: engineShape.ratio.optional(),
  seatEvents: engineShape.seatEvents.optional(),
  metals: engineShape.metals.optional(),
  /** Id of a spec set; its newest version is taken, and kept. */
  specSet: text(80).optional(),
  /** Papers that are filed with it. */
  data: engineDataSchema.optional(),
  parts: partsSchema.optional(),
  job: jobSchema.optional(),
});
export type NewEngine = z.infer<typeof newEngineSchema>;

export const engineAnswer = z.object({
  id: idSchema,
  tag: z.string(),
  title: z.string(),
  customer: z.string(),
  customerId: idSchema.nullable(),
  life: z.enum(LIVES),
  ...engineShape,
  specSet: specSetSchema,
  openedAt: z.string(),
  openedBy: z.string(),
});
export type EngineAnswer = z.infer<typeof engineAnswer>;

/**
 * What is changed about an engine; what is left out stays. What was read and would stand or count otherwise is for the
 * lead, with a reason.
 */
export const changeEngineRequest = newEngineSchema.pick({ id: true }).extend({
  tag: line(24).optional(),
  title: line(80).optional(),
  customer: line(80).optional(),
  customerId: idSchema.nullable().optional(),
  engine: z.object(engineShape).omit({ fasteners: true }).partial().optional(),
  /** The set that judges it from here on, where its lifters turn out to be others. */
  specSet: text(60).optional(),
  reason: reason.optional(),
});
export type ChangeEngine = z.infer<typeof changeEngineRequest>;

/** Where an engine is in the shop's life from here on, and why. */
export const changeLifeRequest = z.object({ id: idSchema.optional(), life: z.enum(LIVES), reason });

export const engineQuery = z.object({
  search: text(80).optional(),
  /** Where they are in the shop's life; without, wherever. */
  life: z.enum(LIVES).optional(),
  page: z.coerce.number().int().min(1).max(100_000).default(1),
});

const whereSchema = z.object({
  is: z.enum(WHERES),
  /** The stage where the work is, with how much of what is asked there is taken; null behind the last. */
  stage: z.enum(STAGES).nullable(),
  taken: z.number(),
  of: z.number(),
  /** What is taken next there, and at which place. */
  next: z.object({ measure: z.string(), title: z.string(), next: z.string().nullable() }).nullable(),
  gate: z.enum(GATES).nullable(),
  /** Whether there is a record, and everything that was filed stands on it. */
  record: z.enum(['none', 'older', 'whole']),
});

const engineSummary = z.object({
  id: idSchema,
  tag: z.string(),
  title: z.string(),
  customer: z.string(),
  banks: z.array(bankSchema),
  /** The verdict mark of each valve, by place. */
  marks: z.record(z.string(), z.string()),
  /** Of the values that setting the valves requires. */
  taken: z.number(),
  required: z.number(),
  flagsOpen: z.array(z.object({ measure: z.string(), place: z.string(), verdict: z.string() })),
  /** Where it stands in the work, and what is next: as `core/sheet/where-next.ts` tells it. */
  where: whereSchema,
  signedAt: z.string().nullable(),
  life: z.enum(LIVES),
  /** The day it is promised for. */
  promised: z.string().nullable(),
  /** What is looked at again while it runs, the first first. */
  due: z.array(dueSchema),
  /** Which parts it waits for, and until when; null for none. */
  waits: waitsSchema.nullable(),
  touchedAt: z.string(),
});
export type EngineSummary = z.infer<typeof engineSummary>;
export const enginesAnswer = z.object({
  engines: z.array(engineSummary),
  page: z.number(),
  pages: z.number(),
  total: z.number(),
});

export const layoutsAnswer = z.object({
  layouts: z.array(
    z.object({ name: z.string(), title: z.string(), engine: engineSchema.nullable(), specSet: z.string() }),
  ),
});

const REQUIRED_OF_CUSTOM = [
  'banks',
  'firingOrder',
  'lifter',
  'mount',
  'thread',
  'ratio',
  'seatEvents',
  'metals',
] as const;

/**
 * The whole engine that a request describes: the template with what was stated laid over it. A custom layout has no
 * template and must state everything but intervals (even), crank pins (one a cylinder) and mains (one more).
 */
export function completeEngine(
  asked: NewEngine,
): { engine: Engine; issues: [] } | { engine: null; issues: Impossibility[] } {
  const template = LAYOUTS.find((layout) => layout.name === asked.layout)!.engine;
  const stated = Object.fromEntries(
    Object.keys(engineShape)
      .map((key) => [key, asked[key as keyof typeof engineShape & keyof NewEngine]])
      .filter(([, value]) => value !== undefined),
  ) as Partial<Engine>;

  if (!template) {
    const absent = REQUIRED_OF_CUSTOM.filter((key) => stated[key] === undefined);
    if (absent.length > 0)
      return { engine: null, issues: absent.map((key) => ({ path: [key], code: 'custom-needs' as const })) };
  }
  const cylinders = (stated.banks ?? template!.banks).flatMap((bank) => bank.cylinders);
  const firingOrder = stated.firingOrder ?? template!.firingOrder;
  const pins = stated.pins ?? (stated.banks || !template ? cylinders.map((cylinder) => [cylinder]) : template.pins);
  const engine = {
    ...template,
    ...stated,
    pins,
    mains: stated.mains ?? (template && !stated.banks ? template.mains : pins.length + 1),
    intervals:
      stated.intervals ?? (template && !stated.firingOrder ? template.intervals : evenIntervals(firingOrder.length)),
  } as Engine;
  const issues = checkEngine(engine);
  return issues.length > 0 ? { engine: null, issues } : { engine, issues: [] };
}
