import { randomUUID } from 'node:crypto';
import type { NewLine, Order, PartsAnswer } from '../../contracts/parts.js';
import { costsOf, priceOf } from '../../core/parts/costs.js';
import type { PartLine } from '../../core/parts/line.js';
import type { StockItem } from '../../core/parts/stock.js';
import { openEngine, openTestShop, type TestShop } from '../test-shop.js';

let shop: TestShop;
let engineId: string;
beforeAll(async () => {
  shop = await openTestShop();
  engineId = await openEngine(shop, { tag: 'PARTS-1' });
});
afterAll(() => shop.close());

const ask = <T>(method: string, path: string, body?: unknown) => shop.as('builder')<T>(method, path, body);
const all = async () => (await ask<PartsAnswer>('GET', '/api/parts')).body;
const waits = async (tag = 'PARTS-1') => {
  const { body } = await ask<{ engines: { waits: unknown }[] }>('GET', `/api/engines?search=${tag}`);
  return body.engines[0].waits;
};
/** A supplier that is in the book. */
async function supplier(name: string): Promise<string> {
  const id = randomUUID();
  await ask('POST', '/api/parts/suppliers', { id: randomUUID(), supplier: { id, name, mail: 'parts@supplier.test' } });
  return id;
}
/** A part that is in the catalogue. */
async function item(change: Partial<StockItem> = {}): Promise<StockItem> {
  const made: StockItem = {
    id: randomUUID(), part: 'pushrods', title: 'Pushrod 5/16', number: 'MP-7650', supplierId: null,
    lengths: { kind: 'one', length: 194.31 }, diameterMm: 7.9375, wallMm: 2.1, priceEach: 1450, leadDays: 5, keep: null, ...change,
  }; // prettier-ignore
  const { status } = await ask('POST', '/api/parts/items', { id: randomUUID(), items: [made] });
  expect(status).toBe(201);
  return made;
}
const newLine = (change: Partial<NewLine> = {}): NewLine => ({
  id: randomUUID(), engineId, places: ['1I', '3I'], part: 'pushrods', what: 'Pushrod 7.650 in', itemId: null, lengthMm: null,
  isFromShelf: false, quantity: 8, spares: 1, priceEach: 1450, supplierId: null, note: '', ...change,
}); // prettier-ignore
type Lines = { lines: PartLine[]; canGoOn: { tag: string }[] };
const want = (change: Partial<NewLine> = {}) => ask<Lines>('POST', '/api/parts/lines', newLine(change));
const change = (line: string, body: Record<string, unknown>) => ask<Lines>('POST', `/api/parts/lines/${line}`, { id: randomUUID(), ...body }); // prettier-ignore

describe('from wanted to fitted', () => {
  test('lines of one supplier are ordered together, its freight shared, promised, and booked on arrival', async () => {
    const supplierId = await supplier('Reedbed Pushrods');
    const rod = await item({ supplierId });
    const [one, two] = [
      (await want({ supplierId, itemId: rod.id, lengthMm: 194.31 })).body.lines[0],
      (await want({ supplierId, part: 'gaskets', what: 'Head gasket 0.041 in', places: [], quantity: 2, spares: 0, priceEach: 6200 })).body.lines[0],
    ]; // prettier-ignore
    expect(await waits()).toEqual({ lines: 2, parts: ['pushrods', 'gaskets'], until: null });

    const { status, body: order } = await ask<Order>('POST', '/api/parts/orders', { id: randomUUID(), supplierId, lines: [one.id, two.id], freight: 1275 }); // prettier-ignore
    expect([status, order.number]).toEqual([201, 1]);
    const ordered = (await all()).lines.filter(({ orderId }) => orderId === order.id);
    // An order adds up to its lines.
    expect(ordered.reduce((sum, line) => sum + line.freight!, 0)).toBe(1275);
    expect(ordered.reduce((sum, line) => sum + priceOf(line)!, 0)).toBe(9 * 1450 + 2 * 6200);

    for (const [line, day] of [
      [one, '2026-12-01'],
      [two, '2026-12-04'],
    ] as const)
      expect((await change(line.id, { from: 'ordered', to: 'promised', promisedOn: day })).status).toBe(200);
    expect(await waits()).toMatchObject({ lines: 2, until: '2026-12-04' });

    const arrived = await ask<Lines>('POST', `/api/parts/orders/${order.id}/arrived`, { id: randomUUID(), lines: [one.id] }); // prettier-ignore
    expect(arrived.body.canGoOn).toEqual([]);
    // The rods lie on the shelf with their spare, and all but the spare are this engine's.
    expect((await all()).shelf).toContainEqual({ itemId: rod.id, lengthMm: 194.31, pieces: 9, free: 1 });
    const last = await ask<Lines>('POST', `/api/parts/orders/${order.id}/arrived`, { id: randomUUID(), lines: [two.id] }); // prettier-ignore
    expect(last.body.canGoOn.map(({ tag }) => tag)).toEqual(['PARTS-1']);
    expect(await waits()).toBeNull();

    await change(one.id, { from: 'arrived', to: 'fitted' });
    expect((await all()).shelf).toContainEqual({ itemId: rod.id, lengthMm: 194.31, pieces: 1, free: 1 });
    const { body } = await ask<{ lines: PartLine[] }>('GET', `/api/engines/${engineId}/parts`);
    expect(costsOf(body.lines)).toMatchObject({ parts: 9 * 1450 + 2 * 6200, freight: 1275, twice: 0 });
  });

  test('what lies on the shelf is taken from there, counted down when fitted, and never below nothing', async () => {
    const rod = await item({ number: 'SHELF-1' });
    const onShelf = { isFromShelf: true, itemId: rod.id, lengthMm: 194.31, quantity: 8, spares: 0 };
    expect((await want(onShelf)).body.error.code).toBe('part.not-on-shelf');
    await ask('POST', '/api/parts/shelf', { id: randomUUID(), itemId: rod.id, lengthMm: 194.31, pieces: 12 });
    const { body } = await want(onShelf);
    expect(body.lines[0].state).toBe('arrived');
    // Four are left for others, though twelve lie there.
    expect((await all()).shelf).toContainEqual({ itemId: rod.id, lengthMm: 194.31, pieces: 12, free: 4 });
    expect((await want(onShelf)).body.error).toMatchObject({ code: 'part.not-on-shelf', issues: [{ message: '4 lie free on the shelf' }] }); // prettier-ignore
    await change(body.lines[0].id, { from: 'arrived', to: 'fitted' });
    expect((await all()).shelf).toContainEqual({ itemId: rod.id, lengthMm: 194.31, pieces: 4, free: 4 });
    await change(body.lines[0].id, { from: 'fitted', to: 'arrived' });
    expect((await all()).shelf).toContainEqual({ itemId: rod.id, lengthMm: 194.31, pieces: 12, free: 4 });
  });

  test('bought twice: what was sent back for the same valves, less what came back for it', async () => {
    const tag = 'PARTS-TWICE';
    const own = await openEngine(shop, { tag });
    const supplierId = await supplier('Fen Tubes');
    for (const state of ['sent-back', 'fitted']) {
      const { body } = await want({ engineId: own, supplierId });
      await ask('POST', '/api/parts/orders', { id: randomUUID(), supplierId, lines: [body.lines[0].id], freight: 500 });
      await change(body.lines[0].id, { from: 'ordered', to: 'arrived' });
      await change(body.lines[0].id, { from: 'arrived', to: state, ...(state === 'sent-back' ? { refund: 9000 } : {}) }); // prettier-ignore
    }
    const { body } = await ask<{ lines: PartLine[] }>('GET', `/api/engines/${own}/parts`);
    expect(costsOf(body.lines)).toMatchObject({ freight: 1000, refunds: 9000, twice: 9 * 1450 + 500 - 9000 });
  });
});

describe('nothing is done twice, and nothing behind somebody’s back', () => {
  test('the same line, order, arrival or count sent again is the same', async () => {
    const supplierId = await supplier('Twice Ltd');
    const line = newLine({ supplierId });
    const first = await ask<Lines>('POST', '/api/parts/lines', line);
    expect((await ask<Lines>('POST', '/api/parts/lines', line)).body.lines).toEqual(first.body.lines);
    expect((await ask('POST', '/api/parts/lines', { ...line, quantity: 4 })).body.error.code).toBe('part.id-taken');
    const order = { id: randomUUID(), supplierId, lines: [line.id], freight: 0 };
    const [a, b] = [await ask<Order>('POST', '/api/parts/orders', order), await ask<Order>('POST', '/api/parts/orders', order)]; // prettier-ignore
    expect(b.body).toEqual(a.body);
    const promise = { id: randomUUID(), from: 'ordered', to: 'promised', promisedOn: '2026-12-09' };
    const told = [await change(line.id, promise), await change(line.id, promise)];
    expect(told.map(({ status }) => status)).toEqual([200, 200]);
    const arrived = { id: randomUUID(), lines: [line.id] };
    for (let time = 0; time < 2; time++)
      expect((await ask('POST', `/api/parts/orders/${order.id}/arrived`, arrived)).status).toBe(200);
  });

  test('a step that somebody else has taken meanwhile is refused, and so is one that there is not', async () => {
    const { body } = await want();
    const [line] = body.lines;
    await change(line.id, { from: 'wanted', to: 'dropped' });
    expect((await change(line.id, { from: 'wanted', to: 'arrived' })).body.error.code).toBe('part.moved-on');
    expect((await change(line.id, { from: 'dropped', to: 'fitted' })).body.error.code).toBe('part.no-such-step');
    expect((await change(line.id, { from: 'dropped', to: 'wanted' })).body.lines[0].state).toBe('wanted');
  });

  test('what is said otherwise later leaves what came back for it; from whom it is stays once it was ordered', async () => {
    const [supplierId, other] = [await supplier('Said Once'), await supplier('Said Twice')];
    const [line] = (await want({ supplierId })).body.lines;
    expect((await change(line.id, { from: 'wanted', set: { supplierId: other } })).body.lines[0].supplierId).toBe(
      other,
    );
    await ask('POST', '/api/parts/orders', { id: randomUUID(), supplierId: other, lines: [line.id], freight: 0 });
    const moved = await change(line.id, { from: 'ordered', set: { supplierId } });
    expect(moved.body.error.issues[0].path).toBe('set.supplierId');
    await change(line.id, { from: 'ordered', to: 'arrived' });
    await change(line.id, { from: 'arrived', to: 'sent-back', refund: 500 });
    const { lines } = (await change(line.id, { from: 'sent-back', set: { note: 'by the van' } })).body;
    expect(lines[0]).toMatchObject({ state: 'sent-back', refund: 500, note: 'by the van' });
  });

  test('what is unknown is named by its field', async () => {
    const unknown = randomUUID();
    const codes = async (asked: Partial<NewLine>) => (await want(asked)).body.error.issues.map(({ path }) => path);
    expect(await codes({ places: ['1I', '9I'] })).toEqual(['places.1']);
    expect(await codes({ supplierId: unknown })).toEqual(['supplierId']);
    expect(await codes({ itemId: unknown })).toEqual(['itemId']);
    expect((await want({ engineId: unknown })).body.error.code).toBe('engine.not-found');
    const promise = await want();
    expect((await change(promise.body.lines[0].id, { from: 'wanted', set: { quantity: 0 } })).body.error.issues[0].path).toBe('set.quantity'); // prettier-ignore
    expect((await ask('GET', `/api/parts/orders/${unknown}/order.pdf`)).status).toBe(404);
  });

  test('who looks on sees neither parts nor prices', async () => {
    expect((await shop.as('apprentice')('GET', '/api/parts')).status).toBe(403);
    expect((await shop.as('stranger')('GET', '/api/parts')).status).toBe(401);
  });
});

describe('an order leaves the shop', () => {
  test('as a PDF and as CSV whose sums are those of its lines', async () => {
    const supplierId = await supplier('=Paper & Sons');
    const { body } = await want({ supplierId, what: 'Pushrod 7.650 in, marked' });
    const { body: order } = await ask<Order>('POST', '/api/parts/orders', { id: randomUUID(), supplierId, lines: [body.lines[0].id], freight: 950 }); // prettier-ignore
    const pdf = await fetch(`${shop.url}/api/parts/orders/${order.id}/order.pdf`);
    expect(pdf.status).toBe(401);
    const csv = await ask<string>('GET', `/api/parts/orders/${order.id}/order.csv`);
    const text = String(csv.body);
    expect(csv.headers.get('content-disposition')).toContain(`order-${order.number}.csv`);
    expect(text.split('\r\n')[1]).toBe(`${order.number},'=Paper & Sons,,"Pushrod 7.650 in, marked",,,9,14.50,130.50`);
    expect(text.split('\r\n')[2]).toContain('freight');
    const paper = await ask('GET', `/api/parts/orders/${order.id}/order.pdf`);
    expect([paper.status, paper.headers.get('content-type'), String(paper.body).slice(0, 8)]).toEqual([200, 'application/pdf', '%PDF-1.7']); // prettier-ignore
  });
});

test('the log says in sentences what became of parts', async () => {
  const { body } = await shop.as('owner')<{ acts: { says: string }[] }>('GET', '/api/acts');
  const said = body.acts.map(({ says }) => says);
  expect(said).toEqual(
    expect.arrayContaining([expect.stringMatching(/^placed order \d+ with =Paper & Sons: one line$/)]),
  );
});
