import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { FolderInUse, lockFolder } from './folder-lock.js';

const folder = mkdtempSync(join(tmpdir(), 'utex-lock-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
const here = process.platform;
const on = (platform: string) => Object.defineProperty(process, 'platform', { value: platform });
afterEach(() => on(here));

describe.each([['linux'], ['darwin']])('on %s', (platform) => {
  beforeEach(() => on(platform));

  test('a folder is one process’s at a time, and free again once released', async () => {
    const release = await lockFolder(folder);
    await expect(lockFolder(folder)).rejects.toThrow(FolderInUse);
    await release();
    await (
      await lockFolder(folder)
    )();
  });

  test('it is the same folder by whatever path it is reached', async () => {
    const other = `${folder}-${platform}`;
    symlinkSync(folder, other);
    const release = await lockFolder(folder);
    await expect(lockFolder(other)).rejects.toThrow(/data folder .+ open/);
    await release();
    rmSync(other);
  });
});

test('where there is only a lock file, that of a process that died is taken over', async () => {
  on('darwin');
  const file = join(folder, 'utex.lock');
  const dead = spawnSync('node', ['-e', 'console.log(process.pid)'], { encoding: 'utf8' }).stdout.trim();
  writeFileSync(file, dead);
  const release = await lockFolder(folder);
  expect(readFileSync(file, 'utf8')).toBe(String(process.pid));
  await release();
  expect(existsSync(file)).toBe(false);
});
