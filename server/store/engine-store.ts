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
