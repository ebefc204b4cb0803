import { expect } from '@playwright/test';
import { test } from './device.js';
import { signIn, typeIn } from './hands.js';

test('the floor shows the engines of the shop, searches by key and opens with Enter', async ({ page }) => {
  await signIn(page, 'builder');
  const rows = page.getByRole('list', { name: 'Engines' }).getByRole('listitem');
  // On its first page stand those that were touched last: whatever the other tests have opened, too.
  for (const tag of ['PH8-031', 'BS6-114', 'DT2-007', 'KM1-052']) {
    await page.goto(`/?search=${tag}`);
    await expect(rows.filter({ hasText: tag })).toHaveCount(1);
  }
  await page.goto('/');
  await expect(rows).not.toHaveCount(0);
  await page.keyboard.press('/');
  await page.keyboard.type('petrel');
  await expect(rows.filter({ hasText: 'PH8-031' })).toHaveCount(1);
  await expect(rows.filter({ hasText: 'KM1-052' })).toHaveCount(0);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/engines\/[0-9a-f-]{36}\//);
  await page.goBack();
  await expect(rows.filter({ hasText: 'PH8-031' })).toHaveCount(1);

  // From the search, Enter opens what it finds first, however fast it was typed; finding nothing, it stays.
  await page.goto('/');
  await expect(rows).not.toHaveCount(0);
  await page.keyboard.press('/');
  await page.keyboard.type('no such engine');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No engine matches “no such engine”.')).toBeVisible();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('bittern');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'BS6-114', exact: true })).toBeVisible();
});

test('a new engine is refused field by field, and nothing typed is lost', async ({ page }) => {
  await signIn(page, 'builder');
  await page.getByRole('link', { name: 'Open an engine' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Open an engine' })).toBeVisible();
  const step = (name: RegExp) =>
    page.getByRole('navigation', { name: 'What is known of the engine' }).getByRole('button', { name });
  await step(/Engine/).click();
  await page.getByLabel('Title').fill('Petrel H8');
  await page.getByLabel('Firing order').fill('1 8 7 2 6 5 4 4');
  await page.getByLabel('Ratio, intake').fill('nine');
  await page.getByRole('button', { name: 'Open the engine' }).click();
  // It goes to the first step that is not as it must be, and marks the others.
  await expect(page.getByText('must be filled in', { exact: true })).toBeVisible();
  await expect(page.getByLabel('Customer')).toBeFocused();
  await expect(page.getByRole('alert')).toContainText('4 fields are not as they must be.');
  await page.keyboard.type('Fenwater Racing');
  await step(/Engine: look again/).click();
  await expect(page.getByText('must be filled in', { exact: true })).toBeVisible();
  await expect(page.getByText('named twice in this order: 4', { exact: true })).toBeVisible();
  await expect(page.getByLabel('Ratio, intake')).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByLabel('Ratio, intake')).toHaveValue('nine');

  await page.getByLabel('Tag').fill('KM1-052');
  await page.getByLabel('Firing order').fill('1-8-7-2-6-5-4-3');
  await page.getByLabel('Ratio, intake').fill('1.65');
  await page.getByRole('button', { name: 'Open the engine' }).click();
  await expect(page.getByText('another engine already has this tag', { exact: true })).toBeVisible();
  await expect(page.getByLabel('Tag')).toBeFocused();
  await page.getByLabel('Tag').fill(`NEW-${Date.now() % 100_000}`);

  // The session runs out while the form is filled.
  await page.context().clearCookies();
  await page.getByRole('button', { name: 'Open the engine' }).click();
  await expect(page.getByLabel(/^PIN/)).toBeVisible();
  await signIn(page, 'builder', '/engines/new');
  await expect(page.getByLabel('Customer')).toHaveValue('Fenwater Racing');
  await step(/Engine/).click();
  await expect(page.getByLabel('Ratio, intake')).toHaveValue('1.65');
  await page.getByRole('button', { name: 'Open the engine' }).click();
  await expect(page).toHaveURL(/\/bottom-end$/);
  await page.goto('/engines/new');
  await expect(page.getByLabel('Customer')).toHaveValue('');
});

test('a wrong PIN is told, and the handle stays', async ({ page }) => {
  await page.goto('/');
  await typeIn(page, 'owner', '000000');
  await expect(page.getByText('Handle and PIN do not belong together.')).toBeVisible();
  await expect(page.getByLabel('Handle')).toHaveValue('owner');
});

test('the owner brings somebody in, and nobody else is offered it', async ({ page }) => {
  await signIn(page, 'owner', '/people');
  const handle = `hand${Date.now() % 10_000}`;
  const form = page.getByRole('form', { name: 'Bring somebody in' });
  await form.getByLabel('Name').fill('Merle Fenn');
  await form.getByLabel('Handle').fill(handle);
  await form.getByLabel(/^PIN/).fill('12');
  await page.keyboard.press('Enter');
  // What is wrong is listed with a way to its field, and gone when it is mended; somebody else’s handle too.
  const wrong = form.getByRole('alert');
  await expect(wrong).toContainText('1 field is not as it must be.');
  await expect(form.getByLabel(/^PIN/)).toBeFocused();
  await form.getByLabel(/^PIN/).fill('424242');
  await expect(wrong).toHaveCount(0);
  await form.getByLabel('Handle').fill('builder');
  await page.keyboard.press('Enter');
  await expect(wrong).toContainText('somebody already has this handle');
  await form.getByRole('button', { name: 'Bring in' }).focus();
  await wrong.getByRole('button', { name: 'Handle' }).press('Enter');
  await expect(form.getByLabel('Handle')).toBeFocused();
  await form.getByLabel('Handle').fill(handle);
  await expect(wrong).toHaveCount(0);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('cell', { name: handle })).toBeVisible();
  await page.context().clearCookies();
  await page.evaluate(() => localStorage.clear());
  await signIn(page, 'apprentice', '/people');
  await expect(page.getByText('Bring somebody in')).toHaveCount(0);
});
