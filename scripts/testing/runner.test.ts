import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

/** What a run of Jest on the fixtures said of each, by its name. */
async function runFixtures(): Promise<Record<string, { status: string; message: string }>> {
  const here = (name: string) => fileURLToPath(new URL(name, import.meta.url));
  const said = join(mkdtempSync(join(tmpdir(), 'utex-runner-')), 'said.json');
  const config = { rootDir: here('fixtures'), testMatch: ['**/*.ts'], runner: here('runner.mjs'), maxWorkers: 2 };
  const jest = here('../../node_modules/jest/bin/jest.js');
  const words = [
    '--import',
    'tsx',
    '--import',
    here('fixtures/starts-late.mjs'),
    '--experimental-vm-modules',
    '--no-warnings',
    jest,
    '--config',
    JSON.stringify(config),
    '--json',
    `--outputFile=${said}`,
  ];
  const child = spawn('node', words, { stdio: 'ignore', env: { ...process.env, UTEX_TEST_STEP_MS: '3000' } });
  await once(child, 'exit');
  const { testResults } = JSON.parse(readFileSync(said, 'utf8')) as {
    testResults: { name: string; status: string; message: string }[];
  };
  return Object.fromEntries(testResults.map((one) => [/(\w+)\.ts$/.exec(one.name)![1], one]));
}

test('a file that hangs fails, and says where and with what; the others are done, though one takes long and a process starts late', async () => {
  const { passes, slow, breaks, hangs, holds } = await runFixtures();
  expect(passes).toMatchObject({ status: 'passed' });
  expect(slow).toMatchObject({ status: 'passed' });
  expect(breaks).toMatchObject({ status: 'failed', message: expect.stringContaining('stray') });
  expect(hangs.status).toBe('failed');
  expect(hangs.message).toContain('hangs.ts stood still for 3 s');
  expect(hangs.message).toContain('Under way: test a bench › waits for a promise that nobody keeps');
  expect(hangs.message).toMatch(/Server: listens at .*127\.0\.0\.1/);
  expect(hangs.message).toMatch(/Queued:\s+nothing/);
  expect(holds.message).toContain('its thread is held');
  expect(holds.message).toContain('Under way: beforeEach of a bench');
});
