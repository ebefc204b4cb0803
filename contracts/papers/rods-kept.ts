import { z } from 'zod';
import { ImpossibleInput } from '../../core/impossible.js';
import { checkRodsKept, type RodsKept } from '../../core/valvetrain/rods-kept.js';
import { paperKind } from './paper-kind.js';

const words = { error: 'a figure, as a number' };
const positive = z.number(words).gt(0, 'above zero').max(1000, 'at most 1000');
const fromZero = z.number(words).min(0, 'not below zero').max(1000, 'at most 1000');
const moved = z.number(words).min(-50, 'at least −50').max(50, 'at most 50');
const ofKind = <One extends z.ZodType>(one: One) => z.object({ I: one, E: one }, { error: 'intake and exhaust' });

export const rodsKeptSchema = z.object({
  unit: z.enum(['in', 'mm']),
  length: ofKind(positive),
  stood: ofKind(moved).optional(),
  millHead: fromZero.optional(),
  millDeck: fromZero.optional(),
  gasketBefore: fromZero.optional(),
  gasketNow: fromZero.optional(),
  stems: ofKind(moved).optional(),
  shims: ofKind(moved).optional(),
  lifterSeatBefore: positive.optional(),
  lifterSeatNow: positive.optional(),
  baseCircleBefore: ofKind(positive).optional(),
  baseCircleNow: ofKind(positive).optional(),
}) satisfies z.ZodType<RodsKept>;

/** Rods that go in again, and what was cut or changed since they last ran; the newest counts. */
export const rodsKept = paperKind({
  kind: 'rods-kept',
  title: 'Kept pushrods',
  schema: rodsKeptSchema,
  keeps: 'newest',
  check(said) {
    const issues = checkRodsKept(said);
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
});
