import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';

/** How days are written by hand: the year last, the month by number or by name. */
const WRITTEN = [
  'yyyy-M-d',
  'd.M.yyyy',
  'd/M/yyyy',
  'd-M-yyyy',
  'd MMM yyyy',
  'd MMMM yyyy',
  'MMM d yyyy',
  'MMMM d yyyy',
];
const WITHOUT_YEAR = ['d.M.', 'd MMM', 'd MMMM', 'MMM d', 'MMMM d'];

/**
 * A day as a shop writes it, as ISO: `25 Dec 2026`, `25.12.2026`, `2026-12-25`; without a year the next such day. What is
 * none stays as it is, so that a schema refuses it by its field. So does `3/4/2026`: a third of April in one country, a
 * fourth of March in another.
 *
 * @example typedDay('25.12.2026', new Date('2026-12-02')) // '2026-12-25'
 */
export function typedDay(text: string, now: Date): string {
  const typed = text
    .trim()
    .replace(/\s+/g, ' ')
    .replace(/(\w),? (\d{4})$/, '$1 $2');
  const slashed = /^(\d{1,2})\/(\d{1,2})\/\d{4}$/.exec(typed);
  if (slashed && slashed[1] !== slashed[2] && Number(slashed[1]) <= 12 && Number(slashed[2]) <= 12) return typed;
  const read = (written: string) => parse(typed, written, now);
  const whole =
    WRITTEN.map(read).find(isValid) ?? (slashed ? [parse(typed, 'M/d/yyyy', now)].find(isValid) : undefined);
  if (whole) return format(whole, 'yyyy-MM-dd');
  const next = WITHOUT_YEAR.map(read).find(isValid);
  if (!next) return typed;
  const today = format(now, 'yyyy-MM-dd');
  const day = format(next, 'yyyy-MM-dd');
  return day >= today ? day : `${Number(day.slice(0, 4)) + 1}${day.slice(4)}`;
}

/**
 * Days with commas, semicolons or line breaks between, or blanks where each is one word.
 *
 * @example typedDays('25 Dec 2026, 26.12.2026', new Date('2026-12-02')) // ['2026-12-25', '2026-12-26']
 */
export const typedDays = (text: string, now: Date): string[] =>
  text
    .split(/[;,\n]+/)
    .map((part) => part.trim())
    .filter(Boolean)
    .flatMap((part) => {
      const day = typedDay(part, now);
      // `25 Dec 2026` is one day, `2026-12-25 2026-12-26` are two.
      return day === part.replace(/\s+/g, ' ') ? part.split(/\s+/).map((word) => typedDay(word, now)) : [day];
    });
