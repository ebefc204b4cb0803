import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import type { EngineSummary } from '../../contracts/engine.js';
import type { VerifyAnswer } from '../../contracts/record.js';
import { buildApp } from '../app.js';
import { openShopFolder } from '../open-shop.js';
import { backUpShop } from '../backup/back-up-shop.js';
import { restoreShop } from '../backup/restore-shop.js';
import { Engines } from '../services/engines.js';
import { asker, openEngine, openTestShop, TEST_PIN, typed, type Ask, type TestShop } from '../test-shop.js';
import { startPostgres, type VirtualPostgres } from '../virtual-postgres.js';
import { checkAudit } from './check-audit.js';

const server = await startPostgres();
if (typeof server === 'string') console.warn(`The tests on a PostgreSQL server are left out: ${server}`);

(typeof server === 'string' ? describe.skip : describe)('a shop whose data is on a PostgreSQL server', () => {
  const { url, stop } = server as VirtualPostgres;
  let shop: TestShop;
  beforeAll(async () => {
    shop = await openTestShop(url);
  });
  afterAll(async () => {
    await shop.close();
    await stop();
  });

  const take = (ask: Ask, id: string, ...readings: object[]) =>
    ask<{ saved: { id: string; verdict: string }[] }>('POST', `/api/engines/${id}/readings`, { readings });
  const onFloor = async (ask: Ask, id: string) =>
    (await ask<{ engines: EngineSummary[] }>('GET', '/api/engines')).body.engines.find((one) => one.id === id)!;
  const idsOf = async (ask: Ask, id: string) =>
    (await ask<{ readings: { id: string }[] }>('GET', `/api/engines/${id}/readings`)).body.readings.map((one) => one.id); // prettier-ignore

  test('takes an engine from opening to a record that verifies, with the chain whole', async () => {
    const health = await shop.as('stranger')<{ database: string }>('GET', '/api/health');
    expect(health.body.database).toBe('postgresql');
    const id = await openEngine(shop, { layout: 'single', title: 'Knot M1' });
    const [first, second] = [typed('lash-cold', '1I', '0.016', 'in'), typed('lash-cold', '1E', '0.018', 'in')];
    expect((await take(shop.as('builder'), id, first, second)).body.saved.map(({ verdict }) => verdict)).toEqual(['in', 'in']); // prettier-ignore
    const floor = await shop.as('lead')<{ engines: { taken: number }[]; total: number }>('GET', '/api/engines?search=knot'); // prettier-ignore
    expect([floor.body.total, floor.body.engines[0].taken]).toEqual([1, 2]);

    const signed = await shop.as('lead')<{ id: string }>('POST', `/api/engines/${id}/records`, {});
    const session = await shop.as('stranger')<{ token: string }>('POST', '/api/session', { handle: 'lead', pin: TEST_PIN }); // prettier-ignore
    for (const name of ['record.json', 'record.pdf']) {
      const headers = { authorization: `Bearer ${session.body.token}` };
      const file = await fetch(`${shop.url}/api/records/${signed.body.id}/${name}`, { headers });
      const verified = await shop.as('stranger')<VerifyAnswer>('POST', '/api/verify', new Uint8Array(await file.arrayBuffer())); // prettier-ignore
      expect(verified.body).toMatchObject({ valid: true });
    }
    expect((await checkAudit(shop.context.database)).brokenAt).toBeNull();
  });

  test('is backed up into a file, and restored from it into an empty database of a server', async () => {
    const id = await openEngine(shop);
    await take(shop.as('builder'), id, typed('preload-turns', '1I', '0.5', 'turn'), typed('bore', '1', '4.0301', 'in'));
    const { database } = shop.context;
    const folder = mkdtempSync(join(tmpdir(), 'utex-pg-'));
    const file = join(folder, 'a.utexbackup');
    await backUpShop(shop.context, file, { dataFolder: shop.folder, withKeys: true, by: null });
    await database.query('create database restored');
    const there = {
      dataFolder: join(folder, 'data'),
      databaseUrl: Object.assign(new URL(url), { pathname: '/restored' }).href,
    };
    await restoreShop(file, there);
    const restored = await openShopFolder({ ...there, make: false });
    const sheet = await new Engines(restored.context).sheet(id);
    expect(sheet).toEqual(await new Engines(shop.context).sheet(id));
    const { faults, brokenAt } = await checkAudit(restored.context.database);
    await restored.close();
    expect([faults, brokenAt]).toEqual([[], null]);
    await expect(restoreShop(file, { ...there, dataFolder: join(folder, 'again') })).rejects.toThrow('is not empty');
    rmSync(folder, { recursive: true });
  });

  test('refuses to change or delete a reading, as the embedded database does', async () => {
    const id = await openEngine(shop);
    await take(shop.as('builder'), id, typed('preload-turns', '1I', '0.5', 'turn'));
    for (const change of ["update readings set entered = '1'", 'delete from readings'])
      await expect(shop.context.database.query(change)).rejects.toThrow(/append-only/);
  });

  test('a server that is restarted ends no Utex: the next reading finds a new connection', async () => {
    const id = await openEngine(shop);
    const before = typed('preload-turns', '1I', '0.5', 'turn');
    await take(shop.as('builder'), id, before);
    const keeper = new pg.Client(url);
    await keeper.connect();
    const { rowCount } = await keeper.query(
      'select pg_terminate_backend(pid) from pg_stat_activity where pid <> pg_backend_pid() and client_port is not null',
    );
    await keeper.end();
    expect(rowCount).toBeGreaterThan(0);
    await new Promise((resolve) => setTimeout(resolve, 200));

    const after = typed('preload-turns', '1E', '0.5', 'turn');
    expect((await take(shop.as('builder'), id, after)).status).toBe(200);
    expect(await idsOf(shop.as('builder'), id)).toEqual([before.id, after.id]);
  });

  test('a server that does not answer keeps nobody waiting: that is said, and once it answers the same is taken once', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'utex-impatient-'));
    const impatient = await openShopFolder({ dataFolder: folder, databaseUrl: `${url}?query_timeout=400` }, { now: () => shop.clock.at }); // prettier-ignore
    const app = await buildApp({ context: impatient.context, dataFolder: folder, version: 'test' });
    const address = await app.listen({ port: 0, host: '127.0.0.1' });
    const { body } = await asker(address)<{ token: string }>('POST', '/api/session', { handle: 'builder', pin: TEST_PIN }); // prettier-ignore
    const ask = asker(address, body.token);
    const id = await openEngine(shop);
    const reading = typed('preload-turns', '1I', '0.5', 'turn');

    const holder = new pg.Client(url);
    await holder.connect();
    await holder.query('begin; lock table readings in access exclusive mode');
    const refused = await take(ask, id, reading);
    expect([refused.status, refused.body.error.code]).toEqual([503, 'server.no-answer']);
    await holder.query('rollback');
    await holder.end();
    for (const again of [1, 2]) expect([again, (await take(ask, id, reading)).status]).toEqual([again, 200]);
    expect(await idsOf(ask, id)).toEqual([reading.id]);

    await app.close();
    await impatient.close();
    rmSync(folder, { recursive: true, force: true });
  });

  test('a connection lost in the middle of a transaction takes the whole of it back', async () => {
    const { database } = shop.context;
    const cut = database.transaction(async (queries) => {
      await queries.query("insert into spec_sets values ('cut', 1, '{}'::jsonb)");
      await queries.query('select pg_terminate_backend(pg_backend_pid())');
    });
    await expect(cut).rejects.toThrow(/terminat/);
    expect(await database.query("select * from spec_sets where id = 'cut'")).toEqual([]);
  });

  describe('with a second server on the same database', () => {
    const folder = mkdtempSync(join(tmpdir(), 'utex-second-'));
    let close: () => Promise<void>;
    let there: Ask;
    beforeAll(async () => {
      const second = await openShopFolder({ dataFolder: folder, databaseUrl: url }, { now: () => shop.clock.at });
      const app = await buildApp({ context: second.context, dataFolder: folder, version: 'test' });
      const address = await app.listen({ port: 0, host: '127.0.0.1' });
      const session = await asker(address)<{ token: string }>('POST', '/api/session', {
        handle: 'lead',
        pin: TEST_PIN,
      });
      there = asker(address, session.body.token);
      close = async () => {
        await app.close();
        await second.close();
        rmSync(folder, { recursive: true, force: true });
      };
    });
    afterAll(() => close());

    test('both write to one engine, neither losing a reading nor forking the chain', async () => {
      const here = shop.as('builder');
      const id = await openEngine(shop);
      const readings = Array.from({ length: 12 }, () => typed('preload-turns', '1I', '0.5', 'turn'));
      const answers = await Promise.all(readings.map((reading, index) => take(index % 2 ? here : there, id, reading)));
      expect(answers.map(({ status }) => status)).toEqual(readings.map(() => 200));
      // What one of them has is known to the other: sent again it is answered, and not taken twice.
      for (const reading of readings) expect((await take(there, id, reading)).status).toBe(200);
      expect((await idsOf(here, id)).sort()).toEqual(readings.map((reading) => reading.id).sort());
      expect((await checkAudit(shop.context.database)).brokenAt).toBeNull();
    });

    test('a record is of one moment: what the other takes while it is being signed comes after it, and the floor says so', async () => {
      const id = await openEngine(shop, { layout: 'single', title: 'Knot M1' });
      await take(there, id, typed('lash-cold', '1I', '0.016', 'in'), typed('lash-cold', '1E', '0.018', 'in'));
      const late = typed('lash-cold', '1I', '0.0165', 'in');
      const { workers, database } = shop.context;
      const run = workers.run.bind(workers) as (...all: unknown[]) => Promise<never>;
      workers.run = async (lane, task, input) => {
        workers.run = run;
        await take(there, id, late);
        return run(lane, task, input);
      };
      const signed = await shop.as('lead')<{ id: string }>('POST', `/api/engines/${id}/records`, {});
      expect(signed.status).toBe(201);
      const { body } = await shop.as('lead')<{ payload: string }>('GET', `/api/records/${signed.body.id}/record.json`);
      const { readings, auditHead } = JSON.parse(Buffer.from(body.payload, 'base64url').toString()) as { readings: { id: string }[]; auditHead: string }; // prettier-ignore
      expect(readings).toHaveLength(2);
      expect(await idsOf(there, id)).toContain(late.id);
      expect((await onFloor(shop.as('lead'), id)).where.record).toBe('older');
      const headOf = async (record: string) => (record === signed.body.id ? auditHead : null);
      expect((await checkAudit(database, headOf)).faults).toEqual([]);
      // Signed again, it holds all.
      expect((await there('POST', `/api/engines/${id}/records`, {})).status).toBe(201);
      expect((await onFloor(shop.as('lead'), id)).where.record).toBe('whole');
    });

    test('the floor of each says what both have written', async () => {
      const id = await openEngine(shop, { layout: 'single', title: 'Knot M1' });
      const here = shop.as('builder');
      await take(here, id, typed('lash-cold', '1I', '0.016', 'in'));
      await take(there, id, typed('lash-cold', '1E', '0.018', 'in'));
      expect(await onFloor(here, id)).toMatchObject({ taken: 2, required: 2 });
      // The first has not read what the second wrote, until it writes itself.
      await take(here, id, typed('bore', '1', '86.01', 'mm'));
      expect(await onFloor(there, id)).toMatchObject({ taken: 2, required: 2 });
    });

    test('both signing at once make two revisions', async () => {
      const id = await openEngine(shop, { layout: 'single', title: 'Knot M1' });
      await take(there, id, typed('lash-cold', '1I', '0.016', 'in'), typed('lash-cold', '1E', '0.018', 'in'));
      const sign = (ask: Ask) => ask<{ revision: number }>('POST', `/api/engines/${id}/records`, {});
      const signed = await Promise.all([sign(shop.as('lead')), sign(there)]);
      expect(signed.map(({ status }) => status)).toEqual([201, 201]);
      expect(signed.map(({ body }) => body.revision).sort()).toEqual([1, 2]);
      expect((await checkAudit(shop.context.database)).brokenAt).toBeNull();
    });
  });
});
