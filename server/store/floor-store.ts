import type { EngineSummary } from '../../contracts/engine.js';
import type { EngineLife } from '../../core/sheet/acts.js';
import { isoOf, type Database, type Queries } from './database.js';

/** What the floor shows of an engine by its own file; beside it stand what it waits for, and when it was touched last. */
export type Shown = Omit<EngineSummary, 'touchedAt' | 'waits'>;

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
    `insert into floor (engine_id, touched_at, tag, words, shown, shown_by, life, due_on)
     values ($1, $2, $3, $4, $5, $6, $7, $8)
     on conflict (engine_id) do update set
       touched_at = $2, tag = $3, words = $4, shown = $5, shown_by = $6, life = $7, due_on = $8`,
    // What comes first stands first.
    [
      shown.id,
      touchedAt,
      shown.tag,
      wordsOf(shown),
      JSON.stringify(shown),
      shownBy,
      shown.life,
      shown.due[0]?.on ?? null,
    ],
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

/** Which engines of the floor are looked for. */
export interface FloorSearch {
  /** What tag, title or customer holds; empty for any. */
  search: string;
  /** Where they are in the shop's life; undefined for wherever. */
  life?: EngineLife;
}

/** A row of the floor as the database spells it, as its part of an answer: what is shown is not taken apart again. */
const asSummary = ([shown, waits, touchedAt]: (string | null)[]) =>
  `${shown!.slice(0, -1)},"waits":${waits ?? 'null'},"touchedAt":"${touchedAt}"}`;

/** One page of the floor, last touched first. */
export async function searchFloor(
  database: Database,
  { search, life }: FloorSearch,
  offset: number,
  limit: number,
): Promise<FloorPage> {
  const sought: unknown[] = [];
  const conditions: string[] = [];
  if (search !== '') {
    sought.push(`%${search.toLowerCase().replace(/[\\%_]/g, '\\$&')}%`);
    conditions.push(`words like $${sought.length}`);
  }
  if (life) {
    sought.push(life);
    conditions.push(`life = $${sought.length}`);
  }
  const where = conditions.length > 0 ? `where ${conditions.join(' and ')}` : '';
  const total =
    search === '' ? `select coalesce(sum(engines), 0) from floor_size ${where}` : `select count(*) from floor ${where}`;
  const rows = await database.prepared(
    // The page first: a time is spelled for its rows alone, not for those that it passes over.
    `select shown, waits, ${isoOf('touched_at')}, (${total})
     from (select shown, waits, touched_at, tag from floor ${where} order by touched_at desc, tag
       limit $${sought.length + 1}::int offset $${sought.length + 2}::int) page
     order by touched_at desc, tag`,
    [...sought, limit, offset],
  );
  // On a page behind the last no row says how many there are.
  const [size] = rows.length > 0 ? rows[0].slice(-1) : (await database.prepared(total, sought))[0];
  return { total: Number(size), engines: `[${rows.map(asSummary).join(',')}]` };
}

/** Engines that run and of which something is looked at again by a day, those that are due first as first. */
export async function listDue(queries: Queries, by: string, limit: number): Promise<Shown[]> {
  const rows = await queries.query<{ shown: string }>(
    `select shown from floor where due_on <= $1 and life in ('in-work', 'handed-over') order by due_on, tag limit $2`,
    [by, limit],
  );
  return rows.map(({ shown }) => JSON.parse(shown) as Shown);
}

/** What is shown of some engines, by their ids. */
export async function listShown(queries: Queries, ids: string[]): Promise<{ shown: Shown; touchedAt: Date }[]> {
  const rows = await queries.query<{ shown: string; touched_at: Date }>(
    'select shown, touched_at from floor where engine_id = any($1::uuid[])',
    [ids],
  );
  return rows.map(({ shown, touched_at }) => ({ shown: JSON.parse(shown) as Shown, touchedAt: touched_at }));
}

/** Engines that were handed over, those touched last first. */
export async function listHandedOver(queries: Queries, limit: number): Promise<string[]> {
  const rows = await queries.query<{ engine_id: string }>(
    `select engine_id from floor where life in ('handed-over', 'closed') order by touched_at desc, tag limit $1`,
    [limit],
  );
  return rows.map(({ engine_id }) => engine_id);
}

/** Engines in work, those touched last first, with what each waits for as JSON. */
export async function listInWork(
  queries: Queries,
  limit: number,
): Promise<{ shown: Shown; touchedAt: Date; waits: string | null }[]> {
  const rows = await queries.query<{ shown: string; touched_at: Date; waits: string | null }>(
    `select shown, touched_at, waits from floor where life = 'in-work' order by touched_at desc, tag limit $1`,
    [limit],
  );
  return rows.map(({ shown, touched_at, waits }) => ({
    shown: JSON.parse(shown) as Shown,
    touchedAt: touched_at,
    waits,
  }));
}
