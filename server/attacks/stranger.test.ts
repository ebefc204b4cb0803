import { request as httpRequest } from 'node:http';
import { connect } from 'node:net';
import { z } from 'zod';
import { API, type ApiRow } from '../../contracts/api.js';
import { CALCULATORS } from '../../contracts/calc.js';
import type { ErrorBody } from '../../contracts/errors.js';
import { PAPER_KINDS } from '../../contracts/papers/papers.js';
import type { VerifyAnswer } from '../../contracts/record.js';
import { lobeFromCard } from '../../core/cam/lobe-from-card.js';
import { buildApp } from '../app.js';
import { TRIES } from '../services/sessions.js';
import { openEngine, openTestShop, TEST_PIN, typed, type TestShop } from '../test-shop.js';
import { Workers } from '../work/workers.js';

/** Somebody on the network, without a session. */

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop(null, { proxies: ['127.0.0.1'] });
});
afterAll(() => shop.close());

const port = () => Number(new URL(shop.url).port);
const verify = async (file: string | Buffer) =>
  (await shop.as('stranger')<VerifyAnswer>('POST', '/api/verify', Buffer.from(file))).body;
/** Whether the server answers somebody else before `work` is answered. */
async function answersMeanwhile(work: Promise<unknown>): Promise<boolean> {
  let done = false;
  void work.then(() => (done = true));
  for (let turn = 0; turn < 3; turn++) await shop.as('builder')('GET', '/api/engines');
  return !done;
}
/** Sends bytes as they are and answers all that comes back until the connection ends. */
function raw(parts: string[], to = port()): Promise<string> {
  return new Promise((resolve) => {
    const socket = connect(to, '127.0.0.1');
    let said = '';
    socket.on('data', (chunk) => (said += chunk.toString()));
    socket.on('error', () => {});
    socket.on('close', () => resolve(said));
    for (const part of parts) socket.write(part);
  });
}
interface Sent {
  status: number;
  headers: Record<string, string | string[] | undefined>;
  body: ErrorBody & Record<string, unknown>;
}
/** A request with any header, also such as only browsers may send. */
function send(method: string, path: string, headers: Record<string, string>, body?: string): Promise<Sent> {
  return new Promise((resolve, reject) => {
    const asked = httpRequest({ port: port(), host: '127.0.0.1', method, path, headers }, (answer) => {
      let text = '';
      answer.on('data', (chunk) => (text += chunk));
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, body: text ? JSON.parse(text) : null })); // prettier-ignore
    });
    asked.on('error', reject);
    asked.end(body);
  });
}

describe('cannot hold the server', () => {
  test('with a signature of endless zeros', async () => {
    const zeros = `%PDF-1.7\n1 0 obj\n<< /Type /Sig /ByteRange [0 10 20 30] /Contents <${'00'.repeat(400_000)}01> >>\n`;
    for (const file of [
      zeros,
      `${zeros}startxref\n9\n%%EOF`,
      `%PDF-${'startxref '.repeat(90_000)}`,
      `%PDF-1.7\n${'<<'.repeat(400_000)}\nstartxref\n9`,
    ])
      expect(await verify(file)).toMatchObject({ valid: false, kind: 'pdf' });
  });

  test('with tables that lead in a circle, or claim more than the file holds', async () => {
    const circle = 'xref\n0 0\ntrailer\n<< /Prev 9 >>\nstartxref\n9\n%%EOF';
    const more = 'xref\n0 9999999999\ntrailer\n<< >>\nstartxref\n9\n%%EOF';
    for (const text of [circle, more]) expect(await verify(`%PDF-1.7\n${text}`)).toMatchObject({ valid: false });
  });

  test('with a lobe of the most points: others are answered meanwhile', async () => {
    const { points } = lobeFromCard({ lobeLift: 0.341, durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 226 }], centreline: 106, step: 0.05 }); // prettier-ignore
    const lobes = Array.from({ length: 8 }, () => shop.as('stranger')('POST', '/api/calc/lobe-analyse', { points }));
    const work = Promise.all(lobes);
    expect(await answersMeanwhile(work)).toBe(true);
    for (const { status } of await work) expect(status).toBe(200);
  });

  test('what takes too long is stopped and told, the queue has an end, and the next is answered', async () => {
    const workers = new Workers({ calculate: 300 });
    const patient = new Workers({ calculate: 120_000 });
    const { points } = lobeFromCard({ lobeLift: 0.341, durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 226 }], centreline: 106, step: 0.05 }); // prettier-ignore
    const lobe = { unit: 'in', points, measuredAt: 'lobe' };
    const asked = Array.from({ length: 60 }, () =>
      workers.run('strangers', 'calculate', { name: 'lobe-analyse', input: lobe }).then(
        () => 'done',
        (error) => error.code as string,
      ),
    );
    const told = await Promise.all(asked);
    expect(told).toContain('work.too-long');
    expect(told).toContain('server.busy');
    expect(await patient.run('shop', 'calculate', { name: 'lobe-analyse', input: lobe })).toMatchObject({ ok: true });
    await Promise.all([workers.close(), patient.close()]);
  });

  test('with a megabyte of wrong entries: fifty are named, and how many there are is said', async () => {
    const wrong = Array.from({ length: 120_000 }, () => -1);
    for (const [path, body] of [
      ['/api/engines', { tag: 'X', title: 'x', customer: 'x', layout: 'custom', firingOrder: wrong }],
      ['/api/engines', { tag: 'X', title: 'x', customer: 'x', layout: 'custom', pins: [wrong], banks: wrong }],
    ] as const) {
      const answer = await shop.as('builder')('POST', path, body);
      expect([answer.status, answer.body.error.code]).toEqual([422, 'request.invalid']);
      expect(answer.body.error.issues.length).toBeLessThanOrEqual(50);
      expect(JSON.stringify(answer.body).length).toBeLessThan(10_000);
    }
    const card = { lobeLift: 0.3, durations: wrong, centreline: 106 };
    const refused = await shop.as('stranger')('POST', '/api/calc/lobe-from-card', card);
    expect(refused.body.error.issues).toEqual([{ path: 'durations', message: expect.stringContaining('at most 2') }]);
    const sweep = { points: Array.from({ length: 8_000 }, () => ['x', 'y']) };
    const { body } = await shop.as('stranger')('POST', '/api/calc/lobe-analyse', sweep);
    expect(body.error).toMatchObject({ code: 'request.invalid', issueCount: 16_000 });
    expect(body.error.issues).toHaveLength(50);
  });

  test('because every list that may be sent has an end', () => {
    const schemas: [string, z.ZodType][] = [
      ...Object.entries(API as Record<string, ApiRow>).flatMap(([key, { body, query, params }]) =>
        [body, query, params].flatMap((schema): [string, z.ZodType][] => (schema ? [[key, schema]] : [])),
      ),
      ...CALCULATORS.map(({ name, input }): [string, z.ZodType] => [name, input]),
      ...PAPER_KINDS.map(({ kind, schema }): [string, z.ZodType] => [kind, schema]),
    ];
    const endless: string[] = [];
    const walk = (key: string, schema: unknown): void => {
      if (typeof schema !== 'object' || schema === null) return;
      const { type, maxItems, prefixItems } = schema as { type?: string; maxItems?: number; prefixItems?: unknown[] };
      if (type === 'array' && maxItems === undefined && prefixItems === undefined) endless.push(key);
      Object.values(schema).forEach((part) => walk(key, part));
    };
    for (const [key, schema] of schemas) walk(key, z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' }));
    expect(endless).toEqual([]);
  });

  test('with a request that drips, or a head that never ends', async () => {
    const app = await buildApp({
      context: shop.context,
      dataFolder: shop.folder,
      version: 'test',
      patience: { headers: 400, request: 800, silence: 60_000, looking: 100 },
    });
    const address = await app.listen({ port: 0, host: '127.0.0.1' });
    const head =
      'POST /api/verify HTTP/1.1\r\nhost: x\r\ncontent-type: application/pdf\r\ncontent-length: 1000\r\n\r\n';
    for (const parts of [['GET /api/health HTTP/1.1\r\nhost: x\r\n'], [head, 'a']]) {
      const said = await raw(parts, Number(new URL(address).port));
      expect(said).toMatch(/^HTTP\/1.1 408 /);
      expect(said).toContain('"request.too-slow"');
    }
    await app.close();
  });

  test('with a hundred sign-ins at once: a builder’s number is taken before they are through', async () => {
    const id = await openEngine(shop);
    const tries = Promise.all(
      Array.from({ length: 100 }, (_, index) =>
        send('POST', '/api/session', { 'content-type': 'application/json', 'x-forwarded-for': `198.51.100.${index}` }, JSON.stringify({ handle: 'lead', pin: '000000' })),
      ),
    ); // prettier-ignore
    let through = false;
    void tries.then(() => (through = true));
    const { status } = await shop.as('builder')('POST', `/api/engines/${id}/readings`, { readings: [typed('preload-turns', '1I', '0.5', 'turn')] }); // prettier-ignore
    expect([status, through]).toEqual([200, false]);
    const answers = (await tries).map(({ body }) => body.error.code);
    expect(new Set(answers)).toEqual(new Set(['session.wrong-pin', 'server.busy']));
    shop.clock.at = new Date(shop.clock.at.getTime() + 11 * 60_000);
  });
});

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
  ])('%s', async (_, status, code, text) => shaped(await raw([text]), status, code)); // prettier-ignore

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

describe('shuts nobody out by guessing', () => {
  const signIn = (pin: string, address: string, cookie = '') =>
    send('POST', '/api/session', { 'content-type': 'application/json', 'x-forwarded-for': address, ...(cookie ? { cookie } : {}) }, JSON.stringify({ handle: 'builder', pin })); // prettier-ignore
  const deviceOf = ({ headers }: Sent) =>
    (headers['set-cookie'] as string[]).find((one) => one.startsWith('utex_device'))!.split(';')[0];

  test('five wrong PINs from one address stop that address, not the builder at his bench or at another', async () => {
    const device = deviceOf(await signIn(TEST_PIN, '192.0.2.1'));
    for (let turn = 0; turn < TRIES.each; turn++) expect((await signIn('111111', '192.0.2.66')).status).toBe(401);
    expect((await signIn(TEST_PIN, '192.0.2.66')).body.error.code).toBe('session.too-many-tries');
    expect((await signIn(TEST_PIN, '192.0.2.2')).status).toBe(200);
    expect((await signIn(TEST_PIN, '192.0.2.66', device)).status).toBe(200);
  });

  test('guessing from everywhere stops everywhere, but for the devices that the person has used', async () => {
    const device = deviceOf(await signIn(TEST_PIN, '192.0.2.1'));
    for (let turn = 0; turn < TRIES.person; turn++) await signIn('111111', `203.0.113.${turn}`);
    expect((await signIn(TEST_PIN, '192.0.2.9')).body.error.code).toBe('session.too-many-tries');
    expect((await signIn(TEST_PIN, '203.0.113.1', device)).status).toBe(200);
    const other = `utex_device=${'A'.repeat(43)}`;
    expect((await signIn(TEST_PIN, '192.0.2.9', other)).body.error.code).toBe('session.too-many-tries');
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
