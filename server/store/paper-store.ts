import type { CamCard } from '../../core/cam/cam-card.js';
import type { LobeSweep } from '../../core/cam/lobe-sweep.js';
import type { Queries } from './database.js';

/** A sweep without what its row tells: id, hand and time. */
export type SweepBody = Omit<LobeSweep, 'id' | 'by' | 'at'>;

export interface Paper {
  id: string;
  kind: 'cam-card' | 'lobe-sweep';
  body: CamCard | SweepBody;
  by: string;
  at: Date;
}

export async function insertPaper(
  queries: Queries,
  engineId: string,
  { id, kind, body, by, at }: Paper,
): Promise<void> {
  await queries.query(
    'insert into papers (id, engine_id, kind, body, filed_by, filed_at) values ($1, $2, $3, $4::jsonb, $5, $6)',
    [id, engineId, kind, JSON.stringify(body), by, at],
  );
}

/** The newest cam card of each of several engines. */
export async function newestCards(queries: Queries, engineIds: string[]): Promise<Map<string, CamCard>> {
  const rows = await queries.query<{ engine_id: string; body: CamCard }>(
    `select distinct on (engine_id) engine_id, body from papers
     where engine_id = any($1::uuid[]) and kind = 'cam-card' order by engine_id, seq desc`,
    [engineIds],
  );
  return new Map(rows.map((row) => [row.engine_id, row.body]));
}

/** The swept lobes of an engine, in the order in which they were taken. */
export async function listSweeps(queries: Queries, engineId: string): Promise<LobeSweep[]> {
  const rows = await queries.query<{ id: string; body: SweepBody; filed_by: string; filed_at: Date }>(
    "select id, body, filed_by, filed_at from papers where engine_id = $1 and kind = 'lobe-sweep' order by seq",
    [engineId],
  );
  return rows.map(({ id, body, filed_by, filed_at }) => ({ id, ...body, by: filed_by, at: filed_at.toISOString() }));
}
