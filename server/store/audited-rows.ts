import type { Queries } from './database.js';
import { TABLES, type AuditedTable, type Row, type TableName } from './tables.js';

/** A row of an audited table as it stands, with its place in the order of its table where that has one. */
export interface StandingRow {
  row: Row;
  seq: number | null;
}

const selection = (table: TableName) => {
  const { columns, read = {}, ordered }: AuditedTable = TABLES[table];
  const named = columns.map((name) => (read[name] ? `${read[name]} as ${name}` : name));
  return `select ${[...(ordered ? ['seq'] : ['null as seq']), ...named].join(', ')} from ${table}`;
};

const toStanding =
  (table: TableName) =>
  ({ seq, ...columns }: Record<string, unknown>): StandingRow => ({
    row: { table, columns },
    seq: seq === null ? null : Number(seq),
  });

/** Every row of a table, page by page, in the order of what tells them apart. */
export async function* selectRows(queries: Queries, table: TableName, page: number): AsyncGenerator<StandingRow[]> {
  const { key, ordered }: AuditedTable = TABLES[table];
  const by = ordered ? ['seq'] : key;
  let after: unknown[] | null = null;
  for (;;) {
    const behind: string = after
      ? `where (${by.join(', ')}) > (${by.map((_, index) => `$${index + 1}`).join(', ')})`
      : '';
    const found: Record<string, unknown>[] = await queries.query(
      `${selection(table)} ${behind} order by ${by.join(', ')} limit ${page}`,
      after ?? [],
    );
    if (found.length === 0) return;
    const last = found.at(-1)!;
    after = by.map((name) => last[name]);
    yield found.map(toStanding(table));
  }
}

/** The rows of a table that have one of these keys, by the first column of the key. */
export async function findRows(queries: Queries, table: TableName, keys: string[]): Promise<StandingRow[]> {
  const { key, keyType }: AuditedTable = TABLES[table];
  const found = await queries.query(`${selection(table)} where ${key[0]} = any($1::${keyType}[])`, [keys]);
  return found.map(toStanding(table));
}

export async function countRows(queries: Queries, table: TableName): Promise<number> {
  const [{ count }] = await queries.query<{ count: number }>(`select count(*) as count from ${table}`);
  return Number(count);
}
