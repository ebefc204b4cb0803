import { randomUUID } from 'node:crypto';
import { expect } from '@playwright/test';
import { test } from './device.js';
import { openEngine, readingsOnServer, signedIn } from './hands.js';

test('readings come from a CSV file all together or not at all, each problem on its line', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'record');
  const part = page.getByRole('region', { name: 'Readings from a file' });
  const choose = (text: string) =>
    part
      .locator('input[type=file]')
      .setInputFiles({ name: 'bench.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await choose('place;value\n1;2\n');
  await expect(part.getByRole('alert')).toContainText('no column measure');
  await choose('measure;place;entered;unit\nbore;1;102,36;mm\nbore;9;102,36;mm\n');
  await expect(part.getByRole('row', { name: /^3/ })).toContainText('this engine has no cylinder 9');
  await expect(part.getByRole('button', { name: 'Take all 2' })).toBeDisabled();
  await choose('measure;place;entered;unit\nbore;1;102,36;mm\nbore;2;102,37;mm\n');
  await part.getByRole('button', { name: 'Take all 2' }).press('Enter');
  await expect(part.getByText('2 readings were taken from the file.')).toBeVisible();
  const readings = await readingsOnServer(page, id, 2);
  expect(readings.map(({ entered }) => entered)).toEqual(['102.36', '102.37']);
});

test('the export of another Utex is looked at, mended where its tag is taken, and opened with its history', async ({
  page,
}) => {
  await signedIn(page, 'owner');
  const id = await openEngine(page, 'setting');
  const typed = { id: randomUUID(), measure: 'preload-turns', place: '1I', entered: '5/8', unit: 'turn' };
  const posted = await page.request.post(`/api/engines/${id}/readings`, { data: { readings: [typed] } });
  expect(posted.ok()).toBe(true);
  // As another shop has it: its ids are not ours.
  const { engine, readings, shop, ...rest } = await (await page.request.get(`/api/engines/${id}/export.json`)).json();
  const ours = { ...readings[0], id: randomUUID() };
  const file = { ...rest, shop: { name: 'Wherry Boats' }, engine: { ...engine, id: randomUUID() }, readings: [ours] };

  await page.goto('/engines/new');
  const part = page.getByRole('region', { name: 'From another Utex' });
  const choose = (text: string) =>
    part
      .locator('input[type=file]')
      .setInputFiles({ name: 'export.json', mimeType: 'application/json', buffer: Buffer.from(text) });
  await choose('measure;place');
  await expect(part.getByRole('alert')).toContainText('This file is no JSON');
  await choose(JSON.stringify({ ...file, readings: [{ ...ours, entered: 7 }] }));
  await expect(part.getByRole('alert')).toContainText('readings.0.entered');
  await choose(JSON.stringify({ ...file, readings: [{ ...ours, value: 2 }] }));
  await expect(part.getByText('Wherry Boats')).toBeVisible();
  await part.getByLabel('Tag here').press('Enter');
  await expect(part.getByRole('alert')).toContainText('readings.0.value');

  await choose(JSON.stringify(file));
  await part.getByLabel('Tag here').press('Enter');
  await expect(part.getByText('another engine already has this tag', { exact: true })).toBeVisible();
  await part.getByLabel('Tag here').press('End');
  await page.keyboard.type('-2');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: `${engine.tag}-2`, exact: true })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Where it came from' })).toContainText(
    `Came from Wherry Boats, where it was ${engine.tag}`,
  );
  const [came] = (await (await page.request.get(`/api/engines/${file.engine.id}/file`)).json()).readings;
  expect(came).toMatchObject({ id: ours.id, how: 'imported', by: 'owner @ Wherry Boats', takenAt: ours.takenAt });
});
