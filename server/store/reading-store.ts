import type { Disposition, DispositionAction, Reading, ReadingSource } from '../../core/record/reading.js';
import type { Unit } from '../../core/units/units.js';
import { AUDIT_INSERT, type SealedAct } from './audit-log.js';
import type { Database, Queries } from './database.js';

interface Columns {
  engine_id: string;
  id: string;
  measure: string;
  place: string;
  entered: string;
  unit: Unit;
  value: number;
  taken_at: Date;
  taken_by: string;
  how: ReadingSource;
  instrument: string | null;
  at_lift: number | null;
  note: string | null;
  supersedes: string | null;
}

const COLUMNS =
  'id, engine_id, measure, place, entered, unit, value, taken_at, taken_by, how, instrument, at_lift, note, supersedes';

const toReading = (row: Columns): Reading => ({
  id: row.id,
  measure: row.measure,
  place: row.place,
  entered: row.entered,
  unit: row.unit,
  value: row.value,
  takenAt: row.taken_at.toISOString(),
  by: row.taken_by,
  how: row.how,
  ...(row.instrument === null ? {} : { instrument: row.instrument }),
  ...(row.at_lift === null ? {} : { atLiftMm: row.at_lift }),
  ...(row.note === null ? {} : { note: row.note }),
  ...(row.supersedes === null ? {} : { supersedes: row.supersedes }),
});

/** All readings of an engine, in the order in which they were taken. */
export async function listReadings(queries: Queries, engineId: string): Promise<Reading[]> {
  const rows = await queries.query<Columns>(`select ${COLUMNS} from readings where engine_id = $1 order by seq`, [
    engineId,
  ]);
  return rows.map(toReading);
}

/**
 * What the floor shows several engines by: the newest reading of each measure and place, and all readings of `whole`
 * measures, whose history counts too. Each engine's in the order in which they were taken.
 */
export async function readingsForFloor(
  queries: Queries,
  engineIds: string[],
  whole: string[],
): Promise<Map<string, Reading[]>> {
  const rows = await queries.query<Columns>(
    `select ${COLUMNS} from (
       (select distinct on (engine_id, measure, place) * from readings
        where engine_id = any($1::uuid[]) and measure <> all($2::text[]) order by engine_id, measure, place, seq desc)
       union all
       select * from readings where engine_id = any($1::uuid[]) and measure = any($2::text[])
     ) shown order by seq`,
    [engineIds, whole],
  );
  const byEngine = new Map<string, Reading[]>(engineIds.map((id) => [id, []]));
  for (const row of rows) byEngine.get(row.engine_id)!.push(toReading(row));
  return byEngine;
}

/** Those of `ids` that are readings of another engine. */
export async function idsElsewhere(queries: Queries, engineId: string, ids: string[]): Promise<string[]> {
  const rows = await queries.query<{ id: string }>(
    'select id from readings where id = any($1::uuid[]) and engine_id <> $2',
    [ids, engineId],
  );
  return rows.map((row) => row.id);
}

/** Up to so many readings a statement is kept prepared: what benches send one at a time, written together. */
const FEW = 8;

/**
 * Writes batches and the acts that tell of them in one statement, so that one sync makes all durable. Plain VALUES:
 * `unnest` of arrays costs a single reading, which is what a bench sends, half as much again.
 */
export async function insertReadings(
  database: Database,
  batches: { engineId: string; readings: Reading[] }[],
  sealed: SealedAct[],
): Promise<void> {
  const params: unknown[] = [];
  const slots = (values: unknown[]) => `(${values.map((value) => `$${params.push(value)}`).join(', ')})`;
  const rows = batches.flatMap(({ engineId, readings }) =>
    readings.map((reading) =>
      slots([
        reading.id, engineId, reading.measure, reading.place, reading.entered, reading.unit, reading.value,
        reading.takenAt, reading.by, reading.how, reading.instrument ?? null, reading.atLiftMm ?? null,
        reading.note ?? null, reading.supersedes ?? null,
      ]),
    ),
  ); // prettier-ignore
  const sql = `with taken as (insert into readings (${COLUMNS}) values ${rows.join(', ')})
    ${AUDIT_INSERT} values ${sealed.map(slots).join(', ')}`;
  await (rows.length <= FEW ? database.prepared(sql, params) : database.query(sql, params));
}

interface DispositionColumns {
  engine_id: string;
  id: string;
  measure: string;
  place: string;
  action: DispositionAction;
  reason: string;
  reading_id: string | null;
  made_by: string;
  made_at: Date;
}

/** The dispositions of several engines, in the order in which they were made. */
export async function listDispositions(queries: Queries, engineIds: string[]): Promise<Map<string, Disposition[]>> {
  const rows = await queries.query<DispositionColumns>(
    `select engine_id, id, measure, place, action, reason, reading_id, made_by, made_at
     from dispositions where engine_id = any($1::uuid[]) order by seq`,
    [engineIds],
  );
  const byEngine = new Map<string, Disposition[]>(engineIds.map((id) => [id, []]));
  for (const { engine_id, reading_id, made_by, made_at, ...rest } of rows)
    byEngine.get(engine_id)!.push({ ...rest, readingId: reading_id, by: made_by, at: made_at.toISOString() });
  return byEngine;
}

export async function insertDisposition(queries: Queries, engineId: string, made: Disposition): Promise<void> {
  await queries.query(
    `insert into dispositions (id, engine_id, measure, place, action, reason, reading_id, made_by, made_at)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [made.id, engineId, made.measure, made.place, made.action, made.reason, made.readingId, made.by, made.at],
  );
}
