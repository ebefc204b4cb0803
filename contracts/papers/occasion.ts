import { z } from 'zod';
import { ImpossibleInput } from '../../core/impossible.js';
import { checkRunning, OCCASION_KINDS, type Occasion } from '../../core/plan/running.js';
import { list } from '../list.js';
import { line } from '../text.js';
import { paperKind } from './paper-kind.js';

export const occasionSchema = z.object({
  occasion: z.string().regex(/^[a-z][a-z0-9-]{0,39}$/, 'small letters, digits and hyphens, a letter first'),
  kind: z.enum(OCCASION_KINDS, { error: `one of ${OCCASION_KINDS.join(', ')}` }),
  on: z.iso.date('a day, as 2026-03-02'),
  looked: list(line(60), { most: 24, of: ['thing', 'things'] }),
}) satisfies z.ZodType<Occasion>;

/** A time when the valves are read anew, beside the build: a try-out, after the first heat, at a re-check. All count. */
export const occasion = paperKind({
  kind: 'occasion',
  title: 'Read anew',
  schema: occasionSchema,
  keeps: 'all',
  check(said) {
    const issues = checkRunning(said);
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    return null;
  },
});
