import { randomUUID } from 'node:crypto';
import type { Customer } from '../../contracts/customer.js';
import type { EngineAnswer, EngineSummary, NewEngine } from '../../contracts/engine.js';
import type { EngineFileAnswer } from '../../contracts/engine-file.js';
import type { Sheet } from '../../core/sheet/sheet.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const fileOf = async (id: string) =>
  (await shop.as('builder')<EngineFileAnswer>('GET', `/api/engines/${id}/file`)).body;
const change = (id: string, body: object) => shop.as('builder')<EngineAnswer>('POST', `/api/engines/${id}`, body);
const live = (id: string, life: string, reason = 'Collected on Friday') =>
  shop.as('lead')<EngineAnswer>('POST', `/api/engines/${id}/life`, { life, reason });
const floor = async (query: string) =>
  (await shop.as('builder')<{ engines: EngineSummary[]; total: number }>('GET', `/api/engines?${query}`)).body;
const write = (page: Partial<Customer>) =>
  shop.as('builder')<Customer>('POST', '/api/customers', { id: randomUUID(), name: 'Fenwater Racing', ...page });
const DATA = { figures: { bore: { entered: '4.125', unit: 'in' }, stroke: { entered: '3.6', unit: 'in' } } };
const PARTS = { parts: [{ part: 'pistons', maker: 'Ostler', number: 'OP-4125', serial: 'lot 88' }] };

describe('opening an engine', () => {
  test('an order that the crank does not allow is refused with its pin and the order that it does', async () => {
    const id = await openEngine(shop);
    const { status, body } = await change(id, { engine: { firingOrder: [1, 8, 7, 2, 6, 5, 3, 4] } });
    expect([status, body.error.issues[0].path]).toEqual([422, 'engine.firingOrder']);
    expect(body.error.issues[0].message).toContain('2 (3 and 4)');
    expect(body.error.issues[0].message).toContain('1-8-7-2-6-5-4-3');
  });

  test('takes its customer from the book, and files its data, parts and promise with it', async () => {
    const { body: customer } = await write({ name: 'Wherry Boats', phone: '01632 960 114', toldBy: 'phone' });
    const asked = { tag: 'WB-1', title: 'Petrel H8', customer: 'whoever', customerId: customer.id, layout: 'v8' };
    const job = { promised: '2026-12-18', notes: 'Brings his own oil.' };
    const { body } = await shop.as('builder')<{ id: string }>('POST', '/api/engines', { ...asked, data: DATA, parts: PARTS, job }); // prettier-ignore
    const { engine, papers } = await fileOf(body.id);
    expect([engine.customer, engine.customerId, engine.life]).toEqual(['Wherry Boats', customer.id, 'in-work']);
    expect(papers.map(({ kind }) => kind).sort()).toEqual(['engine', 'engine-data', 'job', 'parts']);
    expect(papers.find(({ kind }) => kind === 'parts')!.body).toEqual(PARTS);
    expect((await floor('search=WB-1')).engines[0]).toMatchObject({ customer: 'Wherry Boats', promised: '2026-12-18' });
  });

  test('with a figure that cannot be, or a customer who is in no book, opens nothing', async () => {
    const asked: Partial<NewEngine> = { tag: 'NO-1', title: 'T', customer: 'C', layout: 'v8' };
    const figures = { bore: { entered: '4.125', unit: 'mm' } };
    const wrong = await shop.as('builder')('POST', '/api/engines', { ...asked, data: { figures } });
    expect([wrong.status, wrong.body.error.issues[0].path]).toEqual([422, 'data.figures.bore']);
    const nobody = await shop.as('builder')('POST', '/api/engines', { ...asked, customerId: randomUUID() });
    expect([nobody.status, nobody.body.error.code]).toEqual([422, 'customer.not-found']);
    expect((await floor('search=NO-1')).total).toBe(0);
  });
});

describe('changing an engine', () => {
  test('is a new paper with who and when; what it was stays, and the floor shows what it is', async () => {
    const id = await openEngine(shop);
    const { status, body } = await change(id, { title: 'Petrel H8, river trim', customer: 'Osgood Farm' });
    expect([status, body.title, body.customer]).toEqual([200, 'Petrel H8, river trim', 'Osgood Farm']);
    const [paper] = (await fileOf(id)).papers.filter(({ kind }) => kind === 'engine');
    expect([paper.by, paper.at]).toEqual(['builder', shop.clock.at.toISOString()]);
    expect((await floor('search=river trim')).engines[0].id).toBe(id);
  });

  describe('once something was read', () => {
    const order = [1, 8, 7, 2, 6, 5, 4, 3];
    const asLead = (id: string, body: object) => shop.as('lead')<EngineAnswer>('POST', `/api/engines/${id}`, body); // prettier-ignore
    const measured = async (...readings: object[]) => {
      const id = await openEngine(shop);
      expect((await change(id, { engine: { firingOrder: [1, 8, 4, 2, 6, 5, 7, 3] } })).status).toBe(200);
      await shop.as('builder')('POST', `/api/engines/${id}/readings`, { readings });
      return id;
    };
    const preload = (place: string) => typed('preload-turns', place, '0.625', 'turn');

    test('the layout is put right by the lead, with a reason that stands with the new version', async () => {
      const id = await measured(preload('1I'));
      const asked = { engine: { firingOrder: order }, reason: 'The card of the crank says so' };
      expect((await change(id, asked)).body.error.code).toBe('engine.lead-only');
      const { reason, ...silent } = asked;
      expect((await asLead(id, silent)).body.error).toMatchObject({ code: 'engine.reason-needed', issues: [{ path: 'reason' }] }); // prettier-ignore
      const { status, body } = await asLead(id, asked);
      expect([status, body.firingOrder]).toEqual([200, order]);
      const paper = (await fileOf(id)).papers.findLast(({ kind }) => kind === 'engine')!;
      expect(paper).toMatchObject({ by: 'lead', body: { reason } });
      expect((await fileOf(id)).readings).toHaveLength(1);
    });

    test('a ratio that changes a verdict is for the lead too; one that changes none is anybody’s', async () => {
      const none = await measured(typed('bore', '1', '4.03', 'in'));
      expect((await change(none, { engine: { ratio: { intake: 1.7, exhaust: 1.6 } } })).body.ratio.intake).toBe(1.7);
      const id = await measured(typed('preload-turns', '1I', '0.75', 'turn'));
      const asked = { engine: { ratio: { intake: 1.1, exhaust: 1.6 } }, reason: 'Other rockers came' };
      expect((await change(id, asked)).body.error.code).toBe('engine.lead-only');
      expect((await asLead(id, asked)).status).toBe(200);
    });

    test('a place that would be gone is struck or moved first, and is named', async () => {
      const id = await measured(preload('8I'), preload('1I'));
      const banks = [
        { cylinders: [1, 3, 5], valveOrder: 'EIEIEI' },
        { cylinders: [2, 4, 6], valveOrder: 'IEIEIE' },
      ];
      const six = { engine: { layout: 'custom', banks, firingOrder: [1, 4, 3, 6, 5, 2], pins: [[1, 2], [3, 4], [5, 6]], mains: 4, intervals: [90, 150, 90, 150, 90, 150] }, reason: 'It is a V6' }; // prettier-ignore
      const refused = await asLead(id, six);
      expect([refused.status, refused.body.error.code]).toEqual([409, 'engine.places-gone']);
      expect(refused.body.error.issues.map(({ message }) => message)).toEqual(['Preload, turns, 8 intake: 0.625']);
      const { readings } = await fileOf(id);
      const [{ id: readingId }] = readings.filter(({ place }) => place === '8I');
      await shop.as('builder')('POST', `/api/engines/${id}/strikes`, { readingId, reason: 'wrong engine' });
      expect((await asLead(id, six)).status).toBe(200);
      const sheet = await shop.as('builder')<{ measures: { place: string }[] }>('GET', `/api/engines/${id}/sheet`);
      expect(sheet.body.measures.filter(({ place }) => /^8/.test(place))).toEqual([]);
      // It travels with what was struck, and stands in the other shop.
      const file = await shop.as('lead')('GET', `/api/engines/${id}/export.json`);
      const other = await openTestShop();
      try {
        const sent = await other.as('owner')('POST', '/api/engines/import', { file: file.body });
        expect([sent.status, sent.body.error]).toEqual([201, undefined]);
      } finally {
        await other.close();
      }
    });

    test('lifters turn out to be others: another set judges from then on, once their values are struck', async () => {
      const id = await measured(typed('bore', '1', '4.03', 'in'));
      const asked = { engine: { lifter: 'solid', mount: 'rocker-screw' }, reason: 'They are solid' };
      expect((await asLead(id, asked)).body.error.issues[0].path).toBe('engine.specSet');
      const { status, body } = await asLead(id, { ...asked, specSet: 'shop-solid' });
      expect([status, body.lifter, body.specSet.id]).toEqual([200, 'solid', 'shop-solid']);
      const engine = (await shop.as('lead')<EngineAnswer>('GET', `/api/engines/${id}`)).body;
      expect([engine.lifter, engine.specSet.id]).toEqual(['solid', 'shop-solid']);
    });
  });

  test('to a tag that another engine has, or was opened under, is refused', async () => {
    const [one, other] = [await openEngine(shop, { tag: 'TAG-1' }), await openEngine(shop, { tag: 'TAG-2' })];
    expect((await change(other, { tag: 'tag-1' })).body.error.code).toBe('engine.tag-taken');
    expect((await change(one, { tag: 'TAG-3' })).status).toBe(200);
    expect((await change(other, { tag: 'TAG-3' })).body.error.code).toBe('engine.tag-taken');
  });

  test('that cannot be names its field, and changes nothing', async () => {
    const id = await openEngine(shop);
    const { status, body } = await change(id, { engine: { firingOrder: [1, 1, 7, 2, 6, 5, 4, 3] } });
    expect([status, body.error.code]).toEqual([422, 'engine.impossible']);
    expect(body.error.issues.map(({ path }) => path)).toContain('engine.firingOrder');
    expect((await fileOf(id)).papers).toEqual([]);
  });

  test('sent twice is filed once; what changes nothing files nothing', async () => {
    const id = await openEngine(shop);
    const sent = { id: randomUUID(), title: 'Once' };
    await change(id, sent);
    await change(id, sent);
    await change(id, { title: 'Once' });
    const { rows } = { rows: await shop.context.database.query('select 1 from papers where engine_id = $1', [id]) };
    expect(rows).toHaveLength(1);
  });

  test('is not for who only looks on', async () => {
    const id = await openEngine(shop);
    expect((await shop.as('apprentice')('POST', `/api/engines/${id}`, { title: 'x' })).status).toBe(403);
    expect((await shop.as('apprentice')('GET', '/api/customers')).status).toBe(403);
    expect((await shop.as('builder')('POST', `/api/engines/${id}/life`, { life: 'closed', reason: 'done' })).status).toBe(403); // prettier-ignore
  });
});

test('a limit per bore goes by the bore of the engine’s data until that cylinder is measured', async () => {
  const id = await openEngine(shop);
  const ask = shop.as('builder');
  const verdict = async () => {
    const { body } = await ask<{ measures: Sheet['rows'] }>('GET', `/api/engines/${id}/sheet`);
    return body.measures.find((row) => row.measure === 'ring-gap-top')!.verdict;
  };
  await ask('POST', `/api/engines/${id}/readings`, { readings: [typed('ring-gap-top', '1', '0.010', 'in')] });
  expect(await verdict()).toBe('unjudged');
  await ask('POST', `/api/engines/${id}/papers/engine-data`, DATA);
  expect(await verdict()).toBe('low');
  await ask('POST', `/api/engines/${id}/readings`, { readings: [typed('bore', '1', '2.2', 'in')] });
  expect(await verdict()).not.toBe('low');
});

describe('a customer’s page', () => {
  test('is written anew under a new name, and every engine of theirs is called by it at once', async () => {
    const { body: customer } = await write({ name: 'Brook & Son' });
    const id = await openEngine(shop, { customer: 'x', customerId: customer.id });
    await write({ ...customer, name: 'Brook & Daughter', mail: 'brook@example.test' });
    expect((await fileOf(id)).engine.customer).toBe('Brook & Daughter');
    expect((await floor('search=Daughter')).engines.map((one) => one.id)).toEqual([id]);
    const { body } = await shop.as('builder')<{ customers: Customer[] }>('GET', '/api/customers');
    expect(body.customers.filter(({ id: one }) => one === customer.id)).toEqual([{ ...customer, name: 'Brook & Daughter', mail: 'brook@example.test' }]); // prettier-ignore
  });

  test('with an address that is none says so at its field', async () => {
    const { status, body } = await write({ mail: 'not a mail' });
    expect([status, body.error.issues[0].path]).toEqual([422, 'mail']);
  });
});

describe('the life of an engine', () => {
  test('a closed engine is looked at, and nothing is written on it until it is taken up again', async () => {
    const id = await openEngine(shop, { tag: 'LIFE-1' });
    expect((await live(id, 'closed')).body.life).toBe('closed');
    const readings = [typed('preload-turns', '1I', '0.625', 'turn')];
    for (const [path, body] of [['readings', { readings }], ['papers/engine-data', DATA], ['records', {}], ['cautions', { stage: 'setting' }]] as const) // prettier-ignore
      expect((await shop.as('lead')('POST', `/api/engines/${id}/${path}`, body)).body.error.code).toBe('engine.not-in-work'); // prettier-ignore
    expect((await shop.as('builder')('GET', `/api/engines/${id}/sheet`)).status).toBe(200);
    expect((await live(id, 'closed')).body.error.code).toBe('engine.life-same');
    await live(id, 'in-work', 'Freshen-up after forty hours');
    expect((await shop.as('builder')('POST', `/api/engines/${id}/readings`, { readings })).status).toBe(200);
    const lives = (await fileOf(id)).acts.filter(({ kind }) => kind === 'life');
    expect(lives.map((act) => 'life' in act && act.life)).toEqual(['closed', 'in-work']);
  });

  test('the floor is looked at by it, and counts so', async () => {
    const [struck, handed] = [await openEngine(shop, { tag: 'FL-1' }), await openEngine(shop, { tag: 'FL-2' })];
    const before = (await floor('life=in-work')).total;
    await live(struck, 'struck', 'Opened twice by mistake');
    await live(handed, 'handed-over');
    expect((await floor('life=in-work')).total).toBe(before - 2);
    expect((await floor('life=struck')).engines.map(({ tag }) => tag)).toEqual(['FL-1']);
    expect((await floor('search=FL-&life=handed-over')).engines.map(({ tag }) => tag)).toEqual(['FL-2']);
    const whole = await floor('');
    expect(whole.total).toBeGreaterThan(before - 1);
  });

  test('handing over and what is kept to the shop leave a signed engine signed; its data do not', async () => {
    const id = await openEngine(shop, { layout: 'single', specSet: 'shop-solid' });
    const signed = await shop.as('lead')('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'Sold as it stands' }); // prettier-ignore
    expect(signed.status).toBe(201);
    await live(id, 'handed-over');
    await shop.as('builder')('POST', `/api/engines/${id}/papers/job`, { notes: 'Call on Monday' });
    expect((await fileOf(id)).signed).toMatchObject({ since: 0 });
    expect((await floor(`life=handed-over`)).engines.find((one) => one.id === id)!.where).toMatchObject({
      is: 'handed-over',
      record: 'whole',
    });
    await shop.as('builder')('POST', `/api/engines/${id}/papers/engine-data`, DATA);
    expect((await fileOf(id)).signed).toMatchObject({ since: 1 });
    expect((await floor(`life=handed-over`)).engines.find((one) => one.id === id)!.where).toMatchObject({
      is: 'handed-over',
      record: 'older',
    });
  });
});

test('the chain vouches for every page, paper and change of it', async () => {
  expect((await checkAudit(shop.context.database)).brokenAt).toBeNull();
});
