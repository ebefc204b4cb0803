import { expect, test, type Page } from '@playwright/test';
import { lobeFromCard } from '../core/cam/lobe-from-card.js';
import { goTo, key, openEngine, signIn } from './bench.js';

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
/** The cell of the card table in a row, by its column. */
const inTable = (page: Page, row: string, column: number) =>
  page
    .getByRole('table', { name: 'Card against measured' })
    .getByRole('row', { name: row })
    .getByRole('cell')
    .nth(column);

const INCH_CARD = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, seatLift: 0.006, seatIntakeDuration: 276, seatExhaustDuration: 280,
  events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 }, intakeLobeLift: 0.341,
}; // prettier-ignore
const file = async (page: Page, id: string, card: object) =>
  expect((await page.request.post(`/api/engines/${id}/cam-card`, { data: card })).status()).toBe(201);

test('a whole degreeing in inches by keyboard alone: stop, stop, four events, two drops', async ({ page }) => {
  await signIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre');
  await file(page, id, INCH_CARD);
  await pass(page, '31.5', '26');
  await expect(panel(page)).toContainText('2.75° after TDC');
  await expect(panel(page)).toContainText('bend the pointer until it reads 28.75° before TDC');
  await pass(page, '28.75', '28.75');
  await expect(panel(page)).toContainText('reads true');
  await pass(page, '28.75', '29');
  await expect(panel(page)).toContainText('Proved twice');

  await goTo(page, id, 'timing');
  await expect(page.getByText('Open spans from the seat events of the card.')).toBeVisible();
  for (const event of ['4', '40.5', '46', '2']) await key(page, event);
  for (const flank of ['82', '134', '66.5', '149.5']) await key(page, flank);
  await expect(inTable(page, 'I closes', 2)).toHaveText('+0.5');
  await expect(inTable(page, 'I nose', 1)).toHaveText('108');
  await expect(page.getByText('Open spans from the measured events.')).toBeVisible();
  await page.reload();
  await expect(inTable(page, 'I nose', 1)).toHaveText('108');
  const { readings } = await (await page.request.get(`/api/engines/${id}/readings`)).json();
  expect(readings).toHaveLength(14);
  expect(readings.at(-1)).toMatchObject({ measure: 'intake-drop-closing', entered: '149.5', atLiftMm: 1.27 });
});

test('the same in millimetres, on a wheel of 0 to 360', async ({ page }) => {
  await signIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre', { layout: 'v-twin', specSet: 'sidecar-solid', title: 'Dunlin T2' });
  await file(page, id, {
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
  const { readings } = await (await page.request.get(`/api/engines/${id}/readings`)).json();
  expect(readings.at(-1)).toMatchObject({ entered: '147', unit: 'deg360', value: 147, atLiftMm: 1 });
});

test('a wheel that slips makes the angles suspect, and reading them again settles it', async ({ page }) => {
  await signIn(page, 'builder');
  const id = await openEngine(page, 'dead-centre');
  await file(page, id, INCH_CARD);
  await pass(page, '30', '30');
  await goTo(page, id, 'timing');
  await key(page, '4');
  await goTo(page, id, 'dead-centre');
  await pass(page, '34', '26');
  await expect(page.getByRole('alert')).toContainText('the wheel slipped');
  await goTo(page, id, 'review');
  await expect(page.getByText('Signing waits')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Out of limits' })).toContainText('intake opens');
  await goTo(page, id, 'dead-centre');
  await pass(page, '30', '30');
  await goTo(page, id, 'timing');
  await page.getByRole('button', { name: /Intake opens/ }).click();
  await key(page, '4');
  await goTo(page, id, 'review');
  await expect(page.getByText('No value waits to be dealt with.')).toBeVisible();
});

test('the same stop twice is refused beside the number, and what was typed stays', async ({ page }) => {
  await signIn(page, 'builder');
  await openEngine(page, 'dead-centre');
  await sided(page, '30', 'a');
  await sided(page, '30', 'a');
  await expect(page.getByRole('alert')).toContainText('turn the crank to the stop from the other side');
  await expect(page.getByTestId('active-number')).toHaveText('30 after');
});

test('the bottom end goes into the crank: bore and journal, deck with its side, ring gap by its bore', async ({
  page,
}) => {
  await signIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
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
  const sheet = await (await page.request.get(`/api/engines/${id}/sheet`)).json();
  const find = (measure: string, place: string) =>
    sheet.measures.find((row: { measure: string; place: string }) => row.measure === measure && row.place === place);
  expect(find('main-clearance', 'M1').verdict).toBe('in');
  expect(find('main-clearance', 'M5').verdict).toBe('high');
  expect(find('deck-height', '1').value).toBeCloseTo(-0.127, 9);
});

test('the cam card shows what follows, names what contradicts, and keeps what was typed wrong', async ({ page }) => {
  await signIn(page, 'builder');
  await openEngine(page, 'timing');
  await page.getByRole('button', { name: 'Cam card' }).click();
  const field = (name: string) => page.getByLabel(name, { exact: true });
  await field('Check lift, at the check lift').fill('0.050');
  await field('Intake opens, BTDC, at the check lift').fill('4 after');
  await field('Intake closes, ABDC, at the check lift').fill('36');
  await expect(page.getByText('follows: 212')).toBeVisible();
  await field('Intake centreline, both lobes').fill('108');
  await expect(page.getByText('its other figures give 110, it prints 108')).toBeVisible();
  await field('Exhaust duration, at the check lift').fill('many');
  await page.getByRole('button', { name: 'File the card' }).click();
  await expect(page.getByText('1 field is not as it must be.')).toBeVisible();
  await expect(field('Exhaust duration, at the check lift')).toHaveValue('many');
  await field('Exhaust duration, at the check lift').fill('218');
  await page.getByRole('button', { name: 'File the card' }).click();
  await expect(page.getByText('Cam card filed')).toBeVisible();
});

test('a lobe is pasted, analysed off the main thread, kept, and drawn against its card', async ({ page }) => {
  await signIn(page, 'builder');
  const id = await openEngine(page, 'timing');
  await file(page, id, { ...INCH_CARD, intakeCentreline: 108 });
  await page.reload();
  const { points } = lobeFromCard({
    lobeLift: 0.341, durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 224 }], centreline: 108, step: 4,
  }); // prettier-ignore
  await page.getByRole('button', { name: 'Sweep a lobe' }).click();
  const text = page.getByLabel('Degrees after top centre, lift');
  await text.fill('1, 0.001');
  await page.getByRole('combobox', { name: 'Lobe of' }).click();
  await page.getByRole('option', { name: '3 intake' }).click();
  await expect(text).toHaveValue('1, 0.001');
  await page.getByRole('combobox', { name: 'Lobe of' }).click();
  await page.getByRole('option', { name: '1 intake' }).click();
  await text.fill(
    `${points
      .slice(0, 30)
      .map((point) => point.join(','))
      .join('\n')}\n90,x`,
  );
  await expect(page.getByText(/line 31 is no pair of numbers/)).toBeVisible();
  const two = [...points, ...points.map(([deg, lift]) => [deg + 320, lift])];
  await text.fill(two.map((point) => point.join(',')).join('\n'));
  await expect(page.getByText(/two noses/)).toBeVisible();
  await text.fill(`deg,lift\n${points.map(([deg, lift]) => `${deg}, ${lift.toFixed(4)}`).join('\n')}`);
  const table = page.getByRole('table', { name: 'What the lobe tells' });
  await expect(table.getByRole('row', { name: /Centreline by area/ })).toContainText(/10[78]\./);
  const lifts = page.getByLabel('Durations at lifts');
  await lifts.fill('0.125');
  await expect(table.getByRole('row', { name: /Duration at 0.125/ })).toContainText(/1\d\d\.\d\d°/);
  await lifts.fill('0.125 9');
  await expect(page.getByText('one of the flanks does not pass 9 in this sweep')).toBeVisible();
  await lifts.fill('');
  await page.getByRole('button', { name: 'Keep this lobe' }).click();
  await expect(page.getByText('Lobe of 1 intake kept')).toBeVisible();
  await page.getByRole('button', { name: 'Lift curves' }).click();
  await expect(page.getByText(/Intake: furthest from its card/)).toBeVisible();
});

test('a card and a lobe that are half typed survive another part of the place, a reload, and a server that is away', async ({
  page,
}) => {
  await signIn(page, 'builder');
  await openEngine(page, 'timing');
  const part = (name: string) => page.getByRole('button', { name }).click();
  const cam = page.getByLabel('Cam', { exact: true });
  const text = page.getByLabel('Degrees after top centre, lift');
  const kept = (what: string) => page.getByText(`This ${what} is kept here only.`);

  await part('Cam card');
  await cam.fill('Heron');
  await part('Sweep a lobe');
  const lifts = Array.from({ length: 40 }, (_, turn) => (0.34 * Math.sin((Math.PI * turn) / 39) ** 2).toFixed(4));
  await text.fill(lifts.map((lift, turn) => `${turn * 7 - 30}, ${lift}`).join('\n'));
  await expect(page.getByRole('table', { name: 'What the lobe tells' })).toBeVisible();
  await page.route('**/sweeps', (route) => route.abort());
  await part('Keep this lobe');
  await expect(page.getByRole('alert')).toContainText('The server cannot be reached.');
  await page.unroute('**/sweeps');
  await part('Cam card');
  await expect(cam).toHaveValue('Heron');
  await page.reload();
  await part('Sweep a lobe');
  await expect(text).toHaveValue(/^-30, 0\.0000\n/);
  await expect(kept('lobe')).toBeVisible();

  await part('Keep this lobe');
  await expect(page.getByText('Lobe of 1 intake kept')).toBeVisible();
  await expect(kept('lobe')).toHaveCount(0);
  await part('Cam card');
  await expect(kept('card')).toBeVisible();
  await part('Throw away what is typed');
  await expect(cam).toHaveValue('');
  await page.reload();
  await part('Sweep a lobe');
  await expect(text).toHaveValue(/^-30, 0\n/);
  await expect(kept('lobe')).toHaveCount(0);
});

test('the sprocket: every position side by side, the best named, the choice written down and measured again', async ({
  page,
}) => {
  await signIn(page, 'builder');
  const id = await openEngine(page, 'timing');
  await file(page, id, INCH_CARD);
  await page.request.post(`/api/engines/${id}/readings`, {
    data: {
      readings: [
        { id: crypto.randomUUID(), measure: 'intake-centreline', place: 'engine', entered: '110.5', unit: 'deg' },
      ],
    },
  });
  await page.reload();
  await page.getByRole('button', { name: 'Sprocket' }).click();
  await page.getByLabel('Intake centreline wanted, °').fill('107');
  const best = page.getByRole('row', { name: /best/ });
  await expect(best).toContainText('+4');
  await expect(best).toContainText('106.5');
  await best.getByRole('button', { name: 'Fit +4' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Sprocket at 4°, written down')).toBeVisible();
  await expect(page.getByRole('row', { name: /\+4 now/ })).toContainText('106.5');
  await expect(page.getByText('The sprocket was moved from 0 to +4')).toBeVisible();
  await page.getByRole('button', { name: /Intake nose/ }).click();
  await expect(inTable(page, 'I nose', 4)).toHaveText('suspect');
  for (const flank of ['79', '134']) await key(page, flank);
  await page.getByRole('button', { name: 'Sprocket' }).click();
  await expect(page.getByText('The sprocket was moved')).toHaveCount(0);
  await expect(page.getByRole('row', { name: /\+4 now/ })).toContainText('106.5');
  await page.getByLabel('Chain settles by, °').fill('some');
  await expect(page.getByText('degrees, zero or more')).toBeVisible();
});

test('what is typed wrong says why beside the number, stays as typed, and nothing of it is sent', async ({ page }) => {
  await signIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
  for (const [wrong, why] of [
    ['2,4526', 'write the decimal with a point, not a comma'],
    ['5/0', 'a fraction cannot be over zero'],
    ['2.45.3', 'this is no number'],
    ['1;2;3;4;5', 'at most four directions'],
  ]) {
    await key(page, wrong);
    await expect(page.getByRole('alert')).toContainText(why);
    await expect(page.getByTestId('active-number')).toHaveText(wrong);
    await page.keyboard.press('Escape');
    await expect(page.getByRole('alert')).toHaveCount(0);
  }
  await key(page, ' 2 3/8');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('2 3/8');
  await page.getByRole('button', { name: /Deck height/ }).click();
  await key(page, '-0.005');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('-0.005');
  await goTo(page, id, 'timing');
  await file(page, id, INCH_CARD);
  await page.reload();
  await page.getByRole('button', { name: /Intake nose/ }).click();
  for (const flank of ['134', '82']) await key(page, flank);
  await expect(page.getByRole('alert')).toContainText('clos');
  await expect(page.getByTestId('active-number')).toHaveText('82');
  const { readings } = await (await page.request.get(`/api/engines/${id}/readings`)).json();
  expect(readings.map((reading: { entered: string }) => reading.entered)).toEqual(['2 3/8', '-0.005', '134']);
});
