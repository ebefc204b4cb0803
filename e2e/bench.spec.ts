import { expect, test } from '@playwright/test';
import { openEngine, signIn, typeIn, signedIn } from './hands.js';

const number = 'active-number';

// They change what the shop says, which is one for all: in one hand, one after the other.
test.describe.configure({ mode: 'default' });

test('names stand there to press with a glove, the pad takes the PIN, and a wrong one is told', async ({ page }) => {
  await page.goto('/');
  await page.getByRole('button', { name: /^Wren Halloway/ }).click();
  const pad = page.getByRole('group', { name: 'Number pad' });
  for (const digit of '1112') await pad.getByRole('button', { name: digit, exact: true }).click();
  await pad.getByRole('button', { name: 'Take the last digit away' }).click();
  await page.getByRole('button', { name: 'Sign in', exact: true }).click();
  await expect(page.getByText('Handle and PIN do not belong together.')).toBeVisible();
  await expect(page.getByLabel(/^PIN/)).toHaveValue('');
  // By key alone: the arrows and Enter of the browser on the names, digits into the field.
  await page.getByRole('button', { name: /^Wren Halloway/ }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.type('246810');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: 'Sign out Wren Halloway' })).toBeVisible();
});

test('another person takes over in two taps, and who was there finds the half-typed number again', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  await page.keyboard.type('0.62');
  await expect(page.getByTestId(number)).toHaveValue('0.62');
  const over = async (name: RegExp) => {
    await page.getByRole('button', { name: 'Switch person' }).click();
    await page.getByRole('button', { name }).click();
    // What is pressed under the lock goes nowhere but into the PIN.
    await page.keyboard.type('246810');
    await page.keyboard.press('Enter');
    await expect(page.getByLabel(/^PIN/)).toHaveCount(0);
  };
  await over(/^Ansel Brook/);
  await expect(page.getByRole('button', { name: 'Sign out Ansel Brook' })).toBeVisible();
  await expect(page.getByTestId(number)).toHaveValue('');
  await page.keyboard.type('7');
  await over(/^Wren Halloway/);
  await expect(page.getByTestId(number)).toHaveValue('0.62');
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await (await page.request.get(`/api/engines/${id}/readings`)).json()).readings.length).toBe(1); // prettier-ignore
});

test('the bench locks when nobody touches it, keeps what is typed, and stays locked when it is loaded anew', async ({
  page,
}) => {
  await signedIn(page, 'owner');
  const { name, verifyAddress, ...said } = await (await page.request.get('/api/shop/data')).json();
  const file = (change: object) => page.request.post('/api/shop/data', { data: { name, verifyAddress, ...said, ...change } }); // prettier-ignore
  expect((await file({ idleMinutes: 30 })).status()).toBe(200);
  try {
    await page.clock.install();
    const id = await openEngine(page, 'setting');
    await page.keyboard.type('0.41');
    await page.clock.fastForward('29:00');
    await expect(page.getByTestId(number)).toBeVisible();
    await page.clock.fastForward('00:35');
    const warning = page.getByText('This bench locks in 30 seconds.');
    await expect(warning).toBeVisible();
    // Any key stays.
    await page.keyboard.type('5');
    await expect(warning).toBeHidden();
    await page.clock.fastForward('31:00');
    await expect(page.getByRole('heading', { name: 'Sign in' })).toBeVisible();
    expect((await page.request.get(`/api/engines/${id}`)).status()).toBe(401);
    await page.keyboard.type('999');
    await typeIn(page, 'owner', '246810');
    await expect(page.getByLabel(/^PIN/)).toHaveCount(0);
    await expect(page.getByTestId(number)).toHaveValue('0.415');
    await page.clock.fastForward('31:00');
    await expect(page.getByLabel(/^PIN/)).toBeVisible();
    await page.reload();
    await expect(page.getByLabel(/^PIN/)).toBeVisible();
    await typeIn(page, 'owner', '246810');
    await expect(page.getByLabel(/^PIN/)).toHaveCount(0);
    await expect(page.getByTestId(number)).toBeVisible();
  } finally {
    if (await page.getByLabel(/^PIN/).isVisible()) await typeIn(page, 'owner', '246810');
    await file({});
  }
});

test('what the shop says is refused field by field, and filed by key', async ({ page }) => {
  await signIn(page, 'owner', '/shop');
  const part = page.getByRole('region', { name: 'The shop' });
  await part.getByLabel('Currency').fill('euro');
  await part.getByLabel('Closed days').fill('2026-12-25 yesterday');
  await page.getByRole('button', { name: 'File what the shop says' }).click();
  await expect(part.getByText('three capitals, as EUR', { exact: true })).toBeVisible();
  await expect(part.getByLabel('Currency')).toBeFocused();
  await part.getByLabel('Currency').fill('EUR');
  await part.getByLabel('Closed days').fill('2026-12-25');
  await part.getByLabel('Postal address').fill('The Works, Staithe Lane');
  await page.getByRole('button', { name: 'File what the shop says' }).click();
  await expect(page.getByRole('button', { name: 'File what the shop says' })).toBeDisabled();
  await page.reload();
  await expect(part.getByLabel('Postal address')).toHaveValue('The Works, Staithe Lane');
  await page.goto('/acts');
  await expect(page.getByText(/changed the shop’s .*address/).first()).toBeVisible();
});
