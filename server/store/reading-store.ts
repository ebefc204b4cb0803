import { groupBy } from '../../core/group-by.js';
import type { AtBy } from '../../core/plan/measure.js';
import type { Reading, ReadingSource } from '../../core/sheet/reading.js';
import { BUILD } from '../../core/sheet/slot.js';
import type { Unit } from '../../core/units/units.js';
import { AUDIT_INSERT, type SealedAct } from './audit-log.js';
import type { Database, Queries } from './database.js';
import { TABLES, valuesOf, type Row } from './tables.js';

interface Columns {
  engine_id: string;
  id: string;
  measure: string;
  place: string;
  at_by: AtBy | null;
  at_value: number | null;
  occasion: string;
  entered: string;
  unit: Unit;
  value: number;
  taken_at: Date;
  received_at: Date;
  taken_by: string;
  how: ReadingSource;
  instrument: string | null;
  note: string | null;
  supersedes: string | null;
}

const COLUMNS = TABLES.readings.columns.join(', ');

const toReading = (row: Columns): Reading => ({
  id: row.id,
  measure: row.measure,
  place: row.place,
  ...(row.at_by === null ? {} : { at: { by: row.at_by, value: row.at_value! } }),
  ...(row.occasion === BUILD ? {} : { occasion: row.occasion }),
  entered: row.entered,
  unit: row.unit,
  value: row.value,
  takenAt: row.taken_at.toISOString(),
  receivedAt: row.received_at.toISOString(),
  by: row.taken_by,
  how: row.how,
  ...(row.instrument === null ? {} : { instrument: row.instrument }),
  ...(row.note === null ? {} : { note: row.note }),
  ...(row.supersedes === null ? {} : { supersedes: row.supersedes }),
});

/**
 * The readings of several engines, each engine's in the order in which they arrived.
 *
 * @param newestOf of these measures the newest reading of each slot alone
 */
export async function listReadings(
  queries: Queries,
  engineIds: string[],
  newestOf: string[] = [],
): Promise<Map<string, Reading[]>> {
  const rows = await queries.query<Columns>(
    newestOf.length === 0
      ? `select ${COLUMNS} from readings where engine_id = any($1::uuid[]) order by seq`
      : `select ${COLUMNS} from (
           (select distinct on (engine_id, measure, place, at_by, at_value, occasion) * from readings
            where engine_id = any($1::uuid[]) and measure = any($2::text[])
            order by engine_id, measure, place, at_by, at_value, occasion, seq desc)
           union all
           select * from readings where engine_id = any($1::uuid[]) and measure <> all($2::text[])
         ) shown order by seq`,
    newestOf.length === 0 ? [engineIds] : [engineIds, newestOf],
  );
  const byEngine = groupBy(rows, (row) => row.engine_id);
  return new Map(engineIds.map((id) => [id, (byEngine.get(id) ?? []).map(toReading)]));
}

/** Those of `ids` that are readings of another engine. */
export async function idsElsewhere(queries: Queries, engineId: string, ids: string[]): Promise<string[]> {
  const rows = await queries.query<{ id: string }>(
    'select id from readings where id = any($1::uuid[]) and engine_id <> $2',
    [ids, engineId],
  );
  return rows.map((row) => row.id);
}

export function readingRow(engineId: string, reading: Reading): Row {
  const { id, measure, place, at, occasion, entered, unit, value, takenAt, receivedAt, by, how } = reading;
  return {
    table: 'readings',
    columns: {
      id,
      engine_id: engineId,
      measure,
      place,
      at_by: at?.by ?? null,
      at_value: at?.value ?? null,
      occasion: occasion ?? BUILD,
      entered,
      unit,
      value,
      taken_at: takenAt,
      received_at: receivedAt,
      taken_by: by,
      how,
      instrument: reading.instrument ?? null,
      note: reading.note ?? null,
      supersedes: reading.supersedes ?? null,
    },
  };
}

/** Up to so many readings a statement is kept prepared: what benches send one at a time, written together. */
const FEW = 8;

/**
 * Writes readings and the acts that tell of them in one statement, so that one sync makes all durable. Plain VALUES:
 * `unnest` of arrays costs a single reading, which is what a bench sends, half as much again.
 */
export async function insertReadings(database: Database, rows: Row[], sealed: SealedAct[]): Promise<void> {
  const params: unknown[] = [];
  const slots = (values: unknown[]) => `(${values.map((value) => `$${params.push(value)}`).join(', ')})`;
  const sql = `with taken as (insert into readings (${COLUMNS}) values ${rows.map((row) => slots(valuesOf(row))).join(', ')})
    ${AUDIT_INSERT} values ${sealed.map(slots).join(', ')}`;
  await (rows.length <= FEW ? database.prepared(sql, params) : database.query(sql, params));
}
