import { z } from 'zod';
import { adjustRemedy } from '../core/valvetrain/adjust-remedy.js';
import { gaugeLength, LENGTH_CONVENTIONS } from '../core/valvetrain/gauge-length.js';
import { pushrodLength } from '../core/valvetrain/pushrod-length.js';
import { pushrodPick } from '../core/valvetrain/pushrod-pick.js';
import { rockerPosition } from '../core/valvetrain/rocker-position.js';
import { sweepFit } from '../core/valvetrain/sweep-fit.js';
import { answerUnit, calculator, figure, number, positive, unit } from './calculator.js';
import { list } from './list.js';

/** The calculators of rocker geometry and pushrods. */

const notBelowZero = number.min(0, 'not below zero');
const fromZero = notBelowZero.default(0);

const pushrodLengthCalculator = calculator({
  name: 'pushrod-length',
  summary: 'The pushrod to order, from the one that fitted at the check and what will be otherwise.',
  input: z.object({
    unit,
    checkedLength: positive,
    gasketAtCheck: fromZero,
    gasketFinal: fromZero,
    plungerDepthAtCheck: fromZero,
    plungerDepthTarget: fromZero,
    headCutAfterCheck: fromZero,
    deckCutAfterCheck: fromZero,
    pushrodAngleDeg: number.min(0, 'at least 0').max(60, 'at most 60').default(0),
    lash: fromZero,
    lashAtCheck: fromZero,
    rockerRatio: positive,
  }),
  output: z.object({
    unit: answerUnit,
    length: figure,
    terms: z.object({ gasket: figure, cuts: figure, plunger: figure, lash: figure }),
  }),
  compute: ({ unit, ...input }) => ({ unit, ...pushrodLength(input) }),
});

const pushrodPickCalculator = calculator({
  name: 'pushrod-pick',
  summary: 'Which of the lengths that can be had puts the plunger best into its window.',
  input: z.object({
    unit,
    required: positive,
    plungerTarget: number,
    window: z.object({ min: number, max: number }),
    available: z.union([
      list(positive, { least: 1, most: 2000, of: ['length', 'lengths'] }),
      z.object({ from: positive, to: positive, step: positive }),
    ]),
  }),
  output: z.object({
    unit: answerUnit,
    candidates: z.array(z.object({ length: figure, plungerDepth: figure, margin: figure, ok: z.boolean() })),
    pick: figure.nullable(),
  }),
  compute: ({ unit, ...input }) => ({ unit, ...pushrodPick(input) }),
});

const convention = z.enum(LENGTH_CONVENTIONS, { error: `one of ${LENGTH_CONVENTIONS.join(', ')}` });
const gaugeLengthCalculator = calculator({
  name: 'gauge-length',
  summary: 'A pushrod’s length in another convention: overall, theoretical, or as a gauge reads it.',
  input: z.object({
    unit,
    length: positive,
    from: convention,
    to: convention,
    ballDiameter: positive,
    holeDiameter: notBelowZero,
    gaugeDiameter: notBelowZero,
  }),
  output: z.object({ unit: answerUnit, length: figure }),
  compute: ({ unit, ...input }) => ({ unit, length: gaugeLength(input) }),
});

/** What a mark's width can be trusted to, where nothing is said. */
const MARK_UNCERTAINTY = { in: 0.004, mm: 0.1 };
const solution = z.object({ best: figure, lineWidth: figure, residualRms: figure });
const sweepFitCalculator = calculator({
  name: 'sweep-fit',
  summary: 'The setting at which a rocker rubs the narrowest mark, from two or three marks.',
  input: z.object({
    unit,
    mount: z.enum(['stud-nut', 'shaft'], { error: 'stud-nut or shaft' }),
    rockerRatio: positive,
    armLength: positive,
    valveLift: positive,
    trials: list(z.object({ setting: number, width: positive }), { most: 60, of: ['trial', 'trials'] }),
    lineWidth: notBelowZero.optional(),
    uncertainty: positive.optional(),
  }),
  output: z.object({
    unit: answerUnit,
    ...solution.shape,
    within: z.tuple([figure, figure]),
    minimumWidth: figure,
    explained: z.boolean(),
    ambiguous: z.boolean(),
    solutions: z.array(solution),
    curve: z.array(z.tuple([figure, figure])),
    nextTrial: figure.nullable(),
    narrowestMeasured: z.object({ setting: figure, width: figure }),
  }),
  compute: ({ unit, uncertainty = MARK_UNCERTAINTY[unit], ...input }) => ({
    unit,
    ...sweepFit({ uncertainty, ...input }),
  }),
});

const rockerPositionCalculator = calculator({
  name: 'rocker-position',
  summary: 'Where a rocker’s tip stands across its valve at a lift.',
  input: z.object({
    unit,
    armLength: positive,
    closedHeight: number,
    lift: notBelowZero,
    mount: z.enum(['stud-nut', 'shaft'], { error: 'stud-nut or shaft' }).optional(),
    rockerRatio: positive.optional(),
  }),
  output: z.object({ unit: answerUnit, angleDeg: figure, reach: figure, shift: figure }),
  compute: ({ unit, armLength, closedHeight, lift }) => ({
    unit,
    ...rockerPosition({ armLength, closedHeight, lift }),
  }),
});

const adjustRemedyCalculator = calculator({
  name: 'adjust-remedy',
  summary: 'What to change when the adjuster cannot bring the plunger where it belongs.',
  input: z.object({
    unit,
    rockerRatio: positive,
    plungerTarget: notBelowZero,
    plungerDepth: notBelowZero.optional(),
    heldOpen: notBelowZero.optional(),
    plungerTravel: positive.optional(),
  }),
  output: z.object({ unit: answerUnit, excess: figure, pushrodChange: figure, pivotShim: figure }),
  compute: ({ unit, ...input }) => ({ unit, ...adjustRemedy(input) }),
});

export const geometryCalculators = [
  adjustRemedyCalculator,
  pushrodLengthCalculator,
  pushrodPickCalculator,
  gaugeLengthCalculator,
  sweepFitCalculator,
  rockerPositionCalculator,
];
