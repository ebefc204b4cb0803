import { randomUUID } from 'node:crypto';
import type { EngineSummary } from '../../contracts/engine.js';
import type { SpecSet } from '../../core/plan/spec-sets.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
let engine: string;
const DAY = '2026-11-24';

type Due = { tag: string; what: string; on: string; engineId: string };
const due = async () => (await shop.as('builder')<{ due: Due[] }>('GET', '/api/due')).body.due;
const file = (id: string, kind: string, body: object) => shop.as('builder')('POST', `/api/engines/${id}/papers/${kind}`, body); // prettier-ignore
const calendar = async (path: string) => {
  const { status, headers, body } = await shop.as('stranger')('GET', path);
  return { status, type: headers.get('content-type'), text: body as unknown as string };
};
/** Long lines of a calendar are folded: RFC 5545, 3.1. */
const unfolded = (text: string) => text.replace(/\r\n[ \t]/g, '');

beforeAll(async () => {
  shop = await openTestShop();
  const { body } = await shop.as('owner')<{ specSets: SpecSet[] }>('GET', '/api/spec-sets');
  const set = body.specSets.find(({ id }) => id === 'hydroplane-hydraulic')!;
  const { version, issued, ...rest } = set;
  const rechecks = [
    { what: 'Lifter preload', every: 6, count: 'nights', bands: [{ overRpm: 6800, factor: 0.5 }] },
    { what: 'Valve springs, 2 sets', every: 12, count: 'nights', bands: [] },
  ];
  await shop.as('owner')('POST', '/api/spec-sets', { ...rest, after: version, reason: 'We tell them when', practice: { ...set.practice, rechecks } }); // prettier-ignore
  engine = await openEngine(shop, { specSet: 'hydroplane-hydraulic' });
});
afterAll(() => shop.close());

describe('what is looked at again', () => {
  test('nothing is due of an engine on the bench; handed over, and told how it is run, it is', async () => {
    expect(await due()).toEqual([]);
    await shop.as('lead')('POST', `/api/engines/${engine}/life`, { life: 'handed-over', reason: 'to its owner' });
    expect(await due()).toEqual([]);
    await file(engine, 'running', { on: DAY, total: { nights: 2 }, perWeek: { nights: 2 } });
    expect((await due()).map(({ what, on }) => [what, on])).toEqual([['Lifter preload', '2026-12-08']]);
    await file(engine, 'running', { on: DAY, total: { nights: 2 }, perWeek: { nights: 2 }, highestRpm: 7000 });
    expect((await due())[0]).toMatchObject({ what: 'Lifter preload', on: '2026-11-28', engineId: engine });
  });

  test('it stands on the floor with its engine', async () => {
    const { body } = await shop.as('builder')<{ engines: EngineSummary[] }>('GET', '/api/engines?life=handed-over');
    expect(body.engines[0].due[0]).toMatchObject({ what: 'Lifter preload', on: '2026-11-28' });
  });

  test('what was looked at counts anew, and its readings stand beside those of the build', async () => {
    const occasion = { occasion: 'recheck-1', kind: 'recheck', on: DAY, looked: ['Lifter preload'] };
    expect((await file(engine, 'occasion', occasion)).status).toBe(201);
    expect((await due()).map(({ what, on }) => [what, on])).toEqual([['Lifter preload', '2026-12-05']]);
    const turns = [typed('preload-turns', '1I', '0.5', 'turn'), { ...typed('preload-turns', '1I', '0.25', 'turn'), occasion: 'recheck-1' }]; // prettier-ignore
    await shop.as('builder')('POST', `/api/engines/${engine}/readings`, { readings: turns });
    const { body } = await shop.as('builder')<{ measures: { measure: string; occasion?: string; entered: string }[] }>('GET', `/api/engines/${engine}/sheet`); // prettier-ignore
    const rows = body.measures.filter(({ measure }) => measure === 'preload-turns');
    expect(rows.map(({ occasion: of, entered }) => [of, entered])).toEqual([[undefined, '0.5'], ['recheck-1', '0.25']]); // prettier-ignore
  });

  test.each([
    ['running', { on: '2026-02-30', total: {}, perWeek: {} }, 'on'],
    ['running', { on: DAY, total: { nights: -1 }, perWeek: {} }, 'total.nights'],
    ['occasion', { occasion: 'First Heat', kind: 'first-heat', on: DAY, looked: [] }, 'occasion'],
    ['occasion', { occasion: 'x', kind: 'party', on: DAY, looked: [] }, 'kind'],
  ])('%s refuses %j, and names the field', async (kind, body, field) => {
    const refused = await file(engine, kind, body);
    expect([refused.status, refused.body.error.issues[0].path]).toEqual([422, field]);
  });
});

describe('the calendar', () => {
  test('there is none until the owner makes its address; then whoever has the address reads it', async () => {
    expect((await shop.as('lead')('GET', '/api/calendar')).body).toEqual({ path: null, madeAt: null, madeBy: null });
    expect((await shop.as('lead')('POST', '/api/calendar')).status).toBe(403);
    const { status, body } = await shop.as('owner')<{ path: string }>('POST', '/api/calendar');
    expect([status, body.path]).toEqual([201, expect.stringMatching(/^\/api\/calendar\/[\w-]{32}\.ics$/)]);
    const read = await calendar(body.path);
    expect([read.status, read.type]).toEqual([200, 'text/calendar; charset=utf-8']);
    const lines = unfolded(read.text).split('\r\n');
    expect(lines[0]).toBe('BEGIN:VCALENDAR');
    expect(lines.filter((line) => line === 'BEGIN:VEVENT')).toHaveLength(2);
    expect(lines).toContain('DTSTART;VALUE=DATE:20261205');
    expect(lines).toContain('DTEND;VALUE=DATE:20261206');
    // What parts words in a calendar is no part of the words.
    expect(lines.some((line) => /^SUMMARY:T-\d+: Valve springs\\, 2 sets$/.test(line))).toBe(true);
    expect(read.text.split('\r\n').every((line) => Buffer.byteLength(line) <= 75)).toBe(true);
  });

  test('what is due keeps its id when its day moves: a calendar moves it and does not add another', async () => {
    const { body } = await shop.as('lead')<{ path: string }>('GET', '/api/calendar');
    const uids = async () => [...unfolded((await calendar(body.path)).text).matchAll(/^UID:(.*)$/gm)].map(([, uid]) => uid).sort(); // prettier-ignore
    const before = await uids();
    expect(new Set(before).size).toBe(2);
    await file(engine, 'running', { on: '2026-11-25', total: { nights: 3 }, perWeek: { nights: 1 } });
    expect(await uids()).toEqual(before);
  });

  test('with another address the former one leads nowhere, and neither stands in the log', async () => {
    const { body: former } = await shop.as('lead')<{ path: string }>('GET', '/api/calendar');
    const { body: other } = await shop.as('owner')<{ path: string }>('POST', '/api/calendar');
    expect(other.path).not.toBe(former.path);
    expect((await calendar(former.path)).status).toBe(404);
    expect((await calendar(other.path)).status).toBe(200);
    const { body } = await shop.as('lead')<{ acts: { says: string }[] }>('GET', '/api/acts');
    expect(body.acts[0].says).toBe('made a new address for the shop’s calendar');
    expect(JSON.stringify(body)).not.toContain(other.path.slice(14, 30));
  });

  test.each(['x.ics', `${randomUUID()}.ics`, '.ics', 'calendar'])('%s is no address', async (name) => {
    expect((await calendar(`/api/calendar/${name}`)).status).toBe(404);
  });
});
