import type { Database, Queries } from './database.js';
import { TABLES, type AuditedTable, type TableName } from './tables.js';

/**
 * What a backup reads of the database, and a restore writes into it. Every table that counts only ever grows: how far
 * each had come at one moment is noted, and read up to there page by page, while others go on writing behind it.
 */

/** The tables of a backup, in an order in which each refers only to those before it; the chain of acts last. */
export const BACKED_UP = [
  'shop', 'people', 'people_history', 'shop_data', 'customers', 'pictures', 'spec_sets', 'published_keys', 'engines',
  'readings', 'papers', 'acts', 'parts_book', 'shelf_moves', 'records', 'audit',
] as const satisfies readonly (TableName | 'audit')[]; // prettier-ignore
export type BackedUp = (typeof BACKED_UP)[number];

/** Rows of a page: some hundred kilobytes, or one record with its paper. */
const PAGE: Partial<Record<BackedUp, number>> = { engines: 100, spec_sets: 20, records: 1, pictures: 2 };
const MOST = 300;

/** How far a table had come: the last of its order, or the keys that were there. */
type Mark = { upTo: number } | { keys: string[] };
export interface Marks {
  shopId: string;
  /** The hash of the newest act. */
  head: string;
  /** The migrations that the database has seen. */
  migrations: { number: number; name: string; sha256: string }[];
  tables: Record<BackedUp, Mark>;
  /** Rows in all, as far as that is known before they are read. */
  rows: number;
}

const isOrdered = (table: BackedUp) => table === 'audit' || TABLES[table].ordered;
const keyOf = (table: TableName) => {
  const { key }: AuditedTable = TABLES[table];
  return key.map((column) => `${column}::text`).join(` || '@' || `);
};

async function markOf(queries: Queries, table: BackedUp): Promise<Mark> {
  if (isOrdered(table)) {
    const [row] = await queries.query<{ upto: number | null }>(`select max(seq) as upto from ${table}`);
    return { upTo: Number(row.upto ?? 0) };
  }
  const rows = await queries.query<{ key: string }>(`select ${keyOf(table as TableName)} as key from ${table} order by 1`); // prettier-ignore
  return { keys: rows.map(({ key }) => key) };
}

/** How far everything has come, at one moment. */
export async function readMarks(database: Database): Promise<Marks> {
  return database.transaction(async (queries) => {
    await queries.query('set transaction isolation level repeatable read');
    const [{ shop_id: shopId }] = await queries.query<{ shop_id: string }>('select shop_id from identity');
    const [newest] = await queries.query<{ hash: string }>('select hash from audit order by seq desc limit 1');
    const migrations = await queries.query<Marks['migrations'][number]>(
      'select number, name, sha256 from migrations order by number',
    );
    const marks: [BackedUp, Mark][] = [];
    for (const table of BACKED_UP) marks.push([table, await markOf(queries, table)]);
    const rows = marks.reduce((sum, [, mark]) => sum + ('upTo' in mark ? mark.upTo : mark.keys.length), 0);
    const tables = Object.fromEntries(marks) as Marks['tables'];
    return { shopId, head: newest?.hash ?? '', migrations, tables, rows };
  });
}

/** The rows of a table up to its mark, page by page, as the database itself spells them in JSON. */
export async function* readPages(
  database: Queries,
  table: BackedUp,
  mark: Mark,
): AsyncGenerator<{ json: string; rows: number }> {
  const size = PAGE[table] ?? MOST;
  const page = (where: string, params: unknown[]) =>
    database.query<{ json: string | null; rows: number; last: number | null }>(
      `select json_agg(page)::text as json, count(*) as rows, max(${isOrdered(table) ? 'seq' : '0'}) as last
       from (select * from ${table} where ${where}) page`,
      params,
    );
  if ('upTo' in mark) {
    let after = 0;
    for (;;) {
      const [{ json, rows, last }] = await page(`seq > $1 and seq <= $2 order by seq limit ${size}`, [after, mark.upTo]); // prettier-ignore
      if (json === null) return;
      after = Number(last);
      yield { json, rows: Number(rows) };
    }
  }
  for (let from = 0; from < mark.keys.length; from += size) {
    const keys = mark.keys.slice(from, from + size);
    const [{ json, rows }] = await page(`${keyOf(table as TableName)} = any($1::text[])`, [keys]);
    if (json !== null) yield { json, rows: Number(rows) };
  }
}

/** Whether nothing was ever put into a database. */
export async function isEmptyDatabase(queries: Queries): Promise<boolean> {
  const [{ there }] = await queries.query<{ there: string | null }>(`select to_regclass('identity')::text as there`);
  return there === null;
}

/** Puts a page back as it was, whatever its rows' numbers. */
export async function writePage(queries: Queries, table: BackedUp, json: string): Promise<void> {
  const [{ columns }] = await queries.query<{ columns: string }>(
    `select string_agg(quote_ident(key), ', ') as columns from json_object_keys(($1::json) -> 0) key`,
    [json],
  );
  await queries.query(
    `insert into ${table} (${columns}) overriding system value
     select ${columns} from json_populate_recordset(null::${table}, $1::json)`,
    [json],
  );
}

/**
 * After the last page: whose shop it is, where each table counts on, and a place on the floor for every engine, which
 * is filled when the shop is opened.
 */
export async function finishRestore(queries: Queries, shopId: string): Promise<void> {
  await queries.query('update identity set shop_id = $1, history_sealed = true', [shopId]);
  for (const table of BACKED_UP.filter(isOrdered))
    await queries.query(
      `select setval(pg_get_serial_sequence('${table}', 'seq'), (select coalesce(max(seq), 0) + 1 from ${table}), false)`,
    );
  await queries.query(
    `insert into floor (engine_id, touched_at, tag, words, shown, shown_by)
     select e.id, coalesce(touched.at, e.opened_at), e.tag, lower(concat_ws(E'\\n', e.tag, e.title, e.customer)), '', ''
     from engines e
     left join (select engine_id, max(at) as at from audit group by engine_id) touched on touched.engine_id = e.id
     on conflict do nothing`,
  );
}
