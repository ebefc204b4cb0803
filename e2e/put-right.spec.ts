import { expect, type Page } from '@playwright/test';
import { fileCard, INCH_CARD } from './cam-card.js';
import { test } from './device.js';
import { goTo, key, openEngine, readingsOnServer, signedIn } from './hands.js';

const panel = (page: Page) => page.getByRole('complementary', { name: 'What to do now' });
const stop = async (page: Page, number: string, side: 'a' | 'b' | '') => {
  await page.keyboard.type(number);
  if (side) await page.keyboard.press(side);
  await page.keyboard.press('Enter');
};

test('a side that is forgotten at the stop is asked for, a wrong one is said by typing it again, and one slip there excuses nobody and accuses no angle', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre');
  await fileCard(page, id, INCH_CARD);
  await stop(page, '31', 'a');
  await stop(page, '30.5', '');
  await expect(page.getByRole('alert')).toContainText('which side? Type A for after or B for before');
  await page.keyboard.press('a');
  await page.keyboard.press('Enter');
  await expect(panel(page)).toContainText('Both ways were read after dead centre');
  await stop(page, '30.5', 'b');
  await expect(panel(page)).toContainText('reads true');
  await goTo(page, id, 'timing');
  await key(page, '4b');
  await goTo(page, id, 'dead-centre');
  // A digit slips on the way back; then both again, as the wheel stands.
  for (const [number, side] of [['31', 'a'], ['13', 'b']] as const) await stop(page, number, side);
  await expect(panel(page)).toContainText('or a reading was wrong');
  for (const [number, side] of [['31', 'a'], ['30.5', 'b']] as const) await stop(page, number, side);
  await expect(panel(page)).toContainText('misread: the wheel had not moved');
  await goTo(page, id, 'review');
  await expect(page.getByText('No value waits to be dealt with.')).toBeVisible();
}); // prettier-ignore

test('the worst of the clay is struck with a reason, and the next worst counts', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'mock-up');
  await page.getByRole('button', { name: /Piston to valve, radial/ }).click();
  const valve = (await panel(page).getByRole('heading').first().textContent())!;
  for (const entered of ['0.012', '0.112']) {
    await key(page, entered);
    await page.keyboard.press('ArrowLeft');
    await expect(panel(page).getByRole('heading', { name: valve })).toBeVisible();
  }
  await expect(panel(page)).toContainText('The worst reading counts: 0.0120 in');
  await readingsOnServer(page, id, 2);
  await panel(page).getByRole('button', { name: 'Strike 0.012' }).click();
  const dialog = page.getByRole('dialog', { name: /^Strike .*, 0.012 in/ });
  await dialog.getByRole('button', { name: 'Strike reading' }).click();
  await expect(dialog).toContainText('Give a reason in a few words.');
  await page.keyboard.press('Shift+Tab');
  await dialog.getByRole('button', { name: 'misread' }).click();
  await dialog.getByRole('button', { name: 'Strike reading' }).click();
  await expect(dialog).toBeHidden();
  await expect(panel(page)).toContainText('struck: misread');
  await expect(panel(page)).not.toContainText('The worst reading counts');
});

test('the four events are told together, by the card and by what they say of each other', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre');
  await fileCard(page, id, INCH_CARD);
  for (const [number, side] of [
    ['30', 'a'],
    ['30', 'b'],
  ] as const)
    await stop(page, number, side);
  await goTo(page, id, 'timing');
  for (const event of ['7b', '37a', '49b', '1b']) await key(page, event);
  await page.getByRole('button', { name: 'Events together' }).click();
  await expect(page.getByText('The cam stands 3° advanced: all events are off by the same.')).toBeVisible();
  await expect(page.getByRole('row', { name: /Lobe separation/ })).toBeVisible();
  await page.getByRole('button', { name: /Sprocket/ }).click();
  await expect(page.getByText(/No equal drops read\. Going by the intake events/)).toBeVisible();
});

test('a firing order that the crank cannot have is named as it is typed, and the right one is a press away', async ({ page }) => {
  await signedIn(page, 'builder');
  await page.goto('/engines/new');
  await page
    .getByRole('navigation', { name: 'What is known of the engine' })
    .getByRole('button', { name: /Engine/ })
    .click();
  const order = page.getByLabel('Firing order');
  await order.fill('1 8 7 2 6 5 4 4');
  await expect(page.getByText('Twice in the firing order: 4.')).toBeVisible();
  await order.fill('1 8 7 2 6 5 3 4');
  await expect(page.getByText(/this crank cannot fire so: pin 2 \(3 and 4\)/)).toBeVisible();
  await page.getByRole('button', { name: '1-8-7-2-6-5-4-3', exact: true }).click();
  await expect(order).toHaveValue('1 8 7 2 6 5 4 3');
  await expect(page.getByRole('group', { name: 'Orders in common use' })).toContainText('1-8-4-2-6-5-7-3');
}); // prettier-ignore
