import { z } from 'zod';
import { ImpossibleInput } from '../../core/impossible.js';
import {
  checkTighteningPlan,
  FASTENED,
  FASTENER_COUNT,
  PATTERNS,
  STEP_KINDS,
  TORQUE_UNITS,
  withGroup,
  type TighteningPlan,
} from '../../core/tightening/plan.js';
import { list } from '../list.js';
import { line, text } from '../text.js';
import { paperKind } from './paper-kind.js';

const number = z.number({ error: 'a number' });
const UNITS_OF_TARGETS = [...TORQUE_UNITS, 'deg', 'in', 'mm'] as const;
const target = z.object({
  value: number.gt(0, 'above zero').max(10_000, 'at most 10000'),
  unit: z.enum(UNITS_OF_TARGETS, { error: `one of ${UNITS_OF_TARGETS.join(', ')}` }),
  tolerance: number.min(0, 'not below zero').max(10_000, 'at most 10000').optional(),
});
const { least, most } = FASTENER_COUNT;
const said = text(120).trim().default('');

export const tighteningSchema = z.object({
  group: z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'small letters, digits and hyphens, a letter first'),
  title: line(60),
  fastened: z.enum(FASTENED, { error: `one of ${FASTENED.join(', ')}` }),
  count: number.int('a whole number').min(least, 'at least one').max(most, `at most ${most}`),
  pattern: z.enum(PATTERNS, { error: 'rows or ring' }),
  rows: number.int('a whole number').min(1, 'at least one').max(6, 'at most 6').default(1),
  order: list(number.int('whole numbers'), { least, most, of: ['fastener', 'fasteners'] }),
  steps: list(
    z.object({ kind: z.enum(STEP_KINDS, { error: `one of ${STEP_KINDS.join(', ')}` }), target: target.optional() }),
    { least: 1, most: 20, of: ['step', 'steps'] },
  ),
  source: line(200),
  lubricant: said,
  washer: said,
  tool: said,
  toolNumber: said,
  toolCheckedOn: z.iso.date('a day, as 2026-03-02').nullable().default(null),
  isReused: z.boolean({ error: 'new or used before' }),
  compound: said,
  adapter: z
    .object({
      wrenchLength: number.gt(0, 'above zero').max(5000, 'at most 5000'),
      adapterLength: number.min(0, 'not below zero').max(5000, 'at most 5000'),
      unit: z.enum(['in', 'mm']),
      angleDeg: number.min(-180, 'at least −180').max(180, 'at most 180').default(0),
    })
    .optional(),
  round: number.int('a whole number').min(1, 'counted from 1').max(999, 'at most 999').default(1),
}) satisfies z.ZodType<TighteningPlan>;

/** How a group of fasteners is tightened: the newest of a group holds, and the engine has so many places of it. */
export const tightening = paperKind({
  kind: 'tightening',
  title: 'Tightening plan',
  schema: tighteningSchema,
  keeps: 'all',
  check(plan) {
    const issues = checkTighteningPlan(plan);
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
  engine: (plan, engine) => ({ ...engine, fasteners: withGroup(engine.fasteners, plan) }),
});
