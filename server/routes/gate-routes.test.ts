import { randomUUID } from 'node:crypto';
import type { EngineFileAnswer } from '../../contracts/engine-file.js';
import { chance } from '../../core/chance.js';
import { placesOf } from '../../core/engine/places.js';
import { actsOf } from '../../core/sheet/acts.js';
import { closedOf } from '../../core/sheet/gates.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

type Who = 'builder' | 'lead' | 'apprentice' | 'owner';
type Refused = { error: { code: string; issues: { path: string; message: string }[] } };
type GateAnswer = { gate: string; closed: { by: string; reason: string | null; lacks: { ask: string; places: string[] }[] } | null }; // prettier-ignore
const post = <T = GateAnswer & Refused>(id: string, path: string, body: object | null = {}, who: Who = 'builder') =>
  shop.as(who)<T>('POST', `/api/engines/${id}/${path}`, body ?? undefined);
const close = (id: string, gate: string, body: object = {}, who: Who = 'builder') => post(id, `gates/${gate}`, body, who); // prettier-ignore
const open = (id: string, gate: string, body: object = {}) => post(id, `gates/${gate}/open`, { reason: 'rod bearing', minutes: 90, cost: 2400, ...body }); // prettier-ignore
const read = (id: string, ...readings: object[]) =>
  post<{ saved: { verdict: string }[] }>(id, 'readings', { readings });
const fileOf = async (id: string) =>
  (await shop.as('builder')<EngineFileAnswer>('GET', `/api/engines/${id}/file`)).body;
const sideClearance = (place: string, entered = '0.016') => typed('rod-side-clearance', place, entered, 'in');
const PINS = ['P1', 'P2', 'P3', 'P4'];

describe('closing a gate', () => {
  test('with a check forgotten is refused, the check named; with it, a name is enough', async () => {
    const id = await openEngine(shop);
    await read(id, ...PINS.slice(1).map((pin) => sideClearance(pin)));
    const refused = await close(id, 'pan');
    expect([refused.status, refused.body.error.code]).toEqual([409, 'gate.incomplete']);
    expect(refused.body.error.issues).toEqual([{ path: 'measure:rod-side-clearance', message: 'Rod side clearance not taken: crank pin 1' }]); // prettier-ignore
    expect(closedOf(await fileOf(id), 'pan')).toBeNull();
    await read(id, sideClearance('P1'));
    const closed = await close(id, 'pan', { reason: 'said though nothing was lacking' });
    expect([closed.status, closed.body.closed]).toMatchObject([201, { by: 'builder', reason: null, lacks: [] }]);
    expect((await close(id, 'pan')).body.error.code).toBe('gate.closed');
  });

  test('with something lacking takes a reason, and both stand on the act, in the log, and on the record', async () => {
    const id = await openEngine(shop);
    const closed = await close(id, 'pan', { reason: 'the customer starts tonight' });
    expect(closed.body.closed).toMatchObject({ reason: 'the customer starts tonight', lacks: [{ ask: 'measure:rod-side-clearance', places: PINS }] }); // prettier-ignore
    const { body } = await shop.as('lead')<{ acts: { says: string }[] }>('GET', `/api/acts?engine=${id}`);
    expect(body.acts[0].says).toBe('closed a gate: pan on, with one thing lacking: “the customer starts tonight”');
    await read(id, typed('preload-turns', '1I', '0.5', 'turn'));
    const signed = await post<{ id: string }>(id, 'records', { missing: 'accepted', reason: 'sold as it is' }, 'lead');
    const { payload } = (await shop.as('builder')<{ payload: string }>('GET', `/api/records/${signed.body.id}`)).body;
    const record = JSON.parse(Buffer.from(payload, 'base64url').toString()) as { gates: object[] };
    expect(record.gates).toEqual([expect.objectContaining({ gate: 'pan', closed: expect.objectContaining({ by: 'builder', reason: 'the customer starts tonight' }) })]); // prettier-ignore
  });

  test('a check that this engine makes later is moved with a reason, and stands in the log and on the record', async () => {
    const id = await openEngine(shop);
    const move = (body: object) => post(id, 'check-moves', { ask: 'measure:rod-side-clearance', to: 'front-cover', reason: 'rods come later', ...body }); // prettier-ignore
    expect((await move({ ask: 'measure:lash-hot' })).body.error.code).toBe('check.not-asked');
    expect((await move({ reason: '' })).body.error.issues[0].path).toBe('reason');
    expect((await move({})).status).toBe(201);
    expect((await close(id, 'pan')).body.closed).toMatchObject({ lacks: [] });
    expect((await close(id, 'front-cover')).body.error.issues.map(({ path }) => path)).toContain('measure:rod-side-clearance'); // prettier-ignore
    const { body } = await shop.as('lead')<{ acts: { says: string }[] }>('GET', `/api/acts?engine=${id}`);
    expect(body.acts.map(({ says }) => says).join()).toContain(
      'moved a check: Rod side clearance, now before front cover on',
    );
    await read(id, typed('preload-turns', '1I', '0.5', 'turn'));
    const signed = await post<{ id: string }>(id, 'records', { missing: 'accepted', reason: 'sold as it is' }, 'lead');
    const { payload } = (await shop.as('builder')<{ payload: string }>('GET', `/api/records/${signed.body.id}`)).body;
    const record = JSON.parse(Buffer.from(payload, 'base64url').toString()) as { movedChecks: object[] };
    expect(record.movedChecks).toEqual([expect.objectContaining({ to: 'front-cover', reason: 'rods come later' })]);
  });

  test('sent twice under one id it is closed once; somebody else’s id is refused', async () => {
    const id = await openEngine(shop);
    const act = { id: randomUUID(), reason: 'later' };
    const [first, again] = [await close(id, 'pan', act), await close(id, 'pan', act)];
    expect([again.status, again.body]).toEqual([first.status, first.body]);
    expect((await close(id, 'pan', { ...act, reason: 'other' })).body.error.code).toBe('act.id-taken');
    expect((await close(id, 'pan', act, 'lead')).body.error.code).toBe('act.id-taken');
    expect(actsOf(await fileOf(id), 'gate-closed')).toHaveLength(1);
  });

  test('is nobody’s who looks on, and of no gate that there is not', async () => {
    const id = await openEngine(shop);
    expect((await close(id, 'pan', {}, 'apprentice')).status).toBe(403);
    expect((await close(id, 'garage')).status).toBe(422);
    expect((await close(id, 'pan', { reason: ' ' })).body.error.issues[0].path).toBe('reason');
    expect((await open(id, 'pan')).body.error.code).toBe('gate.open');
    expect((await open(id, 'pan', { minutes: -5 })).body.error.issues[0].path).toBe('minutes');
  });
});

describe('opening it again', () => {
  test('counts hours and money, and what was hidden may be taken again', async () => {
    const id = await openEngine(shop);
    await read(id, ...PINS.map((pin) => sideClearance(pin)));
    await close(id, 'pan');
    const opened = await open(id, 'pan');
    expect([opened.status, opened.body]).toEqual([201, { gate: 'pan', closed: null }]);
    expect(actsOf(await fileOf(id), 'gate-opened')).toMatchObject([{ gate: 'pan', reason: 'rod bearing', minutes: 90, cost: 2400, by: 'builder' }]); // prettier-ignore
    await read(id, sideClearance('P1', '0.006'));
    const refused = await close(id, 'pan');
    expect(refused.body.error.issues[0].message).toBe('One flag open on bottom end: crank pin 1');
  });

  test('a reading that comes all the same is kept: nothing is lost', async () => {
    const id = await openEngine(shop);
    await close(id, 'pan', { reason: 'later' });
    expect((await read(id, sideClearance('P1'))).status).toBe(200);
    expect((await fileOf(id)).readings).toHaveLength(1);
  });
});

describe('handing over', () => {
  test('is the lead’s, and what lacks is told or reasoned', async () => {
    const id = await openEngine(shop);
    expect((await close(id, 'hand-over')).status).toBe(403);
    const refused = await close(id, 'hand-over', {}, 'lead');
    expect(refused.body.error.issues.map(({ path }) => path)).toContain('record:signed');
    expect((await close(id, 'hand-over', { reason: 'goes back unbuilt' }, 'lead')).status).toBe(201);
    const file = await fileOf(id);
    expect(file.engine.life).toBe('handed-over');
    expect(closedOf(file, 'hand-over')).toMatchObject({ by: 'lead', reason: 'goes back unbuilt' });
    expect(closedOf(file, 'hand-over')!.lacks.map(({ ask }) => ask)).toContain('gate:pan');
    expect((await close(id, 'hand-over', { reason: 'twice' }, 'lead')).body.error.code).toBe('engine.life-same');
    expect((await post(id, 'gates/hand-over/open', { reason: 'came back', minutes: 0 })).body).toEqual({ gate: 'hand-over', closed: null }); // prettier-ignore
  });

  test('by the engine’s life says what lacked, too', async () => {
    const id = await openEngine(shop);
    await post(id, 'life', { life: 'handed-over', reason: 'collected' }, 'lead');
    expect(closedOf(await fileOf(id), 'hand-over')!.lacks.length).toBeGreaterThan(3);
  });
});

describe('no gate closes silently with a required check missing', () => {
  test('by any order of acts', async () => {
    const random = chance(9);
    const upTo = (count: number) => Math.floor(random() * count);
    for (let round = 0; round < 6; round++) {
      const id = await openEngine(shop);
      const taken = new Set<string>();
      const lackedAtClosing: string[][] = [];
      for (let turn = 0; turn < 14; turn++) {
        const what = upTo(4);
        if (what < 2) {
          const pin = PINS[upTo(4)];
          await read(id, sideClearance(pin));
          taken.add(pin);
        } else if (what === 2) {
          const closed = await close(id, 'pan', random() < 0.3 ? { reason: 'in a hurry' } : {});
          if (closed.status === 201) lackedAtClosing.push(PINS.filter((pin) => !taken.has(pin)));
        } else await open(id, 'pan');
      }
      const closings = actsOf(await fileOf(id), 'gate-closed');
      expect(closings.map(({ lacks }) => lacks.flatMap(({ places }) => places))).toEqual(lackedAtClosing);
      expect(closings.map(({ reason }) => reason !== null)).toEqual(lackedAtClosing.map((lacked) => lacked.length > 0));
    }
  });

  test('from two devices at once: one closes, the other is told that it is closed', async () => {
    const id = await openEngine(shop);
    await read(id, ...PINS.map((pin) => sideClearance(pin)));
    const both = await Promise.all([close(id, 'pan'), close(id, 'pan', {}, 'lead'), close(id, 'pan', {}, 'owner')]);
    expect(both.map(({ status }) => status).sort()).toEqual([201, 409, 409]);
    expect(actsOf(await fileOf(id), 'gate-closed')).toHaveLength(1);
  });

  test('while another device files a value that is out: closed before it, or refused with it', async () => {
    for (let round = 0; round < 5; round++) {
      const id = await openEngine(shop);
      await read(id, ...PINS.map((pin) => sideClearance(pin)));
      const [closed] = await Promise.all([close(id, 'pan'), read(id, sideClearance('P1', '0.006'))]);
      const file = await fileOf(id);
      const [act] = actsOf(file, 'gate-closed');
      const wrong = file.readings.findIndex(({ entered }) => entered === '0.006');
      expect(wrong).toBe(4);
      if (closed.status === 201) expect(act.at <= file.readings[wrong].receivedAt).toBe(true);
      else expect([closed.body.error.code, act]).toEqual(['gate.incomplete', undefined]);
    }
  });
});

describe('what this shop usually forgets', () => {
  test('is told from its own closings', async () => {
    const other = await openTestShop();
    try {
      const forgotten = async () => (await other.as('builder')<{ forgotten: object[] }>('GET', '/api/forgotten')).body.forgotten; // prettier-ignore
      const closeIn = (id: string) => other.as('builder')('POST', `/api/engines/${id}/gates/pan`, { reason: 'later' });
      await closeIn(await openEngine(other));
      expect(await forgotten()).toEqual([]);
      await closeIn(await openEngine(other));
      expect(await forgotten()).toEqual([{ measure: 'rod-side-clearance', times: 2, of: 2 }]);
      expect((await other.as('apprentice')('GET', '/api/forgotten')).status).toBe(403);
    } finally {
      await other.close();
    }
  });
});

describe('how a group is tightened', () => {
  const plan = (more: object = {}) => ({
    group: 'heads-1', title: 'Head, left', fastened: 'heads', count: 4, pattern: 'rows', rows: 2, order: [1, 3, 2, 4],
    steps: [{ kind: 'torque', target: { value: 65, unit: 'lbft' } }], source: 'the maker’s card', isReused: false, ...more,
  }); // prettier-ignore

  test('gives the engine its places, where each pull is read by pass', async () => {
    const id = await openEngine(shop);
    const pull = (place: string) => ({ ...typed('torque', place, '65', 'lbft'), at: { by: 'pass', value: 1 } });
    expect((await read(id, pull('F:heads-1:1'))).status).toBe(422);
    expect((await post<{ kind: string }>(id, 'papers/tightening', plan())).status).toBe(201);
    expect((await read(id, ...['1', '2', '3', '4'].map((nth) => pull(`F:heads-1:${nth}`)))).status).toBe(200);
    expect((await read(id, pull('F:heads-1:5'))).status).toBe(422);
    const file = await fileOf(id);
    expect(placesOf(file.engine, 'fastener')).toEqual(['F:heads-1:1', 'F:heads-1:2', 'F:heads-1:3', 'F:heads-1:4']);
    expect(file.papers.map(({ kind }) => kind)).toEqual(['tightening', 'engine']);
    // The same plan with another lubricant changes nothing of the engine.
    await post(id, 'papers/tightening', plan({ lubricant: 'moly' }));
    expect((await fileOf(id)).papers.map(({ kind }) => kind)).toEqual(['tightening', 'engine', 'tightening']);
  });

  test('is refused by the field that cannot be', async () => {
    const id = await openEngine(shop);
    const wrong = await post(id, 'papers/tightening', plan({ order: [1, 2] }));
    expect([wrong.status, wrong.body.error.issues[0].path]).toEqual([422, 'order']);
    const unit = await post(id, 'papers/tightening', plan({ steps: [{ kind: 'torque', target: { value: 65, unit: 'deg' } }] })); // prettier-ignore
    expect(unit.body.error.issues[0].path).toBe('steps.0.target');
  });
});

describe('beside the path', () => {
  test('what lies on the bench is ticked, and what the customer was told is kept, on no record', async () => {
    const id = await openEngine(shop);
    await post(id, 'on-bench', { stage: 'mock-up', item: 'checking springs', isThere: true });
    await post(id, 'told', { how: 'phone', says: 'Ready a week later: pushrods.', promised: '2026-12-01', expected: '2026-12-08' }, 'lead'); // prettier-ignore
    const file = await fileOf(id);
    expect(actsOf(file, 'on-bench')).toMatchObject([{ stage: 'mock-up', item: 'checking springs', isThere: true, by: 'builder' }]); // prettier-ignore
    expect(actsOf(file, 'told')).toMatchObject([{ how: 'phone', expected: '2026-12-08', by: 'lead' }]);
    expect((await post(id, 'told', { how: 'shouting', says: 'x' })).body.error.issues[0].path).toBe('how');
    const { body } = await shop.as('lead')<{ acts: { says: string }[] }>('GET', `/api/acts?engine=${id}`);
    expect(body.acts.slice(0, 2).map(({ says }) => says)).toEqual(['told the customer by phone: “Ready a week later: pushrods.”', 'has on the bench for mock-up: checking springs']); // prettier-ignore
  });
});
