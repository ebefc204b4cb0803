import type { Order, Supplier } from '../../contracts/parts.js';
import type { Arrival } from '../../core/parts/lateness.js';
import type { PartLine, Waits } from '../../core/parts/line.js';
import type { ShelfMove, StockItem } from '../../core/parts/stock.js';
import type { Queries } from './database.js';
import type { Row } from './tables.js';

/** What stands in the book of parts, by its kind. */
interface Pages {
  supplier: Supplier;
  item: StockItem;
  line: PartLine;
  order: Order;
}
type PageKind = keyof Pages;

interface Columns<Kind extends PageKind> {
  subject_id: string;
  body: Omit<Pages[Kind], 'id'>;
}
const toPage = <Kind extends PageKind>({ subject_id, body }: Columns<Kind>) => ({ id: subject_id, ...body }) as Pages[Kind]; // prettier-ignore

/** A page of the book from now on; a line stands under its engine. */
export function partsRow<Kind extends PageKind>(
  rowId: string,
  kind: Kind,
  { id, ...body }: Pages[Kind],
  at: Date,
  by: string,
): Row {
  const engineId = kind === 'line' ? (body as Partial<PartLine>).engineId : null;
  return { table: 'parts_book', columns: { id: rowId, kind, subject_id: id, engine_id: engineId, body, at, by } };
}

export function shelfRow(rowId: string, move: ShelfMove & { lineId: string | null }, at: Date, by: string): Row {
  const { itemId, lengthMm, pieces, lineId } = move;
  return {
    table: 'shelf_moves',
    columns: { id: rowId, item_id: itemId, length_mm: lengthMm, pieces, line_id: lineId, at, by },
  };
}

/** The newest page of each subject of a kind, in the order in which the first of each was written. */
const newestOf = (where: string) => `select subject_id, body from (
    select distinct on (subject_id) subject_id, body, min(seq) over (partition by subject_id) as first
    from parts_book where ${where} order by subject_id, seq desc) page order by first`;

/** Every page of a kind. */
export async function listPages<Kind extends PageKind>(queries: Queries, kind: Kind): Promise<Pages[Kind][]> {
  return (await queries.query<Columns<Kind>>(newestOf('kind = $1'), [kind])).map(toPage);
}

/** The pages of some subjects of a kind. */
export async function findPages<Kind extends PageKind>(
  queries: Queries,
  kind: Kind,
  ids: string[],
): Promise<Pages[Kind][]> {
  return (await queries.query<Columns<Kind>>(newestOf('kind = $1 and subject_id = any($2::uuid[])'), [kind, ids])).map(toPage); // prettier-ignore
}

/** What was wanted for an engine at a moment, as it stood then. */
export async function linesOfEngineAt(queries: Queries, engineId: string, at: Date): Promise<PartLine[]> {
  return (await queries.query<Columns<'line'>>(newestOf(`kind = 'line' and engine_id = $1 and at <= $2`), [engineId, at])).map(toPage); // prettier-ignore
}

/** All that was ever wanted for an engine. */
export async function linesOfEngine(queries: Queries, engineId: string): Promise<PartLine[]> {
  return (await queries.query<Columns<'line'>>(newestOf(`kind = 'line' and engine_id = $1`), [engineId])).map(toPage);
}

/** The lines of which nothing is settled yet: wanted, on their way, or here for an engine. */
export async function listUnsettled(queries: Queries): Promise<PartLine[]> {
  const rows = await queries.query<Columns<'line'>>(
    `select subject_id, body from (
       select distinct on (subject_id) subject_id, body, seq from parts_book where kind = 'line'
       order by subject_id, seq desc) page
     where body ->> 'state' in ('wanted', 'ordered', 'promised', 'arrived') order by seq`,
  );
  return rows.map(toPage);
}

/** What arrived, and for when it had been promised, the newest first. */
export async function listArrivals(queries: Queries, timeZone: string, limit: number): Promise<Arrival[]> {
  const rows = await queries.query<{ supplier: string | null; promised: string; arrived: string }>(
    `select supplier, promised, to_char(at at time zone $1, 'YYYY-MM-DD') as arrived from (
       select seq, at, body ->> 'state' as state, body ->> 'supplierId' as supplier,
         lag(body ->> 'state') over line as before, lag(body ->> 'promisedOn') over line as promised
       from parts_book where kind = 'line' window line as (partition by subject_id order by seq)) page
     where state = 'arrived' and before = 'promised' and promised is not null order by seq desc limit $2`,
    [timeZone, limit],
  );
  return rows.map(({ supplier, promised, arrived }) => ({
    supplierId: supplier,
    promisedOn: promised,
    arrivedOn: arrived,
  }));
}

/** Whether a row was written under this id already, and as whose page. */
export async function findPartsRow(queries: Queries, rowId: string): Promise<{ subjectId: string } | null> {
  const [row] = await queries.query<{ subject_id: string }>('select subject_id from parts_book where id = $1', [rowId]);
  return row ? { subjectId: row.subject_id } : null;
}

export async function hasShelfRow(queries: Queries, rowId: string): Promise<boolean> {
  return (await queries.query('select 1 from shelf_moves where id = $1', [rowId])).length > 0;
}

/** What lies on the shelf, as one move for each item and length; of some items, or of all. */
export async function sumShelf(queries: Queries, itemIds: string[] | null = null): Promise<ShelfMove[]> {
  const rows = await queries.query<{ item_id: string; length_mm: number | null; pieces: number }>(
    `select item_id, length_mm, sum(pieces)::int as pieces from shelf_moves
     where $1::uuid[] is null or item_id = any($1::uuid[]) group by item_id, length_mm order by item_id, length_mm`,
    [itemIds],
  );
  return rows.map(({ item_id, length_mm, pieces }) => ({ itemId: item_id, lengthMm: length_mm, pieces }));
}

export async function countOrders(queries: Queries): Promise<number> {
  const [{ count }] = await queries.query<{ count: number }>(`select count(distinct subject_id) as count from parts_book where kind = 'order'`); // prettier-ignore
  return Number(count);
}

/** What engines are called, by their ids. */
export async function nameEngines(
  queries: Queries,
  ids: string[],
): Promise<{ id: string; tag: string; title: string }[]> {
  const rows = await queries.query<{ shown: string }>('select shown from floor where engine_id = any($1::uuid[])', [ids]); // prettier-ignore
  return rows.map(({ shown }) => {
    const { id, tag, title } = JSON.parse(shown) as { id: string; tag: string; title: string };
    return { id, tag, title };
  });
}

/** Puts on the floor what an engine waits for; at a time where it is touched by that. */
export async function putWaits(
  queries: Queries,
  engineId: string,
  waits: Waits | null,
  at: Date | null,
): Promise<void> {
  await queries.query(
    'update floor set waits = $2, touched_at = greatest(touched_at, $3) where engine_id = $1',
    [engineId, waits && JSON.stringify(waits), at], // greatest() passes over null
  );
}

/** Engines that wait for something, or might; after a restore the floor does not say it. */
export async function enginesThatWait(queries: Queries): Promise<string[]> {
  const rows = await queries.query<{ engine_id: string }>(
    `select distinct engine_id from (
       select distinct on (subject_id) engine_id, body from parts_book where kind = 'line'
       order by subject_id, seq desc) page
     where engine_id is not null and body ->> 'state' in ('wanted', 'ordered', 'promised')`,
  );
  return rows.map(({ engine_id }) => engine_id);
}
