import type { Act, Acknowledgement, Disposition } from '../../core/sheet/acts.js';
import { groupBy } from '../../core/group-by.js';
import type { Queries } from './database.js';

interface Columns {
  engine_id: string;
  id: string;
  kind: Act['kind'];
  subject: string;
  reason: string | null;
  body: Record<string, unknown>;
  done_by: string;
  done_at: Date;
}

/** What an act is about, as the column that is searched by; the rest of it is its body. */
function partsOf(act: Act): { subject: string; reason: string | null; body: object } {
  if (act.kind === 'caution') return { subject: act.stage, reason: null, body: {} };
  const { measure, place, action, readingId, about, reason } = act;
  return { subject: `${measure}@${place}`, reason, body: { measure, place, action, readingId, about } };
}

function toAct({ kind, id, subject, reason, body, done_by: by, done_at }: Columns): Act {
  const at = done_at.toISOString();
  if (kind === 'caution') return { kind, id, stage: subject as Acknowledgement['stage'], by, at };
  return { kind, id, ...(body as Omit<Disposition, 'id' | 'reason' | 'by' | 'at'>), reason: reason!, by, at };
}

export async function insertAct(queries: Queries, engineId: string, act: Act): Promise<void> {
  const { subject, reason, body } = partsOf(act);
  await queries.query(
    `insert into acts (id, engine_id, kind, subject, reason, body, done_by, done_at)
     values ($1, $2, $3, $4, $5, $6::jsonb, $7, $8)`,
    [act.id, engineId, act.kind, subject, reason, JSON.stringify(body), act.by, act.at],
  );
}

/** The acts on several engines, each engine's in the order in which they were done. */
export async function listActs(queries: Queries, engineIds: string[]): Promise<Map<string, Act[]>> {
  const rows = await queries.query<Columns>(
    `select engine_id, id, kind, subject, reason, body, done_by, done_at
     from acts where engine_id = any($1::uuid[]) order by seq`,
    [engineIds],
  );
  const byEngine = groupBy(rows, (row) => row.engine_id);
  return new Map(engineIds.map((id) => [id, (byEngine.get(id) ?? []).map(toAct)]));
}
