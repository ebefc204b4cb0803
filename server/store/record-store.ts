import type { RecordSummary } from '../../contracts/record.js';
import type { Signed } from '../../core/sheet/engine-file.js';
import type { Queries } from './database.js';

export interface RecordRow {
  summary: RecordSummary;
  jws: string;
  pdf: Uint8Array;
  pdfSha256: string;
}

/** Writes a record for good, with how far everything that it covers had come. */
export async function insertRecord(queries: Queries, { summary, jws, pdf, pdfSha256 }: RecordRow): Promise<void> {
  await queries.query(
    `insert into records (id, engine_id, revision, fingerprint, summary, jws, pdf, pdf_sha256, last_reading, last_paper, last_act)
     values ($1, $2, $3, $4, $5::jsonb, $6, $7, $8,
       (select coalesce(max(seq), 0) from readings where engine_id = $2),
       (select coalesce(max(seq), 0) from papers where engine_id = $2),
       (select coalesce(max(seq), 0) from acts where engine_id = $2))`,
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

/**
 * The newest record of each of several engines, with how much of what a record holds was filed since: readings, papers
 * and decisions. That cautions were read is on no record.
 */
export async function newestSigned(queries: Queries, engineIds: string[]): Promise<Map<string, Signed>> {
  const rows = await queries.query<{ engine_id: string; revision: number; signed_at: string; since: number }>(
    `select distinct on (engine_id) engine_id, revision, summary->>'signedAt' as signed_at,
       (select count(*) from readings where engine_id = r.engine_id and seq > r.last_reading)
       + (select count(*) from papers where engine_id = r.engine_id and seq > r.last_paper)
       + (select count(*) from acts where engine_id = r.engine_id and seq > r.last_act and kind <> 'caution') as since
     from records r where engine_id = any($1::uuid[]) order by engine_id, revision desc`,
    [engineIds],
  );
  return new Map(
    rows.map(({ engine_id, revision, signed_at, since }) => [
      engine_id,
      { revision: Number(revision), signedAt: signed_at, since: Number(since) },
    ]),
  );
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
