import { z } from 'zod';

interface Bounds {
  least?: number;
  most: number;
  /** What it is a list of: one of them, and many. */
  of: [one: string, many: string];
}

/**
 * A list with bounds. One that is too long is refused before anything in it is looked at: a megabyte of wrong entries
 * would take many seconds to be told one by one.
 */
export function list<Item extends z.ZodType>(item: Item, { least = 0, most, of: [one, many] }: Bounds) {
  const [few, tooMany] = [least === 1 ? `at least one ${one}` : `at least ${least} ${many}`, `at most ${most} ${many}`];
  const whole = z
    .array(item, { error: `a list of ${many}` })
    .min(least, few)
    .max(most, tooMany);
  return z.preprocess((value, context) => {
    if (!Array.isArray(value) || value.length <= most) return value;
    context.issues.push({ code: 'custom', input: value.length, message: tooMany });
    return z.NEVER;
  }, whole);
}
