import { LARGEST } from '../tolerances.js';

/** What a text meant, or why it is no number. */
export type ParsedEntry =
  | { ok: true; value: number }
  | { ok: false; reason: 'empty' | 'two-marks' | 'not-a-number' | 'zero-denominator' | 'too-large' };

/** One decimal mark, a point or a comma: the pads of half the world have only the one, or only the other. */
const DECIMAL = /^([+-])?(\d+[.,]?\d*|[.,]\d+)$/;
/** Two kinds of marks, or groups of three: thousands in one hand, a slip in the other. */
const TWO_MARKS = /^[+-]?(?:\d*(?:\.\d+)+,\d*|\d*(?:,\d+)+\.\d*|\d{1,3}(?:[.,]\d{3}){2,})$/;
/** `5/8`, `1 3/8`, `1-3/8`: fractions of a turn are spoken this way, and so are they typed. */
const FRACTION = /^([+-])?(?:(\d+)[ -])?(\d+)\/(\d+)$/;

const within = (value: number): ParsedEntry =>
  Math.abs(value) <= LARGEST ? { ok: true, value } : { ok: false, reason: 'too-large' };

/**
 * Reads a number as it was typed: a decimal with a point or a comma, or a fraction with or without whole part. Thousands
 * are never parted: `1,250` is one and a quarter everywhere; `1,250.5` and `1.250,5` ask. Refused are exponents and words such
 * as `Infinity`, which no gauge shows. A printed minus (−) is one.
 *
 * @example parseEntered('1 3/8') // { ok: true, value: 1.375 }
 * @example parseEntered('2,451') // { ok: true, value: 2.451 }
 */
export function parseEntered(text: string): ParsedEntry {
  const typed = text.trim().replace(/^−/, '-');
  if (typed === '') return { ok: false, reason: 'empty' };
  if (DECIMAL.test(typed)) return within(Number(typed.replace(',', '.')));
  if (TWO_MARKS.test(typed)) return { ok: false, reason: 'two-marks' };

  const fraction = FRACTION.exec(typed);
  if (!fraction) return { ok: false, reason: 'not-a-number' };
  const [, sign, whole, numerator, denominator] = fraction;
  if (Number(denominator) === 0) return { ok: false, reason: 'zero-denominator' };
  const magnitude = Number(whole ?? 0) + Number(numerator) / Number(denominator);
  return within(sign === '-' ? -magnitude : magnitude);
}
