import type { EngineSummary } from '../../contracts/engine.js';
import type { Engine } from '../../core/engine/engine.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import type { EngineLife } from '../../core/sheet/acts.js';
import { specSetOf, type StoredSpecSet } from '../../core/plan/stored-spec-set.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

/** An engine as it is called and laid out now, with the version of the spec set that it is judged by now. */
export interface EngineRow {
  id: string;
  tag: string;
  title: string;
  /** As the customer book has it now, where it is one of its customers. */
  customer: string;
  customerId: string | null;
  life: EngineLife;
  engine: Engine;
  spec: SpecSet;
  openedAt: Date;
  openedBy: string;
}

/** An engine with the version of a spec set that it is judged by. */
export interface JudgedBy {
  id: string;
  tag: string;
  title: string;
  customer: string;
  version: number;
}

interface Columns {
  id: string;
  tag: string;
  title: string;
  customer: string;
  customer_id: string | null;
  life: EngineLife | null;
  engine: Engine;
  spec: StoredSpecSet;
  opened_at: Date;
  opened_by: string;
}

const SELECT = `select e.id, coalesce(changed.body ->> 'tag', e.tag) as tag, coalesce(changed.body ->> 'title', e.title) as title,
    coalesce(book.name, changed.body ->> 'customer', e.customer) as customer, changed.body ->> 'customerId' as customer_id,
    coalesce(changed.body -> 'engine', e.engine) as engine, lived.body ->> 'life' as life,
    s.body as spec, e.opened_at, e.opened_by
  from engines e
  left join lateral (
    select body from papers where engine_id = e.id and kind = 'engine' order by seq desc limit 1
  ) changed on true
  left join lateral (
    select name from customers where customer_id = (changed.body ->> 'customerId')::uuid order by seq desc limit 1
  ) book on true
  left join lateral (
    select body from acts where engine_id = e.id and kind = 'life' order by seq desc limit 1
  ) lived on true
  left join lateral (
    select body from acts where engine_id = e.id and kind = 'spec-set' order by seq desc limit 1
  ) moved on true
  join spec_sets s on s.id = coalesce(moved.body ->> 'specSet', e.spec_set)
    and s.version = coalesce((moved.body ->> 'version')::integer, e.spec_version)`;

const toRow = ({ opened_at, opened_by, customer_id, life, spec, ...row }: Columns): EngineRow => ({
  ...row,
  customerId: customer_id,
  life: life ?? 'in-work',
  spec: specSetOf(spec),
  openedAt: opened_at,
  openedBy: opened_by,
});

export function specSetRow(spec: SpecSet): Row {
  return { table: 'spec_sets', columns: { id: spec.id, version: spec.version, body: spec } };
}

/** Every version of a spec set, the newest first. */
export async function listVersions(queries: Queries, id: string): Promise<SpecSet[]> {
  const rows = await queries.query<{ body: StoredSpecSet }>(
    'select body from spec_sets where id = $1 order by version desc',
    [id],
  );
  return rows.map((row) => specSetOf(row.body));
}

/** The engines that are judged by a spec set now, whatever version of it, last touched first. */
export async function listJudgedBy(queries: Queries, specSet: string, most: number): Promise<JudgedBy[]> {
  const rows = await queries.query<{ id: string; version: number; shown: string }>(
    `with moved as (
       select distinct on (engine_id) engine_id, body from acts where kind = 'spec-set' order by engine_id, seq desc
     ), judged as (
       select id, spec_version as version from engines
       where spec_set = $1 and id not in (select engine_id from moved)
       union all
       select engine_id, (body ->> 'version')::integer from moved where body ->> 'specSet' = $1
     ), newest as (
       select judged.id, version, touched_at from judged join floor on engine_id = judged.id
       order by touched_at desc, tag limit $2
     )
     select id, version, shown from newest join floor on engine_id = id order by newest.touched_at desc, floor.tag`,
    [specSet, most],
  );
  return rows.map(({ id, version, shown }) => {
    const { tag, title, customer } = JSON.parse(shown) as EngineSummary;
    return { id, tag, title, customer, version };
  });
}

/** The newest version of each spec set. */
export async function listSpecSets(queries: Queries): Promise<SpecSet[]> {
  const rows = await queries.query<{ body: StoredSpecSet }>(
    'select distinct on (id) body from spec_sets order by id, version desc',
  );
  return rows.map((row) => specSetOf(row.body));
}

/** Every version of every spec set. */
export async function listAllSpecSets(queries: Queries): Promise<SpecSet[]> {
  const rows = await queries.query<{ body: StoredSpecSet }>('select body from spec_sets order by id, version desc');
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

/** Whether another engine has this tag, however its letters are written, or was opened under it. */
export async function hasTag(queries: Queries, tag: string, butFor: string): Promise<boolean> {
  const found = await queries.query(
    `select 1 from floor where lower(tag) = lower($1) and engine_id <> $2
     union all select 1 from engines where lower(tag) = lower($1) and id <> $2 limit 1`,
    [tag, butFor],
  );
  return found.length > 0;
}
