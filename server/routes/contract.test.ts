import { randomUUID } from 'node:crypto';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
let engine: string;
beforeAll(async () => {
  shop = await openTestShop();
  engine = await openEngine(shop);
});
afterAll(() => shop.close());

/** Everything under an engine's address, with a body that would be taken. */
const UNDER_ENGINE = (
  [
    ['GET', ''],
    ['GET', '/readings'],
    ['GET', '/sheet'],
    ['GET', '/dispositions'],
    ['GET', '/cautions'],
    ['GET', '/cam-card'],
    ['GET', '/sweeps'],
    ['GET', '/records'],
    ['GET', '/readings.csv'],
    ['GET', '/export.json'],
    ['POST', '/readings', { readings: [typed('preload-turns', '1I', '0.5', 'turn')] }],
    ['POST', '/cautions', { stage: 'setting' }],
    ['POST', '/cam-card', { unit: 'in', checkAt: 'lobe', checkLift: 0.05 }],
    ['POST', '/dispositions', { measure: 'preload-turns', place: '1I', action: 'reworked', reason: 'because' }],
    ['POST', '/sweeps', { place: '1I', points: [] }],
    ['POST', '/records', { missing: 'accepted', reason: 'because' }],
  ] as [string, string, object?][]
).map(([method, path, body]) => ({ method, path, body }));
const writes = UNDER_ENGINE.filter(({ method }) => method === 'POST');

test.each(UNDER_ENGINE)('a stranger is asked to sign in: $method $path', async ({ method, path, body }) => {
  const answer = await shop.as('stranger')(method, `/api/engines/${engine}${path}`, body);
  expect([answer.status, answer.body.error.code]).toEqual([401, 'session.missing']);
});

test.each(writes)('an apprentice changes nothing: $method $path', async ({ method, path, body }) => {
  const answer = await shop.as('apprentice')(method, `/api/engines/${engine}${path}`, body);
  expect([answer.status, answer.body.error.code]).toEqual([403, 'role.not-allowed']);
});

test.each(UNDER_ENGINE)('an engine that is not there is 404: $method $path', async ({ method, path, body }) => {
  const answer = await shop.as('owner')(method, `/api/engines/${randomUUID()}${path}`, body);
  expect([answer.status, answer.body.error.code]).toEqual([404, 'engine.not-found']);
});

test.each(writes)(
  'a body that is not as it must be is refused by its fields: $method $path',
  async ({ method, path }) => {
    const answer = await shop.as('owner')(method, `/api/engines/${engine}${path}`, { nonsense: 1, missing: 'maybe' });
    expect([answer.status, answer.body.error.code]).toEqual([422, 'request.invalid']);
    expect(answer.body.error.issues.length).toBeGreaterThan(0);
    for (const { path: field, message } of answer.body.error.issues) {
      expect(typeof field).toBe('string');
      expect(message.length).toBeGreaterThan(3);
    }
  },
);

test.each(['record.json', 'record.pdf'])('a record that is not there is 404: %s', async (file) => {
  for (const id of [randomUUID(), 'nonsense'])
    expect((await shop.as('lead')('GET', `/api/records/${id}/${file}`)).body.error.code).toBe('record.not-found');
  expect((await shop.as('stranger')('GET', `/api/records/${randomUUID()}/${file}`)).status).toBe(401);
});

test('a fingerprint that is none is refused by its field', async () => {
  const answer = await shop.as('stranger')('GET', '/api/verify/xyz');
  expect([answer.status, answer.body.error.issues[0].path]).toEqual([422, 'fingerprint']);
});

test('a floor page that is none is refused by its field; one behind the last is empty, and says how many there are', async () => {
  for (const page of ['0', '-1', 'x', '1.5']) {
    const answer = await shop.as('lead')('GET', `/api/engines?page=${page}`);
    expect([answer.status, answer.body.error.issues[0].path]).toEqual([422, 'page']);
  }
  type Page = { engines: object[]; total: number; pages: number };
  for (const search of ['', '&search=fenwater', '&life=in-work', '&search=fenwater&life=in-work']) {
    const { body: first } = await shop.as('lead')<Page>('GET', `/api/engines?page=1${search}`);
    const { body: far } = await shop.as('lead')<Page>('GET', `/api/engines?page=99${search}`);
    expect(first.engines).toHaveLength(first.total);
    expect(first.total).toBeGreaterThan(0);
    expect(far).toMatchObject({ engines: [], total: first.total, pages: first.pages });
  }
  const { body: none } = await shop.as('lead')<Page>('GET', '/api/engines?search=nobody%20is%20called%20so');
  expect(none).toMatchObject({ engines: [], total: 0, pages: 1 });
});

test('content of a kind that an address does not take is told so', async () => {
  const answer = await fetch(`${shop.url}/api/session`, { method: 'POST', headers: { 'content-type': 'application/xml' }, body: '<hi/>' }); // prettier-ignore
  expect(answer.status).toBe(415);
  expect((await answer.json()).error.code).toBe('request.media-type');
});

test('five hundred readings go in one batch, one more is refused', async () => {
  const many = (count: number) => ({
    readings: Array.from({ length: count }, () => typed('preload-turns', '1I', '0.5', 'turn')),
  });
  const id = await openEngine(shop);
  expect((await shop.as('builder')('POST', `/api/engines/${id}/readings`, many(501))).body.error.issues[0].path).toBe(
    'readings',
  );
  const taken = await shop.as('builder')<{ saved: object[] }>('POST', `/api/engines/${id}/readings`, many(500));
  expect([taken.status, taken.body.saved.length]).toEqual([200, 500]);
});
