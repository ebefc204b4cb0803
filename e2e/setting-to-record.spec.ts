import { execFileSync } from 'node:child_process';
import { readFileSync, writeFileSync } from 'node:fs';
import { expect } from '@playwright/test';
import { test } from './device.js';
import { key, openEngine, readingsOnServer, signIn, signOut, signedIn } from './hands.js';

test('a builder sets a whole V8 by keyboard alone, the lead accepts and signs, the customer verifies', async ({
  page,
}, info) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  await page.getByRole('button', { name: 'Read and understood' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('0 of 16')).toBeVisible();
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());

  // The first valve along the crank is active; each Enter takes the value and steps on along the crank.
  await expect(page.locator('aside h2')).toHaveText('3 intake');
  for (let valve = 0; valve < 15; valve++) await key(page, '5/8');
  await key(page, '1.5');
  await expect(page.getByText('16 of 16')).toBeVisible();
  const taken = page.getByRole('region', { name: 'Just taken' });
  await expect(taken).toContainText('high');
  await expect(taken).toContainText('above the other');
  await expect(taken).toContainText('on the server');

  // A builder deals with flags but does not accept, and does not sign.
  await page.goto(`/engines/${id}/review`);
  await expect(page.getByText('Signing waits')).toBeVisible();
  await expect(page.getByRole('button', { name: 'accepted' })).toHaveCount(0);
  await expect(page.getByText('The lead signs.')).toBeVisible();
  await signOut(page);

  await signIn(page, 'lead', `/engines/${id}/review`);
  await expect(page.getByRole('button', { name: 'Sign record' })).toBeDisabled();
  await page.getByRole('button', { name: 'accepted' }).focus();
  await page.keyboard.press('Space');
  await page.getByLabel(/^Reason: /).focus();
  await page.keyboard.type('Deep plunger, maker allows it');
  await page.keyboard.press('Enter');
  await expect(page.getByText('No value waits to be dealt with.')).toBeVisible();
  await page.getByRole('button', { name: 'Sign record' }).focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/record$/);
  await expect(
    page.getByText('15 within limits; 1 accepted outside limits, with a reason; everything required was measured'),
  ).toBeVisible();

  // The map is that of the paper, and stays so whatever is set later.
  const signed = page.getByRole('region', { name: 'As it was signed' });
  await expect(signed.getByRole('img')).toHaveCount(16);
  await expect(signed.getByRole('img', { name: /accepted/ })).toHaveCount(1);
  await expect(signed.getByText('accepted by lead: Deep plunger, maker allows it')).toBeVisible();
  const shown = () => signed.getByRole('img').evaluateAll((valves) => valves.map((valve) => valve.getAttribute('aria-label'))); // prettier-ignore
  const asSigned = await shown();

  const save = async (name: RegExp) => {
    const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('link', { name }).click()]);
    const path = info.outputPath(download.suggestedFilename());
    await download.saveAs(path);
    return path;
  };
  const pdf = await save(/PDF/);
  const said = execFileSync('pdfsig', ['-nocert', pdf], { encoding: 'utf8' });
  expect(said).toContain('Signature is Valid.');
  expect(said).toContain('Total document signed');

  await page.goto('/verify');
  await page.getByLabel('Record, PDF or JSON').setInputFiles(pdf);
  await expect(page.getByRole('heading', { name: 'Valid', exact: true })).toBeVisible();
  await expect(page.getByText('Fenwater Racing')).toBeVisible();
  await expect(page.getByText('15 within limits; 1 accepted')).toBeVisible();

  const bent = readFileSync(pdf);
  bent[Math.floor(bent.length / 3)] ^= 1;
  writeFileSync(info.outputPath('bent.pdf'), bent);
  await page.getByLabel('Record, PDF or JSON').setInputFiles(info.outputPath('bent.pdf'));
  await expect(page.getByRole('heading', { name: 'Not valid' })).toBeVisible();

  // What is set after the signature stands on no record, and the place says so.
  await page.goto(`/engines/${id}/setting`);
  await expect(page.getByText('16 of 16')).toBeVisible();
  await key(page, '0.5');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('on the server');
  await page.goto(`/engines/${id}/record`);
  await expect(page.getByText('1 thing was read, filed or decided after the last signature and stands on no record.')).toBeVisible(); // prettier-ignore
  await expect(signed.getByRole('img')).toHaveCount(16);
  expect(await shown()).toEqual(asSigned);
});

test('a shop that sets by turns is judged by turns, and sees how deep the plunger goes', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting', {
    layout: 'single',
    lifter: 'hydraulic',
    mount: 'stud-nut',
    thread: { threadsPerUnit: 20, unit: 'in' },
    specSet: 'pump-hydraulic',
  });
  const panel = page.getByRole('complementary', { name: 'What to do now' });
  await page.keyboard.type('0.5');
  await expect(panel).toContainText('in, 0.250 to spare');
  await expect(panel).toContainText(/plunger depth 0\.04\d\d in =\s*0\.5.*÷ 20\/in/);
  await page.keyboard.press('Enter');
  await key(page, '1 3/8');
  await expect(page.getByRole('button', { name: /1 exhaust: 1\.375 turn, high/ })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText(
    /1 3\/8 turn → plunger depth 0\.1\d\d\d in.*high/,
  );
});

test('a mistake is superseded and both tries stay in view, also after a reload', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  await key(page, '9');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('on the server');
  await page.keyboard.press('[');
  await page.reload();
  await page.locator('[data-place="3I"]').click();
  await key(page, '0.625');
  await page.locator('[data-place="3I"]').click();
  const tries = page.getByRole('list', { name: 'Earlier readings' }).getByRole('listitem');
  await expect(tries).toHaveCount(2);
  await expect(tries.first()).toHaveClass(/struck/);
  await page.reload();
  await expect(tries).toHaveCount(2);
});

test('text that is no number is refused at the valve, and what was typed stays', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  await key(page, '1..2');
  await expect(page.getByRole('alert')).toContainText('no number');
  await expect(page.getByTestId('active-number')).toHaveValue('1..2');
  for (let turn = 0; turn < 2; turn++) await page.keyboard.press('Backspace');
  await page.keyboard.press('Escape');
  await expect(page.getByTestId('active-number')).toHaveValue('');
});

test('the crank turns from stop to stop by key, and the valve that may be set becomes active', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  const crank = page.getByRole('slider', { name: 'Crank' });
  const before = await crank.getAttribute('aria-valuenow');
  await page.keyboard.press(']');
  expect(await crank.getAttribute('aria-valuenow')).not.toBe(before);
  await page.keyboard.press('[');
  expect(await crank.getAttribute('aria-valuenow')).toBe(before);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('turn the crank');
  await page.keyboard.press('Escape');
});

test('with the server away the value shows at once and is kept here, then follows by itself', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  await page.route('**/readings', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue()));
  await key(page, '5/8');
  const saved = page.getByRole('region', { name: 'Just taken' }).locator('[data-saved]');
  await expect(saved).toHaveAttribute('data-saved', 'kept-here');
  await expect(page.getByText('1 of 16')).toBeVisible();
  await page.unroute('**/readings');
  await expect(saved).toHaveAttribute('data-saved', 'on-server', { timeout: 40_000 });
  await readingsOnServer(page, id, 1);
});

test('with the server away the last Enter is undone all the same, and stands there struck when it is back', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  await page.route('**/{readings,strikes}', (route) => (route.request().method() === 'POST' ? route.abort() : route.continue())); // prettier-ignore
  await key(page, '5/8');
  await expect(page.getByText('1 of 16')).toBeVisible();
  await page.keyboard.press('z');
  await expect(page.getByText('0 of 16')).toBeVisible();
  await key(page, '1/2');
  await expect(page.getByText('1 of 16')).toBeVisible();
  await page.unroute('**/{readings,strikes}');
  const [wrong, right] = await readingsOnServer(page, id, 2);
  expect([wrong, right].map(({ entered }) => entered)).toEqual(['5/8', '1/2']);
  expect(right.place).toBe(wrong.place);
  await expect.poll(async () => {
    const { acts } = await (await page.request.get(`/api/engines/${id}/file`)).json();
    return acts.filter(({ kind }: { kind: string }) => kind === 'reading-struck');
  }, { timeout: 40_000 }).toMatchObject([{ readingId: wrong.id, reason: 'undone at once' }]); // prettier-ignore
});

test('a key press is painted with no network in the way, and how soon is reported', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  await page.route('**/api/**', (route) => route.abort());
  const times = await page.evaluate(async () => {
    const spent: number[] = [];
    for (const digit of '0.6250.625') {
      const start = performance.now();
      window.dispatchEvent(new KeyboardEvent('keydown', { key: digit, bubbles: true }));
      await new Promise((resolve) => requestAnimationFrame(() => setTimeout(resolve)));
      spent.push(performance.now() - start);
    }
    return spent.sort((a, b) => a - b);
  });
  // Reported for the reader; the figure hangs on the machine, so the test only asks that the value is there.
  console.log(`key press to painted value, ms: median ${times[times.length >> 1].toFixed(1)}`);
  await expect(page.getByTestId('active-number')).toHaveValue('0.6250.625');
});

test('a page that is left in the same breath as Enter keeps the number', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  // Whose hands these are is known after the engine is there, now and then; what is kept must go then.
  await page.route('**/api/shop', (route) => setTimeout(() => void route.continue(), 200));
  for (let valve = 0; valve < 4; valve++) {
    await page.keyboard.type('5/8');
    await expect(page.getByTestId('active-number')).toHaveValue('5/8');
    // By hand on a busy machine it happens now and then; so it happens each time.
    await page.evaluate(() => {
      Object.assign(window, { isLeft: true });
      window.dispatchEvent(new KeyboardEvent('keydown', { key: 'Enter' }));
      location.reload();
    });
    // The page that is going shows the number for a moment too, and would take the next one with it.
    await page.waitForFunction(() => !('isLeft' in window));
    await expect(page.getByText(`${valve + 1} of 16`)).toBeVisible();
  }
  await readingsOnServer(page, id, 4);
});
