import { z } from 'zod';
import { pistonValve } from '../core/valvetrain/piston-valve.js';
import { pistonValveUncertainty, UNSURE } from '../core/valvetrain/piston-valve-uncertainty.js';
import { springCheck } from '../core/valvetrain/spring-check.js';
import { answerUnit, calculator, figure, number, positive, unit } from './calculator.js';
import { list } from './list.js';

/** The calculators of the mock-up: what comes close to what. */

const notBelowZero = number.min(0, 'not below zero');
const pistonValveShape = {
  unit,
  stroke: positive,
  rodLength: positive,
  valveAngleDeg: number.min(0, 'at least 0').max(80, 'at most 80'),
  rockerRatio: positive,
  lobe: list(z.tuple([number, number]), { most: 8000, of: ['point', 'points'] }),
  measured: z.object({ kind: z.enum(['minimum', 'drop-at-tdc']), clearance: number }),
  lashAtCheck: notBelowZero.default(0),
  lash: notBelowZero.default(0),
  gasketAtCheck: notBelowZero,
  gasketFinal: notBelowZero,
  limit: number,
  crankStep: number.min(0.05, 'at least 0.05').max(5, 'at most 5').default(0.5),
};
const phases = list(number.min(-90, 'at least −90').max(90, 'at most 90'), {
  most: 400,
  of: ['position', 'positions'],
});

const pistonValveCalculator = calculator({
  name: 'piston-valve',
  summary: 'How close a valve comes to its piston, over crank angle and cam position, from one reading at the check.',
  input: z.object({ ...pistonValveShape, phases }),
  output: z.object({
    unit: answerUnit,
    dropAtTdc: figure,
    phases: z.array(z.object({ advance: figure, minimum: figure, atDeg: figure })),
    safeAdvance: z.object({ min: figure, max: figure }).nullable(),
    cutNeeded: figure,
    curve: z.array(z.tuple([figure, figure])),
  }),
  compute: ({ unit, ...input }) => ({ unit, ...pistonValve(input) }),
});

const deviations = Object.fromEntries(UNSURE.map((one) => [one, notBelowZero.optional()])) as Record<
  (typeof UNSURE)[number],
  z.ZodOptional<typeof notBelowZero>
>;
const uncertaintyCalculator = calculator({
  name: 'piston-valve-uncertainty',
  summary: 'How sure the least clearance is, by drawing engines as the readings would let them be.',
  input: z.object({
    ...pistonValveShape,
    phases: phases.default([]),
    standardUncertainty: z.object(deviations),
    draws: number.int('a whole number').min(2, 'at least 2').max(200_000, 'at most 200000').default(10_000),
    seed: number.int('a whole number').default(1),
  }),
  output: z.object({
    unit: answerUnit,
    mean: figure,
    standardDeviation: figure,
    shareBelowLimit: figure,
    sensitivity: z.array(z.object({ input: z.enum(UNSURE), share: figure })),
    draws: figure,
  }),
  compute: ({ unit, ...input }) => ({ unit, ...pistonValveUncertainty(input) }),
});

const springCheckCalculator = calculator({
  name: 'spring-check',
  summary: 'Height, load and coil bind margin of a valve spring at full lift.',
  input: z.object({
    unit,
    installedHeight: positive,
    solidHeight: positive,
    valveLift: notBelowZero,
    rate: positive,
    seatLoad: notBelowZero,
    coilBindLimit: notBelowZero,
  }),
  output: z.object({
    unit: answerUnit,
    openHeight: figure,
    coilBindMargin: figure,
    openLoad: figure,
    ok: z.boolean(),
  }),
  compute: ({ unit, ...input }) => ({ unit, ...springCheck(input) }),
});

export const mockupCalculators = [pistonValveCalculator, uncertaintyCalculator, springCheckCalculator];
