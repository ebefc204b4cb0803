import { expect, type Page } from '@playwright/test';
import { ENGINE_PLACES } from '../web/places/stages.js';
import { test } from './device.js';
import { goTo, key, openEngine, readingsOnServer, signIn, typeIn, signedIn } from './hands.js';

const engineId = async (page: Page, tag: string) => {
  const { engines } = await (await page.request.get(`/api/engines?search=${tag}`)).json();
  return (engines as { id: string }[])[0].id;
};

test('an apprentice looks on: every place opens, nothing is offered that would be refused', async ({ page }) => {
  await signIn(page, 'apprentice');
  await expect(page.getByRole('link', { name: 'Open an engine' })).toHaveCount(0);
  const id = await engineId(page, 'PH8-031');
  for (const { path } of ENGINE_PLACES) {
    await goTo(page, id, path);
    await expect(page.getByRole('button', { name: 'Read and understood' })).toHaveCount(0);
  }
  await goTo(page, id, 'setting');
  await page.keyboard.type('0.5');
  await expect(page.getByRole('complementary', { name: 'What to do now' })).toContainText('plunger');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('View only. A builder must enter this.');
  await goTo(page, id, 'timing');
  for (const [part, offer] of [
    ['Cam card', 'File the card'],
    ['Sweep a lobe', 'Keep this lobe'],
    ['Sprocket', /^Fit/],
  ] as const) {
    await page.getByRole('button', { name: part }).click();
    await expect(page.getByRole('heading', { level: 2 }).first()).toBeVisible();
    await expect(page.getByRole('button', { name: offer })).toHaveCount(0);
  }
  await goTo(page, id, 'review');
  await expect(page.getByRole('button', { name: 'Write it down' })).toHaveCount(0);
  await expect(page.getByText('The lead signs.')).toBeVisible();
});

test('cautions stand whole where the work is until they are read, once for each engine and stage', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre');
  const cautions = page.getByRole('region', { name: 'Cautions' });
  await expect(cautions).toContainText('Spark plugs out');
  await expect(cautions).toContainText('the builder answers for the engine');
  await page.getByRole('button', { name: 'Read and understood' }).click();
  await expect(cautions).toHaveCount(0);
  await page.reload();
  await expect(page.getByText('Spark plugs out before the crank is turned by hand')).toBeVisible();
  await expect(cautions).toHaveCount(0);
  await goTo(page, id, 'timing');
  await expect(cautions).toContainText('kick the bar back');
});

test('from the review each value leads back to the very place where it is measured', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
  await page.getByRole('button', { name: /Crank end play/ }).click();
  await key(page, '0.030');
  await goTo(page, id, 'review');
  const out = page.getByRole('region', { name: 'Out of limits' });
  await expect(out).toContainText('crank end play');
  await out.getByRole('link', { name: /Measure again/ }).click();
  await expect(page).toHaveURL(/\/bottom-end$/);
  await expect(
    page.getByRole('complementary', { name: 'What to do now' }).getByRole('heading', { level: 2 }),
  ).toHaveText('Crank end play');
  await key(page, '0.006');
  await goTo(page, id, 'review');
  await expect(page.getByText('No value waits to be dealt with.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Dealt with' })).toContainText(
    'A later reading lies within the limits.',
  );
});

test('a session that ran out asks for the PIN at the same address, and what was typed meanwhile follows', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  await page.request.delete('/api/session');
  await key(page, '5/8');
  await expect(page.getByLabel(/^PIN/)).toBeVisible();
  await typeIn(page, 'builder', '246810');
  await expect(page).toHaveURL(new RegExp(`${id}/setting$`));
  await expect(page.getByText('1 of 16')).toBeVisible();
  await readingsOnServer(page, id, 1);
});

test('an address that is nowhere says so and leads back', async ({ page }) => {
  await signIn(page, 'builder', '/nowhere');
  await page.getByRole('link', { name: 'Go to the floor' }).click();
  await expect(page.getByRole('heading', { name: 'Floor' })).toBeVisible();
  await page.goto('/engines/00000000-0000-4000-8000-000000000000/setting');
  await expect(page.getByText('There is no such engine.')).toBeVisible();
});
