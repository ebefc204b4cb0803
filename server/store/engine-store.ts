import type { Engine } from '../../core/engine/engine.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import { specSetOf, type StoredSpecSet } from '../../core/plan/stored-spec-set.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

/** An engine as it was opened, with the version of the spec set that it points at. */
export interface EngineRow {
  id: string;
  tag: string;
  title: string;
  customer: string;
  engine: Engine;
  spec: SpecSet;
  openedAt: Date;
  openedBy: string;
}

interface Columns {
  id: string;
  tag: string;
  title: string;
  customer: string;
  engine: Engine;
  spec: StoredSpecSet;
  opened_at: Date;
  opened_by: string;
}

const SELECT = `select e.id, e.tag, e.title, e.customer, e.engine, s.body as spec, e.opened_at, e.opened_by
  from engines e join spec_sets s on s.id = e.spec_set and s.version = e.spec_version`;

const toRow = ({ opened_at, opened_by, spec, ...row }: Columns): EngineRow => ({
  ...row,
  spec: specSetOf(spec),
  openedAt: opened_at,
  openedBy: opened_by,
});

export function specSetRow(spec: SpecSet): Row {
  return { table: 'spec_sets', columns: { id: spec.id, version: spec.version, body: spec } };
}

/** The newest version of each spec set. */
export async function listSpecSets(queries: Queries): Promise<SpecSet[]> {
  const rows = await queries.query<{ body: StoredSpecSet }>(
    'select distinct on (id) body from spec_sets order by id, version desc',
  );
  return rows.map((row) => specSetOf(row.body));
}

export function engineRow({ id, tag, title, customer, engine, spec, openedAt, openedBy }: EngineRow): Row {
  return {
    table: 'engines',
    columns: {
      id,
      tag,
      title,
      customer,
      engine,
      spec_set: spec.id,
      spec_version: spec.version,
      opened_at: openedAt,
      opened_by: openedBy,
    },
  };
}

export async function findEngine(queries: Queries, id: string): Promise<EngineRow | null> {
  const [row] = await queries.query<Columns>(`${SELECT} where e.id = $1`, [id]);
  return row ? toRow(row) : null;
}

/** Whether an engine has this tag, however its letters are written. */
export async function hasTag(queries: Queries, tag: string): Promise<boolean> {
  return (await queries.query('select 1 from engines where lower(tag) = lower($1) limit 1', [tag])).length > 0;
}

/** One page of the floor, last touched first. `touchedAt` is the time of the newest act on the engine. */
export async function searchEngines(queries: Queries, search: string, offset: number, limit: number) {
  const pattern = `%${search.replace(/[\\%_]/g, '\\$&')}%`;
  const found = 'e.tag ilike $1 or e.title ilike $1 or e.customer ilike $1';
  const rows = await queries.query<Columns & { touched_at: Date }>(
    `select page.*, (select at from audit a where a.engine_id = page.id order by seq desc limit 1) as touched_at
     from (${SELECT} where ${found}) page
     order by touched_at desc, tag offset $2 limit $3`,
    [pattern, offset, limit],
  );
  // Counted by itself: a page behind the last has no row that could tell.
  const [{ total }] = await queries.query<{ total: number }>(`select count(*) as total from engines e where ${found}`, [
    pattern,
  ]);
  return {
    total: Number(total),
    engines: rows.map(({ touched_at, ...row }) => ({ ...toRow(row), touchedAt: touched_at })),
  };
}
