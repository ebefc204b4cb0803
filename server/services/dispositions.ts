import type { z } from 'zod';
import type { postDispositionSchema } from '../../contracts/reading.js';
import type { Person } from '../../contracts/shop.js';
import type { Disposition } from '../../core/record/reading.js';
import { Failure } from '../failure.js';
import { insertDisposition } from '../store/reading-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/**
 * Writes down what was decided about a value out of its limits, or about one that is missing. Accepting is the
 * lead's; a missing value can only be accepted. Re-measured, reworked and replaced say what was done: the flag itself
 * closes when a later reading at its place lies within the limits.
 *
 * @throws Failure disposition.lead-only, disposition.nothing-to-decide, disposition.needs-reading
 */
export async function decide(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  asked: z.infer<typeof postDispositionSchema>,
): Promise<Disposition> {
  const { measure, place, action, reason } = asked;
  if (action === 'accepted' && by.role !== 'lead' && by.role !== 'owner') throw new Failure('disposition.lead-only');

  const sheet = await engines.sheet(engineId);
  const here = (at: { measure: string; place: string }) => at.measure === measure && at.place === place;
  const flag = sheet.flags.find(here);
  const missing = sheet.missing.find(here);
  // A value that is settled may still be explained; accepting it again decides nothing.
  if ((!flag && !missing) || (flag && !flag.open && action === 'accepted'))
    throw new Failure('disposition.nothing-to-decide', [
      { path: 'place', message: `nothing to decide about ${measure} at ${place}` },
    ]);
  if (!flag && action !== 'accepted') throw new Failure('disposition.needs-reading');

  const now = context.clock.now();
  const made: Disposition = {
    id: context.newId(),
    measure,
    place,
    action,
    reason,
    readingId: flag?.readingId ?? null,
    by: by.handle,
    at: now.toISOString(),
  };
  const act = { at: now, by: by.handle, act: 'disposition.made', engineId, body: { measure, place, action, reason } };
  await context.audit.record(act, (queries) => insertDisposition(queries, engineId, made));
  return made;
}
