import { randomUUID } from 'node:crypto';
import type { Engine } from '../../core/engine/engine.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { placesOf } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import { readEntry } from '../../core/plan/read-entry.js';
import { EXAMPLE_SPEC_SETS } from '../../core/plan/example-spec-sets.js';
import type { Reading } from '../../core/sheet/reading.js';
import { standOf } from '../../core/sheet/stand.js';
import { KeptStanding } from '../../core/sheet/standing.js';
import type { Unit } from '../../core/units/units.js';
import type { Context } from '../services/context.js';
import { shownOf, SHOWN_BY } from '../services/floor.js';
import { headOf, seal, type SealedAct } from '../store/audit-log.js';
import type { Queries } from '../store/database.js';
import { engineRow, type EngineRow } from '../store/engine-store.js';
import { putOnFloor } from '../store/floor-store.js';
import { readingRow } from '../store/reading-store.js';
import { recordRow } from '../store/record-store.js';
import { TABLES, type Row, type TableName } from '../store/tables.js';
import { openBenchShop } from './bench-shop.js';

/** A shop after many years. */
export const ENGINES = 10_000;
const READINGS_EACH = 200;
/** Readings that one act tells of: a side of valves, taken without a connection and sent together. */
const AN_ACT = 8;
/** Engines that are written in one transaction. */
const TOGETHER = 100;
/** Every so many engines one has a record. */
const SIGNED_EVERY = 10;

const layout = LAYOUTS.find(({ name }) => name === 'v8')!;
const engine = layout.engine as Engine;
const spec = EXAMPLE_SPEC_SETS.find(({ id }) => id === layout.specSet)!;

/** What is read on one of its engines, over and over: every valve, every cylinder, every main. */
const ROUND: [measure: string, place: string, entered: string, unit: Unit][] = [
  ...placesOf(engine, 'valve').map((place): [string, string, string, Unit] => [
    'preload-turns',
    place,
    '0.625',
    'turn',
  ]),
  ...placesOf(engine, 'cylinder').map((place): [string, string, string, Unit] => ['bore', place, '4.0302', 'in']),
  ...placesOf(engine, 'main').map((place): [string, string, string, Unit] => ['main-bore', place, '2.4526', 'in']),
  ...placesOf(engine, 'main').map((place): [string, string, string, Unit] => ['main-journal', place, '2.4502', 'in']),
];

function readingAt(turn: number, at: Date, only?: string): Reading {
  const of = only ? ROUND.filter(([measure]) => measure === only) : ROUND;
  const [measure, place, entered, unit] = of[turn % of.length];
  const entry = readEntry(measureOf(measure), entered, unit);
  if (!entry.ok) throw new Error(`${entered} is no ${measure}`);
  const time = at.toISOString();
  return { id: randomUUID(), measure, place, entered, unit, value: entry.value, takenAt: time, receivedAt: time, by: 'owner', how: 'keyed' }; // prettier-ignore
}

/** Bytes as PostgreSQL reads them in JSON. */
const asJson = (_key: string, value: unknown) =>
  value instanceof Uint8Array ? `\\x${Buffer.from(value).toString('hex')}` : value;

/** Puts many rows into a table at once. */
async function insertMany(queries: Queries, table: TableName, rows: Row[]): Promise<void> {
  if (rows.length === 0) return;
  const columns = TABLES[table].columns.join(', ');
  const values = rows.map((row) => row.columns);
  await queries.query(
    `insert into ${table} (${columns}) select ${columns} from json_populate_recordset(null::${table}, $1::json)`,
    [JSON.stringify(values, asJson)],
  );
}

async function insertActs(queries: Queries, acts: SealedAct[]): Promise<void> {
  const rows = acts.map(([at, by, act, engine_id, body, previous_hash, hash]) => ({ at, by, act, engine_id, body, previous_hash, hash })); // prettier-ignore
  await queries.query(
    `insert into audit (at, by, act, engine_id, body, previous_hash, hash)
     select at, by, act, engine_id, body, previous_hash, hash from json_populate_recordset(null::audit, $1::json)`,
    [JSON.stringify(rows)],
  );
}

/** A record that was signed when the engine was done. Its files are short: they are not what is measured. */
function recordOf(row: EngineRow, at: Date): Row {
  const id = randomUUID();
  const { tag, title, customer } = row;
  const counts = { within: 16, doubt: 0, accepted: 0, notMeasured: 0 };
  const summary = { id, engineId: row.id, revision: 1, fingerprint: id, tag, title, customer, shop: 'Bench', signedAt: at.toISOString(), signedBy: 'Bench', counts }; // prettier-ignore
  const covered = { reading: Number.MAX_SAFE_INTEGER, paper: 0, act: 0 };
  return recordRow({ summary, jws: '{}', pdf: new TextEncoder().encode(id), pdfSha256: id, covered });
}

/** One engine with all that was read on it, as rows and sealed acts. */
interface Filled {
  row: EngineRow;
  readings: Reading[];
  rows: Row[];
  acts: SealedAct[];
  head: string;
}

function fill(row: EngineRow, readings: Reading[], record: Row | null, previous: string): Filled {
  const rows = [engineRow(row), ...readings.map((reading) => readingRow(row.id, reading)), ...(record ? [record] : [])];
  const acts: SealedAct[] = [];
  let head = previous;
  const tell = (act: string, body: Record<string, unknown>, told: Row[]) => {
    const sealed = seal(head, { at: row.openedAt, by: 'owner', act, engineId: row.id, body, rows: told });
    head = sealed[6];
    acts.push(sealed);
  };
  tell('engine.opened', { tag: row.tag, spec: spec.id, version: spec.version }, rows.slice(0, 1));
  for (let from = 0; from < readings.length; from += AN_ACT) {
    const some = readings.slice(from, from + AN_ACT);
    const told = some.map(({ id, measure, place, entered, unit }) => ({ id, measure, place, entered, unit }));
    tell('readings.taken', { readings: told }, rows.slice(1 + from, 1 + from + some.length));
  }
  if (record) tell('record.signed', { record: record.columns.id }, [record]);
  return { row, readings, rows, acts, head };
}

async function write(queries: Queries, filled: Filled[]): Promise<void> {
  const rows = filled.flatMap((one) => one.rows);
  for (const table of ['engines', 'readings', 'records'] as const)
    await insertMany(queries, table, rows.filter((row) => row.table === table)); // prettier-ignore
  await insertActs(queries, filled.flatMap(({ acts }) => acts)); // prettier-ignore
}

function newEngine(tag: string, turn: number): EngineRow {
  const openedAt = new Date(Date.UTC(2023, 0, 1) + turn * 3_600_000);
  const customer = `Customer ${String(turn % 2500).padStart(4, '0')}`;
  const called = { id: randomUUID(), tag, title: 'Petrel H8', customer, customerId: null };
  return { ...called, life: 'in-work', engine, spec, openedAt, openedBy: 'owner' };
}

/** The engines of a large shop that the benchmarks work on, by their tags. */
export const TAGS = { short: 'SHORT', long: 'LONG', whole: 'WHOLE' };

/**
 * Fills an empty shop with 10,000 engines and 2 million readings, straight through the store's own rows and acts, so
 * that `npm run audit` holds on it; then three engines to work on: with 10 and with 10,000 readings, and a whole one.
 */
export async function fillLargeShop({ database, ...context }: Context): Promise<void> {
  await openBenchShop({ database, ...context });
  let head = await headOf(database);
  const unsigned = { papers: [], signed: null, acts: [] };
  const standing = (readings: Reading[]) => {
    const file = { engine, spec, readings, ...unsigned };
    return new KeptStanding(engine, spec, standOf(file)).of(file);
  };
  let usual: ReturnType<typeof standing> | null = null;
  for (let first = 0; first < ENGINES; first += TOGETHER) {
    const filled = Array.from({ length: TOGETHER }, (_, index) => {
      const turn = first + index;
      const row = newEngine(`B-${String(turn).padStart(5, '0')}`, turn);
      const readings = Array.from({ length: READINGS_EACH }, (_, nth) => readingAt(nth, row.openedAt));
      const one = fill(row, readings, turn % SIGNED_EVERY === 0 ? recordOf(row, row.openedAt) : null, head);
      head = one.head;
      return one;
    });
    await database.transaction(async (queries) => {
      await write(queries, filled);
      for (const { row, readings, rows } of filled) {
        usual ??= standing(readings);
        const signedAt = rows.at(-1)!.table === 'records' ? row.openedAt.toISOString() : null;
        const shown = {
          ...shownOf(row, usual, { ...unsigned, spec: row.spec }),
          ...(signedAt ? { state: 'signed' as const, signedAt } : {}),
        };
        await putOnFloor(queries, shown, row.openedAt, SHOWN_BY);
      }
    });
  }
  const worked = [
    { tag: TAGS.short, readings: Array.from({ length: 10 }, (_, nth) => readingAt(nth, new Date(), 'bore')) },
    { tag: TAGS.long, readings: Array.from({ length: 10_000 }, (_, nth) => readingAt(nth, new Date(), 'bore')) },
    { tag: TAGS.whole, readings: Array.from({ length: 400 }, (_, nth) => readingAt(nth, new Date())) },
  ];
  for (const [index, { tag, readings }] of worked.entries()) {
    const row = newEngine(tag, ENGINES + index);
    const one = fill(row, readings, null, head);
    head = one.head;
    await database.transaction(async (queries) => {
      await write(queries, [one]);
      await putOnFloor(
        queries,
        shownOf(row, standing(readings), { ...unsigned, spec: row.spec }),
        row.openedAt,
        SHOWN_BY,
      );
    });
  }
}
