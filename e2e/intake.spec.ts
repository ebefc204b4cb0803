import { expect } from '@playwright/test';
import { test } from './device.js';
import { goTo, openEngine, signIn, signedIn } from './hands.js';

test('an engine is opened step by step by keyboard, drawn as it is typed, its customer a page of the book', async ({
  page,
}) => {
  await signIn(page, 'builder', '/engines/new');
  const stamp = Date.now() % 100_000;
  await page.getByLabel('Customer').focus();
  await page.keyboard.type(`Sluice Marine ${stamp}`);
  await expect(page.getByText('new: a page in the customer book')).toBeVisible();
  await page.getByLabel('Phone').fill('01632 960 355');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Tag')).toBeFocused();
  await page.keyboard.type(`SM-${stamp}`);
  await page.getByLabel('Title').fill('Petrel H8');
  await expect(page.getByRole('img', { name: /1 intake/ }).first()).toBeVisible();
  await page.keyboard.press('Enter');
  await page.getByRole('textbox', { name: 'Bore' }).fill('4.125');
  await expect(page.getByRole('img', { name: 'A cylinder cut through: bore 4.125 in' })).toBeVisible();
  // Inches typed as millimetres: said at the figure, on its own step, and nothing typed is lost.
  await page.getByRole('button', { name: /^Unit of bore: in/ }).click();
  await page.getByRole('button', { name: 'Open the engine' }).click();
  await expect(page.getByText('no engine has this; look at the number and its unit', { exact: true })).toBeVisible();
  await page.getByRole('button', { name: /^Unit of bore: mm/ }).click();
  await page.getByRole('textbox', { name: 'Bore' }).press('Enter');
  await page.getByLabel('pistons: part number').fill('OP-4125');
  await page.keyboard.press('Enter');
  // A day as the shop writes it; what may be two is asked, and the calendar gives the same.
  const promised = page.getByRole('textbox', { name: 'Promised for' });
  await promised.fill('3/4/2030');
  await page.keyboard.press('Tab');
  await expect(page.getByText('3/4/2030 may be two days: type it as 25 Dec 2026')).toBeVisible();
  await promised.fill('1.5.2030');
  await page.keyboard.press('Tab');
  await expect(promised).toHaveValue('1 May 2030');
  await page.getByRole('button', { name: 'Promised for: calendar' }).press('Enter');
  const calendar = page.getByRole('dialog', { name: 'Promised for' });
  await expect(calendar.getByRole('gridcell', { name: '1', exact: true })).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(calendar).toHaveCount(0);
  await expect(promised).toHaveValue('2 May 2030');
  await promised.press('Enter');
  await expect(page.getByRole('heading', { name: `SM-${stamp}`, exact: true })).toBeVisible();

  // The next one of the same customer, like the first.
  await page.goto('/engines/new');
  await page.getByLabel('Customer').fill(`Sluice Marine ${stamp}`);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Phone')).toHaveValue('01632 960 355');
  await page.getByLabel('Open like an earlier engine').fill(`SM-${stamp}`);
  await page.getByRole('option', { name: `SM-${stamp}, Petrel H8` }).click();
  await expect(page.getByText(`taken over from SM-${stamp}; all of it can be changed`)).toBeVisible();
  await page.getByRole('button', { name: /Parts/ }).first().click();
  await expect(page.getByLabel('pistons: part number')).toHaveValue('OP-4125');
  await page.getByRole('button', { name: 'Back to the floor' }).click();
});

test('what would change a verdict is shown before it is filed, and filed with who and when', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
  await page.getByRole('button', { name: /Top ring gap/ }).click();
  await page.keyboard.type('0.010');
  await page.keyboard.press('Enter');
  // The limit hangs on a bore that nobody has said yet: it is asked for there.
  const asked = page.getByRole('form', { name: 'Figures that are needed here' });
  await expect(asked).toContainText('no bore is known yet');

  await goTo(page, id, 'intake');
  await page.getByRole('button', { name: /Figures/ }).click();
  await page.getByRole('textbox', { name: 'Bore' }).fill('4.125');
  // What changes stands beside what files it; left and come back to, the list says what is not filed.
  const changes = page.getByRole('region', { name: 'What filing it changes' });
  await expect(changes).toContainText('not judged → low');
  await expect(changes).toBeInViewport({ ratio: 1 });
  await page.reload();
  await page.getByRole('button', { name: 'Figures: not filed' }).click();
  await expect(page.getByText(/This form holds what you typed/)).toBeVisible();
  await expect(changes).toContainText('not judged → low');
  await page.getByRole('textbox', { name: 'Bore' }).press('Enter');
  await expect(page.getByText(/^Filed by builder/)).toBeVisible();
  await goTo(page, id, 'bottom-end');
  await expect(asked).toHaveCount(0);

  await goTo(page, id, 'intake');
  await page.getByRole('button', { name: /Engine/ }).click();
  await expect(page.getByLabel('Firing order')).toBeDisabled();
  await page.getByLabel('Title').fill('Petrel H8, second build');
  await page.keyboard.press('Enter');
  await expect(page.locator('.engine-title')).toContainText('second build');
});

test('an engine that is handed over leaves the floor’s work, and is found among those', async ({ page }) => {
  await signedIn(page, 'lead');
  const id = await openEngine(page, 'record');
  const tag = await page.getByRole('heading', { level: 1 }).innerText();
  await page.getByLabel('Reason').fill('x');
  await page.getByRole('button', { name: 'Hand it over' }).click();
  await expect(page.getByText(/a reason, in a few words/)).toBeVisible();
  await page.getByLabel('Reason').fill('Collected by trailer');
  await page.getByRole('button', { name: 'Hand it over' }).click();
  await expect(page.getByRole('heading', { name: `${tag} is handed over` })).toBeVisible();
  await page.goto(`/?search=${tag}`);
  await expect(page.getByText(`No engine matches “${tag}”.`)).toBeVisible();
  await page.getByRole('button', { name: 'handed over' }).click();
  await expect(page.getByRole('link', { name: new RegExp(tag) })).toBeVisible();
  await page.getByRole('link', { name: new RegExp(tag) }).click();
  await expect(page).toHaveURL(new RegExp(id));
});
