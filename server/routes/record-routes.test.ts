import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createLocalJWKSet, flattenedVerify, type JSONWebKeySet } from 'jose';
import { buildRecordSchema, type RecordSummary, type VerifyAnswer } from '../../contracts/record.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { placesOf } from '../../core/engine/places.js';
import { PALETTE } from '../../core/drawing/palette.js';
import { signFiles } from '../record/issue.js';
import { markInk } from '../record/pdf-page.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const single = LAYOUTS.find((layout) => layout.name === 'single')!.engine!;

/** A single-cylinder engine with both lashes taken, `values` in inches. */
async function measured(values: [string, string] = ['0.016', '0.018']): Promise<string> {
  const id = await openEngine(shop, { layout: 'single', title: 'Knot M1' });
  const readings = placesOf(single, 'valve').map((place, index) => typed('lash-cold', place, values[index], 'in'));
  await shop.as('builder')('POST', `/api/engines/${id}/readings`, { readings });
  return id;
}
const sign = (id: string, body: object = {}) =>
  shop.as('lead')<{ id: string; revision: number }>('POST', `/api/engines/${id}/records`, body);
const decide = (role: 'lead' | 'builder', id: string, body: object) =>
  shop.as(role)('POST', `/api/engines/${id}/dispositions`, body);
const file = async (path: string) =>
  Buffer.from(
    await (
      await fetch(shop.url + path, {
        headers: { authorization: await bearer() },
      })
    ).arrayBuffer(),
  );
let token: string | null = null;
async function bearer(): Promise<string> {
  token ??= (await shop.as('stranger')<{ token: string }>('POST', '/api/session', { handle: 'lead', pin: '135790' }))
    .body.token;
  return `Bearer ${token}`;
}
const verify = async (bytes: Uint8Array) =>
  (await shop.as('stranger')<VerifyAnswer>('POST', '/api/verify', bytes)).body;
async function signedFiles(): Promise<{ id: string; json: Buffer; pdf: Buffer }> {
  const { body } = await sign(await measured());
  return {
    id: body.id,
    json: await file(`/api/records/${body.id}/record.json`),
    pdf: await file(`/api/records/${body.id}/record.pdf`),
  };
}

describe('what stands between a sheet and a signature', () => {
  test('an open flag refuses the signature until the lead accepts it with a reason', async () => {
    const id = await measured(['0.016', '0.040']);
    const refused = await sign(id);
    expect([refused.status, refused.body.error.code]).toEqual([409, 'record.flag-open']);
    const at = { measure: 'lash-cold', place: '1E' };
    const byBuilder = await decide('builder', id, { ...at, action: 'accepted', reason: 'Race lash' });
    expect([byBuilder.status, byBuilder.body.error.code]).toEqual([403, 'disposition.lead-only']);
    const without = await decide('lead', id, { ...at, action: 'accepted', reason: ' ' });
    expect(without.body.error.issues[0].path).toBe('reason');
    expect((await decide('lead', id, { ...at, action: 'accepted', reason: 'Race lash, agreed' })).status).toBe(201);
    expect((await sign(id)).status).toBe(201);
  });

  test('reworked says what was done; only a reading within the limits closes the flag', async () => {
    const id = await measured(['0.016', '0.040']);
    const at = { measure: 'lash-cold', place: '1E' };
    await decide('builder', id, { ...at, action: 'reworked', reason: 'Lock nut slipped' });
    expect((await sign(id)).status).toBe(409);
    await shop.as('builder')('POST', `/api/engines/${id}/readings`, {
      readings: [typed('lash-cold', '1E', '0.018', 'in')],
    });
    expect((await sign(id)).status).toBe(201);
  });

  test('what is missing is accepted with a reason, which stands on the record', async () => {
    const id = await openEngine(shop, { layout: 'single' });
    const refused = await sign(id);
    expect([refused.status, refused.body.error.code, refused.body.error.issues.length]).toEqual([
      409,
      'record.missing',
      2,
    ]);
    expect((await sign(id, { missing: 'accepted' })).body.error.issues[0].path).toBe('reason');
    const { body } = await sign(id, { missing: 'accepted', reason: 'Customer sets them himself' });
    const jws = JSON.parse((await file(`/api/records/${body.id}/record.json`)).toString());
    const record = JSON.parse(Buffer.from(jws.payload, 'base64url').toString());
    expect(record.notMeasured).toHaveLength(2);
    expect(record.notMeasured[0]).toMatchObject({ by: 'lead', reason: 'Customer sets them himself' });
  });

  test('where nothing is wrong there is nothing to decide', async () => {
    const id = await measured();
    const answer = await decide('lead', id, {
      measure: 'lash-cold',
      place: '1E',
      action: 'accepted',
      reason: 'because',
    });
    expect([answer.status, answer.body.error.code]).toEqual([409, 'disposition.nothing-to-decide']);
    const empty = await openEngine(shop, { layout: 'single' });
    const early = await decide('lead', empty, {
      measure: 'lash-cold',
      place: '1E',
      action: 'reworked',
      reason: 'because',
    });
    expect(early.body.error.code).toBe('disposition.needs-reading');
  });
});

describe('the record', () => {
  test('any JOSE library verifies the JSON with the key at the well-known address', async () => {
    const { json } = await signedFiles();
    const { body: jwks } = await shop.as('stranger')<JSONWebKeySet>('GET', '/.well-known/jwks.json');
    expect(Object.keys((jwks as JSONWebKeySet).keys[0])).not.toContain('d');
    const { payload, protectedHeader } = await flattenedVerify(
      JSON.parse(json.toString()),
      createLocalJWKSet(jwks as JSONWebKeySet),
    );
    expect(protectedHeader!.alg).toBe('EdDSA');
    const record = buildRecordSchema.parse(JSON.parse(new TextDecoder().decode(payload)));
    expect(record).toMatchObject({ formatVersion: 2, lead: { handle: 'lead' }, builders: [{ handle: 'builder' }] });
    expect(record.values).toHaveLength(4);
  });

  test('pdfsig finds the signature of the PDF valid, over the whole document', async () => {
    const { pdf } = await signedFiles();
    const path = join(mkdtempSync(join(tmpdir(), 'utex-pdf-')), 'record.pdf');
    writeFileSync(path, pdf);
    const said = execFileSync('pdfsig', ['-nocert', path], { encoding: 'utf8' });
    expect(said).toContain('Signature is Valid.');
    expect(said).toContain('Total document signed');
  });

  test('the PDF states a factor of the bore as one, a metric card in millimetres, and a suspect value in the ink of flags', async () => {
    const id = await openEngine(shop, { layout: 'v-twin', specSet: 'sidecar-solid', title: 'Dunlin T2' });
    await shop.as('builder')('POST', `/api/engines/${id}/cam-card`, { unit: 'mm', checkAt: 'lobe', checkLift: 1, intakeLobeLift: 8.4 }); // prettier-ignore
    const readings = [typed('lobe-lift', '1I', '8.40', 'mm'), typed('bore', '1', '86.01', 'mm'), typed('ring-gap-top', '1', '0.42', 'mm')]; // prettier-ignore
    await shop.as('builder')('POST', `/api/engines/${id}/readings`, { readings });
    const { body } = await sign(id, { missing: 'accepted', reason: 'Only the cam was asked for' });
    const path = join(mkdtempSync(join(tmpdir(), 'utex-pdf-')), 'record.pdf');
    writeFileSync(path, await file(`/api/records/${body.id}/record.pdf`));
    const text = execFileSync('pdftotext', ['-layout', path, '-'], { encoding: 'utf8' });
    expect(text).toMatch(/Top ring gap\s+0\.0045 × bore or more/);
    expect(text).toMatch(/Lobe lift\s+8\.400 mm\s+8\.354 to 8\.446 mm/);
    expect(markInk('suspect')).toBe(PALETTE.print.flag);
  });

  test('the PDF is read by ear: rows have their heads, its sections are bookmarks, and the way to verify is a link', async () => {
    const { pdf } = await signedFiles();
    const path = join(mkdtempSync(join(tmpdir(), 'utex-pdf-')), 'record.pdf');
    writeFileSync(path, pdf);
    const structure = execFileSync('pdfinfo', ['-struct-text', path], { encoding: 'utf8' });
    const attributes = execFileSync('pdfinfo', ['-struct', path], { encoding: 'utf8' });
    expect(attributes.match(/Scope \/Row/g)!.length).toBeGreaterThan(3);
    expect(attributes.match(/Scope \/Column/g)!.length).toBeGreaterThan(3);
    expect(structure).toMatch(/TH:?\s+(\/Scope \/Row\s+)?"intake"/);
    const source = pdf.toString('latin1');
    const bookmarks = [...source.matchAll(/\/Title \(([^)]*)\)/g)].map(([, title]) => title);
    expect(bookmarks).toEqual(expect.arrayContaining(['Build record', 'Every value, by cylinder']));
    expect(execFileSync('pdfinfo', ['-url', path], { encoding: 'utf8' })).toMatch(/\/verify\n/);
  });

  test('the same record always gives the same bytes, as JSON and as PDF', async () => {
    const { json, pdf } = await signedFiles();
    const payload = Buffer.from(JSON.parse(json.toString()).payload, 'base64url');
    const record = buildRecordSchema.parse(JSON.parse(payload.toString()));
    const again = await signFiles(record, {}, shop.context.keys);
    expect(again.jws).toBe(json.toString());
    expect(Buffer.from(again.pdf).equals(pdf)).toBe(true);
  });

  test('signing again makes the next revision, and the older one says so when verified', async () => {
    const id = await measured();
    const first = (await sign(id)).body;
    const second = (await sign(id)).body;
    expect([first.revision, second.revision]).toEqual([1, 2]);
    const answer = await verify(await file(`/api/records/${first.id}/record.json`));
    expect(answer).toMatchObject({ valid: true, newerRevision: 2 });
    const { body } = await shop.as('builder')<{ records: RecordSummary[] }>('GET', `/api/engines/${id}/records`);
    expect(body.records.map((record) => record.revision)).toEqual([2, 1]);
  });

  test('the database refuses to change a record', async () => {
    await signedFiles();
    await expect(shop.context.database.query("update records set jws = ''")).rejects.toThrow(/append-only/);
  });
});

describe('verifying', () => {
  test('either file is valid as it was issued, and the QR code’s fingerprint is known', async () => {
    const { id, json, pdf } = await signedFiles();
    expect(await verify(json)).toMatchObject({ valid: true, kind: 'record', record: { id } });
    const answer = await verify(pdf);
    expect(answer).toMatchObject({ valid: true, kind: 'pdf', record: { id } });
    const looked = await shop.as('stranger')('GET', `/api/verify/${answer.record!.fingerprint}`);
    expect(looked.body).toMatchObject({ valid: true, record: { id } });
    expect((await shop.as('stranger')('GET', `/api/verify/${'0'.repeat(64)}`)).body).toMatchObject({ valid: false });
  });

  test('one changed byte anywhere is not valid', async () => {
    const { json, pdf } = await signedFiles();
    for (const [bytes, stride] of [
      [json, 97],
      [pdf, 1499],
    ] as const)
      for (let at = 0; at < bytes.length; at += stride) {
        const bent = Buffer.from(bytes);
        bent[at] = bent[at] === 0x41 ? 0x42 : 0x41;
        expect([at, (await verify(bent)).valid]).toEqual([at, false]);
      }
  });

  test('bytes added behind the signed range, or cut away, are not valid', async () => {
    const { json, pdf } = await signedFiles();
    for (const bytes of [
      Buffer.concat([pdf, Buffer.from('\n% more')]),
      pdf.subarray(0, -1),
      Buffer.concat([json, Buffer.from('\n')]),
      Buffer.concat([Buffer.from(' '), json]),
    ])
      // prettier-ignore
      expect(await verify(bytes)).toMatchObject({ valid: false, reason: expect.any(String) });
  });

  test('what is no record at all is told so', async () => {
    for (const text of ['', 'hello', '{}', '{"payload":"x"}', '%PDF-1.7\n'])
      expect(await verify(Buffer.from(text))).toMatchObject({ valid: false });
  });
});
