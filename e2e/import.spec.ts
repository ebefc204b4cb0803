import { expect, test } from '@playwright/test';
import { openEngine, readingsOnServer, signIn } from './hands.js';

test('readings come from a CSV file all together or not at all, each problem on its line', async ({ page }) => {
  await signIn(page, 'builder');
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
