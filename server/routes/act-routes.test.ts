import type { z } from 'zod';
import type { actsAnswer, chainAnswer } from '../../contracts/act.js';
import { WORDED_ACTS } from '../../contracts/wording/act.js';
import { firstFrom, lastOfLog } from '../store/log-store.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
let engine: string;
beforeAll(async () => {
  shop = await openTestShop();
  engine = await openEngine(shop, { tag: 'ACT-1', layout: 'single', specSet: 'shop-solid' });
});
afterAll(() => shop.close());

type Acts = z.infer<typeof actsAnswer>;
const acts = async (query = '') => (await shop.as('lead')<Acts>('GET', `/api/acts?${query}`)).body;
const walk = async (query = '') => (await shop.as('owner')<z.infer<typeof chainAnswer>>('GET', `/api/acts/chain?${query}`)).body; // prettier-ignore
const says = async (query = '') => (await acts(query)).acts.map((act) => act.says);

describe('the log of acts', () => {
  test('says in sentences who did what, the newest first', async () => {
    const readings = [typed('bore', '1', '3.4', 'in'), typed('piston-skirt', '1', '3.396', 'in')];
    await shop.as('builder')('POST', `/api/engines/${engine}/readings`, { readings });
    const [taken, opened] = (await acts(`engine=${engine}`)).acts;
    expect(taken).toMatchObject({ by: { handle: 'builder', name: 'The builder' }, engine: { id: engine, tag: 'ACT-1' } }); // prettier-ignore
    expect(taken.says).toBe('took Cylinder bore, cylinder 1 3.4 in; Piston skirt, cylinder 1 3.396 in');
    expect(opened.says).toMatch(/^opened ACT-1, judged by shop-solid v1$/);
  });

  test('has a sentence of its own for every act that is done here', async () => {
    const done = await shop.context.database.query<{ act: string }>('select distinct act from audit');
    for (const { act } of done) expect(WORDED_ACTS).toContain(act);
  });

  test('tells of a wrong PIN, of signing out, and of records that were taken away', async () => {
    const signed = await shop.as('lead')<{ id: string }>('POST', `/api/engines/${engine}/records`, { missing: 'accepted', reason: 'Sold as it stands' }); // prettier-ignore
    await shop.as('builder')('GET', `/api/records/${signed.body.id}/record.pdf`);
    await shop.as('builder')('GET', `/api/records/${signed.body.id}/record.json`);
    await shop.as('builder')('GET', `/api/records/${signed.body.id}`);
    await shop.as('stranger')('POST', '/api/session', { handle: 'lead', pin: '000000' });
    const [refused, json, pdf] = await says();
    expect(refused).toMatch(/^somebody at .+ tried a wrong PIN for lead$/);
    // Looking at it in the app takes nothing away.
    expect([json, pdf]).toEqual(['downloaded revision 1 as JSON', 'downloaded revision 1 as PDF']);
  });

  test('is narrowed to a person, to a time, and goes on where a page ended', async () => {
    const opened = await openEngine(shop, { tag: 'ACT-2' });
    shop.clock.at = new Date('2026-11-24T10:00:00Z');
    for (let turn = 0; turn < 65; turn++)
      await shop.as('builder')('POST', `/api/engines/${opened}/readings`, { readings: [typed('bore', '1', `4.${turn + 10}`, 'in')] }); // prettier-ignore
    const hours = 'from=2026-11-24T09:00:00Z&to=2026-11-24T11:00:00Z';
    const first = await acts(`by=builder&${hours}`);
    expect(first.acts).toHaveLength(60);
    const second = await acts(`by=builder&${hours}&before=${first.next}`);
    expect(second.acts).toHaveLength(5);
    expect(second.next).toBeNull();
    expect((await acts('from=2026-11-24T11:00:00Z')).acts).toEqual([]);
    expect((await acts('to=2026-11-24T09:00:00Z')).acts[0].says).toBe('opened ACT-2, judged by shop-hydraulic v1');
    expect((await acts(`engine=${engine}`)).acts.every((act) => act.engine!.tag === 'ACT-1')).toBe(true);
  });

  test('finds the first act of a moment without walking to it', async () => {
    const { database } = shop.context;
    expect(await firstFrom(database, new Date(0))).toBe(1);
    expect(await firstFrom(database, new Date('2030-01-01'))).toBe((await lastOfLog(database)) + 1);
    const from = await firstFrom(database, new Date('2026-11-24T10:00:00Z'));
    const around = await database.query<{ at: Date }>('select at from audit where seq in ($1, $2) order by seq', [from - 1, from]); // prettier-ignore
    expect(around[0].at.getTime()).toBeLessThan(Date.parse('2026-11-24T10:00:00Z'));
    expect(around[1].at.getTime()).toBeGreaterThanOrEqual(Date.parse('2026-11-24T10:00:00Z'));
  });

  test('is for lead and owner; a question that is none names its field', async () => {
    expect((await shop.as('builder')('GET', '/api/acts')).status).toBe(403);
    expect((await shop.as('builder')('GET', '/api/acts/chain')).status).toBe(403);
    const { status, body } = await shop.as('lead')('GET', '/api/acts?from=yesterday');
    expect([status, body.error.issues[0].path]).toEqual([422, 'from']);
  });
});

describe('the chain', () => {
  test('is walked stretch by stretch, each beginning where the one before ended', async () => {
    const whole = await walk();
    expect(whole).toMatchObject({ isEnd: true, faults: [] });
    expect(whole.end).toBe(whole.last);
    const [{ hash }] = await shop.context.database.query<{ hash: string }>('select hash from audit where seq = 10');
    const rest = await walk(`after=10&previous=${hash}`);
    expect([rest.rows, rest.head, rest.faults]).toEqual([whole.rows - 10, whole.head, []]);
    // From another hash than the one that it ended with, it does not follow.
    expect((await walk(`after=10&previous=${'0'.repeat(64)}`)).faults[0]).toMatchObject({ at: 'audit 11', fault: 'broken' }); // prettier-ignore
  });

  test('says what was changed in a table behind its back', async () => {
    const { database } = shop.context;
    await database.query('alter table readings disable trigger readings_stay');
    await database.query(`update readings set entered = '9.9' where engine_id = $1 and measure = 'bore'`, [engine]);
    await database.query('alter table readings enable trigger readings_stay');
    expect((await walk()).faults.map(({ fault }) => fault)).toEqual(['changed']);
  });
});
