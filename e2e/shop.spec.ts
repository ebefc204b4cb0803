import { readFileSync } from 'node:fs';
import { gunzipSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
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
