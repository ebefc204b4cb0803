import type { RecordSummary } from '../../contracts/record.js';
import { KEPT_TO_THE_SHOP, type Signed } from '../../core/sheet/engine-file.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

/** The newest reading, paper and act of an engine that a record holds, by their order. */
interface Covered {
  reading: number;
  paper: number;
  act: number;
}

export interface RecordRow {
  summary: RecordSummary;
  jws: string;
  pdf: Uint8Array;
  pdfSha256: string;
  covered: Covered;
}

/** How far everything that a record of an engine covers has come. */
export async function coveredBy(queries: Queries, engineId: string): Promise<Covered> {
  const [row] = await queries.query<{ reading: number; paper: number; act: number }>(
    `select (select coalesce(max(seq), 0) from readings where engine_id = $1) as reading,
       (select coalesce(max(seq), 0) from papers where engine_id = $1) as paper,
       (select coalesce(max(seq), 0) from acts where engine_id = $1) as act`,
    [engineId],
  );
  return { reading: Number(row.reading), paper: Number(row.paper), act: Number(row.act) };
}

export function recordRow({ summary, jws, pdf, pdfSha256, covered }: RecordRow): Row {
  const { id, engineId, revision, fingerprint } = summary;
  return {
    table: 'records',
    columns: {
      id,
      engine_id: engineId,
      revision,
      fingerprint,
      summary,
      jws,
      pdf,
      pdf_sha256: pdfSha256,
      last_reading: covered.reading,
      last_paper: covered.paper,
      last_act: covered.act,
    },
  };
}

export async function listRecords(queries: Queries, engineId: string): Promise<RecordSummary[]> {
  const rows = await queries.query<{ summary: RecordSummary }>(
    'select summary from records where engine_id = $1 order by revision desc',
    [engineId],
  );
  return rows.map((row) => row.summary);
}

export async function newestRevision(queries: Queries, engineId: string): Promise<number> {
  const [row] = await queries.query<{ revision: number }>(
    'select coalesce(max(revision), 0) as revision from records where engine_id = $1',
    [engineId],
  );
  return Number(row.revision);
}

const kinds = (kept: string[]) => kept.map((kind) => `'${kind}'`).join(', ');

/** What a record holds and what of it was filed on an engine behind what is covered; `covered` are SQL expressions. */
const filedSince = (engineId: string, covered: Record<keyof Covered, string>) =>
  `(select count(*) from readings where engine_id = ${engineId} and seq > ${covered.reading})
   + (select count(*) from papers where engine_id = ${engineId} and seq > ${covered.paper}
        and kind not in (${kinds(KEPT_TO_THE_SHOP.papers)}))
   + (select count(*) from acts where engine_id = ${engineId} and seq > ${covered.act}
        and kind not in (${kinds(KEPT_TO_THE_SHOP.acts)}))`;

/** How much of what a record holds was filed since what one covers. */
export async function countFiledSince(queries: Queries, engineId: string, covered: Covered): Promise<number> {
  const sql = `select ${filedSince('$1', { reading: '$2', paper: '$3', act: '$4' })} as since`;
  const [row] = await queries.query<{ since: number }>(sql, [engineId, covered.reading, covered.paper, covered.act]);
  return Number(row.since);
}

/**
 * The newest record of an engine, with how much of what a record holds was filed since: readings, papers and decisions.
 * What is kept to the shop is on no record.
 */
export async function newestSigned(queries: Queries, engineId: string): Promise<Signed | null> {
  const [row] = await queries.query<{ revision: number; signed_at: string; since: number }>(
    `select revision, summary->>'signedAt' as signed_at,
       ${filedSince('$1', { reading: 'r.last_reading', paper: 'r.last_paper', act: 'r.last_act' })} as since
     from records r where engine_id = $1 order by revision desc limit 1`,
    [engineId],
  );
  return row ? { revision: Number(row.revision), signedAt: row.signed_at, since: Number(row.since) } : null;
}

export async function findJws(queries: Queries, id: string): Promise<{ summary: RecordSummary; jws: string } | null> {
  const [row] = await queries.query<{ summary: RecordSummary; jws: string }>(
    'select summary, jws from records where id = $1',
    [id],
  );
  return row ?? null;
}

export async function findPdf(
  queries: Queries,
  id: string,
): Promise<{ summary: RecordSummary; pdf: Uint8Array } | null> {
  const [row] = await queries.query<{ summary: RecordSummary; pdf: Uint8Array }>(
    'select summary, pdf from records where id = $1',
    [id],
  );
  return row ?? null;
}

/** The signed JSON of a record, by its fingerprint or by the hash of its PDF: what it says is read from that alone. */
export async function findSigned(
  queries: Queries,
  by: { fingerprint: string } | { pdfSha256: string },
): Promise<string | null> {
  const [column, value] = 'fingerprint' in by ? ['fingerprint', by.fingerprint] : ['pdf_sha256', by.pdfSha256];
  const [row] = await queries.query<{ jws: string }>(`select jws from records where ${column} = $1`, [value]);
  return row?.jws ?? null;
}

/** Who signed which revision of which engine, by the record's id. */
export async function findSummary(queries: Queries, id: string): Promise<RecordSummary | null> {
  const [row] = await queries.query<{ summary: RecordSummary }>('select summary from records where id = $1', [id]);
  return row?.summary ?? null;
}
