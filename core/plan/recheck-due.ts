import { ImpossibleInput } from '../impossible.js';

export interface RecheckDueInput {
  /** How much is run until it is looked at, and how much was; in one count: nights, hours, runs. */
  interval: number;
  used: number;
  perWeek: number;
  /** The day from which on so much is run a week: `2026-03-02`. */
  from: string;
  highestRpm?: number;
  /** Turned above so much, the interval is multiplied; the highest that was exceeded counts. */
  bands: { overRpm: number; factor: number }[];
}

export interface RecheckDue {
  intervalNow: number;
  left: number;
  /** `2026-04-11`. */
  dueOn: string;
  overdue: boolean;
}

const DAY_MS = 86_400_000;
/** After so many days nobody plans; a calendar would run out of years. */
const LONGEST_DAYS = 36_525;

/** A day as days since 1970; NaN where there is no such day. @example dayNumber('1970-01-02') // 1 */
export function dayNumber(day: string): number {
  const [, year, month, date] = (/^(\d{4})-(\d{2})-(\d{2})$/.exec(day) ?? []).map(Number);
  const number = Date.UTC(year, month - 1, date) / DAY_MS;
  return Number.isFinite(number) && dayOf(number) === day ? number : NaN;
}

/** A count of days since 1970 as its day. @example dayOf(20514) // '2026-03-02' */
export const dayOf = (number: number): string => new Date(number * DAY_MS).toISOString().slice(0, 10);

/** What the highest speed makes of an interval: the factor of the highest band that it exceeds. */
export const bandFactor = (bands: RecheckDueInput['bands'], highestRpm: number | undefined): number =>
  bands.filter(({ overRpm }) => highestRpm !== undefined && highestRpm > overRpm).sort((a, b) => b.overRpm - a.overRpm)[0]?.factor ?? 1; // prettier-ignore

/**
 * When something is looked at again in a running engine, from how much it is run.
 *
 * @example recheckDue({ interval: 30, used: 7, perWeek: 2.5, from: '2026-03-02', highestRpm: 7350, bands: [{ overRpm: 7100, factor: 0.7 }] }).dueOn // '2026-04-11'
 * @throws ImpossibleInput for a day that there is not
 */
export function recheckDue({ interval, used, perWeek, from, highestRpm, bands }: RecheckDueInput): RecheckDue {
  const begins = dayNumber(from);
  if (Number.isNaN(begins)) throw new ImpossibleInput({ path: ['from'], code: 'no-such-day' });
  const intervalNow = interval * bandFactor(bands, highestRpm);
  const left = Math.max(0, intervalNow - used);
  // What is left of a whole number of weeks must not become a day more by a last bit.
  const days = Math.min(LONGEST_DAYS, Math.ceil(Number(((7 * left) / perWeek).toFixed(9))));
  return { intervalNow, left, dueOn: dayOf(begins + days), overdue: used >= intervalNow };
}
