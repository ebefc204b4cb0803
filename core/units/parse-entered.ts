import { LARGEST } from '../tolerances.js';

/** What a text meant, or why it is no number. */
export type ParsedEntry =
  | { ok: true; value: number }
  | { ok: false; reason: 'empty' | 'decimal-comma' | 'not-a-number' | 'zero-denominator' | 'too-large' };

const DECIMAL = /^([+-])?(\d+\.?\d*|\.\d+)$/;
/** `5/8`, `1 3/8`, `1-3/8`: fractions of a turn are spoken this way, and so are they typed. */
const FRACTION = /^([+-])?(?:(\d+)[ -])?(\d+)\/(\d+)$/;

const within = (value: number): ParsedEntry =>
  Math.abs(value) <= LARGEST ? { ok: true, value } : { ok: false, reason: 'too-large' };

/**
 * Reads a number as it was typed at the bench: a decimal, or a fraction with or without whole part.
 * A comma is refused rather than guessed at: `1,250` is 1.25 to one builder and 1250 to another. So are
 * exponents and words such as `Infinity`, which no gauge shows.
 *
 * @example parseEntered('1 3/8') // { ok: true, value: 1.375 }
 */
export function parseEntered(text: string): ParsedEntry {
  const typed = text.trim();
  if (typed === '') return { ok: false, reason: 'empty' };
  if (/^[+-]?\d*,\d+$/.test(typed)) return { ok: false, reason: 'decimal-comma' };

  if (DECIMAL.test(typed)) return within(Number(typed));

  const fraction = FRACTION.exec(typed);
  if (!fraction) return { ok: false, reason: 'not-a-number' };
  const [, sign, whole, numerator, denominator] = fraction;
  if (Number(denominator) === 0) return { ok: false, reason: 'zero-denominator' };
  const magnitude = Number(whole ?? 0) + Number(numerator) / Number(denominator);
  return within(sign === '-' ? -magnitude : magnitude);
}
