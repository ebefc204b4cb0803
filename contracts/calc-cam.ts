import { z } from 'zod';
import { camCentreline } from '../core/cam/cam-centreline.js';
import { camEvents } from '../core/cam/cam-events.js';
import { camInstall } from '../core/cam/cam-install.js';
import { checkSeatEvents } from '../core/engine/check-engine.js';
import { ImpossibleInput } from '../core/impossible.js';
import { dialReading } from '../core/wheel/dial-reading.js';
import { misalignment } from '../core/wheel/misalignment.js';
import { GENERAL_PRACTICE } from '../core/plan/practice.js';
import { trueTdc } from '../core/wheel/true-tdc.js';
import { answerUnit, calculator, figure, number, positive, unit } from './calculator.js';
import { cardEventsSchema } from './engine-shape.js';
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

export const camCalculators = [
  trueTdcCalculator,
  dialReadingCalculator,
  misalignmentCalculator,
  camEventsCalculator,
  camCentrelineCalculator,
  camInstallCalculator,
];
