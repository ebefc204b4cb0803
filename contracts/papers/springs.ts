import { z } from 'zod';
import { ImpossibleInput, type Impossibility } from '../../core/impossible.js';
import { checkNest, type Springs } from '../../core/valvetrain/spring-nest.js';
import { list } from '../list.js';
import { paperKind } from './paper-kind.js';

const height = z.number({ error: 'a height, as a number' }).positive('above zero').max(200, 'at most 200');
const load = z.number({ error: 'a load, as a number' }).min(0, 'not below zero').max(20_000, 'at most 20000');

const nest = z.object({
  nest: list(
    z.object({
      solidHeight: height,
      step: z.number({ error: 'a height, as a number' }).min(-50, 'at least −50').max(50, 'at most 50'),
      table: list(z.tuple([height, load]), { most: 30, of: ['height', 'heights'] }),
    }),
    { most: 4, of: ['spring', 'springs'] },
  ),
  wantedHeight: height.optional(),
  wantedLoad: load.optional(),
});

export const springsSchema = z.object({
  unit: z.enum(['in', 'mm']),
  loadUnit: z.enum(['lbf', 'N']),
  exchangedAt: z.iso.datetime({ offset: true, error: 'a time with its offset, ISO 8601' }).optional(),
  I: nest.optional(),
  E: nest.optional(),
}) satisfies z.ZodType<Springs>;

/** The springs around the valves, as their card or a tester tells them, and how they are meant to stand. */
export const springs = paperKind({
  kind: 'springs',
  title: 'Springs',
  schema: springsSchema,
  keeps: 'newest',
  check(said) {
    const issues = (['I', 'E'] as const).flatMap((kind): Impossibility[] => {
      const own = said[kind];
      if (own?.nest.length === 0) return [{ path: [kind, 'nest'], code: 'no-springs' }];
      return own ? checkNest(own.nest).map((issue) => ({ ...issue, path: [kind, 'nest', ...issue.path] })) : [];
    });
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
});
