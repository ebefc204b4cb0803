import type { EngineSummary } from '../../contracts/engine.js';
import { isoOf, type Database, type Queries } from './database.js';

/** What the floor shows of an engine, but for when it was touched last. */
export type Shown = Omit<EngineSummary, 'touchedAt'>;

/** How an engine's row on the floor changes with its file; `shown` is null where no more than the time does. */
export interface FloorChange {
  engineId: string;
  touchedAt: Date;
  shown: string | null;
}

const wordsOf = ({ tag, title, customer }: Shown) => [tag, title, customer].join('\n').toLowerCase();

/** Puts an engine on the floor, or puts anew what is shown of it. */
export async function putOnFloor(queries: Queries, shown: Shown, touchedAt: Date, shownBy: string): Promise<void> {
  await queries.query(
    `insert into floor (engine_id, touched_at, tag, words, shown, shown_by) values ($1, $2, $3, $4, $5, $6)
     on conflict (engine_id) do update set touched_at = $2, words = $4, shown = $5, shown_by = $6`,
    [shown.id, touchedAt, shown.tag, wordsOf(shown), JSON.stringify(shown), shownBy],
  );
}

export async function changeFloor(queries: Queries, { engineId, touchedAt, shown }: FloorChange): Promise<void> {
  await queries.query('update floor set touched_at = $2, shown = coalesce($3, shown) where engine_id = $1', [
    engineId,
    touchedAt,
    shown,
  ]);
}

/** Some engines of which another version, or none, put down what is shown. */
export async function listUnshown(
  queries: Queries,
  shownBy: string,
  limit: number,
): Promise<{ id: string; touchedAt: Date }[]> {
  const rows = await queries.query<{ engine_id: string; touched_at: Date }>(
    'select engine_id, touched_at from floor where shown_by <> $1 limit $2',
    [shownBy, limit],
  );
  return rows.map(({ engine_id, touched_at }) => ({ id: engine_id, touchedAt: touched_at }));
}

/** A page of the floor as JSON: an array of `EngineSummary`. */
export interface FloorPage {
  total: number;
  engines: string;
}

/**
 * One page of the floor, last touched first, of the engines whose tag, title or customer holds `search`. The database
 * itself puts the answer together: what is shown was made ready when it changed, and is not taken apart again.
 */
export async function searchFloor(
  database: Database,
  search: string,
  offset: number,
  limit: number,
): Promise<FloorPage> {
  const pattern = `%${search.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;
  const [where, params] = search === '' ? ['', []] : ['where words like $3', [pattern]];
  const total = search === '' ? 'select engines from floor_size' : `select count(*) from floor ${where}`;
  const [[engines, size]] = await database.prepared(
    `select string_agg(left(shown, -1) || ',"touchedAt":"' || ${isoOf('touched_at')} || '"}', ',' order by touched_at desc, tag) as engines,
       (${total}) as total
     from (select shown, touched_at, tag from floor ${where} order by touched_at desc, tag limit $1::int offset $2::int) page`,
    [limit, offset, ...params],
  );
  return { total: Number(size), engines: `[${engines ?? ''}]` };
}
