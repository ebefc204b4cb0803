import { groupBy } from '../../core/group-by.js';
import type { Paper } from '../../core/sheet/papers.js';
import type { Queries } from './database.js';

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

/**
 * The papers that count of several engines, in the order in which they were filed: of `newestOf` kinds the newest alone,
 * of `allOf` kinds all.
 */
export async function listPapers(
  queries: Queries,
  engineIds: string[],
  { newestOf, allOf }: { newestOf: string[]; allOf: string[] },
): Promise<Map<string, Paper[]>> {
  const rows = await queries.query<{
    engine_id: string;
    id: string;
    kind: string;
    body: unknown;
    filed_by: string;
    filed_at: Date;
  }>(
    `select engine_id, id, kind, body, filed_by, filed_at from (
       (select distinct on (engine_id, kind) * from papers
        where engine_id = any($1::uuid[]) and kind = any($2::text[]) order by engine_id, kind, seq desc)
       union all
       select * from papers where engine_id = any($1::uuid[]) and kind = any($3::text[])
     ) counting order by seq`,
    [engineIds, newestOf, allOf],
  );
  const byEngine = groupBy(rows, (row) => row.engine_id);
  const toPaper = ({ id, kind, body, filed_by: by, filed_at }: (typeof rows)[number]): Paper => ({
    id, kind, body, by, at: filed_at.toISOString(),
  }); // prettier-ignore
  return new Map(engineIds.map((id) => [id, (byEngine.get(id) ?? []).map(toPaper)]));
}
