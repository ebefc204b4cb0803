import { expect } from '@playwright/test';
import { test } from './device.js';
import { openEngine, signIn, typeIn } from './hands.js';

test('somebody who is switched off in the middle of typing is out at once, and what was typed stays on the device', async ({
  page,
  browser,
}) => {
  const handle = `hand${Date.now() % 100_000}`;
  await signIn(page, 'owner', '/people');
  const added = await page.request.post('/api/people', { data: { handle, name: 'Merle Fenn', pin: '424242', role: 'builder' } }); // prettier-ignore
  expect(added.status()).toBe(201);

  const bench = await (await browser.newContext()).newPage();
  await bench.goto('/');
  await typeIn(bench, handle, '424242');
  await expect(bench.getByRole('button', { name: /^Sign out/ })).toBeVisible();
  const id = await openEngine(bench, 'setting');
  await bench.keyboard.type('0.041');
  await bench.keyboard.press('Enter');
  await expect.poll(async () => (await (await page.request.get(`/api/engines/${id}/readings`)).json()).readings.length).toBe(1); // prettier-ignore

  await page.reload();
  await page.getByRole('row', { name: new RegExp(handle) }).getByRole('button', { name: /^Change/ }).press('Enter'); // prettier-ignore
  const form = page.getByRole('form', { name: /^Change/ });
  await form.getByLabel('Role').press('Enter');
  await page.getByRole('option', { name: 'switched off' }).press('Enter');
  await form.getByRole('button', { name: /^Switch .* off/ }).press('Enter');
  await expect(page.getByRole('row', { name: new RegExp(handle) })).toContainText('switched off');

  await bench.keyboard.type('0.042');
  await bench.keyboard.press('Enter');
  await expect(bench.getByLabel(/^PIN/)).toBeVisible();
  const read = await (await page.request.get(`/api/engines/${id}/readings`)).json();
  expect(read.readings).toHaveLength(1);

  // Switched on again, the hand finds on its device what was typed.
  await page.request.post(`/api/people/${handle}`, { data: { role: 'builder' } });
  await typeIn(bench, handle, '424242');
  await expect.poll(async () => (await (await page.request.get(`/api/engines/${id}/readings`)).json()).readings.length).toBe(2); // prettier-ignore
});

test('one’s own PIN is changed by key, a wrong one told beside its field', async ({ page }) => {
  const handle = `pin${Date.now() % 100_000}`;
  await signIn(page, 'owner');
  await page.request.post('/api/people', { data: { handle, name: 'Sorrel Bent', pin: '424242', role: 'builder' } });
  await page.context().clearCookies();
  await page.evaluate(() => localStorage.clear());
  await page.goto('/people');
  await typeIn(page, handle, '424242');
  const form = page.getByRole('form', { name: 'Your own PIN' });
  await form.getByLabel('Your PIN until now').fill('111111');
  await page.keyboard.press('Tab');
  await page.keyboard.type('868686');
  await page.keyboard.press('Enter');
  await expect(form.getByText('this is not your PIN').first()).toBeVisible();
  await form.getByLabel('Your PIN until now').fill('424242');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Your PIN is changed/)).toBeVisible();
  expect((await page.request.post('/api/session', { data: { handle, pin: '868686' } })).status()).toBe(200);
});
