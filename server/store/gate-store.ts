import type { Lack } from '../../core/sheet/acts.js';
import type { Queries } from './database.js';

/** The newest closings of gates in the shop, with what each lacked. */
export async function listGatesClosed(queries: Queries, limit: number): Promise<{ engineId: string; lacks: Lack[] }[]> {
  const rows = await queries.query<{ engine_id: string; body: { lacks: Lack[] } }>(
    `select engine_id, body from acts where kind = 'gate-closed' order by seq desc limit $1`,
    [limit],
  );
  return rows.map(({ engine_id, body }) => ({ engineId: engine_id, lacks: body.lacks }));
}
