import { connect } from 'node:net';
import { sendRaw, sendWith } from '../test-requests.js';
import { openEngine, openTestShop, TEST_PIN, type TestShop } from '../test-shop.js';

/** Somebody on the network, without a session: what he is refused, and what is done in nobody's name. */

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop(null, { proxies: ['127.0.0.1'] });
});
afterAll(() => shop.close());

const port = () => Number(new URL(shop.url).port);
const send = (method: string, path: string, headers: Record<string, string>, body?: string) =>
  sendWith(port(), [method, path], headers, body);

describe('is refused in one shape, with the same headers, whatever is sent', () => {
  const shaped = (said: string, status: number, code: string) => {
    const [head, body] = said.split('\r\n\r\n');
    expect(head).toMatch(new RegExp(`^HTTP/1.1 ${status} `));
    expect(head.toLowerCase()).toContain('content-security-policy: default-src');
    expect(head.toLowerCase()).toContain('x-content-type-options: nosniff');
    expect(JSON.parse(body)).toEqual({ error: { code, message: expect.any(String), issues: [] } });
  };
  const long = 'x'.repeat(3_000);
  test.each([
    ['an id that is no text', 400, 'request.malformed', 'GET /api/engines/%ff HTTP/1.1\r\nhost: x\r\nconnection: close\r\n\r\n'],
    ['an id without end', 414, 'request.address-too-long', `GET /api/engines/${long} HTTP/1.1\r\nhost: x\r\nconnection: close\r\n\r\n`],
    ['what it expects and nobody does', 417, 'request.expectation', 'POST /api/session HTTP/1.1\r\nhost: x\r\nexpect: a-miracle\r\ncontent-length: 2\r\n\r\n{}'],
    ['headers without end', 431, 'request.headers-too-large', `GET / HTTP/1.1\r\nhost: x\r\ncookie: ${'y'.repeat(60_000)}\r\n\r\n`],
    ['no HTTP at all', 400, 'request.malformed', 'HELLO\r\n\r\n'],
    ['a wrong length', 400, 'request.malformed', 'POST /api/session HTTP/1.1\r\nhost: x\r\ncontent-length: many\r\n\r\n{}'],
  ])('%s', async (_, status, code, text) => shaped(await sendRaw(port(), [text]), status, code)); // prettier-ignore

  test('a body that is cut off', async () => {
    const said = await new Promise<string>((resolve) => {
      const socket = connect({ port: port(), host: '127.0.0.1', allowHalfOpen: true });
      let all = '';
      socket.on('data', (chunk) => (all += chunk.toString()));
      socket.on('close', () => resolve(all));
      socket.write(
        'POST /api/session HTTP/1.1\r\nhost: x\r\ncontent-type: application/json\r\ncontent-length: 100\r\n\r\n{"hand',
      );
      socket.end();
    });
    shaped(said, 400, 'request.cut-off');
  });

  test('answers are packed where that is worth it, and never kept by anybody between', async () => {
    const { headers } = await shop.as('builder')('GET', '/api/layouts');
    expect([headers.get('content-encoding'), headers.get('cache-control')]).toEqual(['gzip', 'no-store']);
    const id = await openEngine(shop);
    for (const path of ['readings.csv', 'export.json'])
      expect((await shop.as('builder')('GET', `/api/engines/${id}/${path}`)).headers.get('cache-control')).toBe(
        'no-store',
      );
    expect((await shop.as('stranger')('POST', '/api/session', { handle: 'builder', pin: TEST_PIN })).headers.get('cache-control')).toBe('no-store'); // prettier-ignore
  });
});

describe('does nothing in somebody’s name', () => {
  let cookie: string;
  let id: string;
  beforeAll(async () => {
    const { headers } = await shop.as('stranger')('POST', '/api/session', { handle: 'lead', pin: TEST_PIN });
    cookie = headers.get('set-cookie')!.split(';')[0];
    id = await openEngine(shop);
  });

  test.each([
    ['another port of the same host', { 'sec-fetch-site': 'same-site', origin: 'http://127.0.0.1:9999' }],
    ['another host', { 'sec-fetch-site': 'cross-site', origin: 'http://elsewhere.test' }],
    ['a browser on plain http, which says only the origin', { origin: 'http://127.0.0.1:9999' }],
    ['a page without an origin', { origin: 'null' }],
  ])('from a page of %s', async (_, from) => {
    const answer = await send('POST', `/api/engines/${id}/records`, { cookie, ...from } as Record<string, string>);
    expect([answer.status, answer.body.error.code]).toEqual([403, 'request.from-elsewhere']);
    const { body } = await shop.as('lead')<{ records: object[] }>('GET', `/api/engines/${id}/records`);
    expect(body.records).toEqual([]);
  });

  test('while the shop’s own page and a program with its token are let in', async () => {
    const own = { cookie, origin: shop.url, 'content-type': 'application/json' };
    expect((await send('POST', `/api/engines/${id}/cautions`, own, '{"stage":"setting"}')).status).toBe(200);
    const same = { cookie, 'sec-fetch-site': 'same-origin', 'content-type': 'application/json' };
    expect((await send('POST', `/api/engines/${id}/cautions`, same, '{"stage":"setting"}')).status).toBe(200);
  });

  test('and behind a proxy that speaks https the cookie never goes without it', async () => {
    const body = JSON.stringify({ handle: 'lead', pin: TEST_PIN });
    const json = { 'content-type': 'application/json' };
    const secure = await send('POST', '/api/session', { ...json, 'x-forwarded-proto': 'https' }, body);
    const plain = await send('POST', '/api/session', json, body);
    for (const one of secure.headers['set-cookie'] as string[]) expect(one).toMatch(/; Secure/);
    for (const one of plain.headers['set-cookie'] as string[]) expect(one).not.toMatch(/; Secure/);
  });
});

test('the document of the API tells who may ask, how one shows it, and the shape of every refusal', async () => {
  const { body } = await shop.as('stranger')<{
    components: { securitySchemes: object };
    paths: Record<string, Record<string, { security: object[]; responses: Record<string, { content?: object }> }>>;
  }>('GET', '/api/openapi.json');
  expect(Object.keys(body.components.securitySchemes)).toEqual(['cookie', 'bearer']);
  for (const [path, methods] of Object.entries(body.paths))
    for (const operation of Object.values(methods)) {
      expect([path, JSON.stringify(operation.responses.default)]).toEqual([
        path,
        expect.stringContaining('issueCount'),
      ]);
      expect(operation.security).toBeDefined();
    }
  expect(body.paths['/api/engines/{id}/records'].post.security).toEqual([{ cookie: [] }, { bearer: [] }]);
  expect(body.paths['/api/verify'].post.security).toEqual([]);
});
