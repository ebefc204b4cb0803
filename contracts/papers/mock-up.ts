import { z } from 'zod';
import { ImpossibleInput } from '../../core/impossible.js';
import { CHECK_SPRINGS, checkMockUp, LIFTER_STATES, SAME_PARTS, type MockUp } from '../../core/valvetrain/mock-up.js';
import { paperKind } from './paper-kind.js';

/** In the unit of the paper; nothing of an engine that a check hangs on is longer. */
const length = z.number({ error: 'a length, as a number' }).max(100, 'at most 100');
const fromZero = length.min(0, 'not below zero');
const ofKind = z.object({ I: fromZero, E: fromZero });
const signed = length.min(-100, 'at least −100');
const cam = z.number({ error: 'degrees, as a number' }).min(-30, 'between −30 and 30').max(30, 'between −30 and 30');
const same = z.boolean({ error: 'yes or no' });

export const mockUpSchema = z.object({
  check: z.number({ error: 'a number' }).int('a whole number').min(1, 'at least 1').max(1000, 'at most 1000'),
  unit: z.enum(['in', 'mm']),
  gasketAtCheck: fromZero,
  gasketFinal: fromZero,
  lifters: z.enum(LIFTER_STATES, { error: `one of ${LIFTER_STATES.join(', ')}` }),
  collapsedBy: fromZero.optional(),
  sankBy: fromZero.optional(),
  turnsPastZero: z.number({ error: 'turns, as a number' }).min(0, 'not below zero').max(20, 'at most 20').optional(),
  springs: z.enum(CHECK_SPRINGS, { error: `one of ${CHECK_SPRINGS.join(', ')}` }),
  lashAtCheck: ofKind,
  lash: ofKind,
  camAtCheckDeg: cam,
  camDeg: cam.optional(),
  deckAtCheck: signed.optional(),
  millHead: fromZero.optional(),
  millDeck: fromZero.optional(),
  pushrodAtCheck: fromZero.optional(),
  pushrodFinal: fromZero.optional(),
  standShimAtCheck: ofKind.optional(),
  standShimFinal: z.object({ I: signed, E: signed }).optional(),
  baseCircleAtCheck: ofKind.optional(),
  baseCircleFinal: ofKind.optional(),
  lifterSeatAtCheck: fromZero.optional(),
  lifterSeatFinal: fromZero.optional(),
  same: z.object(Object.fromEntries(SAME_PARTS.map((part) => [part, same])) as Record<(typeof SAME_PARTS)[number], typeof same>),
}) satisfies z.ZodType<MockUp>; // prettier-ignore

/**
 * How the engine was put together for a check, and how it will be. All of them count: a check keeps its own set-up, and
 * what the engine will be is what the newest says.
 */
export const mockUp = paperKind({
  kind: 'mock-up',
  title: 'Mock-up set-up',
  schema: mockUpSchema,
  keeps: 'all',
  check(said) {
    const issues = checkMockUp(said);
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
});
