import { randomUUID } from 'node:crypto';
import { chance } from '../../core/chance.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

interface Sheet {
  flags: { measure: string; place: string; verdict: string; open: boolean; lapsed?: true }[];
}
const post = (id: string, ...readings: object[]) =>
  shop.as('builder')<{ saved: { id: string; verdict: string; receivedAt: string; takenAt: string }[] }>(
    'POST',
    `/api/engines/${id}/readings`,
    { readings },
  );
const deg = (measure: string, entered: string) => typed(measure, 'engine', entered, 'deg');
const pass = (first: string, second: string) => [deg('tdc-stop-first', first), deg('tdc-stop-second', second)];
const flagAt = async (id: string, measure: string) =>
  (await shop.as('lead')<Sheet>('GET', `/api/engines/${id}/sheet`)).body.flags.find((flag) => flag.measure === measure);
const accept = (id: string, measure: string, place = 'engine') =>
  shop.as('lead')('POST', `/api/engines/${id}/dispositions`, {
    measure, place, action: 'accepted', reason: 'As the customer wants it',
  }); // prettier-ignore
const sign = (id: string) =>
  shop.as('lead')('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'Only the cam was asked for' });
const CARD = { unit: 'in', checkAt: 'lobe', checkLift: 0.05, events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 } }; // prettier-ignore
const fileCard = (id: string, change: object = {}) =>
  shop.as('builder')('POST', `/api/engines/${id}/cam-card`, { ...CARD, ...change });

describe('an acceptance is about a verdict, a value and a limit, and falls when they change', () => {
  const accepted = async () => {
    const id = await openEngine(shop);
    await fileCard(id);
    await post(id, ...pass('30 after', '30 before'), deg('intake-open', '+8'));
    expect(await flagAt(id, 'intake-open')).toMatchObject({ verdict: 'high', open: true });
    expect((await accept(id, 'intake-open')).status).toBe(201);
    expect(await flagAt(id, 'intake-open')).toMatchObject({ verdict: 'high', open: false });
    return id;
  };

  test('the wheel slips afterwards: what was high is suspect, and the signature waits', async () => {
    const id = await accepted();
    await post(id, ...pass('34 after', '26 before'), ...pass('30 after', '30 before'));
    expect(await flagAt(id, 'intake-open')).toMatchObject({ verdict: 'suspect', open: true, lapsed: true });
    expect((await sign(id)).body.error.code).toBe('record.flag-open');
    await accept(id, 'intake-open');
    expect((await sign(id)).status).toBe(201);
  });

  test('a new card moves the limit: what was accepted was another difference', async () => {
    const id = await accepted();
    await fileCard(id, { events: { ...CARD.events, intakeOpenBtdc: 2 } });
    expect(await flagAt(id, 'intake-open')).toMatchObject({ verdict: 'high', open: true, lapsed: true });
  });

  test('a card that is filed again unchanged changes nothing', async () => {
    const id = await accepted();
    await fileCard(id, { title: 'The same, with its name' });
    expect(await flagAt(id, 'intake-open')).toMatchObject({ open: false });
  });
});

describe('whatever is filed after the signature leaves “signed”, by one rule on floor and screen', () => {
  const signed = async () => {
    const id = await openEngine(shop, { layout: 'single' });
    await post(id, typed('lash-cold', '1I', '0.016', 'in'), typed('lash-cold', '1E', '0.040', 'in'));
    await accept(id, 'lash-cold', '1E');
    expect((await sign(id)).status).toBe(201);
    return id;
  };
  const standing = async (id: string) => {
    const { tag } = (await shop.as('lead')<{ tag: string }>('GET', `/api/engines/${id}`)).body;
    const { engines } = (await shop.as('lead')<{ engines: { where: { record: string } }[] }>('GET', `/api/engines?search=${tag}`)).body; // prettier-ignore
    const { signed: newest } = (await shop.as('lead')<{ signed: { since: number } }>('GET', `/api/engines/${id}/file`)).body; // prettier-ignore
    return [engines[0].where.record, newest.since];
  };

  test.each<[string, (id: string) => Promise<unknown>, string, number]>([
    ['nothing', async () => {}, 'whole', 0],
    ['a reading', (id) => post(id, typed('lash-cold', '1I', '0.017', 'in')), 'older', 1],
    ['a card', (id) => fileCard(id), 'older', 1],
    ['a swept lobe', (id) => shop.as('builder')('POST', `/api/engines/${id}/sweeps`, { place: '1I', points: Array.from({ length: 60 }, (_, turn) => [turn * 5, Math.sin((Math.PI * turn) / 59) ** 2 * 0.34]) }), 'older', 1],
    ['a decision', (id) => shop.as('builder')('POST', `/api/engines/${id}/dispositions`, { measure: 'lash-cold', place: '1E', action: 'reworked', reason: 'Set once more' }), 'older', 1],
    ['cautions that were read', (id) => shop.as('builder')('POST', `/api/engines/${id}/cautions`, { stage: 'setting' }), 'whole', 0],
  ])('%s', async (_what, file, record, since) => {
    const id = await signed();
    await file(id);
    expect(await standing(id)).toEqual([record, since]);
  }); // prettier-ignore
});

describe('ids, places and tags come in any case, and have one inside', () => {
  test('whatever the case of its letters, a reading is the same one, at the same place, and the chain holds', async () => {
    const next = chance(29);
    const any = (text: string) => [...text].map((letter) => (next() < 0.5 ? letter.toUpperCase() : letter.toLowerCase())).join(''); // prettier-ignore
    for (let round = 0; round < 12; round++) {
      const id = await openEngine(shop);
      const first = typed('preload-turns', '1I', '0.5', 'turn');
      const sent = { ...first, id: any(first.id), place: any('1i') };
      const taken = await post(any(id), sent, typed('main-clearance', any('m2'), '0.0025', 'in'));
      expect([taken.status, taken.body.saved?.[0].id]).toEqual([200, first.id]);
      expect((await post(any(id), { ...sent, id: any(first.id) })).body.saved[0]).toEqual(taken.body.saved[0]);
      const again = { ...typed('preload-turns', any('1I'), '0.625', 'turn'), supersedes: any(first.id) };
      expect((await post(id, again)).status).toBe(200);
      for (const path of ['', '/file', '/sheet', '/readings', '/records', '/readings.csv'])
        expect([path, (await shop.as('lead')('GET', `/api/engines/${any(id)}${path}`)).status]).toEqual([path, 200]);
      const { readings } = (await shop.as('lead')<{ readings: { place: string }[] }>('GET', `/api/engines/${id}/readings`)).body; // prettier-ignore
      expect(readings.map(({ place }) => place)).toEqual(['1I', 'M2', '1I']);
      expect((await shop.as('lead')('POST', `/api/engines/${any(id)}/cautions`, { stage: 'setting' })).status).toBe(
        200,
      );
    }
    expect((await checkAudit(shop.context.database)).brokenAt).toBeNull();
  });

  test('a tag in other letters is the same tag', async () => {
    const tag = `Case-${randomUUID().slice(0, 8)}`;
    await openEngine(shop, { tag });
    const twin = await shop.as('builder')('POST', '/api/engines', {
      tag: tag.toUpperCase(), title: 'Petrel H8', customer: 'Fenwater Racing', layout: 'v8',
    }); // prettier-ignore
    expect([twin.status, twin.body.error.code]).toEqual([409, 'engine.tag-taken']);
  });
});

test('a reading that waited on the device keeps the time when it was taken, beside the time of its arrival', async () => {
  const id = await openEngine(shop);
  const takenAt = '2026-11-23T17:30:00+01:00';
  const reading = { ...typed('preload-turns', '1I', '0.5', 'turn'), takenAt };
  const { body } = await post(id, reading);
  expect(body.saved[0]).toMatchObject({ takenAt: '2026-11-23T16:30:00.000Z', receivedAt: '2026-11-24T08:00:00.000Z' });
  expect((await post(id, reading)).status).toBe(200);
  expect((await post(id, { ...reading, takenAt: '2026-11-23T18:00:00Z' })).body.error.code).toBe('reading.id-taken');
  const { readings } = (await shop.as('lead')<{ readings: object[] }>('GET', `/api/engines/${id}/file`)).body;
  expect(readings[0]).toMatchObject({ takenAt: '2026-11-23T16:30:00.000Z', receivedAt: '2026-11-24T08:00:00.000Z' });
});

test('turns on solid lifters and a lash on hydraulic ones are refused by name', async () => {
  const [hydraulic, solid] = [await openEngine(shop), await openEngine(shop, { layout: 'i6' })];
  for (const [id, reading] of [
    [hydraulic, typed('lash-cold', '1I', '0.016', 'in')],
    [solid, typed('preload-turns', '1I', '0.5', 'turn')],
  ] as const) {
    const { status, body } = await post(id, reading);
    expect([status, body.error.code, body.error.issues[0].path]).toEqual([422, 'reading.wrong-lifter', 'readings.0.measure']); // prettier-ignore
  }
});

test('the floor says of every engine what its sheet says', async () => {
  const id = await openEngine(shop);
  await fileCard(id);
  await post(
    id,
    ...pass('30 after', '30 before'),
    { ...deg('intake-drop-opening', '+82'), at: { by: 'drop', value: 0.508 } },
    { ...deg('intake-drop-closing', '+134'), at: { by: 'drop', value: 0.508 } },
    deg('intake-open', '+8'),
    typed('main-bore', 'M1', '2.4526', 'in'),
    typed('main-journal', 'M1', '2.4480', 'in'),
    typed('preload-turns', '1I', '9', 'turn'),
    typed('preload-turns', '1I', '0.625', 'turn'),
    ...pass('34 after', '26 before'),
  );
  const { engines } = (await shop.as('lead')<{ engines: { id: string; flagsOpen: object[]; taken: number }[] }>('GET', '/api/engines')).body; // prettier-ignore
  expect(engines.length).toBeGreaterThan(5);
  for (const shown of engines) {
    const { body } = await shop.as('lead')<Sheet & { stages: Record<string, { taken: number }> }>('GET', `/api/engines/${shown.id}/sheet`); // prettier-ignore
    const open = body.flags.filter((flag) => flag.open).map(({ measure, place, verdict }) => ({ measure, place, verdict })); // prettier-ignore
    const byName = (a: object, b: object) => JSON.stringify(a).localeCompare(JSON.stringify(b));
    expect([...shown.flagsOpen].sort(byName)).toEqual(open.sort(byName));
    expect(shown.taken).toBe(body.stages.setting?.taken ?? 0);
  }
});

describe('papers of any kind', () => {
  test('go through one address by their kind, and a large one stands in the log by its hash', async () => {
    const id = await openEngine(shop);
    const path = `/api/engines/${id}/papers`;
    const filed = await shop.as('builder')<{ id: string; kind: string }>('POST', `${path}/cam-card`, CARD);
    expect([filed.status, filed.body.kind]).toEqual([201, 'cam-card']);
    const bad = await shop.as('builder')('POST', `${path}/cam-card`, { ...CARD, checkLift: -1 });
    expect([bad.status, bad.body.error.issues[0].path]).toEqual([422, 'checkLift']);
    expect((await shop.as('builder')('POST', `${path}/love-letter`, {})).body.error.code).toBe('paper.unknown-kind');
    const points = Array.from({ length: 400 }, (_, turn) => [turn, Math.sin((Math.PI * turn) / 399) ** 2 * 0.34]);
    const sweep = await shop.as('builder')<{ id: string }>('POST', `${path}/lobe-sweep`, { place: '1i', points });
    expect(sweep.status).toBe(201);
    const { papers } = (await shop.as('lead')<{ papers: { body: { place: string } }[] }>('GET', `${path}/lobe-sweep`)).body; // prettier-ignore
    expect(papers.map(({ body }) => body.place)).toEqual(['1I']);
    const [{ body }] = await shop.context.database.query<{ body: string }>(
      "select body from audit where act = 'lobe-sweep.filed' and engine_id = $1",
      [id],
    );
    expect(JSON.parse(body)).toMatchObject({ id: sweep.body.id, paper: { sha256: expect.stringMatching(/^[0-9a-f]{64}$/), bytes: expect.any(Number) } }); // prettier-ignore
  });

  test('of what is filed anew the newest counts; of lobes all do', async () => {
    const id = await openEngine(shop);
    await fileCard(id);
    await fileCard(id, { title: 'Second' });
    const { papers } = (await shop.as('lead')<{ papers: { body: { title?: string } }[] }>('GET', `/api/engines/${id}/file`)).body; // prettier-ignore
    expect(papers.map(({ body }) => body.title)).toEqual(['Second']);
  });
});
