import { addDays } from 'date-fns/addDays';
import type { ActsQuery } from '../../../contracts/act.js';

/** A day as the query asks for it: from its beginning to that of the next. */
export const dayQuery = (day: string): Pick<ActsQuery, 'from' | 'to'> => {
  const from = new Date(`${day}T00:00`);
  return { from: from.toISOString(), to: addDays(from, 1).toISOString() };
};
