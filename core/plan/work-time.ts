import { TZDate } from '@date-fns/tz';
import { ImpossibleInput, type Impossibility } from '../impossible.js';
import { dayNumber, dayOf } from './recheck-due.js';

/** The days of a week as a shop spells them, from Monday on. */
export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

/** The hours of one day of the week on which somebody works; `08:00`. */
interface WorkDay {
  day: Weekday;
  from: string;
  to: string;
  breakFrom?: string;
  breakTo?: string;
}

/** When a shop works: its week, the days on which it does not, and the zone in which both are meant. */
export interface WorkWeek {
  week: WorkDay[];
  /** `2026-12-25`. */
  closed: string[];
  timeZone: string;
}

/** A stretch of time in which somebody works, ms since 1970. */
export interface Span {
  from: number;
  to: number;
}

/** After so many days nobody plans: a shop that is closed until then never gets ready. */
const LONGEST_DAYS = 3660;
const MINUTE_MS = 60_000;

/** A time of day as minutes since midnight; NaN where there is no such time. */
function minuteOfDay(time: string): number {
  const [, hours, minutes] = (/^(\d{2}):(\d{2})$/.exec(time) ?? []).map(Number);
  return hours < 24 && minutes < 60 ? hours * 60 + minutes : hours === 24 && minutes === 0 ? 1440 : NaN;
}

/** Everything for which nobody could work so, by its path. */
function checkWorkWeek({ week, closed, timeZone }: WorkWeek): Impossibility[] {
  const issues: Impossibility[] = [];
  if (week.length === 0) issues.push({ path: ['week'], code: 'week-without-hours' });
  week.forEach(({ from, to, breakFrom, breakTo }, index) => {
    const [begins, ends, pauses, goesOn] = [from, to, breakFrom ?? from, breakTo ?? breakFrom ?? from].map(minuteOfDay);
    const field = [from, to, breakFrom, breakTo].findIndex((time) => time !== undefined && Number.isNaN(minuteOfDay(time))); // prettier-ignore
    const at = (name: string) => ['week', index, name];
    if (field >= 0) issues.push({ path: at(['from', 'to', 'breakFrom', 'breakTo'][field]), code: 'no-such-time' });
    else if (begins >= ends) issues.push({ path: at('to'), code: 'hours-backwards' });
    else if (
      (breakFrom === undefined) !== (breakTo === undefined) ||
      pauses > goesOn ||
      pauses < begins ||
      goesOn > ends
    )
      // prettier-ignore
      issues.push({ path: at('breakFrom'), code: 'break-outside' });
    else if (ends - begins - (goesOn - pauses) <= 0) issues.push({ path: at('breakTo'), code: 'week-without-hours' });
  });
  closed.forEach((day, index) => {
    if (Number.isNaN(dayNumber(day))) issues.push({ path: ['closed', index], code: 'no-such-day' });
  });
  try {
    new Intl.DateTimeFormat('en', { timeZone });
  } catch {
    issues.push({ path: ['timeZone'], code: 'no-such-zone' });
  }
  return issues;
}

/** The day on which a moment lies in a zone. @example dayIn(Date.UTC(2026, 2, 2, 23, 30), 'Europe/Amsterdam') // '2026-03-03' */
export function dayIn(at: number, timeZone: string): string {
  const there = new TZDate(at, timeZone);
  return dayOf(Date.UTC(there.getFullYear(), there.getMonth(), there.getDate()) / 86_400_000);
}

/** When a day begins in a zone, ms since 1970. @example startOfDay('2026-03-03', 'Europe/Amsterdam') // 1772492400000 */
export function startOfDay(day: string, timeZone: string): number {
  const [year, month, date] = day.split('-').map(Number);
  return new TZDate(year, month - 1, date, 0, 0, timeZone).getTime();
}

/**
 * The working time of a shop from a moment on, stretch by stretch: made once, as finding out the zone takes its time, and
 * asked for as often as a plan needs it.
 *
 * @throws ImpossibleInput for a week in which nobody works, and once it is asked for more than ten years
 */
export class WorkTime {
  private readonly spans: Span[] = [];
  private day: number;
  private readonly lastDay: number;
  private readonly closed: ReadonlySet<string>;

  constructor(
    private readonly work: WorkWeek,
    private readonly from: number,
  ) {
    const issues = checkWorkWeek(work);
    if (issues.length > 0) throw new ImpossibleInput(...issues);
    this.closed = new Set(work.closed);
    this.day = dayNumber(dayIn(from, work.timeZone));
    this.lastDay = this.day + LONGEST_DAYS;
  }

  /** The nth stretch, counted from 0. */
  span(index: number): Span {
    while (this.spans.length <= index) this.addDay();
    return this.spans[index];
  }

  /** The working time between two moments, minutes. */
  minutesBetween(from: number, to: number): number {
    let minutes = 0;
    for (let index = 0; this.span(index).from < to; index++) {
      const span = this.span(index);
      minutes += Math.max(0, Math.min(span.to, to) - Math.max(span.from, from)) / MINUTE_MS;
    }
    return minutes;
  }

  private addDay(): void {
    if (this.day > this.lastDay) throw new ImpossibleInput({ path: ['closed'], code: 'never-ready' });
    const day = dayOf(this.day);
    const weekday = WEEKDAYS[(((this.day + 3) % 7) + 7) % 7];
    this.day++;
    if (this.closed.has(day)) return;
    const [year, month, date] = day.split('-').map(Number);
    // Whole minutes of that day there, also on one that has an hour more or less.
    const at = (time: string) => new TZDate(year, month - 1, date, 0, minuteOfDay(time), this.work.timeZone).getTime();
    const stretches = this.work.week
      .filter((one) => one.day === weekday)
      .flatMap(({ from, to, breakFrom, breakTo }) =>
        breakFrom !== undefined && breakTo !== undefined && breakFrom < breakTo
          ? [
              [from, breakFrom],
              [breakTo, to],
            ]
          : [[from, to]],
      ) // prettier-ignore
      .map(([from, to]) => ({ from: Math.max(at(from), this.from), to: at(to) }))
      .sort((a, b) => a.from - b.from);
    for (const one of stretches) {
      const last = this.spans.at(-1);
      // Two rows of one day may run into each other.
      const from = Math.max(one.from, last?.to ?? -Infinity);
      if (from >= one.to) continue;
      if (last && last.to === from) last.to = one.to;
      else this.spans.push({ from, to: one.to });
    }
  }
}
