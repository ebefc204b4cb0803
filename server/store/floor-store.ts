import type { EngineSummary } from '../../contracts/engine.js';
import type { Queries } from './database.js';

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
     on conflict (engine_id) do update set touched_at = $2, shown = $5, shown_by = $6`,
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

/** Some engines that are not on the floor, or are shown there by another version; with the time of their newest act. */
export async function listUnshown(
  queries: Queries,
  shownBy: string,
  limit: number,
): Promise<{ id: string; touchedAt: Date }[]> {
  const rows = await queries.query<{ id: string; touched_at: Date }>(
    `select id, coalesce((select at from audit a where a.engine_id = e.id order by seq desc limit 1), opened_at) as touched_at
     from engines e left join floor f on f.engine_id = e.id where f.shown_by is distinct from $1 limit $2`,
    [shownBy, limit],
  );
  return rows.map(({ id, touched_at }) => ({ id, touchedAt: touched_at }));
}

/** One page of the floor, last touched first, of the engines whose tag, title or customer holds `search`. */
export async function searchFloor(
  queries: Queries,
  search: string,
  offset: number,
  limit: number,
): Promise<{ total: number; engines: EngineSummary[] }> {
  const pattern = `%${search.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`;
  const [where, params] = search === '' ? ['', []] : ['where words like $1', [pattern]];
  const page = await queries.query<{ shown: string; touched_at: Date }>(
    `select shown, touched_at from floor ${where} order by touched_at desc, tag limit ${limit} offset ${offset}`,
    params,
  );
  // Counted by itself: a page behind the last has no row that could tell.
  const [{ total }] = await queries.query<{ total: number }>(`select count(*) as total from floor ${where}`, params);
  return {
    total: Number(total),
    engines: page.map(({ shown, touched_at }) => ({
      ...(JSON.parse(shown) as Shown),
      touchedAt: touched_at.toISOString(),
    })),
  };
}
