import { expect, type Page } from '@playwright/test';
import { test } from './device.js';
import { goTo, key, openEngine, readingsOnServer, signedIn } from './hands.js';

const number = (page: Page) => page.getByTestId('active-number');
const place = (page: Page) => page.locator('.now-head h2');
const panel = (page: Page) => page.getByRole('complementary', { name: 'What to do now' });

test('what stands is shown converted and what is typed keeps its unit: neither is ever relabelled', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
  await key(page, '2.1025');
  await page.keyboard.press('ArrowLeft');
  await expect(number(page)).toHaveAttribute('placeholder', '2.1025');
  await page.keyboard.press('u');
  await expect(number(page)).toHaveAttribute('placeholder', '2102.5');
  await expect(panel(page)).toContainText('typed as 2.1025 in');
  // Begun in thou, it stays thou.
  await page.keyboard.type('6');
  await page.keyboard.press('u');
  await expect(panel(page).locator('.now-unit')).toContainText(/^thou\s= 0\.152 mm/);
  await page.keyboard.press('Enter');
  const readings = (await readingsOnServer(page, id, 2)).map(({ entered, unit }) => [entered, unit]);
  expect(readings).toEqual([['2.1025', 'in'], ['6', 'thou']]); // prettier-ignore
  // A unit that was chosen at another measure is named where it is left over.
  await page.getByRole('button', { name: /Deck height/ }).click();
  await expect(panel(page)).toContainText('from main bearing bore');
});

test('another measure begins where one is lacking, and the end of the stage says what is open and where the way goes on', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'bottom-end');
  for (let main = 0; main < 2; main++) await key(page, '2.4526');
  await page.getByRole('button', { name: /Main journal/ }).click();
  await key(page, '2.4500');
  await page.getByRole('button', { name: /Main bearing bore/ }).click();
  await expect(place(page)).toHaveText('main 3');
  await page.getByRole('button', { name: /Deck height/ }).click();
  for (let cylinder = 0; cylinder < 8; cylinder++) await key(page, '.005b');
  const end = page.getByRole('region', { name: 'End of this stage' });
  await expect(end).toContainText('End of bottom end');
  await expect(end.getByRole('link', { name: 'Go to dead centre' })).toBeVisible();
  // These limits require nothing of the bottom end.
  await expect(end).toContainText('Nothing required is missing.');
  await end.getByRole('link', { name: 'Go to dead centre' }).click();
  await expect(page).toHaveURL(/\/dead-centre$/);
});

test('the last Enter is undone without a word, an older reading is struck or moved with a reason, and a note stands beside one', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  const first = (await place(page).textContent())!;
  await key(page, '6');
  await expect(place(page)).not.toHaveText(first);
  await page.keyboard.press('z');
  await expect(place(page)).toHaveText(first);
  await expect(page.getByText('0 of 16')).toBeVisible();
  await key(page, '5/8');
  await expect(page.getByText('1 of 16')).toBeVisible();
  await page.getByRole('button', { name: /^3 intake/ }).click();
  await panel(page).getByRole('button', { name: 'Strike 5/8' }).click();
  const dialog = page.getByRole('dialog', { name: /^Strike 3 intake, 5\/8/ });
  await dialog.getByRole('combobox', { name: 'Move it to' }).click();
  await page.getByRole('option', { name: '3 exhaust' }).click();
  await dialog.getByRole('button', { name: 'Move reading' }).click();
  await expect(dialog).toBeHidden();
  await expect(panel(page)).toContainText('moved to 3 exhaust: wrong place');
  await expect(page.getByRole('button', { name: /^3 exhaust: 42\.3/ })).toBeVisible();
  await page.getByRole('button', { name: /^3 exhaust/ }).click();
  await page.keyboard.press(',');
  await page.getByRole('textbox', { name: 'Note' }).fill('felt rough');
  await page.keyboard.press('Enter');
  await expect(panel(page)).toContainText('“felt rough”');
  await page.reload();
  await expect(panel(page)).toContainText('“felt rough”');
  const { measures } = await (await page.request.get(`/api/engines/${id}/sheet`)).json();
  expect(measures.find((row: { measure: string }) => row.measure === 'preload-turns')).toMatchObject({ place: '3E', note: 'felt rough' }); // prettier-ignore
});

test('the side may come first, a comma is a decimal one, and Escape goes one step out and comes back to the same value', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
  await page.getByRole('button', { name: /Deck height/ }).click();
  await page.keyboard.press('b');
  await page.keyboard.type(',005', { delay: 60 });
  await expect(number(page)).toHaveValue('below ,005');
  await page.keyboard.press('Enter');
  const [deck] = await readingsOnServer(page, id, 1);
  expect(deck.value).toBeCloseTo(-0.127, 9);
  const next = (await place(page).textContent())!;
  expect(next).not.toBe('cylinder 1');
  await page.keyboard.press('Escape');
  await expect(page).toHaveURL(/\/path$/);
  await page.goBack();
  await expect(place(page)).toHaveText(next);
});

test('the number is a field with a name, letters can be switched off, and the focus of a drawing goes with the place', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  // Whoever speaks or switches reaches the field by its name.
  await page.getByRole('textbox', { name: /^3 intake, preload, turns/ }).fill('5/8');
  await expect(number(page)).toHaveValue('5/8');
  await number(page).press('Enter');
  await expect(page.getByRole('status').first()).toContainText('3 intake, 5/8 turns, in taken.');
  expect((await readingsOnServer(page, id, 1))[0].place).toBe('3I');
  await page.getByRole('button', { name: /keys$/ }).click();
  await page.getByLabel('Letter keys everywhere on the bench').click();
  await page.keyboard.press('Escape');
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.keyboard.press('m');
  await expect(number(page)).toBeVisible();
  await page.locator('[data-bench-place][aria-current=true]').focus();
  await page.keyboard.press('ArrowRight');
  const focused = page.locator('[data-bench-place]:focus');
  await expect(focused).toHaveAttribute('aria-current', 'true');
  const named = (await focused.getAttribute('aria-label'))!.split(':')[0];
  await expect(place(page)).toHaveText(named);
  await key(page, '5/8');
  expect((await readingsOnServer(page, id, 2))[1].place).toBe(named.replace(/ (.).*/, (_, kind: string) => kind.toUpperCase())); // prettier-ignore
  await goTo(page, id, 'bottom-end');
});
