import type { RecordSummary } from '../../contracts/record.js';
import type { Queries } from './database.js';

export interface RecordRow {
  summary: RecordSummary;
  jws: string;
  pdf: Uint8Array;
  pdfSha256: string;
}

/** Writes a record for good, with the number of the last reading that it covers. */
export async function insertRecord(queries: Queries, { summary, jws, pdf, pdfSha256 }: RecordRow): Promise<void> {
  await queries.query(
    `insert into records (id, engine_id, revision, fingerprint, summary, jws, pdf, pdf_sha256, last_reading)
     values ($1, $2, $3, $4, $5::jsonb, $6, $7, $8, (select coalesce(max(seq), 0) from readings where engine_id = $2))`,
    [summary.id, summary.engineId, summary.revision, summary.fingerprint, JSON.stringify(summary), jws, pdf, pdfSha256],
  );
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

/** Engines whose newest record covers their newest reading, with when it was signed. */
export async function signedSince(queries: Queries, engineIds: string[]): Promise<Map<string, string>> {
  const rows = await queries.query<{ engine_id: string; summary: RecordSummary }>(
    `select distinct on (engine_id) engine_id, summary from records r
     where engine_id = any($1::uuid[])
       and last_reading >= (select coalesce(max(seq), 0) from readings where engine_id = r.engine_id)
     order by engine_id, revision desc`,
    [engineIds],
  );
  return new Map(rows.map((row) => [row.engine_id, row.summary.signedAt]));
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

export async function findByFingerprint(queries: Queries, fingerprint: string): Promise<RecordSummary | null> {
  const [row] = await queries.query<{ summary: RecordSummary }>('select summary from records where fingerprint = $1', [
    fingerprint,
  ]);
  return row?.summary ?? null;
}

export async function findByPdf(queries: Queries, pdfSha256: string): Promise<RecordSummary | null> {
  const [row] = await queries.query<{ summary: RecordSummary }>('select summary from records where pdf_sha256 = $1', [
    pdfSha256,
  ]);
  return row?.summary ?? null;
}
