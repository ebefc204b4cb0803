import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { expect, type Page } from '@playwright/test';
import { ENGINE_PLACES } from '../web/places/stages.js';
import { test } from './device.js';
import { signIn } from './hands.js';

const AXE = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8');

const EVERYTHING = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'best-practice'];
/** What another shade can do wrong: the rest of a place is the same in both. */
const SHADE = ['color-contrast'];

type Axe = { run: (within: Document | Element, options: object) => Promise<{ violations: never[] }> };

async function faults(page: Page, rules: string[], within: string): Promise<string[]> {
  // Evaluated rather than added as a script: the page's own policy lets no foreign script in.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(AXE);
  const { violations } = await page.evaluate(
    ([selector, ...runOnly]) =>
      // What passes is not gathered: half of the time that it takes.
      (window as unknown as { axe: Axe }).axe.run(document.querySelector(selector)!, {
        runOnly,
        resultTypes: ['violations'],
      }),
    [within, ...rules],
  );
  return (violations as { id: string; nodes: { html: string }[] }[]).map(
    ({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(' | ')}`,
  );
}

const engineId = async (page: Page, tag: string) => {
  const { engines } = await (await page.request.get(`/api/engines?search=${tag}`)).json();
  return (engines as { id: string }[])[0].id;
};

/** The address of every place of somebody who is signed in, by its name. */
async function placesOf(page: Page): Promise<Record<string, string>> {
  const petrel = await engineId(page, 'PH8-031');
  const signed = await engineId(page, 'BS6-114');
  return {
    floor: '/',
    'new engine': '/engines/new',
    ...Object.fromEntries(
      ENGINE_PLACES.map(({ path, title }) => [title, `/engines/${path === 'record' ? signed : petrel}/${path}`]),
    ),
    limits: '/limits/hydroplane-hydraulic',
    'limits side by side': '/limits/hydroplane-hydraulic?version=5&beside=3',
    'limits being written': '/limits/hydroplane-hydraulic/next',
    week: '/week',
    parts: '/parts',
    'parts of an engine': `/parts?engine=${petrel}`,
    'the shelf': '/parts?view=shelf',
    suppliers: '/parts?view=suppliers',
    acts: '/acts',
    shop: '/shop',
    people: '/people',
    verify: '/verify',
    nowhere: '/nowhere',
  };
}

/** Colours change over a moment, and charts are drawn by threads of their own. What moves for ever is not waited for. */
const settled = async (page: Page) => {
  await page.evaluate(async () => {
    const ends = document.getAnimations().filter(({ effect }) => effect?.getComputedTiming().iterations !== Infinity);
    await Promise.race([
      Promise.allSettled(ends.map(({ finished }) => finished)),
      new Promise((resolve) => setTimeout(resolve, 2000)),
    ]);
  });
  await expect(page.locator('[data-drawn=false]')).toHaveCount(0);
};

/** Looks at a page as it stands in both shades, and on a phone. @param within what of it was not looked at before */
async function look(page: Page, within = 'html'): Promise<string[]> {
  const found = await faults(page, EVERYTHING, within);
  // By no hand: a button says what it does while a hand is on it.
  const press = async (name: string) => {
    await page.getByRole('button', { name }).dispatchEvent('click');
    await settled(page);
  };
  await press('Dark theme');
  found.push(...(await faults(page, SHADE, within)));
  await press('Light theme');
  await page.setViewportSize({ width: 390, height: 844 });
  const over = await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth);
  if (over > 0) found.push(`${over} px wider than a phone`);
  await page.setViewportSize({ width: 1280, height: 800 });
  return found;
}

/** Places that have several parts below one address. */
const PARTS: Record<string, (string | RegExp)[]> = {
  Timing: ['Cam card', 'Events together', 'Lobe lift', 'Sweep a lobe', 'Lift curves', 'Sprocket'],
  Geometry: ['Rockers and tips', 'Kept pushrods', 'Trials and marks', 'Which setting', /Pushrods$/, 'Length to order'],
  'Mock-up': ['Set-up of the check', 'Before the clay', 'Across cam positions', /Springs$/, 'Lists and clay out'],
};

/** The half of an engine's way that a place lies on: each is looked at by itself. */
const isEarly = (name: string) => ENGINE_PLACES.findIndex(({ title }) => title === name) < ENGINE_PLACES.length / 2;

for (const [whose, isWanted] of [
  ['an engine, up to its mock-up', (name: string, isOfEngine: boolean) => isOfEngine && isEarly(name)],
  ['an engine, from its geometry on', (name: string, isOfEngine: boolean) => isOfEngine && !isEarly(name)],
  ['the shop', (_name: string, isOfEngine: boolean) => !isOfEngine],
] as const)
  test(`axe finds nothing wrong with any place of ${whose}, and on a phone none is wider than the screen`, async ({
    page,
  }) => {
    // A shade that is still changing is no fault.
    await page.emulateMedia({ reducedMotion: 'reduce' });
    const found: Record<string, string[]> = {};
    if (whose === 'the shop') {
      await page.goto('/');
      await expect(page.getByLabel(/^PIN/)).toBeVisible();
      found['sign in'] = await look(page);
    }
    await signIn(page, 'owner');
    for (const [name, address] of Object.entries(await placesOf(page))) {
      if (!isWanted(name, address.startsWith('/engines/'))) continue;
      await page.goto(address);
      await expect(page.locator('h1')).toBeVisible();
      await expect(page.locator('[aria-busy=true]')).toHaveCount(0);
      await settled(page);
      found[name] = await look(page);
      for (const part of PARTS[name] ?? []) {
        await page.getByRole('button', { name: part }).click();
        await settled(page);
        found[String(part)] = await look(page, 'main');
      }
    }
    expect(found).toEqual(Object.fromEntries(Object.keys(found).map((name) => [name, []])));
  });

test('on a tablet the limit and where it comes from are in sight while a number is typed', async ({ page }) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await signIn(page, 'builder');
  for (const place of ['setting', 'timing']) {
    await page.goto(`/engines/${await engineId(page, 'PH8-031')}/${place}`);
    await expect(page.getByTestId('active-number')).toBeVisible();
    await page.keyboard.type('0.5');
    await expect(page.getByText(/General shop practice/)).toBeInViewport({ ratio: 1 });
  }
});
