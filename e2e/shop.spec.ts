import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { expect } from '@playwright/test';
import { test } from './device.js';
import { signIn } from './hands.js';

test('the owner makes a backup by key while the shop works, and takes it away', async ({ page }) => {
  await signIn(page, 'owner');
  await page.getByRole('link', { name: 'Shop' }).press('Enter');
  await expect(page.getByText('No backup was ever made here.')).toBeVisible();
  await page.getByRole('button', { name: 'Make one now' }).press('Enter');
  await expect(page.getByText(/The last good one was made \d+ seconds? ago/)).toBeVisible();
  const downloading = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Take it away' }).press('Enter');
  const file = readFileSync(await (await downloading).path());
  expect(gunzipSync(file).toString('latin1')).toContain('"shopName":"Marram Engine Works"');
});

test('nobody but the owner is offered it', async ({ page }) => {
  await signIn(page, 'lead', '/shop');
  await expect(page.getByText('This page is the owner’s.')).toBeVisible();
  await expect(page.getByRole('link', { name: 'Shop' })).toHaveCount(0);
});

test('a new record key is made at the owner’s word, asked twice; a P12 that is none is told', async ({ page }) => {
  await signIn(page, 'owner', '/shop');
  const part = page.getByRole('region', { name: 'Keys' });
  const before = await part.locator('.shop-key').innerText();
  await part.getByRole('button', { name: 'A new record key' }).press('Enter');
  await part.getByRole('button', { name: 'Sign with a new record key from now on' }).press('Enter');
  await expect(part.locator('.shop-key')).not.toHaveText(before);
  await expect(part.getByText(/of before stays? published/)).toBeVisible();
  await part.locator('input[type=file]').setInputFiles({ name: 'own.p12', mimeType: 'application/x-pkcs12', buffer: Buffer.from('no') }); // prettier-ignore
  await part.getByLabel('Its password').fill('x');
  await page.keyboard.press('Enter');
  await expect(part.getByRole('alert')).toContainText('own.p12: this is no PKCS#12 file that can be read');
});
