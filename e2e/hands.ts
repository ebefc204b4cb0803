import { expect, type Page } from '@playwright/test';
import { STAGE_PLACES } from '../web/places/stages.js';

/** What a person at the bench does in more than one test. */

export type Role = 'owner' | 'lead' | 'builder' | 'apprentice';
const PIN = '246810';

/** The cookies of whoever signed in last in each role: a PIN is made to take long, and most tests are not about it. */
const cookiesOf = new Map<string, Awaited<ReturnType<ReturnType<Page['context']>['cookies']>>>();

/** Signs in by handle and PIN, where the page to do so stands; whether names stand on it or not. */
export async function typeIn(page: Page, handle: string, pin: string): Promise<void> {
  await expect(page.getByLabel(/^PIN/)).toBeVisible();
  const byHandle = page.getByRole('button', { name: 'By handle' });
  if (await byHandle.isVisible()) await byHandle.click();
  await page.getByLabel('Handle').fill(handle);
  await page.getByLabel(/^PIN/).fill(pin);
  await page.keyboard.press('Enter');
}

/** Somebody at a device who opens an address next: signed in through the API, as what stands there first is not looked at. */
export async function signedIn(page: Page, role: Role): Promise<void> {
  await page.context().addCookies(cookiesOf.get(role) ?? []);
  const known = cookiesOf.has(role) && (await page.request.get('/api/customers')).ok();
  if (known) return;
  const answer = await page.request.post('/api/session', { data: { handle: role, pin: PIN } });
  expect(answer.status(), await answer.text()).toBe(200);
  cookiesOf.set(role, await page.context().cookies());
}

/** Somebody at a device, by hand where nobody of that role has signed in, or the session has ended since. */
export async function signIn(page: Page, role: Role, to = '/'): Promise<void> {
  await page.context().addCookies(cookiesOf.get(role) ?? []);
  await page.goto(to);
  const asked = page.getByRole('heading', { name: 'Sign in' });
  const out = page.getByRole('button', { name: /^Sign out/ });
  await expect(asked.or(out)).toBeVisible();
  if (await asked.isVisible()) {
    await typeIn(page, role, PIN);
  }
  await expect(out).toBeVisible();
  cookiesOf.set(role, await page.context().cookies());
}

export async function signOut(page: Page): Promise<void> {
  await page.getByRole('button', { name: /^Sign out/ }).click();
  await expect(page.getByLabel(/^PIN/)).toBeVisible();
}

/** Goes to a place of an engine and waits until the bench is there to type at. */
export async function goTo(page: Page, id: string, place: string): Promise<void> {
  await page.goto(`/engines/${id}/${place}`);
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeVisible();
  // Where nothing can be measured before a plan is filed, its form stands there.
  const ready = page.getByTestId('active-number').or(page.getByRole('form', { name: 'Tightening plan' }));
  if (STAGE_PLACES.some(({ path }) => path === place)) await expect(ready).toBeVisible();
}

let count = 0;

/** Opens an engine through the API as whoever is signed in, and goes to one of its places. */
export async function openEngine(page: Page, place: string, change: Record<string, unknown> = {}): Promise<string> {
  count++;
  const tag = `E2E-${process.env.TEST_WORKER_INDEX}-${count}-${Date.now() % 100_000}`;
  const request = { tag, title: 'Petrel H8', customer: 'Fenwater Racing', layout: 'v8', ...change };
  const answer = await page.request.post('/api/engines', { data: request });
  expect(answer.status(), await answer.text()).toBe(201);
  const { id } = (await answer.json()) as { id: string };
  await goTo(page, id, place);
  return id;
}

/** Presses the keys of a number one by one, then Enter. */
export async function key(page: Page, text: string): Promise<void> {
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

interface ReadingOnServer {
  id: string;
  measure: string;
  place: string;
  entered: string;
  unit: string;
  value: number;
  atLiftMm?: number;
}

/** The readings that the server has of an engine, once it has as many as were taken: the screen does not wait for it. */
export async function readingsOnServer(page: Page, id: string, taken: number): Promise<ReadingOnServer[]> {
  let readings: ReadingOnServer[] = [];
  const count = async () => {
    const answer = await page.request.get(`/api/engines/${id}/readings`);
    // Not before whoever has just typed a PIN is in.
    if (!answer.ok()) return answer.status();
    ({ readings } = await answer.json());
    return readings.length;
  };
  await expect.poll(count).toBe(taken);
  return readings;
}
