import { createHash } from 'node:crypto';
import canonicalize from 'canonicalize';
import type { Queries } from './database.js';

/**
 * The tables whose every row the chain of acts vouches for: an act that writes a row seals the hash of all its columns,
 * and the audit holds each row against it.
 */
export interface AuditedTable {
  /** What tells its rows apart; the first of these is searched by. */
  key: [column: string, ...more: string[]];
  keyType: 'uuid' | 'text';
  columns: readonly string[];
  /** Those of the columns that are JSON. */
  json: readonly string[];
  /** A column as the audit reads it, where that is not the column itself. */
  read?: Record<string, string>;
  /** Columns that came later: a row that has nothing in them is spelled as it was before they came. */
  later?: readonly string[];
  /** Whether its rows have an order that counts, in `seq`. */
  ordered: boolean;
}

const READING =
  'id engine_id measure place at_by at_value occasion entered unit value taken_at received_at taken_by how instrument note supersedes corrects';

export const TABLES = {
  shop: { key: ['id'], keyType: 'uuid', columns: ['id', 'name', 'verify_address', 'opened_at'], json: [], ordered: true },
  shop_data: { key: ['id'], keyType: 'uuid', columns: 'id body at by'.split(' '), json: ['body'], ordered: true },
  pictures: {
    key: ['id'], keyType: 'uuid', json: [], ordered: true,
    columns: 'id width height sha256 bytes received_at received_by'.split(' '),
    read: { bytes: `encode(sha256(bytes), 'hex')` },
  },
  people: { key: ['handle'], keyType: 'text', columns: ['handle', 'since'], json: [], ordered: false },
  people_history: { key: ['id'], keyType: 'uuid', columns: 'id handle name role pin_hash at by'.split(' '), json: [], ordered: true },
  customers: { key: ['id'], keyType: 'uuid', columns: 'id customer_id name body at by'.split(' '), json: ['body'], ordered: true },
  spec_sets: { key: ['id', 'version'], keyType: 'text', columns: ['id', 'version', 'body'], json: ['body'], ordered: false },
  published_keys: { key: ['id'], keyType: 'text', columns: ['id', 'kind', 'body', 'published_at'], json: [], ordered: false },
  engines: { key: ['id'], keyType: 'uuid', columns: 'id tag title customer engine spec_set spec_version opened_at opened_by'.split(' '), json: ['engine'], ordered: false },
  readings: { key: ['id'], keyType: 'uuid', columns: READING.split(' '), json: [], later: ['corrects'], ordered: true },
  papers: { key: ['id'], keyType: 'uuid', columns: 'id engine_id kind body filed_by filed_at'.split(' '), json: ['body'], ordered: true },
  acts: { key: ['id'], keyType: 'uuid', columns: 'id engine_id kind subject reason body done_by done_at'.split(' '), json: ['body'], ordered: true },
  parts_book: { key: ['id'], keyType: 'uuid', columns: 'id kind subject_id engine_id body at by'.split(' '), json: ['body'], ordered: true },
  shelf_moves: { key: ['id'], keyType: 'uuid', columns: 'id item_id length_mm pieces line_id at by'.split(' '), json: [], ordered: true },
  records: {
    key: ['id'], keyType: 'uuid', json: ['summary'], ordered: false,
    columns: 'id engine_id revision fingerprint summary jws pdf pdf_sha256 last_reading last_paper last_act'.split(' '),
    read: { pdf: `encode(sha256(pdf), 'hex')` },
  },
} satisfies Record<string, AuditedTable>; // prettier-ignore
export type TableName = keyof typeof TABLES;

/** A row on its way into its table: each column's value as the database will give it back. */
export interface Row {
  table: TableName;
  columns: Record<string, unknown>;
}

export const keyOf = ({ table, columns }: Row): string =>
  TABLES[table].key.map((name) => String(columns[name])).join('@');

const plain = (value: unknown): unknown => {
  if (value instanceof Date) return value.toISOString();
  if (value instanceof Uint8Array) return createHash('sha256').update(value).digest('hex');
  return value ?? null;
};

const inOrderOfLetters = Object.fromEntries(
  Object.entries(TABLES).map(([table, { columns }]) => [table, [...columns].sort()]),
) as Record<TableName, string[]>;

/** A row in canonical JSON. One without JSON of its own is spelled so as soon as its columns stand in order. */
function canonicalRow({ table, columns }: Row): string {
  const { later = [] }: AuditedTable = TABLES[table];
  const spelled = inOrderOfLetters[table].filter((name) => !later.includes(name) || plain(columns[name]) !== null);
  const named = Object.fromEntries(spelled.map((name) => [name, plain(columns[name])]));
  return TABLES[table].json.length === 0 ? JSON.stringify(named) : canonicalize(named)!;
}

/** SHA-256 over all columns of a row in canonical JSON; large bytes count by their own hash. */
export const digestOf = (row: Row): string => createHash('sha256').update(canonicalRow(row)).digest('hex');

/** Values of a row as parameters, in the order of its table's columns. */
export function valuesOf({ table, columns }: Row): unknown[] {
  const { json, columns: names }: AuditedTable = TABLES[table];
  return names.map((name) => (json.includes(name) ? JSON.stringify(columns[name]) : (columns[name] ?? null)));
}

/** Rows that one statement writes: PostgreSQL takes 65,535 parameters. */
const ROWS_A_STATEMENT = 500;

/** Many rows at once, in their order; those of one table that follow each other in one statement. */
export async function insertRows(queries: Queries, rows: Row[]): Promise<void> {
  for (let start = 0; start < rows.length;) {
    const { table } = rows[start];
    const end = rows.findIndex((row, index) => index > start && (row.table !== table || index - start === ROWS_A_STATEMENT)); // prettier-ignore
    const together = rows.slice(start, end === -1 ? rows.length : end);
    const { columns } = TABLES[table];
    const slots = together.map((_, row) => `(${columns.map((__, index) => `$${row * columns.length + index + 1}`).join(', ')})`); // prettier-ignore
    await queries.query(
      `insert into ${table} (${columns.join(', ')}) values ${slots.join(', ')}`,
      together.flatMap(valuesOf),
    );
    start += together.length;
  }
}
