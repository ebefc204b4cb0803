import { expect } from '@playwright/test';
import { test } from './device.js';
import { key, openEngine, signIn, signedIn } from './hands.js';

test('the lead reads what was done on an engine as sentences, and walks the chain on the page', async ({ page }) => {
  await signedIn(page, 'lead');
  const id = await openEngine(page, 'setting');
  const tag = await page.getByRole('heading', { level: 1 }).innerText();
  await key(page, '5/8');
  await expect(page.getByText('✓ on the server')).toBeVisible();

  await page.getByRole('link', { name: 'Acts' }).click();
  await page.getByLabel('Engine').fill('no such tag');
  await page.keyboard.press('Enter');
  await expect(page.getByText('no engine has this tag')).toBeVisible();
  await page.getByLabel('Engine').fill(tag.toLowerCase());
  await page.keyboard.press('Enter');
  const acts = page.getByRole('main').getByRole('listitem');
  await expect(acts.filter({ hasText: `opened ${tag}` })).toHaveCount(1);
  await expect(acts.filter({ hasText: 'took Preload, turns' })).toHaveCount(1);
  await expect(acts).toHaveCount(2);
  await page.goto(`/acts?day=2020-02-02`);
  await expect(page.getByText('Nothing of that was done.')).toBeVisible();

  await page.getByRole('button', { name: 'Walk the chain' }).click();
  await expect(page.getByText(/acts hold, each chained to the one before/)).toBeVisible();
  await expect(page.getByRole('img', { name: /The chain of acts: .* walked, no fault found/ })).toBeVisible();
  await page.goBack();
  await expect(page.getByRole('link', { name: tag }).first()).toHaveAttribute('href', `/engines/${id}/intake`);
});

test('a builder is not offered the log', async ({ page }) => {
  await signIn(page, 'builder');
  await expect(page.getByRole('link', { name: 'Limits' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Acts' })).toHaveCount(0);
});
