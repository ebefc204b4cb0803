import { spawnSync } from 'node:child_process';
import { once } from 'node:events';
import { cpSync, existsSync, mkdtempSync, rmSync, statfsSync, writeFileSync } from 'node:fs';
import { connect } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runProgram, startServer, type Started } from '../test-process.js';
import { asker, openTestShop, TEST_PIN, typed } from '../test-shop.js';

/** Nobody’s fault: a full disk, a wrong setting, a cable pulled, a signal in the middle. */

let whole: string;
beforeAll(async () => {
  const made = await openTestShop();
  await made.stop();
  whole = mkdtempSync(join(tmpdir(), 'utex-accident-'));
  cpSync(made.folder, whole, { recursive: true });
  await made.close();
});
afterAll(() => rmSync(whole, { recursive: true, force: true }));
const copy = () => {
  const folder = mkdtempSync(join(tmpdir(), 'utex-accident-'));
  cpSync(whole, folder, { recursive: true });
  return folder;
};

/** Where a small disk is mounted, in a namespace of its own. */
const small = join(tmpdir(), 'utex-small-disk');
const mayMount = process.platform === 'linux' && spawnSync('unshare', ['-m', 'true']).status === 0;
if (!mayMount) console.log('Without the right to mount, the tests on full and read-only disks are left out.');

(mayMount ? describe : describe.skip)('on a disk that is full', () => {
  let server: Started;
  /** The small disk as it is seen from here: in the namespace of the server. */
  const seen = () => `/proc/${server.process.pid}/root${small}`;
  beforeAll(async () => {
    // A disk of 150 MB in a namespace of the server's own, with the shop on it.
    const mounting = `mkdir -p ${small} && mount -t tmpfs -o size=150m tmpfs ${small} && cp -r ${whole} ${small}/data && exec "$@"`;
    server = await startServer(`${small}/data`, {}, ['unshare', '-m', 'sh', '-c', mounting, 'sh']);
  });
  afterAll(() => server.process.kill('SIGKILL'));

  test('a post is refused clearly, health says what is true, nothing is lost, and with room again it goes on', async () => {
    const session = await asker(server.url!)<{ token: string }>('POST', '/api/session', { handle: 'builder', pin: TEST_PIN }); // prettier-ignore
    const ask = asker(server.url!, session.body.token);
    const engine = { tag: 'PH8-1', title: 'Petrel H8', customer: 'Fenwater', layout: 'v8' };
    const { id } = (await ask<{ id: string }>('POST', '/api/engines', engine)).body;
    const reading = typed('preload-turns', '1I', '0.5', 'turn');
    const take = () => ask('POST', `/api/engines/${id}/readings`, { readings: [reading] });
    expect((await ask('GET', '/api/health')).body).toMatchObject({ ok: true, dataFolder: 'writable' });

    const { bavail, bsize } = statfsSync(seen());
    writeFileSync(join(seen(), 'filler'), Buffer.alloc(bavail * bsize - 1024 * 1024));
    const refused = await take();
    expect([refused.status, refused.body.error.code]).toEqual([503, 'server.cannot-write']);
    const health = await ask('GET', '/api/health');
    expect([health.status, health.body]).toEqual([503, expect.objectContaining({ ok: false, dataFolder: 'full' })]);
    expect((await ask('GET', `/api/engines/${id}`)).status).toBe(200);

    rmSync(join(seen(), 'filler'));
    expect((await take()).status).toBe(200);
    expect((await ask('GET', '/api/health')).body).toMatchObject({ ok: true, dataFolder: 'writable' });
    const { readings } = (await ask<{ readings: { id: string }[] }>('GET', `/api/engines/${id}/readings`)).body;
    expect(readings.map((one) => one.id)).toEqual([reading.id]);
  });
});

describe('a start that cannot be says why in one sentence, and ends', () => {
  /** What a start said: one line, without a trace. */
  async function refusal(folder: string, env: Record<string, string> = {}, within: string[] = []): Promise<string> {
    const { url, said, process: ended } = await startServer(folder, env, within);
    expect([url, ended.exitCode]).toEqual([null, 1]);
    const lines = said().trim().split('\n');
    expect(lines).toHaveLength(1);
    expect(lines[0]).toMatch(/^Utex does not start: .+\.$/);
    return lines[0];
  }

  test.each<[string, () => string, Record<string, string>, RegExp]>([
    ['a key that is a folder', () => { const folder = copy(); rmSync(join(folder, 'keys/record-ed25519.pem')); cpSync(join(folder, 'database/global'), join(folder, 'keys/record-ed25519.pem'), { recursive: true }); return folder; }, {}, /record-ed25519.pem .+ it is a folder/],
    ['a folder below a file', () => '/dev/null/data', {}, /data folder \/dev\/null\/data .+ a part of its path is a file/],
    ['a folder that is a file', () => { const file = join(mkdtempSync(join(tmpdir(), 'utex-file-')), 'data'); writeFileSync(file, ''); return file; }, {}, /data folder .+ (a part of its path is a file|it is a file)/],
    ['an address that is no address of this machine', copy, { UTEX_HOST: '192.0.2.1' }, /UTEX_HOST 192.0.2.1 is no address of this machine/],
    ['a PostgreSQL server that does not answer', () => mkdtempSync(join(tmpdir(), 'utex-pg-')), { DATABASE_URL: 'postgres://u:p@127.0.0.1:1/x' }, /PostgreSQL server of DATABASE_URL cannot be used: .*ECONNREFUSED/],
    ['a proxy by its name', copy, { UTEX_PROXY: 'the-proxy' }, /UTEX_PROXY must be addresses/],
  ])('%s', async (_, folder, env, said) => expect(await refusal(folder(), env)).toMatch(said)); // prettier-ignore

  (mayMount ? test : test.skip)('a disk that is read-only, and one that is full', async () => {
    const mounted = (options: string, then: string) => ['unshare', '-m', 'sh', '-c', `mkdir -p ${small} && mount -t tmpfs -o ${options} tmpfs ${small} && cp -r ${whole} ${small}/data && ${then} exec "$@"`, 'sh']; // prettier-ignore
    const readOnly = mounted('size=150m', `mount -o remount,ro ${small} &&`);
    expect(await refusal(`${small}/data`, {}, readOnly)).toMatch(/cannot be written to/);
    expect(await refusal(`${small}/data`, {}, mounted('size=70m', ''))).toMatch(/disk .+ is full: 64 MB must be free/);
  });

  test('the audit of a folder that is not there makes none', async () => {
    const folder = join(tmpdir(), 'utex-nowhere-at-all');
    const { code, complained } = await runProgram('server/audit', folder);
    expect([code, complained]).toEqual([1, `Utex does not start: There is no shop in ${folder}. Set UTEX_DATA to its folder.`]); // prettier-ignore
    expect(existsSync(folder)).toBe(false);
  });
});

test('a request half sent keeps nobody waiting: asked to end, the server ends, and the folder opens again', async () => {
  const folder = copy();
  const server = await startServer(folder);
  const socket = connect(Number(new URL(server.url!).port), '127.0.0.1');
  socket.on('error', () => {});
  socket.write(
    'POST /api/session HTTP/1.1\r\nhost: x\r\ncontent-type: application/json\r\ncontent-length: 100\r\n\r\n{"hand',
  );
  await once(socket, 'ready');
  server.process.kill('SIGTERM');
  const [code] = await once(server.process, 'exit');
  expect(code).toBe(0);
  const again = await startServer(folder);
  expect(again.url).toMatch(/^http/);
  again.process.kill('SIGKILL');
});
