import { expect } from '@playwright/test';
import sharp from 'sharp';
import { test } from './device.js';
import { openEngine, signedIn } from './hands.js';

const png = () =>
  sharp({ create: { width: 300, height: 200, channels: 3, background: 'teal' } })
    .png()
    .toBuffer();

test('a picture stays on the device while the server is away, follows by itself, and is large on a tap', async ({
  page,
}) => {
  await signedIn(page, 'lead');
  const id = await openEngine(page, 'bottom-end', { layout: 'single', specSet: 'shop-solid' });
  const pictures = page.getByRole('region', { name: 'Pictures' });
  const picture = { name: 'nick.png', mimeType: 'image/png', buffer: await png() };
  await page.route('**/pictures?**', (route) => route.abort());
  await pictures.locator('input[type=file]').setInputFiles(picture);
  await expect(pictures.getByText('◔ kept here')).toBeVisible();
  // Left and come back to, it is still there; then the server is back.
  await page.reload();
  await expect(pictures.getByText('◔ kept here')).toBeVisible();
  await page.unroute('**/pictures?**');
  await page.reload();
  // The one that the server has says whose it is; until then the one that is kept here stands in its place.
  const thumb = pictures.getByRole('button', { name: /by lead.*look at it large/ });
  await expect(thumb).toHaveCount(1);
  await expect(pictures.getByText('◔ kept here')).toHaveCount(0);
  await thumb.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('dialog').getByRole('img')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog')).toHaveCount(0);

  // What is no picture is told, and taken off the device by a key.
  await pictures.locator('input[type=file]').setInputFiles({ ...picture, buffer: Buffer.from('no picture') });
  await expect(pictures.getByText(/The server refused a picture: This is no picture/)).toBeVisible();
  await pictures.getByRole('button', { name: 'Take it off this device' }).press('Enter');
  await expect(pictures.getByText(/refused a picture/)).toHaveCount(0);

  await page.goto(`/engines/${id}/review`);
  await page.getByRole('checkbox', { name: /^At bottom end/ }).check();
  await page.getByLabel('Reason for leaving them out').fill('Only the picture was asked for');
  await page.getByRole('button', { name: /^Sign record/ }).click();
  await expect(page.getByRole('heading', { name: 'Revision 1' })).toBeVisible();
  const { records } = await (await page.request.get(`/api/engines/${id}/records`)).json();
  const { payload } = await (await page.request.get(`/api/records/${records[0].id}`)).json();
  const record = JSON.parse(Buffer.from(payload, 'base64url').toString());
  expect(record.pictures).toHaveLength(1);
  expect(record.pictures[0].shown).toBe(true);
});
