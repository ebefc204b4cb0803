import { z } from 'zod';
import { API, type ApiRow } from '../../contracts/api.js';
import { CALCULATORS } from '../../contracts/calc.js';
import { PAPER_KINDS } from '../../contracts/papers/papers.js';
import type { VerifyAnswer } from '../../contracts/record.js';
import { lobeFromCard } from '../../core/cam/lobe-from-card.js';
import { buildApp } from '../app.js';
import { sendRaw, sendWith } from '../test-requests.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';
import { Workers } from '../work/workers.js';

/** Somebody on the network, without a session, who sends more than anybody would. */

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
      const said = await sendRaw(Number(new URL(address).port), parts);
      expect(said).toMatch(/^HTTP\/1.1 408 /);
      expect(said).toContain('"request.too-slow"');
    }
    await app.close();
  });

  test('with a hundred sign-ins at once: a builder’s number is taken before they are through', async () => {
    const id = await openEngine(shop);
    const tries = Promise.all(
      Array.from({ length: 100 }, (_, index) =>
        sendWith(port(), ['POST', '/api/session'], { 'content-type': 'application/json', 'x-forwarded-for': `198.51.100.${index}` }, JSON.stringify({ handle: 'lead', pin: '000000' })),
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
