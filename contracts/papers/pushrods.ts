import { z } from 'zod';
import { ImpossibleInput } from '../../core/impossible.js';
import { LENGTH_CONVENTIONS } from '../../core/valvetrain/gauge-length.js';
import { checkPushrodSetUp, ROD_SETS, type PushrodSetUp } from '../../core/valvetrain/pushrod-set-up.js';
import { paperKind } from './paper-kind.js';

const fromZero = z.number({ error: 'a length, as a number' }).min(0, 'not below zero').max(1000, 'at most 1000');
const positive = z.number({ error: 'a length, as a number' }).gt(0, 'above zero').max(1000, 'at most 1000');

export const pushrodsSchema = z.object({
  unit: z.enum(['in', 'mm']),
  convention: z.enum(LENGTH_CONVENTIONS, { error: `one of ${LENGTH_CONVENTIONS.join(', ')}` }),
  ballDiameter: positive.optional(),
  holeDiameter: fromZero.optional(),
  gaugeDiameter: fromZero.optional(),
  tool: z.object({ base: positive, perTurn: positive }).optional(),
  angleDeg: z.number({ error: 'degrees, as a number' }).min(0, 'at least 0').max(60, 'at most 60').optional(),
  plunger: z.object({ target: fromZero, min: fromZero, max: fromZero }).optional(),
  adjusterWanted: z.number({ error: 'turns, as a number' }).min(0, 'not below zero').max(100, 'at most 100').optional(),
  rodDiameter: positive.optional(),
  wall: positive.optional(),
  headHole: positive.optional(),
  tips: z.object({ lower: fromZero, upper: fromZero }).optional(),
  rods: z.enum(ROD_SETS, { error: 'one set, or a length for each kind' }),
}) satisfies z.ZodType<PushrodSetUp>;

/** How pushrods are measured and what they must fit; the newest counts. */
export const pushrods = paperKind({
  kind: 'pushrods',
  title: 'Pushrods',
  schema: pushrodsSchema,
  keeps: 'newest',
  check(said) {
    const issues = checkPushrodSetUp(said);
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
});
