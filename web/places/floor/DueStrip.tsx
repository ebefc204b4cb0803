import { differenceInCalendarDays } from 'date-fns/differenceInCalendarDays';
import { format } from 'date-fns/format';
import { parseISO } from 'date-fns/parseISO';
import { useState } from 'react';
import { Link } from 'react-router';
import type { ApiAnswer } from '../../../contracts/api.js';

type DueSoon = ApiAnswer<'GET /api/due'>['due'];

/** As many as are seen at once. */
const SEEN = 4;

/** How near a day is, in words. */
function sayDay(on: string, today: Date): string {
  const days = differenceInCalendarDays(parseISO(on), today);
  if (days < 0) return `${-days} ${days === -1 ? 'day' : 'days'} over`;
  if (days === 0) return 'today';
  return format(parseISO(on), 'd MMM');
}

/** What is looked at again within the month in engines that run, the first first: each a way to its engine. */
export function DueStrip({ due }: { due: DueSoon }) {
  const [all, setAll] = useState(false);
  if (due.length === 0) return null;
  const today = new Date();
  const seen = all ? due : due.slice(0, SEEN);
  return (
    <section aria-label="Due" className="floor-due">
      <h2>Looked at again</h2>
      <ul>
        {seen.map(({ engineId, tag, what, on, isUsedUp }) => {
          const isLate = isUsedUp || on! < format(today, 'yyyy-MM-dd');
          return (
            <li key={engineId + what}>
              <Link to={`/engines/${engineId}/setting`} className={isLate ? 'late' : undefined}>
                {isLate && <span aria-hidden="true">▲ </span>}
                <strong>{tag}</strong> {what}, {isUsedUp ? 'due now' : sayDay(on!, today)}
              </Link>
            </li>
          );
        })}
      </ul>
      {due.length > SEEN && (
        <button type="button" className="floor-due-more" onClick={() => setAll(!all)}>
          {all ? 'fewer' : `${due.length - SEEN} more`}
        </button>
      )}
    </section>
  );
}
