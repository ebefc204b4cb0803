import { z } from 'zod';
import { STOP_METHODS, valveStops } from '../core/cam/valve-stops.js';
import { checkFiring, checkSeatEvents } from '../core/engine/check-engine.js';
import { ImpossibleInput } from '../core/impossible.js';
import { judge } from '../core/judge/judge.js';
import { siblings } from '../core/judge/siblings.js';
import { lash } from '../core/valvetrain/lash.js';
import { preload } from '../core/valvetrain/preload.js';
import { camCalculators } from './calc-cam.js';
import { lobeCalculators } from './calc-lobe.js';
import { geometryCalculators } from './calc-geometry.js';
import { mockupCalculators } from './calc-mockup.js';
import { planCalculators } from './calc-plan.js';
import { rodCalculators } from './calc-rods.js';
import { answerUnit, calculator, figure, number, positive, unit, type Calculator } from './calculator.js';
import { cardEventsSchema } from './engine-shape.js';
import { list } from './list.js';

const metal = z.enum(['iron', 'aluminium']);

const preloadCalculator = calculator({
  name: 'preload',
  summary: 'Plunger depth from turns of the adjuster, and turns for a depth, by the lever of the rocker.',
  input: z.object({
    unit,
    mount: z.enum(['stud-nut', 'rocker-screw', 'pedestal-shim']),
    rockerRatio: positive,
    turns: number.optional(),
    threadsPerUnit: positive.optional(),
    pitch: positive.optional(),
    shimChange: number.optional(),
    targetPlungerTravel: number.optional(),
  }),
  output: z.object({
    unit: answerUnit,
    leverFactor: figure,
    adjusterTravel: figure.optional(),
    plungerTravel: figure.optional(),
    turnsForTarget: figure.optional(),
    shimForTarget: figure.optional(),
  }),
  compute: ({ unit, ...input }) => ({ unit, ...preload(input) }),
});

const lashCalculator = calculator({
  name: 'lash',
  summary: 'Cold lash from hot and hot from cold, by the growth of block and head.',
  input: z.object({
    unit,
    state: z.enum(['hot', 'cold']),
    value: number.min(0, 'a lash is not below zero'),
    block: metal,
    head: metal,
    growth: number.optional(),
  }),
  output: z.object({ unit: answerUnit, hot: figure, cold: figure, growth: figure }),
  compute: (input) => ({ unit: input.unit, ...lash(input) }),
});

const stopValve = z.object({ place: z.string(), clearanceDeg: figure });
const valveStopsCalculator = calculator({
  name: 'valve-stops',
  summary: 'Crank positions at which each valve may be set, by one of five methods.',
  input: z.object({
    firingOrder: list(number.int('whole cylinder numbers').min(1, 'cylinders count from 1'), {
      least: 1,
      most: 24,
      of: ['cylinder', 'cylinders'],
    }),
    intervals: list(number.min(0, 'not below zero'), { most: 24, of: ['interval', 'intervals'] }).optional(),
    events: cardEventsSchema,
    marginDeg: number.min(0, 'not below zero').max(360, 'at most 360').default(15),
    method: z.enum(STOP_METHODS),
  }),
  output: z.object({
    stops: z.array(z.object({ crankDeg: figure, valves: z.array(stopValve) })),
    unsafe: z.array(stopValve),
    totalRotationDeg: figure,
  }),
  compute: (input) => {
    const issues = [...checkFiring(input.firingOrder, input.intervals), ...checkSeatEvents(input.events, ['events'])];
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return valveStops(input);
  },
});

const siblingsCalculator = calculator({
  name: 'siblings',
  summary: 'How far each value stands from its siblings, by a robust score.',
  input: z.object({
    values: list(z.object({ place: z.string().min(1).max(80), value: number }), {
      least: 1,
      most: 200,
      of: ['value', 'values'],
    }),
    resolution: positive,
  }),
  output: z.object({
    median: figure,
    scores: z.array(z.object({ place: z.string(), value: figure, score: figure, flagged: z.boolean() })),
  }),
  compute: ({ values, resolution }) => siblings(values, resolution),
});

const judgeCalculator = calculator({
  name: 'judge',
  summary: 'In, low, high or in doubt, by the decision rule of ISO 14253-1.',
  input: z
    .object({
      value: number,
      min: number.optional(),
      max: number.optional(),
      uncertainty: number.min(0, 'not below zero').default(0),
    })
    .refine(({ min, max }) => min !== undefined || max !== undefined, {
      path: ['min'],
      error: 'at least one limit is needed',
    })
    .refine(({ min, max }) => min === undefined || max === undefined || min <= max, {
      path: ['max'],
      error: 'below the lower limit',
    }),
  output: z.object({
    verdict: z.enum(['in', 'doubt', 'low', 'high']),
    /** From where to where a value is in doubt, at each limit that there is. */
    doubtZones: z.array(z.object({ from: figure, to: figure })),
  }),
  compute: ({ value, min, max, uncertainty }) => ({
    verdict: judge(value, { min, max }, uncertainty),
    doubtZones: [min, max]
      .filter((edge) => edge !== undefined)
      .map((edge) => ({ from: edge - uncertainty, to: edge + uncertainty })),
  }),
});

export const CALCULATORS = [
  preloadCalculator,
  lashCalculator,
  valveStopsCalculator,
  siblingsCalculator,
  judgeCalculator,
  ...camCalculators,
  ...lobeCalculators,
  ...mockupCalculators,
  ...geometryCalculators,
  ...rodCalculators,
  ...planCalculators,
] as unknown as Calculator[];
