import type { Queries } from './database.js';

/** The address at which calendar programs read, and since when. */
interface CalendarAddress {
  secret: string;
  madeAt: Date;
  madeBy: string;
}

/** The address that holds now; null while none was made. */
export async function findCalendar(queries: Queries): Promise<CalendarAddress | null> {
  const [row] = await queries.query<{ secret: string; made_at: Date; made_by: string }>(
    'select secret, made_at, made_by from calendar_addresses order by seq desc limit 1',
  );
  return row ? { secret: row.secret, madeAt: row.made_at, madeBy: row.made_by } : null;
}

/** Within a transaction: from here on this address holds, and no other. */
export async function insertCalendar(queries: Queries, { secret, madeAt, madeBy }: CalendarAddress): Promise<void> {
  await queries.query('delete from calendar_addresses');
  await queries.query('insert into calendar_addresses (secret, made_at, made_by) values ($1, $2, $3)', [
    secret,
    madeAt,
    madeBy,
  ]);
}
