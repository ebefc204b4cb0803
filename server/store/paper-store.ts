import type { Paper } from '../../core/sheet/papers.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

interface Columns {
  engine_id: string;
  id: string;
  kind: string;
  body: unknown;
  filed_by: string;
  filed_at: Date;
}

const toPaper = ({ id, kind, body, filed_by: by, filed_at }: Columns): Paper => ({
  id,
  kind,
  body,
  by,
  at: filed_at.toISOString(),
});

export function paperRow(engineId: string, { id, kind, body, by, at }: Paper): Row {
  return { table: 'papers', columns: { id, engine_id: engineId, kind, body, filed_by: by, filed_at: at } };
}

/** A paper by its id, with the engine that it belongs to. */
export async function findPaper(queries: Queries, id: string): Promise<{ engineId: string; paper: Paper } | null> {
  const [row] = await queries.query<Columns>(
    'select engine_id, id, kind, body, filed_by, filed_at from papers where id = $1',
    [id],
  );
  return row ? { engineId: row.engine_id, paper: toPaper(row) } : null;
}

/**
 * The papers of an engine that count, in the order in which they were filed: of `newestOf` kinds the newest alone, of
 * `allOf` kinds all.
 */
export async function listPapers(
  queries: Queries,
  engineId: string,
  { newestOf, allOf }: { newestOf: string[]; allOf: string[] },
): Promise<Paper[]> {
  const rows = await queries.query<Columns>(
    `select engine_id, id, kind, body, filed_by, filed_at from (
       (select distinct on (kind) * from papers
        where engine_id = $1 and kind = any($2::text[]) order by kind, seq desc)
       union all
       select * from papers where engine_id = $1 and kind = any($3::text[])
     ) counting order by seq`,
    [engineId, newestOf, allOf],
  );
  return rows.map(toPaper);
}
