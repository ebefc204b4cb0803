import canonicalize from 'canonicalize';
import type { z } from 'zod';
import type { countRequest, Order, PartsAnswer, Supplier } from '../../contracts/parts.js';
import type { Person } from '../../contracts/shop.js';
import { waitsOf, type PartLine } from '../../core/parts/line.js';
import { onShelf, shelfKey, type StockItem } from '../../core/parts/stock.js';
import { Failure } from '../failure.js';
import type { Database, Queries } from '../store/database.js';
import {
  enginesThatWait,
  findPages,
  hasShelfRow,
  linesOfEngine,
  listPages,
  listUnsettled,
  nameEngines,
  partsRow,
  putWaits,
  shelfRow,
  sumShelf,
} from '../store/parts-store.js';
import { findShopData } from '../store/shop-store.js';
import type { Row } from '../store/tables.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** What there is of parts and who sells it: the shelf, the catalogue, the suppliers, and what stands in the book. */

const same = (a: unknown, b: unknown) => canonicalize(a) === canonicalize(b);

/** Everything that is not settled, with who sells and what there is. */
export async function allParts({ database }: Context): Promise<PartsAnswer> {
  const [suppliers, items, orders] = [await listPages(database, 'supplier'), await listPages(database, 'item'), await listPages(database, 'order')]; // prettier-ignore
  const lines = await listUnsettled(database);
  const shown = new Set(lines.map(({ orderId }) => orderId));
  const engines = [...new Set(lines.flatMap(({ engineId }) => engineId ?? []))];
  return {
    currency: (await findShopData(database)).currency,
    suppliers,
    items,
    shelf: onShelf(await sumShelf(database), lines),
    lines,
    orders: orders.filter(({ id }) => shown.has(id)),
    engines: await nameEngines(database, engines),
  };
}

/** All that was ever wanted for an engine. @throws Failure engine.not-found */
export async function partsOfEngine(
  { database }: Context,
  engines: Engines,
  engineId: string,
): Promise<{ currency: string | null; lines: PartLine[] }> {
  const { id } = await engines.get(engineId);
  return { currency: (await findShopData(database)).currency, lines: await linesOfEngine(database, id) };
}

/** An order with all that stands on it. @throws Failure part.not-found */
export async function wholeOrder(
  { database }: Context,
  id: string,
): Promise<{ order: Order; supplier: Supplier; lines: PartLine[]; items: StockItem[] }> {
  const [order] = await findPages(database, 'order', [id]);
  if (!order) throw new Failure('part.not-found');
  const [supplier] = await findPages(database, 'supplier', [order.supplierId]);
  const lines = await findPages(database, 'line', order.lines);
  const items = await findPages(database, 'item', [...new Set(lines.flatMap(({ itemId }) => itemId ?? []))]);
  return { order, supplier, lines, items };
}

/** Writes a supplier's page, a new one or anew; the one before stays in the book's history. */
export async function writeSupplier(
  context: Context,
  by: Person,
  rowId: string,
  supplier: Supplier,
): Promise<Supplier> {
  const { audit, clock, database } = context;
  return audit.exclusively(async () => {
    const [known] = await findPages(database, 'supplier', [supplier.id]);
    if (known && same(known, supplier)) return known;
    const at = clock.now();
    const rows = [partsRow(rowId, 'supplier', supplier, at, by.handle)];
    await put(context, at, by, 'supplier.written', { name: supplier.name }, rows);
    return supplier;
  });
}

/** Writes pages of the catalogue; what stands there so already is left. @throws Failure part.not-found */
export async function writeItems(context: Context, by: Person, items: StockItem[]): Promise<void> {
  const { audit, clock, database, newId } = context;
  await audit.exclusively(async () => {
    await mustSell(
      database,
      items.map(({ supplierId }) => supplierId),
    );
    const known = new Map((await findPages(database, 'item', items.map(({ id }) => id))).map((one) => [one.id, one])); // prettier-ignore
    const changed = items.filter((item) => !same(known.get(item.id), item));
    if (changed.length === 0) return;
    const at = clock.now();
    const rows = changed.map((item) => partsRow(newId(), 'item', item, at, by.handle));
    await put(context, at, by, 'catalogue.written', { count: changed.length, title: changed[0].title }, rows);
  });
}

/** Writes down how many were counted. @throws Failure part.not-found */
export async function countShelf(
  context: Context,
  by: Person,
  { id, itemId, lengthMm, pieces }: z.infer<typeof countRequest>,
): Promise<void> {
  const { audit, clock, database } = context;
  await audit.exclusively(async () => {
    if (await hasShelfRow(database, id)) return;
    const [item] = await findPages(database, 'item', [itemId]);
    if (!item) throw new Failure('part.not-found', [{ path: 'itemId', message: 'the catalogue has no such part' }]);
    const lay = await lyingOf(database, itemId, lengthMm);
    if (lay === pieces) return;
    const at = clock.now();
    const move = { itemId, lengthMm, pieces: pieces - lay, lineId: null };
    await put(context, at, by, 'shelf.counted', { title: item.title, pieces, before: lay }, [shelfRow(id, move, at, by.handle)]); // prettier-ignore
  });
}

/** @throws Failure part.not-found where nobody of that id sells anything */
export async function mustSell(queries: Queries, ids: (string | null)[]): Promise<void> {
  const asked = [...new Set(ids.flatMap((id) => id ?? []))];
  const known = await findPages(queries, 'supplier', asked);
  if (known.length !== asked.length)
    throw new Failure('part.not-found', [{ path: 'supplierId', message: 'there is no such supplier' }]);
}

/** How many pieces of an item at a length lie on the shelf. */
export async function lyingOf(queries: Queries, itemId: string, lengthMm: number | null): Promise<number> {
  const key = shelfKey({ itemId, lengthMm });
  const found = (await sumShelf(queries, [itemId])).find((one) => shelfKey(one) === key);
  return found?.pieces ?? 0;
}

async function put(
  { audit }: Context,
  at: Date,
  by: Person,
  act: string,
  body: Record<string, unknown>,
  rows: Row[],
): Promise<void> {
  // prettier-ignore
  await audit.put(() => ({ at, by: by.handle, act, engineId: null, body, rows }));
}

/** Puts on the floor what engines wait for, where it does not say so: after a restore. */
export async function fillWaits(database: Database): Promise<void> {
  for (const id of await enginesThatWait(database)) await putWaits(database, id, waitsOf(await linesOfEngine(database, id)), null); // prettier-ignore
}
