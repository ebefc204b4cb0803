import { expect, type Page } from '@playwright/test';
import { test } from './device.js';
import { goTo, key, openEngine, readingsOnServer, signIn, signedIn } from './hands.js';

const panel = (page: Page) => page.getByRole('complementary', { name: 'What to do now' });

test('what is odd is answered with one press, and the answer stays with the reading', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  for (let valve = 0; valve < 6; valve++) await key(page, valve === 5 ? '1.5' : '5/8');
  await readingsOnServer(page, id, 6);
  const odd = (await (await page.request.get(`/api/engines/${id}/readings`)).json()).readings[5].place as string;
  await page.locator(`[data-place="${odd}"]`).click();
  await expect(panel(page)).toContainText('above the other');
  await panel(page)
    .getByRole('button', { name: /^checked, true/ })
    .first()
    .click();
  await expect(panel(page)).toContainText('“checked, true”, builder');
  await page.reload();
  await expect(panel(page)).toContainText('“checked, true”, builder');
});

test('a plunger that ends too deep says what shim or rod brings it up, and one key puts it on the list of parts', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  await page.locator('[data-place="1I"]').click();
  await key(page, '1.5');
  await page.locator('[data-place="1I"]').click();
  await expect(panel(page)).toContainText(/deeper than it is to stand\. Where the adjuster cannot give it back: .* more shim under the pivot, or a pushrod .* shorter/); // prettier-ignore
  await page.evaluate(() => (document.activeElement as HTMLElement | SVGElement).blur());
  await page.keyboard.press('r');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('What', { exact: true })).toHaveValue(/Pushrod, 0\.\d{4} in shorter than fitted/);
  await dialog.getByRole('button', { name: 'Put it on the list' }).click();
  await expect(page.getByText(/On the list of parts: Pushrod/)).toBeVisible();
});

test('more than one thing is typed without leaving the valve: how zero was found, and what makes it doubtful', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  await page.locator('[data-place="1I"]').click();
  await page.evaluate(() => (document.activeElement as HTMLElement | SVGElement).blur());
  await panel(page).getByText('What else can be taken here').click();
  await panel(page)
    .getByRole('button', { name: /Plunger at zero lash/ })
    .click();
  await page.keyboard.press('5');
  await expect(panel(page).getByRole('button', { name: /hung in its bore/ })).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Enter');
  await page.locator('[data-place="1I"]').click();
  await key(page, '5/8');
  await page.locator('[data-place="1I"]').click();
  await expect(panel(page)).toContainText('The lifter hung in its bore when zero was felt');
});

test('after its first heat the valves are read anew beside the build, and the one that has opened is charted and named', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting', { layout: 'i6', specSet: 'shop-solid' });
  for (let valve = 0; valve < 12; valve++) await key(page, '0.016');
  await readingsOnServer(page, id, 12);
  await page.keyboard.press('d');
  await expect(page.getByText('Nothing was read on another occasion yet')).toBeVisible();
  await page.getByRole('button', { name: 'Read the valves anew' }).click();
  await page.getByRole('dialog').getByLabel('Valve lash').check();
  await page.getByLabel('runs since hand-over').fill('many');
  await page.getByRole('button', { name: 'Read them anew' }).click();
  const wrong = page.getByRole('dialog').getByRole('alert');
  await expect(wrong).toContainText('how many, as a number');
  await page.getByLabel('runs since hand-over').fill('9');
  await expect(wrong).toHaveCount(0);
  await page.getByLabel('runs a week').fill('3');
  await page.getByRole('button', { name: 'Read them anew' }).click();
  await expect(page.getByRole('combobox', { name: 'Occasion: after the first heat' })).toBeVisible();
  await page.locator('[data-place="3I"]').click();
  await key(page, '0.022');
  for (const place of ['1I', '2I', '4I', '5I']) {
    await page.locator(`[data-place="${place}"]`).click();
    await key(page, '0.016');
  }
  const readings = await readingsOnServer(page, id, 17);
  expect(readings).toHaveLength(17);
  await page.keyboard.press('d');
  const change = page.getByRole('region', { name: 'Change since the build' });
  await expect(change.getByRole('row').filter({ hasText: '3 intake' })).toContainText('+6.0');
  await expect(change).toContainText('alone: worn, or its lock has backed off');
  await page.keyboard.press('Escape');
  // The build stands as it was.
  // A letter goes to an entry of the list, and only a press chooses it.
  const occasion = page.getByRole('combobox', { name: /^Occasion/ });
  await occasion.focus();
  await page.keyboard.press('b');
  await expect(occasion).toHaveAccessibleName('Occasion: after the first heat');
  await page.keyboard.press('Enter');
  await page.getByRole('option', { name: 'the build' }).click();
  await expect(page.getByRole('button', { name: /3 intake: 16\.0/ })).toBeVisible();
});

test('hot or cold: what is read of one tells the other by the shop’s growth', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting', { layout: 'i6', specSet: 'shop-solid', metals: { block: 'iron', head: 'aluminium' } }); // prettier-ignore
  await page.keyboard.press('h');
  await expect(panel(page)).toContainText('Engine hot and stopped');
  await key(page, '0.022');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('lash, cold 0.0160 in');
});

test('the proof: lift valve by valve, what is left below each plunger, and two turns by hand with a name', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting', { data: { figures: { 'plunger-travel': { entered: '0.120', unit: 'in' } } } }); // prettier-ignore
  await page.locator('[data-place="1I"]').click();
  await key(page, '5/8');
  await readingsOnServer(page, id, 1);
  await goTo(page, id, 'proof');
  await key(page, '0.480');
  await page.locator('[data-place="1I"]').click();
  await expect(panel(page)).toContainText(/below its clip, 0\.\d{4} in left to its bottom/);
  await panel(page)
    .getByRole('button', { name: /Turned twice, nothing bound/ })
    .click();
  await expect(panel(page)).toContainText(/Turned twice, nothing bound: builder/);
});

test('what is due stands on the floor, and the owner’s calendar has an address that another one ends', async ({
  page,
}) => {
  await signIn(page, 'owner');
  await expect(page.getByRole('region', { name: 'Due' })).toContainText(/BS6-098 Valve lash/);
  await page.goto('/shop');
  const part = page.getByRole('region', { name: 'Calendar' });
  await part.getByRole('button', { name: 'Make an address' }).click();
  const address = (await part.getByText(/\/api\/calendar\//).textContent())!;
  const read = await page.request.get(new URL(address).pathname);
  expect(await read.text()).toContain('SUMMARY:BS6-098: Valve lash');
  await part.getByRole('button', { name: 'Another address' }).click();
  await part.getByRole('button', { name: 'Make another' }).click();
  await expect(part.getByText(address)).toHaveCount(0);
  expect((await page.request.get(new URL(address).pathname)).status()).toBe(404);
});
