import { randomUUID } from 'node:crypto';
import {
  copyFileSync,
  cpSync,
  createWriteStream,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  truncateSync,
  utimesSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { pipeline } from 'node:stream/promises';
import { createGzip, gunzipSync, gzipSync } from 'node:zlib';
import sharp from 'sharp';
import tar from 'tar-stream';
import { join } from 'node:path';
import type { Backups } from '../../contracts/backup.js';
import { openShopFolder, type OpenShop } from '../open-shop.js';
import { Engines } from '../services/engines.js';
import { checkAudit } from '../store/check-audit.js';
import { BACKED_UP, readMarks } from '../store/backup-store.js';
import { TABLES } from '../store/tables.js';
import { findPdf, findJws } from '../store/record-store.js';
import { startServer } from '../test-process.js';
import { openEngine, openTestShop, TEST_PIN, typed, type TestShop } from '../test-shop.js';
import { backUpShop } from './back-up-shop.js';
import { DamagedBackup, readBackup, writeBackup, type Part } from './backup-file.js';
import { restoreShop } from './restore-shop.js';

let shop: TestShop;
let engine: string;
let record: string;
const beside = mkdtempSync(join(tmpdir(), 'utex-backup-'));
const at = (name: string) => join(beside, name);

beforeAll(async () => {
  shop = await openTestShop();
  engine = await openEngine(shop, { tag: 'PH8-1' });
  const post = (path: string, body: object, who: 'builder' | 'lead' = 'builder') =>
    shop.as(who)<{ id: string }>('POST', `/api/engines/${engine}/${path}`, body);
  const readings = ['1I', '1E', '2I', '2E'].map((place) => typed('preload-turns', place, '0.5', 'turn'));
  await post('readings', {
    readings: [...readings, { ...typed('bore', '1', '4.0301; 4.0304', 'in'), note: 'wärmer · 21 °C' }],
  });
  await post('cam-card', { unit: 'in', checkAt: 'lobe', checkLift: 0.05 });
  await post('cautions', { stage: 'setting' });
  await shop.as('builder')('POST', '/api/customers', {
    id: randomUUID(),
    name: 'Fenwater Racing',
    phone: '01632 960 114',
  });
  const { body: said } = await shop.as('owner')<object>('GET', '/api/shop/data');
  await shop.as('owner')('POST', '/api/shop/data', { ...said, currency: 'EUR' });
  const png = await sharp({ create: { width: 30, height: 20, channels: 3, background: 'teal' } })
    .png()
    .toBuffer();
  const where = new URLSearchParams({
    id: randomUUID(),
    stage: 'setting',
    place: '1I',
    takenAt: '2026-11-24T08:00:00Z',
  });
  const picture = await shop.as('builder')('POST', `/api/engines/${engine}/pictures?${where}`, png);
  expect(picture.status).toBe(201);
  record = (await post('records', { missing: 'accepted', reason: 'Only these were asked for' }, 'lead')).body.id;
  await post('readings', { readings: [typed('preload-turns', '3I', '2', 'turn')] });
  await post(
    'dispositions',
    { measure: 'preload-turns', place: '3I', action: 'accepted', reason: 'As the customer wants it' },
    'lead',
  );
});
test('holds every table that the chain vouches for, and the chain', () => {
  expect([...BACKED_UP].sort()).toEqual([...Object.keys(TABLES), 'audit'].sort());
});

afterAll(async () => {
  await shop.close();
  rmSync(beside, { recursive: true, force: true });
});

const owner = <T>(method: string, path: string, body?: unknown) => shop.as('owner')<T>(method, path, body);
/** Has the server write a backup, and puts it where a test wants it. */
async function backUp(name: string, keys = true): Promise<string> {
  const known = new Set((await owner<Backups>('GET', '/api/backups')).body.made.map((one) => one.name));
  // Names go by the second.
  shop.clock.at = new Date(shop.clock.at.getTime() + 1000);
  let { body } = await owner<Backups>('POST', '/api/backups', { keys });
  while (body.running) ({ body } = await owner<Backups>('GET', '/api/backups'));
  expect(body.failed).toBeNull();
  copyFileSync(join(body.folder, body.made.find((one) => !known.has(one.name))!.name), at(name));
  return at(name);
}
const restore = (file: string, name: string) => restoreShop(file, { dataFolder: at(name), databaseUrl: null });
const openAt = (name: string) => openShopFolder({ dataFolder: at(name), databaseUrl: null, make: false });

/** Everything of the engine that anybody could compare. */
async function seenIn({ context }: Pick<OpenShop, 'context'>) {
  const engines = new Engines(context);
  const { readings, acts, papers, signed } = await engines.file(engine);
  const files = [(await findJws(context.database, record))!.jws, (await findPdf(context.database, record))!.pdf];
  return {
    sheet: await engines.sheet(engine),
    readings,
    acts,
    papers,
    signed,
    files: files.map((file) => Buffer.from(file as string).toString('base64')),
  };
}

describe('restored into an empty folder', () => {
  beforeAll(async () => {
    // Somebody goes on measuring another engine while it is written.
    const other = await openEngine(shop);
    let isWritten = false;
    let posted = 0;
    const bench = (async () => {
      while (!isWritten) {
        const readings = [typed('bore', '2', '4.0301', 'in')];
        posted +=
          (await shop.as('builder')('POST', `/api/engines/${other}/readings`, { readings })).status === 200 ? 1 : 0;
      }
    })();
    const file = await backUp('whole.utexbackup');
    isWritten = true;
    await bench;
    expect(posted).toBeGreaterThan(0);
    const { head, rows } = await restore(file, 'restored');
    expect([head.shopName, head.withKeys]).toEqual(['Marram Engine Works', true]);
    expect(rows).toBeGreaterThan(20);
  });

  test('sheet, readings, decisions and the bytes of records are what they were, and the chain of acts holds', async () => {
    const restored = await openAt('restored');
    try {
      expect(await seenIn(restored)).toEqual(await seenIn(shop));
      const floor = JSON.parse(await new Engines(restored.context).floor({ search: 'PH8-1' }, 1));
      expect(floor.engines[0]).toMatchObject({ tag: 'PH8-1', flagsOpen: [] });
      const { faults, brokenAt } = await checkAudit(restored.context.database);
      expect([faults, brokenAt]).toEqual([[], null]);
    } finally {
      await restored.close();
    }
  });

  test('the shop goes on: people sign in, readings are taken, and the next revision is signed', async () => {
    const server = await startServer(at('restored'));
    try {
      const ask = async (path: string, body: object, token = '') => {
        const headers = { 'content-type': 'application/json', authorization: `Bearer ${token}` };
        return (await fetch(server.url + path, { method: 'POST', headers, body: JSON.stringify(body) })).json();
      };
      const { token } = await ask('/api/session', { handle: 'lead', pin: TEST_PIN });
      const readings = [typed('preload-turns', '4I', '0.5', 'turn')];
      expect((await ask(`/api/engines/${engine}/readings`, { readings }, token)).saved).toHaveLength(1);
      const signed = await ask(`/api/engines/${engine}/records`, { id: randomUUID(), missing: 'accepted', reason: 'As before' }, token); // prettier-ignore
      expect(signed.revision).toBe(2);
    } finally {
      server.process.kill('SIGTERM');
    }
  });
});

describe('what is no whole backup', () => {
  let whole: string;
  beforeAll(async () => {
    whole = await backUp('to-damage.utexbackup', false);
  });
  const reading = (file: string) => readBackup(file, async () => {});

  test('cut off at any place, it is refused', async () => {
    const { length } = readFileSync(whole);
    const file = at('cut.utexbackup');
    for (const kept of [0, 10, 300, Math.floor(length / 2), length - 9, length - 1]) {
      copyFileSync(whole, file);
      truncateSync(file, kept);
      await expect(reading(file)).rejects.toThrow(DamagedBackup);
    }
  });

  test('with one byte of it changed, wherever that is, it is refused, or still reads as what was written', async () => {
    const bytes = readFileSync(whole);
    const file = at('changed.utexbackup');
    const partsOf = async () => {
      const parts: Part[] = [];
      await readBackup(file, async (part) => void parts.push(part));
      return parts;
    };
    writeFileSync(file, bytes);
    const written = await partsOf();
    let refused = 0;
    for (const share of [0.1, 0.3, 0.5, 0.7, 0.9]) {
      const changed = Buffer.from(bytes);
      changed[Math.floor(bytes.length * share)] ^= 1;
      writeFileSync(file, changed);
      const read = await partsOf().catch((error: unknown) => error);
      if (read instanceof DamagedBackup) refused += 1;
      // Packing has bits that say nothing, and repeats that are the same from further back: nothing is lost with them.
      else expect(read).toEqual(written);
    }
    expect(refused).toBeGreaterThanOrEqual(3);
  });

  test('put together anew with one part changed, it is refused by the part', async () => {
    const plain = gunzipSync(readFileSync(whole)).toString('latin1');
    expect(plain).toContain('PH8-1');
    writeFileSync(
      at('anew.utexbackup'),
      gzipSync(Buffer.from(plain.replace('"tag":"PH8-1"', '"tag":"PH9-1"'), 'latin1')),
    );
    await expect(reading(at('anew.utexbackup'))).rejects.toThrow(/its part engines\/\d+\.json was changed/);
  });

  test('with a file in it that is no key, it is refused: nothing is written beside the keys', async () => {
    const pack = tar.pack();
    pack.entry({ name: 'shop.json' }, JSON.stringify({ format: 'utex-backup', formatVersion: 1, migrations: [] }));
    pack.entry({ name: 'keys/../../outside' }, 'x');
    pack.finalize();
    await pipeline(pack, createGzip(), createWriteStream(at('outside.utexbackup')));
    await expect(reading(at('outside.utexbackup'))).rejects.toThrow('which this version does not know');
  });

  test('a server that is asked to end gives it up at once, and leaves nothing', async () => {
    const signal = AbortSignal.abort(new Error('asked to end'));
    mkdirSync(at('given-up'));
    const asked = { dataFolder: shop.folder, withKeys: false, by: null, signal };
    await expect(backUpShop(shop.context, at('given-up/a.utexbackup'), asked)).rejects.toThrow('asked to end');
    expect(readdirSync(at('given-up'))).toEqual([]);
  });

  test('no shop is made of it, and the folder says so', async () => {
    const file = at('half.utexbackup');
    copyFileSync(whole, file);
    truncateSync(file, readFileSync(whole).length - 40);
    await expect(restore(file, 'half')).rejects.toThrow(/half\.utexbackup cannot be restored: it is cut off/);
    await expect(openAt('half')).rejects.toThrow('There is no shop');
  });

  test('where writing it is interrupted, no file is left that looks whole', async () => {
    const { database, keys } = shop.context;
    const marks = await readMarks(database);
    let queries = 0;
    const failing = {
      query: ((...args: Parameters<typeof database.query>) =>
        ++queries > 4 ? Promise.reject(new Error('gone')) : database.query(...args)) as typeof database.query,
    };
    const head = { version: 'test', madeAt: '', shopName: '', keys: { record: keys.record.publicJwk.kid, pdf: '' } };
    mkdirSync(at('interrupted'));
    await expect(
      writeBackup(at('interrupted/a.utexbackup'), { database: failing, marks, head, keyFiles: null }),
    ).rejects.toThrow('gone');
    expect(readdirSync(at('interrupted'))).toEqual([]);
  });

  test('into a folder that has something in it, nothing is restored', async () => {
    cpSync(shop.folder, at('taken'), { recursive: true });
    await expect(restore(whole, 'taken')).rejects.toThrow('Restore into an empty folder');
  });
});

test('without the keys in it, the restored shop waits for its own keys, and opens with them', async () => {
  await restore(await backUp('no-keys.utexbackup', false), 'no-keys');
  await expect(openAt('no-keys')).rejects.toThrow(/keys\/ are? missing|keys\/ is missing/);
  cpSync(join(shop.folder, 'keys'), at('no-keys/keys'), { recursive: true });
  const opened = await openAt('no-keys');
  await opened.close();
});

test('only the owner has them, seven are kept, and one that is not there is told so', async () => {
  expect((await shop.as('lead')('GET', '/api/backups')).status).toBe(403);
  expect((await owner('GET', '/api/backups/..%2Futex.json')).body.error.code).toBe('backup.not-found');
  const { folder } = (await owner<Backups>('GET', '/api/backups')).body;
  for (let old = 1; old <= 8; old++) {
    const file = join(folder, `utex-2020-01-0${old}T000000Z.utexbackup`);
    writeFileSync(file, 'old');
    utimesSync(file, old, old);
  }
  await backUp('seventh.utexbackup');
  const { made } = (await owner<Backups>('GET', '/api/backups')).body;
  expect(made).toHaveLength(7);
  expect(existsSync(join(folder, 'utex-2020-01-01T000000Z.utexbackup'))).toBe(false);
  const file = await fetch(`${shop.url}/api/backups/${made[0].name}`, { headers: { authorization: 'Bearer nobody' } });
  expect(file.status).toBe(401);
});
