import { randomUUID } from 'node:crypto';
import type { KeptAnswer, PromisesAnswer } from '../../contracts/promise.js';
import { isAtRisk, mustBeTold, wordPromise, wordTold } from '../../contracts/wording/promise.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

type Refused = { error: { code: string; issues: { path: string; message: string }[] } };
const as = (who: 'owner' | 'lead' | 'builder' | 'apprentice') => shop.as(who);
const promises = async () => (await as('builder')<PromisesAnswer>('GET', '/api/promises')).body;
const of = async (id: string) => (await promises()).engines.find((one) => one.id === id)!;
const job = (id: string, body: object) => as('builder')('POST', `/api/engines/${id}/papers/job`, body);
const day = (days: number) => new Date(shop.clock.at.getTime() + days * 86_400_000).toISOString().slice(0, 10);
const say = (on: string) => on;

/** A part that an engine waits for; with a day, it is ordered and promised for it. */
async function waitsFor(engineId: string, part: string, promisedOn: string | null): Promise<void> {
  const supplier = randomUUID();
  await as('builder')('POST', '/api/parts/suppliers', { id: randomUUID(), supplier: { id: supplier, name: `Supplier ${supplier.slice(0, 8)}` } }); // prettier-ignore
  const line = { id: randomUUID(), engineId, places: [], part, what: part, itemId: null, lengthMm: null, isFromShelf: false, quantity: 1, spares: 0, priceEach: null, supplierId: supplier, note: '' }; // prettier-ignore
  const wanted = await as('builder')<Refused>('POST', '/api/parts/lines', line);
  expect([wanted.status, wanted.body.error]).toEqual([201, undefined]);
  if (promisedOn === null) return;
  const placed = await as('builder')<Refused>('POST', '/api/parts/orders', { id: randomUUID(), supplierId: supplier, lines: [line.id], freight: 0 }); // prettier-ignore
  expect([placed.status, placed.body.error]).toEqual([201, undefined]);
  const promised = await as('builder')<Refused>('POST', `/api/parts/lines/${line.id}`, { id: randomUUID(), from: 'ordered', to: 'promised', promisedOn }); // prettier-ignore
  expect([promised.status, promised.body.error]).toEqual([200, undefined]);
}

describe('when an engine will be ready', () => {
  test('is told of every engine in work, with what is left and the week that was reckoned with', async () => {
    const id = await openEngine(shop);
    const { engines, unsaid, hands, shop: name } = await promises();
    const one = engines.find((engine) => engine.id === id)!;
    expect(one).toMatchObject({ promised: null, share: null, told: null, awaited: [] });
    expect(one.steps.map((step) => step.id)).toContain('gate:pan');
    expect([unsaid, hands, name]).toEqual([['week', 'hours', 'timeZone'], 1, 'Marram Engine Works']);
    expect((await as('apprentice')('GET', '/api/promises')).status).toBe(403);
  });

  test('comes nearer with what is done, and goes by the shop’s own hours', async () => {
    const id = await openEngine(shop);
    const before = await of(id);
    await as('builder')('POST', `/api/engines/${id}/gates/pan`, { reason: 'came as a short block' });
    const after = await of(id);
    expect(after.finishAt).toBeLessThan(before.finishAt);
    const { body: said } = await as('owner')<object>('GET', '/api/shop/data');
    const hours = { from: '08:00', to: '10:00' };
    const file = (change: object) => as('owner')<Refused>('POST', '/api/shop/data', { ...said, ...change });
    expect((await file({ hours: { from: '10:00', to: '08:00' } })).status).toBe(422);
    expect((await file({ hours, week: ['mon', 'tue', 'wed', 'thu', 'fri'], timeZone: 'UTC' })).status).toBe(200);
    expect((await of(id)).finishAt).toBeGreaterThan(after.finishAt);
    expect((await promises()).unsaid).toEqual([]);
    await as('owner')('POST', '/api/shop/data', said);
  });

  test('is put off by a part until its day, says why, and asks for telling the customer until he was told', async () => {
    const id = await openEngine(shop);
    await job(id, { promised: day(12) });
    expect(isAtRisk(await of(id))).toBe(false);
    await waitsFor(id, 'pushrods', day(18));
    const late = await of(id);
    expect(late.readyOn >= day(18)).toBe(true);
    expect(wordPromise(late, say)).toMatch(new RegExp(`^\\w+ days late: pushrods on ${day(18)}$`));
    expect([isAtRisk(late), mustBeTold(late)]).toEqual([true, true]);
    expect((await promises()).engines[0].id).toBe(id);
    const told = { how: 'phone', says: 'A week later: pushrods.', promised: late.promised, expected: late.surelyOn };
    expect((await as('lead')('POST', `/api/engines/${id}/told`, told)).status).toBe(201);
    const after = await of(id);
    expect([isAtRisk(after), mustBeTold(after), after.told!.by]).toEqual([true, false, 'lead']);
    await job(id, { promised: late.surelyOn });
    expect(isAtRisk(await of(id))).toBe(false);
  });

  test('nobody can say while a part has no day', async () => {
    const id = await openEngine(shop);
    await job(id, { promised: day(40) });
    await waitsFor(id, 'rockers', null);
    const open = await of(id);
    expect(wordPromise(open, say)).toBe(`ready ${open.readyOn} at the earliest: rockers, nobody has said when`);
    expect([isAtRisk(open), mustBeTold(open)]).toEqual([true, false]);
  });

  test('is put off where the shop begins it later, and stays on its day after the rest of its job is filed', async () => {
    const id = await openEngine(shop);
    const at = (await of(id)).finishAt;
    await job(id, { promised: day(60), startOn: day(21) });
    const moved = await of(id);
    expect([moved.startOn, moved.finishAt > at + 10 * 86_400_000]).toEqual([day(21), true]);
  });

  test('is nothing any more once it is handed over', async () => {
    const id = await openEngine(shop);
    await as('lead')('POST', `/api/engines/${id}/life`, { life: 'handed-over', reason: 'collected' });
    expect(await of(id)).toBeUndefined();
  });
});

test('what is learned of time is the shop’s own: values that take longer put the day off', async () => {
  const other = await openTestShop();
  try {
    const id = await openEngine(other);
    const ask = async () => (await other.as('builder')<PromisesAnswer>('GET', '/api/promises')).body.engines.find((one) => one.id === id)!; // prettier-ignore
    for (const gate of ['pan', 'front-cover', 'heads']) await other.as('builder')('POST', `/api/engines/${id}/gates/${gate}`, { reason: 'for the test' }); // prettier-ignore
    const valves = ['1I', '1E', '2I', '2E', '3I', '3E', '4I', '4E'];
    for (const [index, place] of valves.entries()) {
      const takenAt = new Date(other.clock.at.getTime() + index * 15 * 60_000).toISOString();
      await other.as('builder')('POST', `/api/engines/${id}/readings`, { readings: [{ ...typed('preload-turns', place, '0.5', 'turn'), takenAt }] }); // prettier-ignore
    }
    const setting = (await ask()).steps.find((step) => step.id === 'setting')!;
    // Eight are left. Seven took a quarter of an hour each; the guess, some six minutes, counts as four.
    expect(setting.told).toBe('learned');
    expect(setting.minutes).toBeGreaterThan(8 * 9);
    expect(setting.minutes).toBeLessThan(8 * 15);
  } finally {
    await other.close();
  }
});

test('how well promises held is told by how likely they would have been called: one with room, one for a day that was gone', async () => {
  const other = await openTestShop();
  try {
    const held = async () => (await other.as('builder')<KeptAnswer>('GET', '/api/promises/kept')).body.classes;
    expect(await held()).toEqual([]);
    const on = (days: number) => new Date(other.clock.at.getTime() + days * 86_400_000).toISOString().slice(0, 10);
    for (const days of [60, -1]) {
      const id = await openEngine(other);
      expect((await other.as('builder')('POST', `/api/engines/${id}/papers/job`, { promised: on(days) })).status).toBe(
        201,
      );
      await other.as('lead')('POST', `/api/engines/${id}/life`, { life: 'handed-over', reason: 'collected' });
    }
    expect(await held()).toEqual([
      { from: 0, to: 0.5, count: 1, kept: 0 },
      { from: 0.95, to: 1, count: 1, kept: 1 },
    ]);
    expect((await other.as('apprentice')('GET', '/api/promises/kept')).status).toBe(403);
  } finally {
    await other.close();
  }
});

test('the calendar has what is promised and which parts come, beside what is looked at again', async () => {
  const id = await openEngine(shop);
  await job(id, { promised: '2026-12-18' });
  await waitsFor(id, 'gaskets', '2026-12-09');
  const { body } = await as('owner')<{ path: string }>('POST', '/api/calendar');
  const text = (await (await fetch(shop.url + body.path)).text()).replaceAll('\r\n ', '');
  expect(text).toMatch(/DTSTART;VALUE=DATE:20261218[^]*?SUMMARY:T-\d+: promised/);
  expect(text).toMatch(/DTSTART;VALUE=DATE:20261209[^]*?SUMMARY:T-\d+: gaskets due/);
});

test('the words for a customer are the shop’s, filled in; braces that mean nothing stay', () => {
  const filled = {
    name: 'Fenwater',
    engine: 'Petrel H8',
    promised: '1 May',
    expected: '8 May',
    why: 'pushrods',
    shop: 'Marram',
  };
  expect(wordTold('{name}: {engine} on {expected}, not {promised} ({why}). {sic} {shop}', filled)).toBe('Fenwater: Petrel H8 on 8 May, not 1 May (pushrods). {sic} Marram'); // prettier-ignore
  expect(wordTold(null, filled)).toContain('It will be ready on 8 May: pushrods.');
});
