import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import type { Bench } from '../../../contracts/shop.js';
import type { EngineLife } from '../../../core/sheet/acts.js';

/** Where an engine is in the shop's life, as it is said and as it is done. */
export const LIFE_WORD: Record<EngineLife, { is: string; does: string }> = {
  'in-work': { is: 'in work', does: 'Take it up again' },
  'handed-over': { is: 'handed over', does: 'Hand it over' },
  closed: { is: 'closed', does: 'Close it' },
  struck: { is: 'struck', does: 'Strike it' },
};

/** How far the day is that an engine is promised for, in words. */
export function sayPromise(day: string, today: Date): { says: string; isLate: boolean } {
  const days = differenceInCalendarDays(new Date(`${day}T00:00`), today);
  if (days < 0) return { says: days === -1 ? '1 day late' : `${-days} days late`, isLate: true };
  const says = days === 0 ? 'today' : days === 1 ? 'tomorrow' : `in ${days} days`;
  return { says: `promised ${says}`, isLate: false };
}

const WEEK = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];

/** Why nobody would hand an engine over on a day: the shop is closed; null where it works, or has not said. */
export function sayClosed(day: string, { week, closed }: Pick<Bench, 'week' | 'closed'>): string | null {
  const weekday = WEEK[new Date(`${day}T00:00`).getDay()];
  return closed.includes(day) || (week !== null && !week.includes(weekday)) ? 'the shop is closed on that day' : null;
}
