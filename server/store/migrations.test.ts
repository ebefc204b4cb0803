import { cpSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { VerifyAnswer } from '../../contracts/record.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { buildApp } from '../app.js';
import { openShopFolder, type OpenShop } from '../open-shop.js';
import { Engines } from '../services/engines.js';
import { verify } from '../services/verifying.js';
import { asker, type Ask } from '../test-shop.js';
import { checkAudit } from './check-audit.js';
import { readMigrations, migrate } from './migrate.js';
import { openPglite } from './pglite.js';

/** The shop as the first version left it. */
const OLD = fileURLToPath(new URL('./fixtures/shop-0001/', import.meta.url));
const file = (name: string) => readFileSync(join(OLD, name));
const folder = mkdtempSync(join(tmpdir(), 'utex-old-'));
const PIN = '246810';

let shop: OpenShop;
let engines: Engines;
let ask: Ask;
let close: () => Promise<void>;

/** A data folder filled by the first version: its migration, its rows, its record and its keys. */
async function fillByFirstVersion(): Promise<void> {
  const database = await openPglite(join(folder, 'database'));
  const [first] = readMigrations(fileURLToPath(new URL('./migrations', import.meta.url)));
  await database.script(
    'create table migrations (number integer primary key, name text not null, sha256 text not null)',
  );
  await database.script(first.sql);
  await database.query('insert into migrations values ($1, $2, $3)', [first.number, first.name, first.sha256]);
  await database.script(file('rows.sql').toString());
  for (const table of ['readings', 'dispositions', 'papers', 'audit'])
    await database.query(`select setval(pg_get_serial_sequence('${table}', 'seq'), (select max(seq) from ${table}))`);
  const row = JSON.parse(file('record-row.json').toString());
  await database.query(
    `insert into records (id, engine_id, revision, fingerprint, summary, jws, pdf, pdf_sha256, last_reading)
     values ($1, $2, $3, $4, $5::jsonb, $6, $7, $8, $9)`,
    [
      row.id, row.engine_id, row.revision, row.fingerprint, JSON.stringify(row.summary), file('record.json').toString(),
      new Uint8Array(file('record.pdf')), row.pdf_sha256, row.last_reading,
    ], // prettier-ignore
  );
  await database.close();
  cpSync(join(OLD, 'keys'), join(folder, 'keys'), { recursive: true });
}

beforeAll(async () => {
  await fillByFirstVersion();
  shop = await openShopFolder({ dataFolder: folder, databaseUrl: null });
  engines = new Engines(shop.context);
  const app = await buildApp({ context: shop.context, dataFolder: folder, version: 'test' });
  const url = await app.listen({ port: 0, host: '127.0.0.1' });
  const { body } = await asker(url)<{ token: string }>('POST', '/api/session', { handle: 'lead', pin: PIN });
  ask = asker(url, body.token);
  close = async () => {
    await app.close();
    await shop.close();
  };
});
afterAll(async () => {
  await close();
  rmSync(folder, { recursive: true, force: true });
});

const idOf = async (tag: string) =>
  (await ask<{ engines: { id: string }[] }>('GET', `/api/engines?search=${tag}`)).body.engines[0].id;

test('the shop opens with everybody, every engine and its whole history, and the chain of acts holds', async () => {
  const { body } = await ask<{ engines: { tag: string; where: { is: string } }[] }>('GET', '/api/engines');
  expect(body.engines.map(({ tag, where }) => [tag, where.is]).sort()).toEqual([
    ['BS6-114', 'to-hand-over'],
    ['DT2-007', 'measuring'],
    ['KM1-052', 'opened'],
    ['PH8-031', 'measuring'],
  ]);
  expect((await checkAudit(shop.context.database)).brokenAt).toBeNull();
  // Migrated once: the next start finds nothing to do.
  await migrate(shop.context.database);
});

test('what an angle was read at is part of where it belongs, and both times are known of every reading', async () => {
  const { readings } = await engines.file(await idOf('PH8-031'));
  const drops = readings.filter(({ measure }) => measure === 'intake-drop-opening');
  expect(drops.map(({ at }) => at)).toEqual([0.508, 1.27, 0.508, 1.27].map((value) => ({ by: 'drop', value })));
  expect(readings.find(({ measure }) => measure === 'intake-open')!.at).toEqual({ by: 'lift', value: 1.27 });
  for (const { takenAt, receivedAt } of readings) expect(receivedAt).toBe(takenAt);
  const old = await ask<{ readings: { measure: string; atLiftMm?: number }[] }>(
    'GET',
    `/api/engines/${await idOf('PH8-031')}/readings`,
  );
  expect(old.body.readings.find(({ measure }) => measure === 'intake-open')!.atLiftMm).toBe(1.27);
});

test('cautions that were read stay read, and a decision knows what it was about, computed from what stood then', async () => {
  const bittern = await engines.file(await idOf('BS6-114'));
  expect(bittern.acts.filter(({ kind }) => kind === 'caution')).toHaveLength(3);
  const [reworked] = bittern.acts.filter((act) => act.kind === 'disposition');
  expect(reworked).toMatchObject({ measure: 'lash-cold', place: '2E', action: 'reworked', by: 'builder' });
  expect(reworked.about).toMatchObject({ verdict: 'high', limit: { min: expect.any(Number) } });
  const petrel = await engines.file(await idOf('PH8-031'));
  const [filed] = petrel.acts.filter((act) => act.kind === 'disposition');
  // The ring gap was low by the bore of its cylinder, which was measured before.
  expect(filed.about).toMatchObject({ verdict: 'low', limit: { min: expect.closeTo(4.0301 * 0.0045 * 25.4, 6) } });
});

test('limits mean what they meant: a factor of the bore, the difference from the card, the general practice', async () => {
  const { spec } = await engines.get(await idOf('PH8-031'));
  expect(spec.limits.find(({ measure }) => measure === 'ring-gap-top')).toMatchObject({
    basis: 'of-bore',
    min: 0.0045,
  });
  expect(spec.limits.find(({ measure }) => measure === 'intake-open')).toMatchObject({ basis: 'of-card', min: -1.5 });
  expect(spec.limits.some(({ measure }) => measure === 'card-difference')).toBe(false);
  const sheet = sheetOf(await engines.file(await idOf('PH8-031')));
  expect(sheet.flags.filter(({ open }) => open).map(({ measure, place }) => [measure, place])).toEqual([
    ['preload-turns', '6E'],
  ]);
});

describe('a record of the first format', () => {
  test.each(['record.json', 'record.pdf'])('verifies for ever: %s', async (name) => {
    const answer: VerifyAnswer = await verify(shop.context, file(name));
    expect(answer).toMatchObject({ valid: true, record: { tag: 'BS6-114', revision: 1 } });
    const bent = Buffer.from(file(name));
    bent[bent.length >> 1] ^= 1;
    expect(await verify(shop.context, bent)).toMatchObject({ valid: false });
  });

  test('says what it said: every verdict that was signed is the verdict of today', async () => {
    const payload = JSON.parse(file('record.json').toString()).payload as string;
    const signed = JSON.parse(Buffer.from(payload, 'base64url').toString()) as {
      formatVersion: number;
      values: {
        measure: string;
        place: string;
        readingId: string;
        verdict: string;
        value: number;
        limit: object | null;
      }[];
    };
    expect(signed.formatVersion).toBe(1);
    const { rows } = sheetOf(await engines.file(await idOf('BS6-114')));
    // What is only said otherwise and has no limit of its own had its reading's verdict then, and has none now.
    for (const { measure, place, readingId, verdict, value, limit } of signed.values) {
      const now = rows.find((row) => row.measure === measure && row.place === place && row.readingId === readingId)!;
      if (limit) expect([measure, place, now.verdict]).toEqual([measure, place, verdict]);
      expect(now.value).toBeCloseTo(value, 9);
    }
  });

  test('is signed anew as the next revision, in today’s format, and says so when the older one is verified', async () => {
    const id = await idOf('BS6-114');
    const signed = await ask<{ id: string; revision: number }>('POST', `/api/engines/${id}/records`, {});
    expect([signed.status, signed.body.revision]).toEqual([201, 2]);
    expect(await verify(shop.context, file('record.json'))).toMatchObject({ valid: true, newerRevision: 2 });
    const { body } = await ask<{ payload: string }>('GET', `/api/records/${signed.body.id}/record.json`);
    expect(JSON.parse(Buffer.from(body.payload, 'base64url').toString()).formatVersion).toBe(2);
  });
});

test('what a shop signed stays valid when its keys were lost and its owner made new ones', async () => {
  const before = shop.context.keys.record.publicJwk.kid;
  await close();
  rmSync(join(folder, 'keys'), { recursive: true });
  await expect(openShopFolder({ dataFolder: folder, databaseUrl: null })).rejects.toThrow(/keys\/ is missing/);
  shop = await openShopFolder({ dataFolder: folder, databaseUrl: null, newKeys: true });
  close = () => shop.close();
  const { keys } = shop.context;
  expect(keys.record.publicJwk.kid).not.toBe(before);
  expect(keys.published.records).toHaveLength(2);
  for (const name of ['record.json', 'record.pdf'])
    expect(await verify(shop.context, file(name))).toMatchObject({ valid: true });
  expect((await checkAudit(shop.context.database)).faults).toEqual([]);
});
