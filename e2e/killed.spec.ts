import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { key, openEngine, readingsOnServer, signedIn } from './hands.js';

const PORT = 8433;
const BASE = `http://127.0.0.1:${PORT}`;
const folder = mkdtempSync(join(tmpdir(), 'utex-killed-'));
let server: ChildProcess;

async function start(): Promise<void> {
  server = spawn('node', ['dist/demo/main.js'], {
    env: { ...process.env, UTEX_PORT: String(PORT), UTEX_DATA: join(folder, 'data') },
    stdio: 'ignore',
  });
  await expect
    .poll(async () => (await fetch(`${BASE}/api/health`).catch(() => null))?.status, { timeout: 110_000 })
    .toBe(200);
}

test.use({ baseURL: BASE });
test.beforeAll(start);
test.afterAll(async () => {
  server.kill('SIGKILL');
  await once(server, 'exit').catch(() => {});
  rmSync(folder, { recursive: true, force: true });
});

test('the server is killed while a builder types: he goes on typing, and nothing is lost', async ({ page }) => {
  test.setTimeout(180_000);
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  for (let valve = 0; valve < 5; valve++) await key(page, '5/8');
  server.kill('SIGKILL');
  for (let valve = 0; valve < 5; valve++) await key(page, '0.5');
  await expect(page.getByText('10 of 16')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('kept here');

  await start();
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('on the server', { timeout: 20_000 });
  await page.reload();
  await expect(page.getByText('10 of 16')).toBeVisible();
  const places = (await readingsOnServer(page, id, 10)).map(({ place }) => place);
  expect(new Set(places).size).toBe(10);
});
