import { spawn, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, rmSync, symlinkSync, utimesSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { projectRoot } from '../project-root.js';
import { FolderInUse, lockFolder } from './folder-lock.js';

const folder = mkdtempSync(join(tmpdir(), 'utex-lock-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const here = process.platform;
const on = (platform: string) => Object.defineProperty(process, 'platform', { value: platform });
afterEach(() => on(here));

/** A folder with its lock and its owner's note, as some process left them. */
function heldBy(owner: object, beatAt: Date): void {
  const lock = join(folder, 'utex-in-use.lock');
  mkdirSync(lock, { recursive: true });
  utimesSync(lock, beatAt, beatAt);
  writeFileSync(join(folder, 'utex-in-use.json'), JSON.stringify(owner));
}

test('a folder is one process’s at a time, and free again once released', async () => {
  const release = await lockFolder(folder);
  await expect(lockFolder(folder)).rejects.toThrow(FolderInUse);
  await release();
  await (
    await lockFolder(folder)
  )();
});

test('it is the same folder by whatever path it is reached', async () => {
  const other = `${folder}-other`;
  symlinkSync(folder, other);
  const release = await lockFolder(folder);
  await expect(lockFolder(other)).rejects.toThrow(/data folder .+ open/);
  await release();
  rmSync(other);
});

test('where no socket is seen, the heartbeat in the folder decides: one that has stopped is taken over at once', async () => {
  on('darwin');
  heldBy({ pid: 4711, host: 'the-old-bench', seenIn: null }, new Date(Date.now() - 60_000));
  const release = await lockFolder(folder);
  await release();
});

test('a heart that has stopped is waited out by one’s own watch, also where it beat by a clock that was hours ahead', async () => {
  on('darwin');
  heldBy({ pid: 4711, host: 'the-old-bench', seenIn: null }, new Date(Date.now() + 7_200_000));
  const said: string[] = [];
  const error = console.error;
  console.error = (text: string) => void said.push(text);
  const release = await lockFolder(folder, { every: 1_000, stale: 2_000 });
  console.error = error;
  await release();
  expect(said).toEqual([expect.stringContaining('Waiting up to 3 s: another Utex may still have')]);
});

test('whoever died where its socket would be seen is not waited for', async () => {
  const release = await lockFolder(folder);
  await release();
  const note = spawnSync('node', ['-p', `require('fs').readlinkSync('/proc/self/ns/net')`], { encoding: 'utf8' });
  const boot = spawnSync('cat', ['/proc/sys/kernel/random/boot_id'], { encoding: 'utf8' }).stdout.trim();
  // A heart that seems to beat on for ever.
  heldBy({ pid: 4711, host: 'here', seenIn: `${boot} ${note.stdout.trim()}` }, new Date(Date.now() + 86_400_000));
  await (
    await lockFolder(folder)
  )();
});

const FAST = { every: 1_000, stale: 3_000 };
/** A process that holds the folder until it is killed, started by the words given: another network, another mount. */
function holder(words: string[], at: string) {
  const script = `
    import { lockFolder } from './server/store/folder-lock.ts';
    await lockFolder(process.argv[1], ${JSON.stringify(FAST)});
    console.log('held');
    setInterval(() => {}, 1000);`;
  const [command, ...args] = [...words, 'node', '--import', 'tsx', '--input-type=module', '-e', script, at];
  const child = spawn(command, args, { cwd: projectRoot() });
  let said = '';
  const held = new Promise<string>((resolve) => {
    const listen = (chunk: Buffer) => {
      said += chunk.toString();
      if (said.includes('held')) resolve('held');
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', listen);
    child.once('exit', () => resolve(said));
  });
  return { child, held };
}

const mayUnshare = here === 'linux' && spawnSync('unshare', ['-n', '-m', 'true']).status === 0;
if (!mayUnshare) console.log('Without the right to make namespaces the locks across them are left out.');

(mayUnshare ? describe : describe.skip)('between two containers on one volume', () => {
  const networks = ['unshare', '-n'];
  const mounts = (at: string) => ['unshare', '-n', '-m', 'sh', '-c', `mkdir -p ${at} && mount --bind ${folder} ${at} && exec "$@"`, 'sh']; // prettier-ignore

  test.each([
    ['in another network', networks, folder],
    ['in another network, by a bind mount', mounts(`${folder}-bound`), `${folder}-bound`],
  ])(
    'a second Utex %s is refused by name while the first lives, and takes over after its death',
    async (_, words, at) => {
      const release = await lockFolder(folder, FAST);
      const refused = await holder(words, at).held;
      expect(refused).toMatch(
        new RegExp(`Another Utex \\(process ${process.pid} on .+\\) has the data folder .+ open`),
      );
      await release();

      const second = holder(words, at);
      expect(await second.held).toBe('held');
      await expect(lockFolder(folder, FAST)).rejects.toThrow(/process \d+ on/);
      second.child.kill('SIGKILL');
      await (
        await lockFolder(folder, FAST)
      )();
      rmSync(`${folder}-bound`, { recursive: true, force: true });
    },
  );
});
