import { z } from 'zod';
import { camCentreline } from '../core/cam/cam-centreline.js';
import { camEvents } from '../core/cam/cam-events.js';
import { camInstall } from '../core/cam/cam-install.js';
import { atLobe, lobeAnalyse } from '../core/cam/lobe-analyse.js';
import { lookedAt } from '../core/cam/looked-at.js';
import { lobeFromCard } from '../core/cam/lobe-from-card.js';
import { checkSeatEvents } from '../core/engine/check-engine.js';
import { ImpossibleInput } from '../core/impossible.js';
import { fromCanonical, toCanonical } from '../core/units/units.js';
import { dialReading } from '../core/wheel/dial-reading.js';
import { misalignment } from '../core/wheel/misalignment.js';
import { GENERAL_PRACTICE } from '../core/plan/practice.js';
import { trueTdc } from '../core/wheel/true-tdc.js';
import { answerUnit, calculator, figure, number, positive, unit } from './calculator.js';
import { cardEventsSchema } from './engine.js';
import { list } from './list.js';

/** The calculators of dead centre and cam timing. */

const stop = z.object({
  deg: number.min(0, 'not below zero; the side says which way').max(180, 'at most 180'),
  side: z.enum(['before', 'after']),
});
const trueTdcCalculator = calculator({
  name: 'true-tdc',
  summary: 'What the wheel reads at the real dead centre, from a stop or an equal drop on either side.',
  input: z.object({ method: z.enum(['piston-stop', 'equal-drop']), first: stop, second: stop }),
  output: z.object({ wheelErrorDeg: figure, halfSpanDeg: figure }),
  compute: trueTdc,
});

const dialReadingCalculator = calculator({
  name: 'dial-reading',
  summary: 'Travel of a dial from its turns and its needle, with or against its numbers.',
  input: z.object({
    unit,
    perRev: positive,
    revs: number.int('whole turns').min(0, 'not below zero'),
    needle: number,
    startNeedle: number.default(0),
    runs: z.enum(['with', 'against']),
    expected: number.optional(),
  }),
  output: z.object({ unit: answerUnit, travel: figure, revolutionsOff: figure.optional() }),
  compute: ({ unit, ...input }) => ({ unit, ...dialReading(input) }),
});

const misalignmentCalculator = calculator({
  name: 'misalignment',
  summary: 'By how many degrees a dial would have to stand out of line to read so short.',
  input: z.object({
    unit,
    expected: positive,
    observed: positive,
    maxAngleDeg: number.min(0, 'not below zero').max(90, 'at most 90').default(GENERAL_PRACTICE.timing.dialInLineDeg),
  }),
  output: z.object({ angleDeg: figure, explains: z.boolean() }),
  compute: misalignment,
});

/** Refuses a valve that closes before it opens. */
function checked(events: z.infer<typeof cardEventsSchema>) {
  const issues = checkSeatEvents(events, []);
  if (issues.length > 0) throw new ImpossibleInput(...issues);
  return events;
}
const camEventsCalculator = calculator({
  name: 'cam-events',
  summary: 'Durations, centrelines, separation, advance and overlap from the four events of a card.',
  input: cardEventsSchema,
  output: z.object({
    intakeDuration: figure,
    exhaustDuration: figure,
    intakeCentreline: figure,
    exhaustCentreline: figure,
    lobeSeparation: figure,
    advance: figure,
    overlap: figure,
  }),
  compute: (events) => camEvents(checked(events)),
});

const camCentrelineCalculator = calculator({
  name: 'cam-centreline',
  summary: 'Lobe centreline from equal drops on either side of the nose, with their spread.',
  input: z.object({
    unit,
    lobe: z.enum(['intake', 'exhaust']).default('intake'),
    pairs: list(z.object({ drop: positive, opening: number, closing: number }), {
      least: 1,
      most: 50,
      of: ['pair', 'pairs'],
    }),
  }),
  output: z.object({ centrelines: z.array(figure), mean: figure, spread: figure }),
  compute: ({ pairs, lobe }) => camCentreline(pairs, lobe),
});

const camInstallCalculator = calculator({
  name: 'cam-install',
  summary: 'The sprocket position that comes nearest to the target once the chain has settled.',
  input: z.object({
    measuredCentreline: number,
    targetCentreline: number,
    availableOffsets: list(number, { least: 1, most: 100, of: ['position', 'positions'] }),
    currentOffset: number.default(0),
    settleRetard: number.min(0, 'not below zero').default(0),
    tolerance: number.min(0, 'not below zero').default(1),
  }),
  output: z.object({
    offset: figure,
    centrelineNow: figure,
    centrelineSettled: figure,
    errorSettled: figure,
    within: z.boolean(),
  }),
  compute: camInstall,
});

const pair = z.tuple([number, number]);
const lobeFromCardCalculator = calculator({
  name: 'lobe-from-card',
  summary: 'A made-up smooth lobe through two durations of a card. A swept lobe always beats it.',
  input: z.object({
    unit,
    lobeLift: positive,
    durations: z
      .array(z.object({ lift: positive, duration: positive.max(720, 'at most 720') }))
      .length(2, 'two durations at two lifts'),
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

/** Trust in a dial that shows half thousandths, inches. */
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
  smoothing: z.object({ method: z.literal('reinsch-smoothing-spline'), uncertainty: figure, rms: figure }),
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
  return lobeAnalyse({ ...input, lifts, drops, uncertainty });
}

const lobeAnalyseCalculator = calculator({
  name: 'lobe-analyse',
  summary: 'A swept lobe, smoothed: peak, durations, centrelines, asymmetry, area, velocity and acceleration.',
  input: sweepSchema,
  output: lobeAnalysisSchema.extend({ unit: answerUnit }),
  compute: (input) => ({ unit: input.unit, ...analyseSweep(input) }),
});

export const camCalculators = [
  trueTdcCalculator,
  dialReadingCalculator,
  misalignmentCalculator,
  camEventsCalculator,
  camCentrelineCalculator,
  camInstallCalculator,
  lobeFromCardCalculator,
  lobeAnalyseCalculator,
];
