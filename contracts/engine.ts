import { z } from 'zod';
import { checkEngine } from '../core/engine/check-engine.js';
import type { Engine } from '../core/engine/engine.js';
import { evenIntervals } from '../core/engine/firing.js';
import { LAYOUTS } from '../core/engine/layouts.js';
import type { Impossibility } from '../core/impossible.js';
import { metalSchema, specSetSchema } from './catalogue.js';
import { list } from './list.js';
import { idSchema, line, text } from './text.js';

export const eventDeg = z
  .number({ error: 'degrees, as a number' })
  .min(-180, 'between −180 and 180')
  .max(180, 'between −180 and 180');
const cylinderNumber = z
  .number({ error: 'a cylinder number' })
  .int('whole cylinder numbers')
  .min(1, 'cylinders count from 1')
  .max(24, 'at most 24 cylinders');
const ratio = z.number({ error: 'a ratio, as a number' }).min(0.5, 'between 0.5 and 3').max(3, 'between 0.5 and 3');

export const cardEventsSchema = z.object({
  intakeOpenBtdc: eventDeg,
  intakeCloseAbdc: eventDeg,
  exhaustOpenBbdc: eventDeg,
  exhaustCloseAtdc: eventDeg,
});

const bankSchema = z.object({
  cylinders: list(cylinderNumber, { least: 1, most: 12, of: ['cylinder', 'cylinders in a bank'] }),
  valveOrder: z
    .string({ error: 'I and E along the head, front to rear' })
    .trim()
    .toUpperCase()
    .regex(/^[IE]+$/, 'only the letters I and E'),
});

const layoutSchema = z.enum(['v8', 'i6', 'v-twin', 'single', 'custom']);

/** The parts of an engine that its own page and the record show. */
export const engineShape = {
  layout: layoutSchema,
  banks: list(bankSchema, { least: 1, most: 4, of: ['bank', 'banks'] }),
  firingOrder: list(cylinderNumber, { least: 1, most: 24, of: ['cylinder', 'cylinders'] }),
  intervals: list(z.number({ error: 'degrees, as a number' }).min(0, 'not below zero').max(720, 'at most 720'), {
    most: 24,
    of: ['interval', 'intervals'],
  }),
  pins: list(list(cylinderNumber, { least: 1, most: 24, of: ['cylinder on a pin', 'cylinders on a pin'] }), {
    least: 1,
    most: 24,
    of: ['pin', 'pins'],
  }),
  mains: z
    .number({ error: 'how many, as a number' })
    .int('a whole number')
    .min(1, 'at least one')
    .max(30, 'at most 30'),
  lifter: z.enum(['hydraulic', 'solid']),
  mount: z.enum(['stud-nut', 'rocker-screw', 'pedestal-shim']),
  thread: z.object({
    threadsPerUnit: z.number({ error: 'threads, as a number' }).min(0.1, 'at least 0.1').max(100, 'at most 100'),
    unit: z.enum(['in', 'mm']),
  }),
  ratio: z.object({ intake: ratio, exhaust: ratio }),
  seatEvents: cardEventsSchema,
  metals: z.object({ block: metalSchema, head: metalSchema }),
  fasteners: z.array(z.object({ group: z.string(), count: z.number().int() })).optional(),
};
const engineSchema = z.object(engineShape);

/** What opening an engine asks for; the layout's template fills what is left out. */
export const newEngineSchema = z.object({
  /** Made by whoever opens it: the same engine sent twice is one. */
  id: idSchema.optional(),
  tag: line(24),
  title: line(80),
  customer: line(80),
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
});
export type NewEngine = z.infer<typeof newEngineSchema>;

export const engineAnswer = z.object({
  id: idSchema,
  tag: z.string(),
  title: z.string(),
  customer: z.string(),
  ...engineShape,
  specSet: specSetSchema,
  openedAt: z.string(),
  openedBy: z.string(),
});
export type EngineAnswer = z.infer<typeof engineAnswer>;

export const engineQuery = z.object({
  search: text(80).optional(),
  page: z.coerce.number().int().min(1).max(100_000).default(1),
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
  state: z.enum(['opened', 'setting', 'flagged', 'to-sign', 'signed']),
  signedAt: z.string().nullable(),
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
