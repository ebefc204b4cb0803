import { z } from 'zod';
import { metalSchema } from './catalogue.js';
import { list } from './list.js';

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

export const bankSchema = z.object({
  cylinders: list(cylinderNumber, { least: 1, most: 12, of: ['cylinder', 'cylinders in a bank'] }),
  valveOrder: z
    .string({ error: 'I and E along the head, front to rear' })
    .trim()
    .toUpperCase()
    .regex(/^[IE]+$/, 'only the letters I and E'),
});

export const layoutSchema = z.enum(['v8', 'i6', 'v-twin', 'single', 'custom']);

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
  fasteners: z
    .array(z.object({ group: z.string(), count: z.number().int() }))
    .max(60, 'at most 60 groups')
    .optional(),
};
