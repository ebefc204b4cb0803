import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
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
