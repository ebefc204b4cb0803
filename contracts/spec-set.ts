import { z } from 'zod';
import { STOP_METHODS } from '../core/cam/valve-stops.js';
import { ALONG, ASKED_BESIDES, RECHECK_COUNTS, type Practice } from '../core/plan/practice.js';
import type { Scope } from '../core/engine/places.js';
import { GATES } from '../core/plan/gates.js';
import { STAGES } from '../core/plan/measure.js';
import { LONGEST_TITLE, OWN_SCOPES, OWN_STAGES, OWN_UNITS } from '../core/plan/own-measure.js';
import { SCHOOLS } from '../core/valvetrain/schools.js';
import { BASES } from '../core/plan/spec-sets.js';
import type { Unit } from '../core/units/units.js';
import { lifterSchema, metalSchema, specSetSchema, unitSchema } from './catalogue.js';
import { list } from './list.js';
import { idSchema, line, reason, text } from './text.js';

/** Spec sets as a shop writes them down: their bounds, and moving an engine from one version to another. */

const figure = z.number({ error: 'a number' }).min(-100_000, 'far too small').max(100_000, 'far too large');
const degrees = z.number({ error: 'degrees, as a number' }).min(-90, 'at least −90').max(90, 'at most 90');
const some = degrees.min(0, 'not below zero');
const drop = z.number({ error: 'a drop, as a number' }).gt(0, 'above zero').max(50, 'at most 50');

/** What is said where what was typed is not speeds with their factors. */
const SPEEDS = { error: 'speeds with their factors, as 7000 × 0.5; 7800 × 0.25' };

const fromZero = z.number({ error: 'a number' }).min(0, 'not below zero').max(50, 'at most 50');

const aim = z.number({ error: 'a number' }).min(-10, 'at least −10').max(10, 'at most 10');
const checkLift = z.number({ error: 'a lift, as a number' }).gt(0, 'above zero').max(50, 'at most 50');

const stage = z.enum(STAGES, { error: `a stage: ${STAGES.join(', ')}` });

const recheck = z.object({
  what: line(60),
  every: z.number({ error: 'how many, as a number' }).gt(0, 'above zero').max(100_000, 'at most 100000'),
  count: z.enum(RECHECK_COUNTS, { error: 'hours, nights, runs or months' }),
  bands: list(
    z.object(
      {
        overRpm: z.number(SPEEDS).gt(0, 'a speed above zero').max(100_000, 'at most 100000 rpm'),
        factor: z.number(SPEEDS).gt(0, 'a factor above zero').max(1, 'a factor of at most 1'),
      },
      SPEEDS,
    ),
    { most: 8, of: ['speed', 'speeds'] },
  ),
});

const limit = z.object({
  measure: text(80),
  valve: z.enum(['I', 'E'], { error: 'intake, exhaust or both' }).optional(),
  min: figure.optional(),
  max: figure.optional(),
  preferred: figure.optional(),
  unit: z.enum(unitSchema.options, { error: 'a unit, as the list has them' }),
  basis: z.enum(BASES, { error: 'absolute, of-bore or of-card' }),
  required: z.boolean(),
  source: line(200),
});

const practice = z.object({
  setting: z.object({
    method: z.enum(STOP_METHODS),
    along: z.enum(ALONG),
    marginDeg: some,
    asks: list(z.enum(ASKED_BESIDES, { error: `one of ${ASKED_BESIDES.join(', ')}` }), {
      most: ASKED_BESIDES.length,
      of: ['measure', 'measures'],
    }).optional(),
    dragTurns: z.number({ error: 'turns, as a number' }).min(0, 'not below zero').max(2, 'at most 2').optional(),
  }),
  deadCentre: z.object({ trueWithinDeg: some, roughDeg: some }),
  timing: z.object({
    drops: z.object({
      in: list(drop, { least: 1, most: 8, of: ['drop', 'drops'] }),
      mm: list(drop, { least: 1, most: 8, of: ['drop', 'drops'] }),
    }),
    checkLift: z.object({ in: checkLift, mm: checkLift }).optional(),
    dropSpreadDeg: some,
    dialInLineDeg: some,
    targets: list(z.object({ school: z.enum(['card', 'retarded', 'advanced']), shiftDeg: degrees }), {
      least: 1,
      most: 3,
      of: ['target', 'targets'],
    }),
    offsetsDeg: list(degrees, { least: 1, most: 24, of: ['position', 'positions'] }),
    settleDeg: some,
    toleranceDeg: some,
  }),
  mockUp: z
    .object({
      dialAnglesDeg: list(degrees, { least: 1, most: 24, of: ['angle', 'angles'] }),
      springShims: z.object({
        in: list(drop, { least: 1, most: 12, of: ['thickness', 'thicknesses'] }),
        mm: list(drop, { least: 1, most: 12, of: ['thickness', 'thicknesses'] }),
      }),
    })
    .optional(),
  geometry: z
    .object({
      school: z.enum(SCHOOLS, { error: `one of ${SCHOOLS.join(', ')}` }),
      why: text(200).trim(),
      edgeKept: z.object({ in: fromZero, mm: fromZero }),
      lineWidth: z.object({ in: fromZero, mm: fromZero }).optional(),
      markAim: z.object({ in: aim, mm: aim }).optional(),
      adjusterTurns: z.object({ least: fromZero, most: fromZero }),
      standShims: z.object({
        in: list(drop, { least: 1, most: 12, of: ['thickness', 'thicknesses'] }),
        mm: list(drop, { least: 1, most: 12, of: ['thickness', 'thicknesses'] }),
      }),
    })
    .optional(),
  growth: list(z.object({ block: metalSchema, head: metalSchema, growth: figure, unit: z.enum(['in', 'mm']) }), {
    most: 8,
    of: ['pair of metals', 'pairs of metals'],
  }),
  uncertainty: list(z.object({ measure: text(80), value: figure.min(0, 'not below zero'), unit: unitSchema }), {
    most: 100,
    of: ['measure', 'measures'],
  }),
  rechecks: list(recheck, { most: 24, of: ['row', 'rows'] }).optional(),
  path: z
    .object({
      gates: list(
        z.object({
          gate: z.enum(GATES, { error: `one of ${GATES.join(', ')}` }),
          asks: list(text(80).trim(), { most: 60, of: ['thing that is asked', 'things that are asked'] }),
        }),
        { most: GATES.length, of: ['gate', 'gates'] },
      ).optional(),
      orders: list(
        z.object({
          first: text(80),
          before: text(80),
          upTo: z
            .number({ error: 'how many, as a number' })
            .int('a whole number')
            .min(0, 'not below zero')
            .max(100, 'at most 100'),
          why: line(200),
        }),
        { most: 24, of: ['rule', 'rules'] },
      ).optional(),
      cautions: list(z.object({ stage, says: line(300) }), { most: 60, of: ['caution', 'cautions'] }).optional(),
      bench: list(z.object({ stage, items: list(line(80), { most: 40, of: ['thing', 'things'] }) }), {
        most: STAGES.length,
        of: ['stage', 'stages'],
      }).optional(),
      minutes: list(
        z.object({
          of: text(80),
          minutes: z.number({ error: 'minutes, as a number' }).gt(0, 'above zero').max(10_000, 'at most 10000'),
        }),
        { most: 200, of: ['row', 'rows'] },
      ).optional(),
      told: text(2000).trim().min(1, 'must be filled in').optional(),
    })
    .optional(),
}) satisfies z.ZodType<Practice>;

/** A measure of the shop's own; its title is a part of what its values are kept under. */
const ownMeasure = z.object({
  title: line(LONGEST_TITLE).regex(/^[^:@]*$/, 'without a colon and without @'),
  stage: z.enum(OWN_STAGES, { error: 'a stage that has a list' }),
  scope: z.enum(OWN_SCOPES as [Scope, ...Scope[]], { error: 'where it is taken' }),
  unit: z.enum(OWN_UNITS as [Unit, ...Unit[]], { error: 'a unit, as the list has them' }),
  resolution: z.number({ error: 'the smallest step of the instrument' }).min(0.00001, 'at least 0.00001').max(100, 'at most 100'), // prettier-ignore
  how: line(200),
  caution: text(200).trim().optional(),
});

/** The name of a set, which stays whatever it is titled. */
const setName = z
  .string()
  .regex(/^[a-z][a-z0-9-]{1,39}$/, 'small letters, digits and hyphens, a letter first, at most 40');

/** A new version of a set; or a new set, after version 0. */
export const newSpecSetRequest = z.object({
  id: setName,
  /** The version that it was written after: where another has been issued since, nothing is. */
  after: z.number().int().min(0),
  title: line(80),
  lifter: lifterSchema,
  limits: list(limit, { least: 1, most: 400, of: ['limit', 'limits'] }),
  practice,
  measures: list(ownMeasure, { most: 60, of: ['measure', 'measures'] }).optional(),
  reason,
});
export type NewSpecSet = z.infer<typeof newSpecSetRequest>;

export const specSetVersionsAnswer = z.object({
  /** The newest first. */
  versions: z.array(specSetSchema),
  engines: z.array(
    z.object({
      id: idSchema,
      tag: z.string(),
      title: z.string(),
      customer: z.string(),
      version: z.number().int(),
    }),
  ),
  /** Limits of the newest version that leave little room for what is measured; canonical, trust k = 2. */
  narrow: z.array(
    z.object({
      measure: z.string(),
      valve: z.enum(['I', 'E']).optional(),
      width: z.number(),
      trust: z.number(),
      isHopeless: z.boolean(),
      message: z.string(),
    }),
  ),
});

/** A version of a set, as it is chosen for an engine. */
export const specSetChoice = z.object({
  specSet: text(80),
  version: z.coerce.number().int().min(1, 'versions count from 1'),
});
const verdict = z.enum(['in', 'doubt', 'low', 'high', 'suspect', 'unjudged', 'missing', 'not-asked']);
export const verdictChangesAnswer = z.object({
  changes: z.array(z.object({ measure: z.string(), place: z.string(), before: verdict, after: verdict })),
});
export const moveRequest = specSetChoice.extend({
  /** Made by whoever moves it: the same move sent twice is one. */
  id: idSchema.optional(),
  reason,
});
