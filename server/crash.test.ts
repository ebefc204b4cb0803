import { once } from 'node:events';
import { mkdtempSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer as start } from './test-process.js';
import { asker, copyNewShop, TEST_PIN, typed, type Ask } from './test-shop.js';

const folderOf = () => join(mkdtempSync(join(tmpdir(), 'utex-crash-')), 'data');
/** A folder with a shop in it that is a day old. */
async function shopFolder(): Promise<string> {
  const folder = folderOf();
  await copyNewShop(folder);
  return folder;
}

async function signIn(url: string): Promise<Ask> {
  const { body } = await asker(url)<{ token: string }>('POST', '/api/session', { handle: 'owner', pin: TEST_PIN });
  return asker(url, body.token);
}

async function openEngine(url: string): Promise<{ ask: Ask; id: string }> {
  const ask = await signIn(url);
  const engine = { tag: 'PH8-1', title: 'Petrel H8', customer: 'Fenwater', layout: 'v8' };
  return { ask, id: (await ask<{ id: string }>('POST', '/api/engines', engine)).body.id };
}

test('killed in the middle of typing, the server loses nothing that it answered, and starts again by itself', async () => {
  const folder = await shopFolder();
  const first = await start(folder);
  const { ask, id } = await openEngine(first.url!);

  const answered: string[] = [];
  const typing = (async () => {
    for (;;) {
      const reading = typed('preload-turns', '1I', '0.5', 'turn');
      const { status } = await ask('POST', `/api/engines/${id}/readings`, { readings: [reading] });
      if (status === 200) answered.push(reading.id);
    }
  })().catch(() => {});
  while (answered.length < 25) await new Promise((resolve) => setTimeout(resolve, 10));
  first.process.kill('SIGKILL');
  await typing;

  const second = await start(folder);
  const again = await signIn(second.url!);
  const { readings } = (await again<{ readings: { id: string }[] }>('GET', `/api/engines/${id}/readings`)).body;
  const kept = new Set(readings.map((reading) => reading.id));
  expect(answered.filter((reading) => !kept.has(reading))).toEqual([]);

  // The private keys are for the server's user alone.
  for (const name of ['record-ed25519.pem', 'pdf-signature.p12'])
    expect(statSync(join(folder, 'keys', name)).mode & 0o077).toBe(0);
  expect(statSync(folder).mode & 0o077).toBe(0);

  // SIGTERM ends cleanly, with what was in flight answered.
  const last = again('POST', `/api/engines/${id}/readings`, {
    readings: [typed('preload-turns', '1E', '0.5', 'turn')],
  });
  const health = await again('GET', '/api/health');
  expect(health.status).toBe(200);
  second.process.kill('SIGTERM');
  const [code] = await once(second.process, 'exit');
  expect(code).toBe(0);
  expect((await last).status).toBe(200);
});

test('a second process on one data folder is refused clearly, also after a crash of the first', async () => {
  const folder = await shopFolder();
  const first = await start(folder);
  const second = await start(folder);
  expect(second.url).toBeNull();
  expect(second.said()).toMatch(/does not start: Another Utex \(process \d+ on .+\) has the data folder .+ open/);
  expect(second.process.exitCode).toBe(1);

  first.process.kill('SIGKILL');
  await once(first.process, 'exit');
  const third = await start(folder);
  expect(third.url).toMatch(/^http/);
  const fourth = await start(folder);
  expect(fourth.said()).toMatch(/Another Utex/);
  third.process.kill('SIGKILL');
});

test.each([
  ['UTEX_PORT', 'eighty'],
  ['UTEX_PORT', '70000'],
  ['UTEX_HOST', 'a b'],
  ['UTEX_DATA', ' '],
  ['UTEX_COLOUR', 'blue'],
  ['DATABASE_URL', 'mysql://x'],
])('%s=%s refuses the start by name', async (name, value) => {
  const { url, said } = await start(folderOf(), { [name]: value });
  expect(url).toBeNull();
  expect(said()).toContain(name);
  expect(said()).not.toMatch(/\bat .*\.ts:/);
});
