import { spawn, type ChildProcess } from 'node:child_process';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';

const PORT = 8434;
const BASE = `http://127.0.0.1:${PORT}`;
const folder = mkdtempSync(join(tmpdir(), 'utex-empty-'));
let server: ChildProcess;

test.use({ baseURL: BASE });
test.beforeAll(async () => {
  server = spawn('node', ['dist/server/main.js'], {
    env: { ...process.env, UTEX_PORT: String(PORT), UTEX_DATA: join(folder, 'data') },
    stdio: 'ignore',
  });
  await expect
    .poll(async () => (await fetch(`${BASE}/api/health`).catch(() => null))?.status, { timeout: 110_000 })
    .toBe(200);
});
test.afterAll(async () => {
  server.kill('SIGTERM');
  await once(server, 'exit').catch(() => {});
  rmSync(folder, { recursive: true, force: true });
});

test('an empty shop, from its first visit to its first signed engine with limits, a measure and a picture of its own', async ({
  page,
}) => {
  await page.goto('/');
  await page.getByLabel('Name of the shop').fill('Marram Engine Works');
  await page.getByLabel('Your name').fill('Tove Marram');
  await page.getByLabel('Your PIN').fill('246810');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No engine in work. Open the next one.')).toBeVisible();
  // What there is to do first stands there as a way, ticked by what is there.
  const steps = page.getByRole('region', { name: 'First steps' });
  await expect(steps.getByRole('listitem').first()).toContainText('People, next');
  await expect(steps.getByRole('link')).toHaveText(['People', 'Limits', 'Hours', 'Backup', 'First engine']);

  // Its own limits: a set begun from an example, with a measure that the catalogue does not know.
  await page.goto('/limits/shop-solid/copy');
  await page.getByLabel('Name', { exact: true }).fill('river-pumps');
  await page.getByLabel('Title').first().fill('River pumps');
  const own = page.getByRole('region', { name: 'The shop’s own measures' });
  await own.getByRole('button', { name: 'Measure something of our own' }).press('Enter');
  await page.keyboard.type('Coupling runout');
  await own.getByLabel('Taken at each').press('Enter');
  await page.getByRole('option', { name: 'engine, once' }).press('Enter');
  await own.getByLabel('How it is taken').fill('Indicator on the flange.');
  await page.getByRole('region', { name: 'Bottom end' }).getByLabel('Limit another').selectOption({ label: 'Coupling runout' }); // prettier-ignore
  await page.keyboard.type('0.0');
  await page.keyboard.press('Tab');
  await page.keyboard.type('0.004');
  await page.getByLabel('Coupling runout, source').fill('Our own notes');
  await own.getByRole('button', { name: 'Measure something of our own' }).press('Enter');
  await page.keyboard.type('Screw stands out');
  const second = own.getByRole('listitem', { name: 'Screw stands out' });
  await second.getByLabel('Stands at').press('Enter');
  await page.getByRole('option', { name: 'Setting' }).press('Enter');
  await second.getByLabel('Taken at each').press('Enter');
  await page.getByRole('option', { name: 'valve' }).press('Enter');
  await second.getByLabel('How it is taken').fill('Depth gauge on the lock nut.');
  await page.getByLabel('Why there is such a set').fill('We build for pumps');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/limits\/river-pumps$/);

  await page.goto('/');
  await expect(steps.getByRole('link')).toHaveText(['People', 'Hours', 'Backup', 'First engine']);

  // Its first engine, step by step, Enter going on.
  await page.goto('/engines/new');
  await page.getByLabel('Customer').fill('Lower Weir Volunteers');
  await page.keyboard.press('Enter');
  await page.getByLabel('Tag').fill('KM1-001');
  await page.getByLabel('Title').fill('Knot M1');
  await page.getByLabel('Layout').press('Enter');
  await page.getByRole('option', { name: 'Single' }).press('Enter');
  await page.getByLabel('Judged by the spec set').press('Enter');
  await page.getByRole('option', { name: /River pumps v1/ }).press('Enter');
  await page.getByRole('button', { name: 'Open the engine' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'KM1-001', exact: true })).toBeVisible();

  // Measured, and a picture of it.
  await page.getByRole('button', { name: /Coupling runout/ }).press('Enter');
  await page.keyboard.type('0.0025');
  await page.keyboard.press('Enter');
  const pictures = page.getByRole('region', { name: 'Pictures' });
  const buffer = await sharp({ create: { width: 320, height: 240, channels: 3, background: 'teal' } })
    .jpeg()
    .toBuffer();
  await pictures.locator('input[type=file]').setInputFiles({ name: 'flange.jpg', mimeType: 'image/jpeg', buffer });
  await expect(pictures.getByRole('button', { name: /look at it large/ })).toHaveCount(1);
  await expect(pictures.getByText('kept here')).toHaveCount(0);

  // At Setting its own measure stands beside the valves, valve by valve.
  await page.getByRole('link', { name: /^Setting/ }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Setting the valves' })).toBeVisible();
  await page.keyboard.type('0.016');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 of 2', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /Screw stands out/ }).press('Enter');
  await expect(page.getByText('Depth gauge on the lock nut.')).toBeVisible();
  for (const entered of ['0.204', '0.211']) {
    await page.keyboard.type(entered);
    await page.keyboard.press('Enter');
  }

  // Signed, and anybody can verify it.
  await page.getByRole('link', { name: /^Review/ }).press('Enter');
  await page.getByRole('checkbox', { name: /^At bottom end/ }).press('Space');
  await page.getByLabel('Reason for leaving them out').fill('Only the coupling was asked for');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Revision 1' })).toBeVisible();
  const { engines } = await (await page.request.get('/api/engines?search=KM1-001')).json();
  const { records } = await (await page.request.get(`/api/engines/${engines[0].id}/records`)).json();
  const pdf = await (await page.request.get(`/api/records/${records[0].id}/record.pdf`)).body();
  const verified = await page.request.post('/api/verify', {
    headers: { 'content-type': 'application/pdf' },
    data: pdf,
  });
  expect(await verified.json()).toMatchObject({ valid: true, record: { tag: 'KM1-001', customer: 'Lower Weir Volunteers' } }); // prettier-ignore
  const { payload } = await (await page.request.get(`/api/records/${records[0].id}`)).json();
  const record = JSON.parse(Buffer.from(payload, 'base64url').toString());
  expect(record.values.find((row: { measure: string }) => row.measure.endsWith(':Coupling runout'))).toMatchObject({ verdict: 'in', entered: '0.0025' }); // prettier-ignore
  expect(record.specSet).toMatchObject({
    id: 'river-pumps',
    measures: [{ title: 'Coupling runout' }, { title: 'Screw stands out' }],
  });
  const stand = record.values.filter((row: { measure: string }) => row.measure.endsWith(':Screw stands out'));
  expect(stand.map((row: { place: string; entered: string }) => [row.place, row.entered])).toEqual([['1I', '0.204'], ['1E', '0.211']]); // prettier-ignore
  expect(record.pictures[0]).toMatchObject({ shown: true });
});
