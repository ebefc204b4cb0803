import { SCHOOLS } from '../core/valvetrain/schools.js';
import { z } from 'zod';
import { STOP_METHODS } from '../core/cam/valve-stops.js';
import { SCOPES } from '../core/engine/places.js';
import { GATES } from '../core/plan/gates.js';
import { AT_BY, COUNTS, STAGES } from '../core/plan/measure.js';
import { OWN_STAGES } from '../core/plan/own-measure.js';
import { ALONG, ASKED_BESIDES, RECHECK_COUNTS, type Practice } from '../core/plan/practice.js';
import { BASES, type SpecSet } from '../core/plan/spec-sets.js';
import { UNITS, type Quantity, type Unit } from '../core/units/units.js';

export const unitSchema = z.enum(Object.keys(UNITS) as [Unit, ...Unit[]]);
export const stageSchema = z.enum(STAGES);
export const metalSchema = z.enum(['iron', 'aluminium']);
export const lifterSchema = z.enum(['hydraulic', 'solid']);
const quantitySchema = z.enum(['length', 'angle', 'turns', 'force', 'torque', 'choice'] satisfies Quantity[]);

const measureSchema = z.object({
  key: z.string(),
  title: z.string(),
  stage: stageSchema,
  scope: z.enum(SCOPES),
  quantity: quantitySchema,
  units: z.array(unitSchema),
  resolution: z.number(),
  uncertainty: z.number(),
  how: z.string(),
  needs: z.array(z.string()),
  options: z.array(z.string()).optional(),
  sides: z.object({ plus: z.string(), minus: z.string(), deadCentre: z.enum(['TDC', 'BDC']).optional() }).optional(),
  several: z.literal(true).optional(),
  hasEdges: z.literal(true).optional(),
  counts: z.enum(COUNTS),
  at: z.enum(AT_BY).optional(),
  lifter: lifterSchema.optional(),
});

const specLimitSchema = z.object({
  measure: z.string(),
  valve: z.enum(['I', 'E']).optional(),
  min: z.number().optional(),
  max: z.number().optional(),
  preferred: z.number().optional(),
  unit: unitSchema,
  basis: z.enum(BASES),
  required: z.boolean(),
  source: z.string(),
});

const practiceSchema = z.object({
  setting: z.object({
    method: z.enum(STOP_METHODS),
    along: z.enum(ALONG),
    marginDeg: z.number(),
    asks: z.array(z.enum(ASKED_BESIDES)).optional(),
    dragTurns: z.number().optional(),
  }),
  deadCentre: z.object({ trueWithinDeg: z.number(), roughDeg: z.number() }),
  timing: z.object({
    drops: z.object({ in: z.array(z.number()), mm: z.array(z.number()) }),
    checkLift: z.object({ in: z.number(), mm: z.number() }).optional(),
    dropSpreadDeg: z.number(),
    dialInLineDeg: z.number(),
    targets: z.array(z.object({ school: z.enum(['card', 'retarded', 'advanced']), shiftDeg: z.number() })),
    offsetsDeg: z.array(z.number()),
    settleDeg: z.number(),
    toleranceDeg: z.number(),
  }),
  mockUp: z
    .object({
      dialAnglesDeg: z.array(z.number()),
      springShims: z.object({ in: z.array(z.number()), mm: z.array(z.number()) }),
    })
    .optional(),
  geometry: z
    .object({
      school: z.enum(SCHOOLS),
      why: z.string(),
      edgeKept: z.object({ in: z.number(), mm: z.number() }),
      lineWidth: z.object({ in: z.number(), mm: z.number() }).optional(),
      markAim: z.object({ in: z.number(), mm: z.number() }).optional(),
      adjusterTurns: z.object({ least: z.number(), most: z.number() }),
      standShims: z.object({ in: z.array(z.number()), mm: z.array(z.number()) }),
    })
    .optional(),
  growth: z.array(z.object({ block: metalSchema, head: metalSchema, growth: z.number(), unit: z.enum(['in', 'mm']) })),
  uncertainty: z.array(z.object({ measure: z.string(), value: z.number(), unit: unitSchema })),
  rechecks: z
    .array(
      z.object({
        what: z.string(),
        every: z.number(),
        count: z.enum(RECHECK_COUNTS),
        bands: z.array(z.object({ overRpm: z.number(), factor: z.number() })),
      }),
    )
    .optional(),
  path: z
    .object({
      gates: z.array(z.object({ gate: z.enum(GATES), asks: z.array(z.string()) })).optional(),
      orders: z
        .array(z.object({ first: z.string(), before: z.string(), upTo: z.number(), why: z.string() }))
        .optional(),
      cautions: z.array(z.object({ stage: stageSchema, says: z.string() })).optional(),
      bench: z.array(z.object({ stage: stageSchema, items: z.array(z.string()) })).optional(),
      minutes: z.array(z.object({ of: z.string(), minutes: z.number() })).optional(),
      told: z.string().optional(),
    })
    .optional(),
}) satisfies z.ZodType<Practice>;

/** A measure of a shop's own, as a set has it. */
const ownMeasureSchema = z.object({
  title: z.string(),
  stage: z.enum(OWN_STAGES),
  scope: z.enum(SCOPES),
  unit: unitSchema,
  resolution: z.number(),
  how: z.string(),
  caution: z.string().optional(),
});

export const specSetSchema = z.object({
  id: z.string(),
  version: z.number().int(),
  title: z.string(),
  lifter: lifterSchema,
  limits: z.array(specLimitSchema),
  practice: practiceSchema,
  measures: z.array(ownMeasureSchema).optional(),
  issued: z.object({ by: z.string(), at: z.string(), reason: z.string() }).optional(),
}) satisfies z.ZodType<SpecSet>;

export const measuresAnswer = z.object({ measures: z.array(measureSchema) });
export const specSetsAnswer = z.object({ specSets: z.array(specSetSchema) });
