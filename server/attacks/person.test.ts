import { randomUUID } from 'node:crypto';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { RecordSummary, VerifyAnswer } from '../../contracts/record.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop, TEST_PIN, typed, type TestShop } from '../test-shop.js';

/** Somebody of the shop: by a slip, by a bad connection, or on purpose. */

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const take = (id: string, readings: object[]) =>
  shop.as('builder')('POST', `/api/engines/${id}/readings`, { readings });
const sign = (id: string, more: object = {}) =>
  shop.as('lead')<{ id: string; revision: number }>('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'Only these were asked for', ...more }); // prettier-ignore
const fileOf = async (path: string) => {
  const { headers } = await shop.as('lead')('GET', path);
  expect(headers.get('content-disposition')).toContain('attachment');
  const signIn = await shop.as('stranger')<{ token: string }>('POST', '/api/session', {
    handle: 'lead',
    pin: TEST_PIN,
  });
  const answer = await fetch(shop.url + path, { headers: { authorization: `Bearer ${signIn.body.token}` } });
  return Buffer.from(await answer.arrayBuffer());
};
const verify = async (file: Buffer) => (await shop.as('stranger')<VerifyAnswer>('POST', '/api/verify', file)).body;
const bothFiles = async (record: string) => {
  const [json, pdf] = [
    await fileOf(`/api/records/${record}/record.json`),
    await fileOf(`/api/records/${record}/record.pdf`),
  ];
  return { json, pdf };
};

describe('cannot make a record that its own shop does not know', () => {
  test('with words that look like the signature’s place', async () => {
    const words = '/ByteRange [0 1 2 3] /Contents <00> startxref 0 %%EOF';
    const id = await openEngine(shop, { title: '/ByteRange [0 1 2 3]', customer: '/Contents <00> startxref' });
    await take(id, [{ ...typed('preload-turns', '1I', '0.5', 'turn'), note: words, instrument: words }]);
    const { body } = await sign(id, { reason: words });
    for (const file of Object.values(await bothFiles(body.id)))
      expect(await verify(file)).toMatchObject({ valid: true, record: { customer: '/Contents <00> startxref' } });
  });

  test('by taking so many readings that its files are larger than a megabyte', async () => {
    const id = await openEngine(shop);
    for (let batch = 0; batch < 3; batch++)
      await take(id, Array.from({ length: 500 }, () => ({ ...typed('preload-turns', '1I', '0.5', 'turn'), note: 'n'.repeat(480) }))); // prettier-ignore
    const { body } = await sign(id);
    const { json, pdf } = await bothFiles(body.id);
    expect(json.length).toBeGreaterThan(1024 * 1024);
    for (const file of [json, pdf]) expect(await verify(file)).toMatchObject({ valid: true });
  });
});

describe('hands out files that every checker calls clean', () => {
  let path: string;
  let json: Buffer;
  let pdf: Buffer;
  beforeAll(async () => {
    const id = await openEngine(shop);
    await take(id, ['1I', '1E', '2I'].map((place) => typed('preload-turns', place, '0.5', 'turn'))); // prettier-ignore
    ({ json, pdf } = await bothFiles((await sign(id)).body.id));
    path = join(mkdtempSync(join(tmpdir(), 'utex-clean-')), 'record.pdf');
    writeFileSync(path, pdf);
  });
  const run = (command: string, ...args: string[]) => execFileSync(command, args, { encoding: 'utf8' });

  test('in its structure, its signature and its contents', () => {
    const checked = run('qpdf', '--check', path);
    expect(checked).toContain('No syntax or stream encoding errors found');
    expect(checked).not.toMatch(/WARNING/);
    expect(checked).toContain('PDF Version: 1.7');
    expect(run('mutool', 'clean', path, `${path}.out`)).toBe('');
    const signed = run('pdfsig', '-nocert', path);
    expect(signed).toContain('Signature is Valid.');
    expect(signed).toContain('Total document signed');
    expect(signed).toContain('ETSI.CAdES.detached');
  });

  test('and that read themselves aloud: title, language, headings, tables, and a text for each drawing, in order', () => {
    const info = run('pdfinfo', path);
    expect(info).toMatch(/Title: +Build record T-/);
    expect(info).toMatch(/Tagged: +yes/);
    expect(pdf.toString('latin1')).toContain('/Lang (en-GB)');
    const parts = run('pdfinfo', '-struct-text', path);
    expect(parts.indexOf('H1')).toBeGreaterThan(-1);
    const order = ['Build record', 'Customer', 'Figure', 'Fingerprint', 'Every value, by cylinder', 'Table', 'Limits and their sources', 'How to verify this record']; // prettier-ignore
    const places = order.map((text) => parts.indexOf(text));
    expect(places).toEqual([...places].sort((a, b) => a - b));
    expect(places).not.toContain(-1);
    expect(pdf.toString('latin1')).toContain(
      '/Alt (The engine from above. 1 exhaust 33.9 thou, in; 1 intake 33.9 thou, in;',
    );
  });

  test('and the PDF holds the signed JSON, so that one file is both', () => {
    execFileSync('pdfdetach', ['-save', '1', '-o', `${path}.json`, path]);
    expect(execFileSync('cat', [`${path}.json`]).equals(json)).toBe(true);
  });
});

describe('does nothing twice by sending it twice', () => {
  const twice = async <T>(send: () => Promise<{ status: number; body: T }>) => {
    const answers = await Promise.all([send(), send(), send()]);
    answers.push(await send());
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201, 201]);
    for (const { body } of answers) expect(body).toEqual(answers[0].body);
    return answers[0].body;
  };
  const counted = async (table: string) =>
    Number((await shop.context.database.query<{ count: number }>(`select count(*) as count from ${table}`))[0].count);

  test('an engine, a decision, a card, a lobe, a signature', async () => {
    const engine = { id: randomUUID(), tag: 'TWICE-1', title: 'Petrel H8', customer: 'Fenwater', layout: 'v8' };
    const { id } = await twice(() => shop.as('builder')<{ id: string }>('POST', '/api/engines', engine));
    expect(id).toBe(engine.id);
    await take(id, [typed('preload-turns', '1I', '2', 'turn')]);

    const before = { acts: await counted('acts'), papers: await counted('papers'), records: await counted('records') };
    const decision = { id: randomUUID(), measure: 'preload-turns', place: '1I', action: 'accepted', reason: 'As the customer wants it' }; // prettier-ignore
    await twice(() => shop.as('lead')('POST', `/api/engines/${id}/dispositions`, decision));
    const card = { id: randomUUID(), unit: 'in', checkAt: 'lobe', checkLift: 0.05 };
    await twice(() => shop.as('builder')('POST', `/api/engines/${id}/papers/cam-card`, card));
    const again = { ...card, id: randomUUID() };
    await twice(() => shop.as('builder')('POST', `/api/engines/${id}/cam-card`, again));
    const signature = { id: randomUUID(), missing: 'accepted', reason: 'Only these were asked for' };
    const signed = await twice(() => shop.as('lead')<{ revision: number }>('POST', `/api/engines/${id}/records`, signature)); // prettier-ignore
    expect(signed).toEqual({ id: signature.id, revision: 1 });
    expect([await counted('acts'), await counted('papers'), await counted('records')]).toEqual([
      before.acts + 1, before.papers + 2, before.records + 1,
    ]); // prettier-ignore
    expect((await checkAudit(shop.context.database)).faults).toEqual([]);

    const other = await openEngine(shop);
    await take(other, [typed('preload-turns', '1I', '2', 'turn')]);
    for (const [who, path, body] of [
      ['lead', 'dispositions', decision],
      ['builder', 'papers/cam-card', card],
      ['lead', 'records', signature],
    ] as const) {
      const answer = await shop.as(who)('POST', `/api/engines/${other}/${path}`, body);
      expect([path, answer.status, answer.body.error.code]).toEqual([path, 409, 'act.id-taken']);
    }
    const changed = { ...decision, reason: 'For another reason' };
    expect((await shop.as('lead')('POST', `/api/engines/${id}/dispositions`, changed)).body.error.code).toBe('act.id-taken'); // prettier-ignore
    const taken = await shop.as('builder')('POST', '/api/engines', { ...engine, tag: 'TWICE-2' });
    expect(taken.body.error.code).toBe('act.id-taken');
  });
});

test('cannot sign before its own readings by setting the clock back: by how much is said', async () => {
  const id = await openEngine(shop);
  await take(id, [typed('preload-turns', '1I', '0.5', 'turn')]);
  const now = shop.clock.at;
  shop.clock.at = new Date(now.getTime() - 135 * 60_000);
  const refused = await sign(id);
  shop.clock.at = now;
  expect([refused.status, refused.body.error.code]).toEqual([409, 'clock.behind']);
  expect(refused.body.error.message).toContain('stands 2 h 15 min before');
  const { body } = await shop.as('lead')<{ records: RecordSummary[] }>('GET', `/api/engines/${id}/records`);
  expect(body.records).toEqual([]);
  expect((await sign(id)).status).toBe(201);
});

test('writes no note that a spreadsheet would run, and loses none', async () => {
  const id = await openEngine(shop);
  const notes = ['=1+1', '+1', '-1', '@sum(a1)', '\tx', 'plain', 'a=b'];
  const readings = notes.map((note) => ({ ...typed('preload-turns', '1I', '0.5', 'turn'), note, instrument: note }));
  expect((await take(id, readings)).status).toBe(200);
  const csv = (await fileOf(`/api/engines/${id}/readings.csv`)).toString();
  const cells = csv.split('\r\n').slice(1, -1).flatMap((line) => line.split(',')); // prettier-ignore
  for (const cell of cells) expect(cell).not.toMatch(/^"?[=+@\t]|^"?-\D/);
  for (const note of notes.slice(0, 4)) expect(csv).toContain(`'${note}`);
  const { body } = await shop.as('builder')<{ readings: { note: string }[] }>('GET', `/api/engines/${id}/readings`);
  expect(body.readings.map(({ note }) => note)).toEqual(notes);
});

test('is told what is wrong with a number in two lines, at every measure with sides', async () => {
  const id = await openEngine(shop);
  for (const measure of ['tdc-stop-first', 'intake-open', 'cam-offset'])
    for (const entered of ['1\n2', '1\r2', '1\u20282', '\n', '1 \t2']) {
      const answer = await take(id, [typed(measure, 'engine', entered, 'deg')]);
      expect([measure, entered, answer.status]).toEqual([measure, entered, 422]);
      expect(answer.body.error.issues[0].path).toBe('readings.0.entered');
    }
});

test('sees how many engines there are, also on a page behind the last', async () => {
  const page = (number: number) =>
    shop.as('builder')<{ engines: object[]; total: number; pages: number }>('GET', `/api/engines?page=${number}`);
  const first = (await page(1)).body;
  expect(first.total).toBeGreaterThan(3);
  expect((await page(900)).body).toMatchObject({ engines: [], total: first.total, pages: first.pages });
});
