import type { Queries } from './database.js';

/** One act as it stands in the log. */
export interface LoggedRow {
  seq: number;
  at: Date;
  by: string | null;
  act: string;
  engineId: string | null;
  body: string;
  hash: string;
}

/** Which acts are looked for, between two places of the log, both counted in. */
export interface LogSearch {
  engineId: string | null;
  by: string | null;
  first: number;
  last: number;
}

/** The newest acts of a stretch of the log that are looked for. */
export async function searchLog(
  queries: Queries,
  { engineId, by, first, last }: LogSearch,
  limit: number,
): Promise<LoggedRow[]> {
  const rows = await queries.query<Omit<LoggedRow, 'engineId'> & { engine_id: string | null }>(
    `select seq, at, by, act, engine_id, body, hash from audit
     where seq between $1 and $2 and ($3::uuid is null or engine_id = $3) and ($4::text is null or by = $4)
     order by seq desc limit $5`,
    [first, last, engineId, by, limit],
  );
  return rows.map(({ engine_id, seq, ...row }) => ({ ...row, seq: Number(seq), engineId: engine_id }));
}

/** Where the log ends; 0 where it is empty. */
export async function lastOfLog(queries: Queries): Promise<number> {
  const [row] = await queries.query<{ seq: number }>('select seq from audit order by seq desc limit 1');
  return Number(row?.seq ?? 0);
}

/**
 * The first act of the log that was done at a moment or after it, or one past its end. Acts are written in their order of
 * time, so that twenty looks find it in a million: nobody pays for an index with every act.
 */
export async function firstFrom(queries: Queries, moment: Date): Promise<number> {
  let [low, high] = [1, (await lastOfLog(queries)) + 1];
  while (low < high) {
    const middle = Math.floor((low + high) / 2);
    const [row] = await queries.query<{ at: Date }>('select at from audit where seq >= $1 order by seq limit 1', [middle]); // prettier-ignore
    if (row && row.at < moment) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** The tags of engines by their ids, and when each was touched last. */
export async function tagsOf(queries: Queries, ids: string[]): Promise<Map<string, { tag: string; touchedAt: Date }>> {
  const rows = await queries.query<{ engine_id: string; tag: string; touched_at: Date }>(
    'select engine_id, tag, touched_at from floor where engine_id = any($1::uuid[])',
    [ids],
  );
  return new Map(rows.map(({ engine_id, tag, touched_at }) => [engine_id, { tag, touchedAt: touched_at }]));
}
