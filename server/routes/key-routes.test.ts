import { execFileSync } from 'node:child_process';
import { generateKeyPairSync } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import forge from 'node-forge';
import type { Keys } from '../../contracts/keys.js';
import { openShopFolder } from '../open-shop.js';
import { keyIdsOf, makeRecordKey, openRecordKey, publishedRows } from '../record/keys.js';
import { changeManifest, KEY_FILES, writeWhole } from '../store/folder.js';
import { openEngine, openTestShop, type TestShop } from '../test-shop.js';

let shop: TestShop;
const beside = mkdtempSync(join(tmpdir(), 'utex-p12-'));
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(async () => {
  await shop.close();
  rmSync(beside, { recursive: true, force: true });
});

const keys = async () => (await shop.as('owner')<Keys>('GET', '/api/keys')).body;
async function sign(): Promise<{ jws: Buffer; pdf: Buffer; kid: string }> {
  const engine = await openEngine(shop, { layout: 'single', specSet: 'shop-solid' });
  const { body } = await shop.as('lead')<{ id: string }>('POST', `/api/engines/${engine}/records`, { missing: 'accepted', reason: 'As it stands' }); // prettier-ignore
  const { body: jws } = await shop.as('lead')<{ protected: string }>('GET', `/api/records/${body.id}`);
  const { kid } = JSON.parse(Buffer.from(jws.protected, 'base64url').toString()) as { kid: string };
  const [row] = await shop.context.database.query<{ jws: string; pdf: Uint8Array }>('select jws, pdf from records where id = $1', [body.id]); // prettier-ignore
  return { jws: Buffer.from(row.jws), pdf: Buffer.from(row.pdf), kid };
}
const verify = async (file: Buffer) => (await shop.as('stranger')<{ valid: boolean }>('POST', '/api/verify', file)).body.valid; // prettier-ignore

/** A P12 as an authority hands it out; a certificate of its own, so that nobody else is asked. */
function makeOwn({ from = '2026-01-01', until = '2028-01-01', bits = 2048, digitalSignature = true } = {}): string {
  const { privateKey } = generateKeyPairSync('rsa', { modulusLength: bits });
  const key = forge.pki.privateKeyFromPem(privateKey.export({ type: 'pkcs1', format: 'pem' }) as string);
  const certificate = forge.pki.createCertificate();
  certificate.publicKey = forge.pki.setRsaPublicKey(key.n, key.e);
  certificate.serialNumber = '0102';
  certificate.validity.notBefore = new Date(from);
  certificate.validity.notAfter = new Date(until);
  certificate.setSubject([{ name: 'commonName', value: 'Marram Engine Works' }]);
  certificate.setIssuer([{ name: 'commonName', value: 'Guild of Engine Builders' }]);
  certificate.setExtensions([
    { name: 'keyUsage', digitalSignature, keyEncipherment: !digitalSignature, critical: true },
  ]);
  certificate.sign(key, forge.md.sha256.create());
  const p12 = forge.pkcs12.toPkcs12Asn1(key, certificate, 'open sesame', { algorithm: 'aes256', count: 100 });
  return Buffer.from(forge.asn1.toDer(p12).getBytes(), 'binary').toString('base64');
}
const take = (p12: string, password = 'open sesame') => shop.as('owner')<Keys>('POST', '/api/keys/certificate', { p12, password }); // prettier-ignore

test('a new record key signs from then on; what the one before signed stays valid, also after a start', async () => {
  const before = await sign();
  const { status, body } = await shop.as('owner')<Keys>('POST', '/api/keys', { what: 'record' });
  expect([status, body.record.kid === before.kid, body.earlier.records]).toEqual([200, false, 1]);
  const after = await sign();
  expect(after.kid).toBe(body.record.kid);
  for (const { jws, pdf } of [before, after]) expect([await verify(jws), await verify(pdf)]).toEqual([true, true]);
  const { body: jwks } = await shop.as('stranger')<{ keys: { kid: string }[] }>('GET', '/.well-known/jwks.json');
  expect(jwks.keys.map(({ kid }) => kid).sort()).toEqual([before.kid, after.kid].sort());
  expect(readdirSync(shop.folder).filter((name) => name.startsWith('keys-before-'))).toHaveLength(1);
});

test('the shop’s own certificate signs the PDF in its name, and one of before stays valid', async () => {
  const before = await sign();
  const { status, body } = await take(makeOwn());
  expect([status, body.certificate.subject]).toEqual([200, 'Marram Engine Works']);
  const { pdf } = await sign();
  const path = join(beside, 'signed.pdf');
  writeFileSync(path, pdf);
  const said = execFileSync('pdfsig', ['-nocert', path], { encoding: 'utf8' });
  expect(said).toContain('Marram Engine Works');
  expect(said).toContain('Signature is Valid');
  expect([await verify(pdf), await verify(before.pdf)]).toEqual([true, true]);
  expect((await shop.as('owner')<Keys>('POST', '/api/keys', { what: 'certificate' })).body.certificate.subject).toBe('Build records of this shop'); // prettier-ignore
});

test('a key and a certificate made anew in the same moment are both there, also after the next', async () => {
  const own = await keys();
  const renew = (what: string) => shop.as('owner')<Keys>('POST', '/api/keys', { what });
  await Promise.all([renew('record'), renew('certificate')]);
  const now = await keys();
  expect([now.record.kid === own.record.kid, now.certificate.sha256 === own.certificate.sha256]).toEqual([
    false,
    false,
  ]);
  const { keys: written } = JSON.parse(readFileSync(join(shop.folder, 'utex.json'), 'utf8')) as { keys: object };
  expect(written).toEqual({ record: now.record.kid, pdf: now.certificate.sha256 });
});

test('what is wrong with a P12 is said at its field, and nothing changes', async () => {
  const own = await keys();
  const refused = async (p12: string, password?: string) => {
    const { status, body } = await take(p12, password);
    return [status, body.error?.issues[0]];
  };
  expect(await refused(Buffer.from('no file of that kind').toString('base64'))).toEqual([422, { path: 'p12', message: 'this is no PKCS#12 file that can be read' }]); // prettier-ignore
  const good = makeOwn();
  expect(await refused(good, 'another')).toEqual([422, { path: 'password', message: 'the file does not open with this password' }]); // prettier-ignore
  expect(await refused(makeOwn({ bits: 1024 }))).toEqual([422, expect.objectContaining({ path: 'p12', message: expect.stringContaining('fewer than 2048 bits') })]); // prettier-ignore
  expect(await refused(makeOwn({ digitalSignature: false }))).toEqual([422, expect.objectContaining({ message: 'its certificate is not made for signing documents' })]); // prettier-ignore
  expect(await refused(makeOwn({ from: '2027-01-01' }))).toEqual([422, expect.objectContaining({ message: 'its certificate is not valid yet' })]); // prettier-ignore
  expect(await refused(makeOwn({ from: '2020-01-01', until: '2021-01-01' }))).toEqual([422, expect.objectContaining({ message: 'its certificate has expired' })]); // prettier-ignore
  expect(await refused('*')).toEqual([422, expect.objectContaining({ path: 'p12' })]);
  expect(await keys()).toEqual(own);
  expect((await shop.as('lead')('POST', '/api/keys', { what: 'record' })).status).toBe(403);
});

test('cut short in the middle of the exchange, the folder opens with whichever key is there', async () => {
  const { context, folder } = shop;
  const pem = makeRecordKey();
  const next = { ...context.keys, record: await openRecordKey(pem) };
  const open = async () => {
    const opened = await openShopFolder({ dataFolder: folder, databaseUrl: null });
    const { record } = keyIdsOf(opened.context.keys);
    await opened.close();
    return record;
  };
  const own = keyIdsOf(context.keys);
  // Published first, as it is.
  const rows = publishedRows(next, shop.clock.at).filter(({ columns }) => columns.id === keyIdsOf(next).record);
  await context.audit.record({ at: shop.clock.at, by: 'owner', act: 'keys.changed', engineId: null, body: {}, rows });
  await shop.stop();
  changeManifest(folder, { keys: own, keysNext: keyIdsOf(next) });
  expect(await open()).toBe(own.record);
  changeManifest(folder, { keys: own, keysNext: keyIdsOf(next) });
  writeWhole(join(folder, KEY_FILES.record), pem);
  expect(await open()).toBe(keyIdsOf(next).record);
});
