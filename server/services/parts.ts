import canonicalize from 'canonicalize';
import type { z } from 'zod';
import type { changeLineRequest, linesAnswer, NewLine, newOrderRequest, Order } from '../../contracts/parts.js';
import type { Person } from '../../contracts/shop.js';
import type { Engine } from '../../core/engine/engine.js';
import { placesOf, SCOPES } from '../../core/engine/places.js';
import { priceOf } from '../../core/parts/costs.js';
import { changesShelf, isOpen, MAY_BECOME, waitsOf, type PartLine } from '../../core/parts/line.js';
import { shareOut } from '../../core/parts/money.js';
import { onShelf, shelfKey } from '../../core/parts/stock.js';
import { Failure } from '../failure.js';
import {
  countOrders,
  findPages,
  findPartsRow,
  linesOfEngine,
  listUnsettled,
  nameEngines,
  partsRow,
  putWaits,
  shelfRow,
  sumShelf,
} from '../store/parts-store.js';
import type { Row } from '../store/tables.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';
import { lyingOf, mustSell } from './parts-book.js';

type LinesAnswer = z.infer<typeof linesAnswer>;
type LineChange = z.infer<typeof changeLineRequest>;

/** A line before and after something was done with it. */
interface Changed {
  from: PartLine | null;
  to: PartLine;
}

const same = (a: unknown, b: unknown) => canonicalize(a) === canonicalize(b);
const places = (line: Pick<PartLine, 'places'>) => line.places.join(', ');

/** Lines of parts and their orders. Each act writes pages of the book, what it moves on the shelf, and what engines wait for, together. */
export class Parts {
  constructor(
    private readonly context: Context,
    private readonly engines: Engines,
  ) {}

  /**
   * Puts a line on the list: something is wanted, or taken from the shelf. The same line sent twice is one.
   *
   * @throws Failure engine.not-found, engine.not-in-work, part.not-found, part.not-on-shelf, part.id-taken
   */
  async want(by: Person, { id, ...asked }: NewLine): Promise<LinesAnswer> {
    const { audit, database } = this.context;
    const engine = asked.engineId === null ? null : await this.engines.inWork(asked.engineId);
    if (engine) this.checkPlaces(engine.engine, asked.places);
    return audit.exclusively(async () => {
      const line: PartLine = {
        id,
        ...asked,
        engineId: engine?.id ?? null,
        orderId: null,
        freight: null,
        state: asked.isFromShelf ? 'arrived' : 'wanted',
        promisedOn: null,
        refund: null,
      };
      const [known] = await findPages(database, 'line', [id]);
      if (known && !same(this.asAsked(known), this.asAsked(line))) throw new Failure('part.id-taken');
      if (known) return this.answer([known]);
      await mustSell(database, [line.supplierId]);
      if (line.itemId !== null && (await findPages(database, 'item', [line.itemId])).length === 0)
        throw new Failure('part.not-found', [{ path: 'itemId', message: 'the catalogue has no such part' }]);
      if (line.isFromShelf) await this.mustLie(line);
      const { what, quantity, spares } = line;
      return this.change(by, 'part.wanted', { what, quantity: quantity + spares, places: places(line), isFromShelf: line.isFromShelf }, [{ from: null, to: line }], id); // prettier-ignore
    });
  }

  /**
   * Takes a line a step further, a step back, or says something otherwise of it.
   *
   * @throws Failure part.not-found, part.moved-on, part.no-such-step, part.not-on-shelf
   */
  async changeLine(
    by: Person,
    lineId: string,
    { id, from, to, promisedOn, refund, set }: LineChange,
  ): Promise<LinesAnswer> {
    const { audit, database } = this.context;
    return audit.exclusively(async () => {
      const [line] = await findPages(database, 'line', [lineId]);
      if (!line) throw new Failure('part.not-found');
      if (await findPartsRow(database, id)) return this.answer([line]);
      if (line.state !== from) throw new Failure('part.moved-on');
      const state = to ?? from;
      if (to !== undefined && !MAY_BECOME[from].includes(to)) throw new Failure('part.no-such-step');
      if (state === 'promised' && (promisedOn ?? line.promisedOn) === null)
        throw new Failure('part.no-such-step', [{ path: 'promisedOn', message: 'the day on which it was promised' }]);
      if (set?.supplierId !== undefined) await mustSell(database, [set.supplierId]);
      if (set?.places && line.engineId) this.checkPlaces((await this.engines.get(line.engineId)).engine, set.places);
      if (set?.quantity !== undefined && set.quantity !== line.quantity && state !== 'wanted')
        throw new Failure('part.no-such-step', [{ path: 'set.quantity', message: 'what was ordered or taken is so many' }]); // prettier-ignore
      if (set?.supplierId !== undefined && set.supplierId !== line.supplierId && state !== 'wanted')
        throw new Failure('part.no-such-step', [{ path: 'set.supplierId', message: 'it was ordered from another' }]);
      const back = state === 'wanted' ? { orderId: null, freight: null, promisedOn: null, refund: null } : {};
      const next: PartLine = {
        ...line,
        ...set,
        ...back,
        state,
        ...(promisedOn === undefined ? {} : { promisedOn }),
        refund:
          state !== 'sent-back' && state !== 'sold-on' ? null : (refund ?? (to === undefined ? line.refund : null)),
      };
      const { what } = line;
      const told = to === undefined ? { what, said: Object.keys(set ?? {}) } : { what, from, to, ...(promisedOn ? { promisedOn } : {}) }; // prettier-ignore
      return this.change(by, 'part.changed', told, [{ from: line, to: next }], id);
    });
  }

  /** Orders lines of one supplier together. @throws Failure part.not-found, part.moved-on */
  async placeOrder(
    by: Person,
    { id, supplierId, lines: ids, freight }: z.infer<typeof newOrderRequest>,
  ): Promise<Order> {
    const { audit, clock, database } = this.context;
    return audit.exclusively(async () => {
      const [known] = await findPages(database, 'order', [id]);
      if (known) return known;
      const [supplier] = await findPages(database, 'supplier', [supplierId]);
      if (!supplier)
        throw new Failure('part.not-found', [{ path: 'supplierId', message: 'there is no such supplier' }]);
      const lines = await findPages(database, 'line', ids);
      if (lines.length !== new Set(ids).size) throw new Failure('part.not-found', [{ path: 'lines', message: 'there is no such line' }]); // prettier-ignore
      const off = lines.find((line) => line.state !== 'wanted' || (line.supplierId !== null && line.supplierId !== supplierId)); // prettier-ignore
      if (off) throw new Failure('part.moved-on', [{ path: `lines.${ids.indexOf(off.id)}`, message: off.what }]);
      const at = clock.now();
      const number = (await countOrders(database)) + 1;
      const order: Order = { id, number, supplierId, lines: lines.map((line) => line.id), freight, orderedAt: at.toISOString(), by: by.handle }; // prettier-ignore
      const shares = shareOut(
        freight,
        lines.map((line) => priceOf(line) ?? 0),
      );
      const changed = lines.map((line, index): Changed => ({
        from: line,
        to: { ...line, supplierId, orderId: id, state: 'ordered', isFromShelf: false, freight: shares[index] },
      }));
      await this.change(by, 'order.placed', { number, supplier: supplier.name, lines: lines.length }, changed, undefined, [partsRow(id, 'order', order, at, by.handle)]); // prettier-ignore
      return order;
    });
  }

  /** Books what came of an order; answers which engines wait for nothing any more. @throws Failure part.not-found, part.moved-on */
  async arrive(by: Person, orderId: string, rowId: string, ids: string[]): Promise<LinesAnswer> {
    const { audit, database } = this.context;
    return audit.exclusively(async () => {
      const [order] = await findPages(database, 'order', [orderId]);
      const lines = await findPages(database, 'line', ids);
      if (!order || lines.length !== new Set(ids).size || lines.some((line) => line.orderId !== orderId))
        throw new Failure('part.not-found');
      if (await findPartsRow(database, rowId)) return this.answer(lines);
      const off = lines.find(({ state }) => !MAY_BECOME[state].includes('arrived') || state === 'wanted');
      if (off) throw new Failure('part.moved-on', [{ path: `lines.${ids.indexOf(off.id)}`, message: off.what }]);
      const changed = lines.map((line): Changed => ({ from: line, to: { ...line, state: 'arrived' } }));
      return this.change(by, 'order.arrived', { number: order.number, lines: lines.length }, changed, rowId);
    });
  }

  /** What a line was asked for as, whatever became of it since. */
  private asAsked({ orderId, freight, state, promisedOn, refund, ...asked }: PartLine) {
    return asked;
  }

  private checkPlaces(engine: Engine, asked: string[]): void {
    const wrong = asked.findIndex((place) => SCOPES.every((scope) => !placesOf(engine, scope).includes(place)));
    if (wrong >= 0) throw new Failure('part.not-found', [{ path: `places.${wrong}`, message: 'the engine has no such place' }]); // prettier-ignore
  }

  /** @throws Failure part.not-on-shelf */
  private async mustLie(line: PartLine): Promise<void> {
    const { database } = this.context;
    const { itemId, lengthMm, quantity } = line;
    const shelf = itemId === null ? [] : onShelf(await sumShelf(database, [itemId]), await listUnsettled(database));
    const free = shelf.find((one) => itemId !== null && shelfKey(one) === shelfKey({ itemId, lengthMm }))?.free ?? 0;
    if (free < quantity) throw new Failure('part.not-on-shelf', [{ path: 'quantity', message: `${free} lie free on the shelf` }]); // prettier-ignore
  }

  /** Asked anew where another process on the same database was faster. @throws Failure part.moved-on */
  private async mustStillBe(changed: Changed[]): Promise<void> {
    const seen = changed.flatMap(({ from }) => from ?? []);
    const now = await findPages(this.context.database, 'line', seen.map(({ id }) => id)); // prettier-ignore
    const moved = seen.find(
      (line) =>
        !same(
          line,
          now.find(({ id }) => id === line.id),
        ),
    );
    if (moved) throw new Failure('part.moved-on', [{ path: 'from', message: moved.what }]);
  }

  /** Writes lines as they are from now on, what they move on the shelf, and what their engines wait for. */
  private async change(
    by: Person,
    act: string,
    told: Record<string, unknown>,
    changed: Changed[],
    rowId?: string,
    more: Row[] = [],
  ): Promise<LinesAnswer> {
    const { audit, clock, database, newId } = this.context;
    const at = clock.now();
    const rows: Row[] = [...more];
    for (const [index, { from, to }] of changed.entries()) {
      rows.push(partsRow(index === 0 && rowId ? rowId : newId(), 'line', to, at, by.handle));
      const pieces = from && to.itemId !== null ? changesShelf(from, to) : 0;
      if (pieces === 0) continue;
      if (pieces < 0 && (await lyingOf(database, to.itemId!, to.lengthMm)) + pieces < 0)
        throw new Failure('part.not-on-shelf', [{ path: 'to', message: to.what }]);
      rows.push(shelfRow(newId(), { itemId: to.itemId!, lengthMm: to.lengthMm, pieces, lineId: to.id }, at, by.handle));
    }
    const engineIds = [...new Set(changed.flatMap(({ to }) => to.engineId ?? []))];
    const now = new Map(changed.map(({ to }) => [to.id, to]));
    const waits = await Promise.all(
      engineIds.map(async (engineId) => {
        const lines = (await linesOfEngine(database, engineId)).filter(({ id }) => !now.has(id));
        return [engineId, waitsOf([...lines, ...changed.flatMap(({ to }) => (to.engineId === engineId ? to : []))])] as const; // prettier-ignore
      }),
    );
    const engineId = engineIds.length === 1 ? engineIds[0] : null;
    await audit.put(
      async () => {
        await this.mustStillBe(changed);
        return { at, by: by.handle, act, engineId, body: told, rows };
      },
      async (queries) => {
        for (const [id, waiting] of waits) await putWaits(queries, id, waiting, at);
      },
    );
    const freed = changed.filter(({ from, to }) => from && isOpen(from) && !isOpen(to)).map(({ to }) => to.engineId);
    const free = waits.filter(([id, waiting]) => waiting === null && freed.includes(id)).map(([id]) => id);
    return { lines: changed.map(({ to }) => to), canGoOn: await nameEngines(database, free) };
  }

  private answer(lines: PartLine[]): LinesAnswer {
    return { lines, canGoOn: [] };
  }
}
