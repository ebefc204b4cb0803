import { randomUUID } from 'node:crypto';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { MEASURES } from '../../core/plan/measures.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

interface Saved {
  saved: { id: string; value: number; verdict: string; judgedAs?: { value: number }; hints: { code: string }[] }[];
}
const post = (id: string, ...readings: object[]) =>
  shop.as('builder')<Saved>('POST', `/api/engines/${id}/readings`, { readings });
const countOf = async (id: string) =>
  (await shop.as('builder')<{ readings: object[] }>('GET', `/api/engines/${id}/readings`)).body.readings.length;

describe('opening an engine', () => {
  test.each(LAYOUTS.filter((layout) => layout.engine).map((layout) => layout.name))(
    'tag, title, customer and layout are enough for a %s',
    async (layout) => {
      const id = await openEngine(shop, { layout });
      const { body } = await shop.as('builder')<{ firingOrder: number[]; specSet: { version: number } }>(
        'GET',
        `/api/engines/${id}`,
      );
      expect(body.firingOrder).toEqual(LAYOUTS.find((template) => template.name === layout)!.engine!.firingOrder);
      expect(body.specSet.version).toBeGreaterThan(0);
    },
  );

  test('every wrong field is named at once, and nothing is opened', async () => {
    const { status, body } = await shop.as('builder')('POST', '/api/engines', {
      tag: ' ', title: 'x'.repeat(81), customer: 'Fenwater', layout: 'v8', ratio: { intake: 9, exhaust: 1.6 },
    }); // prettier-ignore
    expect(status).toBe(422);
    expect(body.error.issues.map((issue) => issue.path).sort()).toEqual(['ratio.intake', 'tag', 'title']);
  });

  test.each([
    ['firingOrder', { firingOrder: [1, 2, 3, 4, 5, 6, 7, 9] }],
    ['intervals', { intervals: [90, 90, 90, 90, 90, 90, 90, 100] }],
    ['specSet', { specSet: 'tractor-solid' }],
    [
      'seatEvents.intakeCloseAbdc',
      { seatEvents: { intakeOpenBtdc: -100, intakeCloseAbdc: -100, exhaustOpenBbdc: 70, exhaustCloseAtdc: 20 } },
    ],
  ])('an engine that cannot exist is refused at %s', async (path, change) => {
    const { status, body } = await shop.as('builder')('POST', '/api/engines', {
      tag: randomUUID().slice(0, 8), title: 'P', customer: 'F', layout: 'v8', ...change,
    }); // prettier-ignore
    expect(status).toBe(422);
    expect(body.error.issues.map((issue) => issue.path)).toContain(path);
  });

  test('a custom layout states everything itself and may fire unevenly', async () => {
    const custom = {
      layout: 'custom',
      banks: [{ cylinders: [1, 2, 3], valveOrder: 'ieieie' }],
      firingOrder: [1, 3, 2],
      intervals: [200, 260, 260],
      lifter: 'solid',
      mount: 'rocker-screw',
      thread: { threadsPerUnit: 1, unit: 'mm' },
      ratio: { intake: 1.4, exhaust: 1.4 },
      seatEvents: { intakeOpenBtdc: 20, intakeCloseAbdc: 50, exhaustOpenBbdc: 50, exhaustCloseAtdc: 20 },
      metals: { block: 'iron', head: 'iron' },
    };
    const id = await openEngine(shop, custom);
    const { body } = await shop.as('builder')<{ pins: number[][]; mains: number }>('GET', `/api/engines/${id}`);
    expect(body).toMatchObject({ pins: [[1], [2], [3]], mains: 4, intervals: [200, 260, 260] });
    const bare = await shop.as('builder')('POST', '/api/engines', {
      tag: 'bare', title: 'P', customer: 'F', layout: 'custom',
    }); // prettier-ignore
    expect(bare.body.error.issues.map((issue) => issue.path)).toContain('firingOrder');
  });

  test('a tag stands on one engine only', async () => {
    await openEngine(shop, { tag: 'PH8-900' });
    const twice = await shop.as('builder')('POST', '/api/engines', {
      tag: 'PH8-900', title: 'P', customer: 'F', layout: 'v8',
    }); // prettier-ignore
    expect([twice.status, twice.body.error.code, twice.body.error.issues[0].path]).toEqual([
      409,
      'engine.tag-taken',
      'tag',
    ]);
  });

  test('the floor finds by tag, title and customer, takes signs literally, and shows the last touched first', async () => {
    const id = await openEngine(shop, { tag: '100%_A', title: 'Dunlin T2', customer: 'Rook', layout: 'v-twin' });
    const find = async (search: string) =>
      (
        await shop.as('builder')<{ engines: { id: string }[] }>(
          'GET',
          `/api/engines?search=${encodeURIComponent(search)}`,
        )
      ).body.engines.map((engine) => engine.id);
    for (const search of ['100%_', 'dunlin', 'ROOK']) expect(await find(search)).toEqual([id]);
    expect(await find('no such')).toEqual([]);
    shop.clock.at = new Date(shop.clock.at.getTime() + 1000);
    const other = await openEngine(shop);
    shop.clock.at = new Date(shop.clock.at.getTime() + 1000);
    await post(id, typed('lash-cold', '1I', '0.1', 'mm'));
    expect((await find('')).slice(0, 2)).toEqual([id, other]);
  });
});

describe('taking readings', () => {
  test('turns are answered with the plunger depth that they make, judged', async () => {
    const id = await openEngine(shop, {
      thread: { threadsPerUnit: 20, unit: 'in' },
      ratio: { intake: 1.7, exhaust: 1.7 },
    });
    const { status, body } = await post(id, typed('preload-turns', '3I', '3/4', 'turn'));
    expect(status).toBe(200);
    expect(body.saved[0]).toMatchObject({ value: 0.75, verdict: 'doubt' });
    expect(body.saved[0].judgedAs!.value / 25.4).toBeCloseTo(0.05956, 5);
  });

  test('the same id again is harmless and answers the same, whatever came between', async () => {
    const id = await openEngine(shop);
    const reading = typed('preload-turns', '1I', '0.5', 'turn');
    const first = await post(id, reading);
    await post(id, ...['1E', '3I', '3E', '5I'].map((place) => typed('preload-turns', place, '0.9', 'turn')));
    expect((await post(id, reading)).body).toEqual(first.body);
    expect(await countOf(id)).toBe(5);
  });

  test('an id that belongs to another reading is refused', async () => {
    const id = await openEngine(shop);
    const reading = typed('preload-turns', '1I', '0.5', 'turn');
    await post(id, reading);
    const changed = await post(id, { ...reading, entered: '0.6' });
    const elsewhere = await post(await openEngine(shop), reading);
    expect([changed.status, elsewhere.status]).toEqual([409, 409]);
    expect(changed.body.error.issues[0].path).toBe('readings.0.id');
  });

  test.each([
    ['reading.unknown-measure', 'measure', typed('horsepower', '1I', '1', 'in')],
    ['reading.unknown-place', 'place', typed('preload-turns', '9I', '1', 'turn')],
    ['reading.unknown-place', 'place', typed('preload-turns', '3', '1', 'turn')],
    ['reading.unknown-unit', 'unit', typed('preload-turns', '1I', '1', 'furlong')],
    ['reading.unknown-unit', 'unit', typed('valve-lift', '1I', '1', 'deg')],
    ['reading.wrong-lifter', 'measure', typed('lash-cold', '1I', '0.016', 'in')],
    ['reading.wrong-at', 'at', { ...typed('valve-lift', '1I', '0.5', 'in'), at: { by: 'lift', value: 1 } }],
    ['reading.wrong-at', 'atLiftMm', { ...typed('preload-turns', '1I', '0.5', 'turn'), atLiftMm: 1 }],
    ['request.invalid', 'takenAt', { ...typed('preload-turns', '1I', '0.5', 'turn'), takenAt: 'yesterday' }],
    ['request.invalid', 'occasion', { ...typed('preload-turns', '1I', '0.5', 'turn'), occasion: 'First heat!' }],
    ['reading.not-a-number', 'entered', typed('preload-turns', '1I', 'tight', 'turn')],
    ['reading.not-a-number', 'entered', typed('preload-turns', '1I', '1,250.5', 'turn')],
    ['reading.not-a-number', 'entered', typed('preload-turns', '1I', '', 'turn')],
    ['reading.not-a-number', 'entered', typed('plunger-state', '1I', 'floating', 'choice')],
    [
      'reading.unknown-supersedes',
      'supersedes',
      { ...typed('preload-turns', '1I', '1', 'turn'), supersedes: randomUUID() },
    ],
    ['request.invalid', 'id', { ...typed('preload-turns', '1I', '1', 'turn'), id: 'mine' }],
    ['request.invalid', 'note', { ...typed('preload-turns', '1I', '1', 'turn'), note: 'cut\u0000off' }],
  ])('%s names the item and its %s, and nothing of the batch is saved', async (code, field, bad) => {
    const id = await openEngine(shop);
    const { status, body } = await post(id, typed('preload-turns', '1E', '0.5', 'turn'), bad);
    expect([status, body.error.code, body.error.issues[0].path]).toEqual([422, code, `readings.1.${field}`]);
    expect(await countOf(id)).toBe(0);
  });

  test('a correction supersedes: the newest stands on the sheet, both stay', async () => {
    const id = await openEngine(shop);
    const first = typed('preload-turns', '6E', '1.5', 'turn');
    await post(id, first);
    await post(id, { ...typed('preload-turns', '6E', '0.625', 'turn'), supersedes: first.id });
    const { body } = await shop.as('builder')<{ measures: { entered: string; count: number }[]; flags: object[] }>(
      'GET',
      `/api/engines/${id}/sheet`,
    );
    expect(body.measures[0]).toMatchObject({ entered: '0.625', count: 2, verdict: 'in' });
    expect(body.flags).toEqual([expect.objectContaining({ place: '6E', open: false })]);
    expect(await countOf(id)).toBe(2);
  });

  test('a value far from its siblings is answered with a hint', async () => {
    const id = await openEngine(shop);
    await post(id, ...['1I', '1E', '3I', '3E', '5I'].map((place) => typed('preload-turns', place, '0.5', 'turn')));
    const { body } = await post(id, typed('preload-turns', '5E', '5', 'turn'));
    expect(body.saved[0].hints.map((hint) => hint.code)).toEqual(
      expect.arrayContaining(['differs-from-siblings', 'digit-slip']),
    );
  });

  test('the database itself refuses to change or remove a reading', async () => {
    const id = await openEngine(shop);
    await post(id, typed('preload-turns', '1I', '0.5', 'turn'));
    const { database } = shop.context;
    for (const sql of ['update readings set value = 1', 'delete from readings', 'truncate readings cascade'])
      await expect(database.query(sql)).rejects.toThrow(/append-only/);
    expect(await countOf(id)).toBe(1);
  });

  test('many at once land in the order in which they were sent', async () => {
    const id = await openEngine(shop);
    await Promise.all(Array.from({ length: 20 }, () => post(id, typed('preload-turns', '1I', '0.5', 'turn'))));
    expect(await countOf(id)).toBe(20);
    const audit = await checkAudit(shop.context.database);
    expect(audit.brokenAt).toBeNull();
  });
});

describe('everything of an engine as files', () => {
  test('the CSV has a line a reading, the export every reading with its id', async () => {
    const id = await openEngine(shop, { tag: 'X 1/2' });
    const first = { ...typed('preload-turns', '1I', '5/8', 'turn'), note: 'said "tight", then eased' };
    await post(id, first, typed('preload-turns', '1E', '0.5', 'turn'));
    const csv = await shop.as('builder')<string>('GET', `/api/engines/${id}/readings.csv`);
    expect(csv.headers.get('content-disposition')).toBe('attachment; filename="X_1_2-readings.csv"');
    const lines = String(csv.body).split('\r\n');
    expect(lines).toHaveLength(4);
    expect(lines[1]).toContain(`${first.id},preload-turns,1I,5/8,turn,0.625,turn`);
    expect(lines[1]).toContain('"said ""tight"", then eased"');

    const { body } = await shop.as('builder')<{ readings: { id: string }[]; specSet: { id: string } }>(
      'GET',
      `/api/engines/${id}/export.json`,
    );
    expect(body).toMatchObject({ format: 'utex-engine', engine: { id, tag: 'X 1/2' } });
    expect(body.readings.map((reading) => reading.id)).toContain(first.id);
  });
});

describe('what can be measured, and how engines can be', () => {
  test('catalogue, layouts and spec sets are told', async () => {
    const ask = shop.as('apprentice');
    const { measures } = (await ask<{ measures: { key: string }[] }>('GET', '/api/measures')).body;
    expect(measures.map((measure) => measure.key)).toEqual(MEASURES.map((measure) => measure.key));
    const { layouts } = (await ask<{ layouts: { name: string }[] }>('GET', '/api/layouts')).body;
    expect(layouts.map((layout) => layout.name)).toEqual(['v8', 'i6', 'v-twin', 'single', 'custom']);
    const { specSets } = (await ask<{ specSets: { limits: { source: string }[] }[] }>('GET', '/api/spec-sets')).body;
    for (const { source } of specSets.flatMap((set) => set.limits)) expect(source).toMatch(/maker’s card comes first/);
  });

  test('cautions are acknowledged once per engine and stage, by each person for himself', async () => {
    const id = await openEngine(shop);
    const path = `/api/engines/${id}/cautions`;
    expect((await shop.as('builder')('GET', path)).body).toEqual({ acknowledged: [] });
    await shop.as('builder')('POST', path, { stage: 'setting' });
    await shop.as('builder')('POST', path, { stage: 'setting' });
    expect((await shop.as('builder')('GET', path)).body).toEqual({ acknowledged: ['setting'] });
    expect((await shop.as('lead')('GET', path)).body).toEqual({ acknowledged: [] });
    expect((await shop.as('lead')('POST', path, { stage: 'setting' })).body).toEqual({ acknowledged: ['setting'] });
    const { acts } = (await shop.as('builder')<{ acts: { kind: string; by: string }[] }>('GET', `/api/engines/${id}/file`)).body; // prettier-ignore
    expect(acts.filter(({ kind }) => kind === 'caution').map(({ by }) => by)).toEqual(['builder', 'lead']);
    const unknown = await shop.as('builder')('POST', path, { stage: 'lunch' });
    expect([unknown.status, unknown.body.error.issues[0].path]).toEqual([422, 'stage']);
  });
});
