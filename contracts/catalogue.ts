import { z } from 'zod';
import { STAGES } from '../core/plan/measure.js';
import { UNITS, type Quantity, type Unit } from '../core/units/units.js';

export const unitSchema = z.enum(Object.keys(UNITS) as [Unit, ...Unit[]]);
export const stageSchema = z.enum(STAGES);
const quantitySchema = z.enum(['length', 'angle', 'turns', 'force', 'torque', 'choice'] satisfies Quantity[]);

export const measureSchema = z.object({
  key: z.string(),
  title: z.string(),
  stage: stageSchema,
  scope: z.enum(['engine', 'cylinder', 'valve', 'main', 'pin', 'bank']),
  quantity: quantitySchema,
  units: z.array(unitSchema),
  resolution: z.number(),
  uncertainty: z.number(),
  how: z.string(),
  needs: z.array(z.string()),
  options: z.array(z.string()).optional(),
  sides: z.object({ plus: z.string(), minus: z.string(), deadCentre: z.enum(['TDC', 'BDC']).optional() }).optional(),
  several: z.literal(true).optional(),
});

export const specLimitSchema = z.object({
  measure: z.string(),
  valve: z.enum(['I', 'E']).optional(),
  min: z.number().optional(),
  max: z.number().optional(),
  unit: unitSchema,
  perBore: z.literal(true).optional(),
  required: z.boolean(),
  source: z.string(),
});

export const specSetSchema = z.object({
  id: z.string(),
  version: z.number().int(),
  title: z.string(),
  lifter: z.enum(['hydraulic', 'solid']),
  limits: z.array(specLimitSchema),
});

export const measuresAnswer = z.object({ measures: z.array(measureSchema) });
export const specSetsAnswer = z.object({ specSets: z.array(specSetSchema) });
