import { z } from 'zod';
import { atLobe, lobeAnalyse, lobeDoubt } from '../core/cam/lobe-analyse.js';
import { lobeFromCard } from '../core/cam/lobe-from-card.js';
import { lookedAt } from '../core/cam/looked-at.js';
import { fromCanonical, toCanonical } from '../core/units/units.js';
import { answerUnit, calculator, figure, number, positive, unit } from './calculator.js';
import { list } from './list.js';

/** The calculators of one lobe: made up from its card, or swept. */

const pair = z.tuple([number, number]);
const lobeFromCardCalculator = calculator({
  name: 'lobe-from-card',
  summary: 'A made-up smooth lobe through two durations of a card. A swept lobe always beats it.',
  input: z.object({
    unit,
    lobeLift: positive,
    durations: list(z.object({ lift: positive, duration: positive.max(720, 'at most 720') }), {
      least: 2,
      most: 2,
      of: ['duration at its lift', 'durations, each at its lift'],
    }),
    centreline: number,
    step: number.min(0.05, 'at least 0.05').max(30, 'at most 30').default(1),
  }),
  output: z.object({
    unit: answerUnit,
    points: z.array(z.tuple([figure, figure])),
    halfWidth: figure,
    power: figure,
    synthetic: z.literal(true),
  }),
  compute: ({ unit, ...input }) => ({ unit, ...lobeFromCard(input) }),
});

/** Trust in a dial that shows half thousandths (k = 2), inches. */
export const DIAL_UNCERTAINTY_IN = 0.0005;
const flanks = { opening: figure, closing: figure };
const extremes = z.object({ max: figure, atDeg: figure, min: figure, minAtDeg: figure });

export const lobeAnalysisSchema = z.object({
  peak: z.object({ lift: figure, deg: figure }),
  durations: z.array(z.object({ lift: figure, ...flanks, duration: figure })),
  centrelineByArea: figure,
  centrelines: z.array(z.object({ drop: figure, ...flanks, centreline: figure })),
  asymmetryDeg: figure,
  area: figure,
  velocity: extremes,
  acceleration: extremes,
  smoothing: z.object({
    method: z.literal('reinsch-smoothing-spline'),
    uncertainty: figure,
    rms: figure,
    noise: figure,
  }),
  /** How far each figure is trusted, k = 2. */
  doubt: z.object({
    peak: z.object({ lift: figure, deg: figure }),
    durations: z.array(figure),
    centrelines: z.array(figure),
    centrelineByArea: figure,
  }),
  curve: z.array(z.tuple([figure, figure, figure, figure])),
});

/** A sweep as it is sent: pairs of crank degrees and lift. */
export const sweepShape = {
  unit,
  points: list(pair, { most: 8000, of: ['point', 'points'] }),
  measuredAt: z.enum(['lobe', 'valve']).default('lobe'),
  rockerRatio: positive.optional(),
  lash: number.min(0, 'not below zero').optional(),
  uncertainty: positive.optional(),
  /** Left out: where the trade looks at a lobe, as far as this one reaches. */
  lifts: list(positive, { most: 50, of: ['lift', 'lifts'] }).optional(),
  drops: list(positive, { most: 50, of: ['drop', 'drops'] }).optional(),
};
const sweepSchema = z.object(sweepShape);

/** Analyses a sweep as it was sent, in its own unit. @throws ImpossibleInput */
export function analyseSweep({ unit, ...input }: z.infer<typeof sweepSchema>) {
  const uncertainty = input.uncertainty ?? fromCanonical(toCanonical(DIAL_UNCERTAINTY_IN, 'in'), unit);
  const reach = Math.max(0, ...input.points.map(([, lift]) => atLobe(input, lift)));
  const { lifts = lookedAt(unit, reach).lifts, drops = lookedAt(unit, reach).drops } = input;
  const asked = { ...input, lifts, drops, uncertainty };
  return { ...lobeAnalyse(asked), doubt: lobeDoubt(asked) };
}

const lobeAnalyseCalculator = calculator({
  name: 'lobe-analyse',
  summary: 'A swept lobe, smoothed: peak, durations, centrelines, asymmetry, area, velocity and acceleration.',
  input: sweepSchema,
  output: lobeAnalysisSchema.extend({ unit: answerUnit }),
  compute: (input) => ({ unit: input.unit, ...analyseSweep(input) }),
});

export const lobeCalculators = [lobeFromCardCalculator, lobeAnalyseCalculator];
