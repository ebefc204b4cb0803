import type { TakenAt } from '../../core/plan/learned-times.js';
import type { AtBy } from '../../core/plan/measure.js';
import type { OfBuild } from '../../core/sheet/learn-history.js';
import type { Reading, ReadingSource } from '../../core/sheet/reading.js';
import { BUILD } from '../../core/sheet/slot.js';
import type { Unit } from '../../core/units/units.js';
import { AUDIT_INSERT, type SealedAct } from './audit-log.js';
import { isoOf, type Database, type Queries } from './database.js';
import type { FloorChange } from './floor-store.js';
import { TABLES, valuesOf, type Row } from './tables.js';

interface Columns {
  id: string;
  measure: string;
  place: string;
  at_by: AtBy | null;
  at_value: number | null;
  occasion: string;
  entered: string;
  unit: Unit;
  value: number;
  taken_at: string;
  received_at: string;
  taken_by: string;
  how: ReadingSource;
  instrument: string | null;
  note: string | null;
  supersedes: string | null;
  corrects: boolean | null;
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
  takenAt: row.taken_at,
  receivedAt: row.received_at,
  by: row.taken_by,
  how: row.how,
  ...(row.instrument === null ? {} : { instrument: row.instrument }),
  ...(row.note === null ? {} : { note: row.note }),
  ...(row.supersedes === null ? {} : { supersedes: row.supersedes }),
  ...(row.corrects ? { corrects: true } : {}),
});

/** The readings of an engine in the order in which they arrived: as one JSON, which PGlite hands over in a third of the time. */
export async function listReadings(queries: Queries, engineId: string): Promise<Reading[]> {
  const [{ list }] = await queries.query<{ list: Columns[] | null }>(
    `select json_agg(one) as list from (
       select id, measure, place, at_by, at_value, occasion, entered, unit, value, ${isoOf('taken_at')} as taken_at,
         ${isoOf('received_at')} as received_at, taken_by, how, instrument, note, supersedes, corrects
       from readings where engine_id = $1 order by seq
     ) one`,
    [engineId],
  );
  return (list ?? []).map(toReading);
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
      corrects: reading.corrects ?? null,
    },
  };
}

/** Up to so many readings a statement is kept prepared: what benches send one at a time, written together. */
const FEW = 8;

/**
 * Writes readings, the acts that tell of them and what the floor then shows of their engines in one statement, so that
 * one sync makes all durable. Plain VALUES: `unnest` of arrays costs a single reading, which is what a bench sends, half
 * as much again. The chain comes first: where another process was faster, ours waits there and holds nothing else.
 */
export async function insertReadings(
  database: Database,
  rows: Row[],
  sealed: SealedAct[],
  floor: FloorChange[],
): Promise<void> {
  const params: unknown[] = [];
  const slots = (values: unknown[], types: string[] = []) =>
    `(${values.map((value, index) => `$${params.push(value)}${types[index] ?? ''}`).join(', ')})`;
  const changes = floor.map(({ engineId, touchedAt, shown }) =>
    slots([engineId, touchedAt, shown], ['::uuid', '::timestamptz', '::text']),
  );
  const sql = `with sealed as (${AUDIT_INSERT} values ${sealed.map((act) => slots(act)).join(', ')} returning 1),
    taken as (insert into readings (${COLUMNS}) values ${rows.map((row) => slots(valuesOf(row))).join(', ')})
    update floor set touched_at = changed.at, shown = coalesce(changed.shown, floor.shown)
    from (values ${changes.join(', ')}) changed (id, at, shown)
    where engine_id = changed.id and exists (select from sealed)`;
  await (rows.length <= FEW ? database.prepared(sql, params) : database.query(sql, params));
}

/** What was read in the build of the engines that were signed last, engine by engine, in the order in which it arrived. */
export async function listOfBuilds(queries: Queries, limit: number): Promise<OfBuild[][]> {
  const rows = await queries.query<{ list: OfBuild[] }>(
    `select json_agg(json_strip_nulls(json_build_object('id', id, 'measure', measure, 'place', place, 'value', value,
         'at', case when at_by is null then null else json_build_object('by', at_by, 'value', at_value) end,
         'supersedes', supersedes, 'corrects', case when corrects then true end)) order by seq) as list
     from readings
     where occasion = $1
       and engine_id in (select engine_id from records group by engine_id order by max(last_reading) desc limit $2)
     group by engine_id`,
    [BUILD, limit],
  );
  return rows.map(({ list }) => list);
}

/** The newest readings of the shop as far as they tell how long work takes; those that were brought along tell nothing. */
export async function listTaken(queries: Queries, limit: number): Promise<TakenAt[]> {
  const [{ list }] = await queries.query<{ list: TakenAt[] | null }>(
    `select json_agg(one) as list from (
       select engine_id as "engineId", measure, taken_by as by, floor(extract(epoch from taken_at) * 1000) as at,
         engine_id in (select engine_id from records) as "isFinished"
       from readings where how <> 'imported' and occasion = $2 order by seq desc limit $1) one`,
    [limit, BUILD],
  );
  return list ?? [];
}
