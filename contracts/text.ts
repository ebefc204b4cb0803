import { z } from 'zod';

/** No control characters but the line break and the tab, and no half characters: the database keeps neither. */
const PRINTABLE = /^(?:[^\p{Cc}\p{Cs}]|[\n\t])*$/u;
const printable = (schema: z.ZodString) => schema.regex(PRINTABLE, 'holds a character that cannot be printed');

/** An id: RFC 9562 lets it be sent in either case; inside it has one. */
export const idSchema = z.uuid('a UUID').toLowerCase();

/** Words of people, as typed. */
export const text = (longest: number) => printable(z.string()).max(longest, `at most ${longest} characters`);

/** Words that must be there: a name, a title. */
export const line = (longest: number) =>
  printable(z.string().trim()).min(1, 'must be filled in').max(longest, `at most ${longest} characters`);

/** Why a lead takes something as it is. */
export const reason = printable(z.string().trim())
  .min(3, 'a reason, in a few words')
  .max(500, 'at most 500 characters');
