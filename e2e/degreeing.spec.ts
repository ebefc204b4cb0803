import { expect, type Page } from '@playwright/test';
import { test } from './device.js';
import { goTo, key, openEngine, readingsOnServer, signedIn } from './hands.js';
import { fileCard, inTable, INCH_CARD } from './cam-card.js';

const panel = (page: Page) => page.getByRole('complementary', { name: 'What to do now' });

/** Types a number with its side as a key, then Enter. */
async function sided(page: Page, number: string, side: 'a' | 'b'): Promise<void> {
  await page.keyboard.type(number);
  await page.keyboard.press(side);
  await page.keyboard.press('Enter');
}
async function pass(page: Page, after: string, before: string): Promise<void> {
  await sided(page, after, 'a');
  await sided(page, before, 'b');
}
test('a whole degreeing in inches by keyboard alone: stop, stop, four events, two drops', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre');
  await fileCard(page, id, INCH_CARD);
  await pass(page, '31.5', '26');
  await expect(panel(page)).toContainText('2.75° after TDC');
  await expect(panel(page)).toContainText('bend the pointer until it reads 28.75° before TDC');
  await pass(page, '28.75', '28.75');
  await expect(panel(page)).toContainText('reads true');
  await pass(page, '28.75', '29');
  await expect(panel(page)).toContainText('Proved twice');

  await goTo(page, id, 'timing');
  await expect(page.getByText('Open spans: card’s seat events.')).toBeVisible();
  for (const event of ['4b', '40.5a', '46b', '2a']) await key(page, event);
  for (const flank of ['82a', '134a', '66.5a', '149.5a']) await key(page, flank);
  await expect(inTable(page, 'I closes', 2)).toHaveText('+0.5');
  await expect(inTable(page, 'I nose', 1)).toHaveText('108');
  await expect(page.getByText('Open spans: card’s seat events, moved to the measured events.')).toBeVisible();
  await page.reload();
  await expect(inTable(page, 'I nose', 1)).toHaveText('108');
  expect((await readingsOnServer(page, id, 14)).at(-1)).toMatchObject({
    measure: 'intake-drop-closing',
    entered: '149.5 after',
    atLiftMm: 1.27,
  });
});

test('the same in millimetres, on a wheel of 0 to 360', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre', { layout: 'v-twin', specSet: 'sidecar-solid', title: 'Dunlin T2' });
  await fileCard(page, id, {
    unit: 'mm', checkAt: 'lobe', checkLift: 1, intakeLobeLift: 8.4,
    events: { intakeOpenBtdc: 16, intakeCloseAbdc: 44, exhaustOpenBbdc: 48, exhaustCloseAtdc: 12 },
  }); // prettier-ignore
  await page.getByRole('combobox', { name: 'Degree wheel' }).focus();
  for (const step of ['Enter', 'End', 'Enter']) await page.keyboard.press(step);
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  for (const reading of ['33', '330', '31.5', '328.5', '31.5', '328.75']) await key(page, reading);
  await expect(panel(page)).toContainText('Proved twice');

  await goTo(page, id, 'timing');
  for (const event of ['344', '224.5', '132', '12.5']) await key(page, event);
  for (const flank of ['74', '134.5', '61.5', '147']) await key(page, flank);
  await expect(inTable(page, 'I opens', 1)).toHaveText('16');
  await expect(inTable(page, 'I closes', 1)).toHaveText('44.5');
  await expect(inTable(page, 'E opens', 1)).toHaveText('48');
  await expect(inTable(page, 'I nose', 1)).toHaveText('104.25');
  expect((await readingsOnServer(page, id, 14)).at(-1)).toMatchObject({
    entered: '147',
    unit: 'deg360',
    value: 147,
    atLiftMm: 1,
  });
});

test('a wheel that slips makes the angles suspect, and reading them again settles it', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre');
  await fileCard(page, id, INCH_CARD);
  await pass(page, '30', '30');
  await goTo(page, id, 'timing');
  await key(page, '4b');
  await goTo(page, id, 'dead-centre');
  await pass(page, '34', '26');
  await expect(page.getByRole('alert')).toContainText('the wheel slipped');
  await goTo(page, id, 'review');
  await expect(page.getByText(/not dealt with\. Signing waits/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Out of limits' })).toContainText('intake opens');
  await goTo(page, id, 'dead-centre');
  await pass(page, '30', '30');
  await goTo(page, id, 'timing');
  await page.getByRole('button', { name: /Intake opens/ }).click();
  await key(page, '4b');
  await goTo(page, id, 'review');
  await expect(page.getByText('No value waits to be dealt with.')).toBeVisible();
});

test('the same stop twice is refused beside the number, and what was typed stays', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'dead-centre');
  await sided(page, '30', 'a');
  await sided(page, '30', 'a');
  await expect(page.getByRole('alert')).toContainText('turn the crank to the stop from the other side');
  await expect(page.getByTestId('active-number')).toHaveValue('30 after');
});

test('the bottom end goes into the crank: bore and journal, deck with its side, ring gap by its bore', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
  // The limit ahead is that of the clearance: it bounds no bore.
  await expect(panel(page)).toContainText(/Limit\s*main bearing clearance/);
  await page.keyboard.type('2.4526');
  await expect(panel(page)).not.toContainText('Limit');
  await page.keyboard.press('Escape');
  for (let main = 0; main < 5; main++) await key(page, '2.4526;2.4525');
  for (let main = 0; main < 4; main++) await key(page, '2.4500');
  await page.keyboard.type('2.4480');
  await expect(panel(page)).toContainText('main bearing clearance');
  await expect(panel(page)).toContainText('high');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /Deck height/ }).click();
  await sided(page, '0.005', 'b');
  await page.getByRole('button', { name: /Top ring gap/ }).click();
  await key(page, '0.017');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText(
    'measure the bore of this cylinder first',
  );
  await readingsOnServer(page, id, 12);
  const sheet = await (await page.request.get(`/api/engines/${id}/sheet`)).json();
  const find = (measure: string, place: string) =>
    sheet.measures.find((row: { measure: string; place: string }) => row.measure === measure && row.place === place);
  expect(find('main-clearance', 'M1').verdict).toBe('in');
  expect(find('main-clearance', 'M5').verdict).toBe('high');
  expect(find('deck-height', '1').value).toBeCloseTo(-0.127, 9);
});

test('what is typed wrong says why beside the number, stays as typed, and nothing of it is sent; the next number begins anew', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
  for (const [wrong, why] of [
    ['1,250.5', 'two decimal marks'],
    ['5/0', 'a fraction cannot be over zero'],
    ['2.45.3', 'this is no number'],
    ['1;2;3;4;5', 'at most four directions'],
  ]) {
    // At a hand's pace: what comes faster is a gauge's, whose comma is a point.
    await page.keyboard.type(wrong, { delay: 60 });
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText(why);
    await expect(page.getByTestId('active-number')).toHaveValue(wrong);
    await expect(page.getByTestId('active-number')).toHaveAttribute('aria-invalid', 'true');
    // The next digits begin anew: nothing of what was refused stays before them.
  }
  await key(page, ' 2 3/8');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('2 3/8');
  await page.getByRole('button', { name: /Deck height/ }).click();
  await key(page, '-0.005');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('-0.005');
  await goTo(page, id, 'timing');
  await fileCard(page, id, INCH_CARD);
  await page.reload();
  await page.getByRole('button', { name: /Intake nose/ }).click();
  // In one breath: nothing is drawn or worked out between the two, and the second is judged by the first all the same.
  await page.evaluate(() => {
    for (const flank of ['134a', '82a'])
      for (const key of [...flank, 'Enter']) window.dispatchEvent(new KeyboardEvent('keydown', { key }));
  });
  await expect(page.getByRole('alert')).toContainText('clos');
  await expect(page.getByTestId('active-number')).toHaveValue('82 after');
  const readings = await readingsOnServer(page, id, 3);
  expect(readings.map(({ entered }) => entered)).toEqual(['2 3/8', '-0.005', '134 after']);
});
