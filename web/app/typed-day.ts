import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';
import { parseISO } from 'date-fns/parseISO';

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
const ISO = /^\d{4}-\d\d-\d\d$/;
/** `25.12.26` and `25 Dec 26`: the year's last two digits. */
const SHORT_YEAR = /^(\d{1,2}([./-])\d{1,2}\2|\d{1,2} [a-z]+ |[a-z]+ \d{1,2},? )(\d\d)$/i;

/** Whether a text is a day of the calendar, ISO. */
export const isDay = (text: string): boolean => ISO.test(text) && isValid(parseISO(text));

/** Day and month by number, with either first: `3/4/2026`. */
function isTwoDays(typed: string): boolean {
  const [, first, second] = /^(\d{1,2})\/(\d{1,2})\/(?:\d\d){1,2}$/.exec(typed) ?? [];
  return first !== undefined && Number(first) !== Number(second) && Number(first) <= 12 && Number(second) <= 12;
}

/**
 * A day as a shop writes it, as ISO: `25 Dec 2026`, `25.12.2026`, `2026-12-25`; without a year the next such day. What is
 * none stays as it is, so that a schema refuses it by its field. So does `3/4/2026`: a third of April in one country, a
 * fourth of March in another. A year is typed with four digits or its last two.
 *
 * @example typedDay('25.12.2026', new Date('2026-12-02')) // '2026-12-25'
 */
export function typedDay(text: string, now: Date): string {
  const plain = text.trim().replace(/\s+/g, ' ');
  if (isTwoDays(plain)) return plain;
  const typed = plain
    .replace(SHORT_YEAR, (_, first: string, _mark, year: string) => `${first}20${year}`)
    .replace(/(\w),? (\d{4})$/, '$1 $2');
  const read = (written: string) => parse(typed, written, now);
  // A year that is half typed is none yet.
  const whole = /^\d{4}-|\d{4}$/.test(typed) ? [...WRITTEN, 'M/d/yyyy'].map(read).find(isValid) : undefined;
  if (whole) return format(whole, 'yyyy-MM-dd');
  const next = WITHOUT_YEAR.map(read).find(isValid);
  if (!next) return plain;
  const today = format(now, 'yyyy-MM-dd');
  const day = format(next, 'yyyy-MM-dd');
  return day >= today ? day : `${Number(day.slice(0, 4)) + 1}${day.slice(4)}`;
}

/** Why something typed is no day; null where it is one, or nothing. */
export function whyNoDay(typed: string): string | null {
  if (typed === '' || isDay(typed)) return null;
  return isTwoDays(typed) ? `${typed} may be two days: type it as 25 Dec 2026` : 'not a day: type it as 25 Dec 2026';
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
