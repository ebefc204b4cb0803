import { expect, type Browser, type Page } from '@playwright/test';
import { test } from './device.js';
import { key, openEngine, readingsOnServer, signIn, signedIn } from './hands.js';

const VALVES = 16;
const panel = (page: Page) => page.getByRole('complementary', { name: 'What to do now' });
const crank = (page: Page) => page.getByRole('slider', { name: 'Crank' });
const understood = async (page: Page) => {
  await page.getByRole('button', { name: 'Read and understood' }).click();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
};
const chooseWay = async (page: Page, name: string) => {
  await page.keyboard.press('m');
  const way = page.getByRole('listitem').filter({ has: page.getByRole('heading', { name, exact: true }) });
  await way.getByRole('button', { name: /Choose|Set in this way|Begin anew/ }).click();
  // Nobody has filed a card for this engine: what hangs on one asks first.
  if (/Two positions|Fewest/.test(name)) await page.getByRole('button', { name: 'Use the guess' }).click();
  await expect(page.getByTestId('active-number')).toBeVisible();
};
/** Another device: another browser that shares nothing with the first. */
const device = async (browser: Browser, role: 'builder' | 'lead', to: string) => {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, role, to);
  return page;
};

for (const name of [
  'Exhaust opening, intake closing',
  'Each cylinder at its firing dead centre',
  'Two positions',
  'Fewest stops',
])
  test(`by ${name.toLowerCase()} sixteen valves take a value and Enter each, and the crank stands where each may be set`, async ({
    page,
  }) => {
    await signedIn(page, 'builder');
    const id = await openEngine(page, 'setting');
    await understood(page);
    await chooseWay(page, name);
    let pressed = 0;
    await page.exposeFunction('counted', () => pressed++);
    await page.evaluate(() => window.addEventListener('keydown', () => (window as never as { counted: () => void }).counted(), true)); // prettier-ignore
    for (let valve = 0; valve < VALVES; valve++) {
      // Where the method sends it, each valve rests: nothing but its number is asked.
      await expect(panel(page)).not.toContainText('is on its lobe');
      await expect(panel(page)).not.toContainText('from a ramp. Turn');
      await key(page, '.6');
    }
    await expect(page.getByText(`${VALVES} of ${VALVES}`)).toBeVisible();
    expect(pressed).toBe(VALVES * 3);
    const readings = await readingsOnServer(page, id, VALVES);
    expect(new Set(readings.map(({ place }) => place)).size).toBe(VALVES);
  });

test('a method says for this very cam which valves it cannot set, and by how much', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting', {
    seatEvents: { intakeOpenBtdc: 78, intakeCloseAbdc: 116, exhaustOpenBbdc: 120, exhaustCloseAtdc: 74 },
  });
  await page.keyboard.press('m');
  const way = page.getByRole('listitem').filter({ hasText: 'Two positions' });
  await expect(way).toContainText(/Not safe here: .*(short of 15°|up its lobe)/);
  await expect(page.getByRole('listitem').filter({ hasText: 'Fewest stops' })).not.toContainText('Not safe');
  await way.getByRole('button', { name: 'Choose' }).click();
  await expect(page.getByText('This method cannot set')).toBeVisible();
});

test('marks for the damper are drawn, and printed at its true diameter', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  await chooseWay(page, 'Each cylinder at its firing dead centre');
  await page.keyboard.press('m');
  await expect(page.getByRole('img', { name: /Damper from the front: 0° 1 and 6, 90° 8 and 5/ })).toBeVisible();
  await page.getByLabel('Rim, across, in').fill('7.25');
  await expect(page.getByRole('list', { name: 'Along the rim' })).toContainText('5.694 in');
  const link = page.getByRole('link', { name: /true size/ });
  const answer = await page.request.get((await link.getAttribute('href'))!);
  expect([answer.status(), (await answer.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  await page.getByLabel('Rim, across, in').fill('seven');
  await expect(page.getByText('a diameter in in, as 7.25')).toBeVisible();
  await expect(page.getByLabel('Rim, across, in')).toHaveValue('seven');
});

test('quarter turns by keyboard to the end: what came loose with one key a valve, until a whole cycle brings none, then all at once', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  await understood(page);
  await chooseWay(page, 'Quarter turns');
  await expect(panel(page)).toContainText('Take the slack from every valve');
  await page.keyboard.press(']');
  await expect(panel(page)).toContainText('At 90°');
  // Two came loose in the first quarter: one key each, and the next that may have is active.
  await page.keyboard.press('l');
  await page.keyboard.press('l');
  await expect(panel(page)).toContainText(/Came loose: \d \w+, \d \w+\./);
  await page.keyboard.press(']');
  for (let quarter = 1; quarter < 8; quarter++) {
    await expect(panel(page)).toContainText(`At ${((quarter + 1) * 90) % 720}°.`);
    await expect(panel(page)).toContainText(`${quarter - 1} of 8`);
    await page.keyboard.press('Enter');
    await page.keyboard.press(']');
    await expect(panel(page)).toContainText(`${quarter} of 8`);
  }
  await page.reload();
  await expect(panel(page)).toContainText('7 of 8');
  await page.keyboard.press(']');
  await expect(panel(page)).toContainText('every valve is at zero');
  // The crank may stand where it stands: valve after valve along the heads.
  const stands = await crank(page).getAttribute('aria-valuenow');
  for (let valve = 0; valve < VALVES; valve++) await key(page, '.6');
  await expect(page.getByText(`${VALVES} of ${VALVES}`)).toBeVisible();
  expect(await crank(page).getAttribute('aria-valuenow')).toBe(stands);
  await readingsOnServer(page, id, VALVES);
});

test('what is begun on one device goes on on another: the way, the crank, the valve, what is left out', async ({
  page,
  browser,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  await understood(page);
  await chooseWay(page, 'Fewest stops');
  await key(page, '5/8');
  await key(page, '5/8');
  await page.keyboard.press('w');
  await page.getByLabel('What it waits for').fill('its rocker is at the grinder’s');
  await page.keyboard.press('Enter');
  await expect(panel(page)).toContainText('Left out by builder');
  await page.keyboard.press('Enter');
  const stoodAt = await page.locator('aside h2').textContent();
  const turnedTo = await crank(page).getAttribute('aria-valuenow');
  await readingsOnServer(page, id, 2);
  await expect.poll(async () => (await (await page.request.get(`/api/engines/${id}/bench`)).json()).hands[0]?.place).toBe(stoodAt!.replace(/ (.).*/, (_, kind: string) => kind.toUpperCase())); // prettier-ignore

  const other = await device(browser, 'builder', `/engines/${id}/setting`);
  await expect(other.locator('aside h2')).toHaveText(stoodAt!);
  await expect(crank(other)).toHaveAttribute('aria-valuenow', turnedTo!);
  await expect(other.getByText('2 of 16')).toBeVisible();
  await expect(other.getByRole('button', { name: /Fewest stops/ })).toBeVisible();
  await expect(other.getByRole('button', { name: /left out: its rocker is at the grinder’s/ })).toBeVisible();
  await other.context().close();
});

test('two at one engine see each other: whose hand is where, what each takes, and the one crank', async ({
  page,
  browser,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  await understood(page);
  const other = await device(browser, 'lead', `/engines/${id}/setting`);
  await other.locator('[data-place="8E"]').click();
  await expect(page.getByText('lead at 8E')).toBeVisible();
  await expect(page.getByRole('button', { name: /8 exhaust: .*lead is here/ })).toBeVisible();
  await page.locator('[data-place="1I"]').click();
  await expect(other.getByText('builder at 1I')).toBeVisible();
  await key(page, '5/8');
  await expect(other.getByText('1 of 16')).toBeVisible();
  await other.keyboard.press(']');
  const turned = await crank(other).getAttribute('aria-valuenow');
  await expect(crank(page)).toHaveAttribute('aria-valuenow', turned!);
  // What one is typing stays while the other files.
  await page.keyboard.type('0.5');
  await key(other, '5/8');
  await expect(page.getByText('2 of 16')).toBeVisible();
  await expect(page.getByTestId('active-number')).toHaveValue('0.5');
  await other.context().close();
});

test('a gauge that types at 15 ms a key, with its channel before and its unit behind, loses none and doubles none', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting', { layout: 'i6', specSet: 'shop-solid' });
  await understood(page);
  const sent = Array.from({ length: 12 }, (_, valve) => `0,0${(150 + valve).toString()}`);
  // As the device stamps them, on a page that is late with all else: whoever drives this browser cannot press so fast.
  await page.evaluate((numbers) => {
    let at = performance.now();
    for (const number of numbers) {
      for (const key of [...`D${number}in`, 'Enter']) {
        const pressed = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true });
        document.body.dispatchEvent(Object.defineProperty(pressed, 'timeStamp', { value: (at += 15) }));
      }
      at += 500;
    }
  }, sent);
  await expect(page.getByText('12 of 12')).toBeVisible();
  const readings = await readingsOnServer(page, id, 12);
  expect(readings.map(({ entered }) => entered)).toEqual(sent.map((number) => number.replace(',', '.')));
  const file = await (await page.request.get(`/api/engines/${id}/file`)).json();
  expect(file.readings.map(({ how }: { how: string }) => how)).toEqual(sent.map(() => 'gauge'));
});

test('large type shows what is next for two metres’ distance, takes numbers as ever, and leaves by the same key', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  await understood(page);
  await page.keyboard.press('f');
  const far = page.getByRole('region', { name: 'Next, in large type' });
  await expect(far.getByRole('heading')).toHaveText('3 intake');
  await expect(crank(page)).toBeVisible();
  await key(page, '5/8');
  await expect(far.getByRole('heading')).not.toHaveText('3 intake');
  await expect(far).toContainText('3 intake 5/8');
  await page.keyboard.press('v');
  await expect(far.getByRole('button', { name: /voice and tones: on/ })).toBeVisible();
  await page.keyboard.press('v');
  await page.keyboard.press('f');
  await expect(far).toHaveCount(0);
});
