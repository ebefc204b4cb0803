import { expect } from '@playwright/test';
import { test } from './device.js';
import { openEngine, signedIn, signIn } from './hands.js';

test('each place has its title, and its heading is heard where one comes to it', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'bottom-end');
  const { tag } = await (await page.request.get(`/api/engines/${id}`)).json();
  await expect(page).toHaveTitle(`Bottom end · ${tag} · Utex`);
  await page.getByRole('link', { name: /^Dead centre/ }).click();
  await expect(page).toHaveTitle(`Dead centre · ${tag} · Utex`);
  await expect(page.locator('main h1')).toBeFocused();
  await expect(page.locator('main h1')).toHaveText(tag);
  await expect(page.locator('main h1')).toHaveAccessibleDescription('Dead centre');
  // What is typed there is still the number’s.
  await page.keyboard.type('31');
  await expect(page.getByTestId('active-number')).toHaveValue('31');
  await page.keyboard.press('Escape');
  await page.getByRole('link', { name: 'People', exact: true }).click();
  await expect(page).toHaveTitle('People · Utex');
  await expect(page.locator('main h1')).toBeFocused();
});

test('the first Tab offers the place in hand, past the rail and the stages', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  const skip = page.getByRole('link', { name: 'Skip to the place in hand' });
  await expect(skip).not.toBeInViewport();
  await page.keyboard.press('Tab');
  await expect(skip).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('[data-bench-place]:focus')).toHaveCount(1);
});

test('a form that was left is named where one comes back to it, and thrown away with one press', async ({ page }) => {
  await signedIn(page, 'lead');
  const id = await openEngine(page, 'intake');
  const left = page.getByText(/This form holds what you typed on .* and did not file/);
  await page
    .getByRole('navigation', { name: 'What is known of the engine' })
    .getByRole('button', { name: /Engine/ })
    .click();
  await page.getByLabel('Title').fill('Half a title');
  await expect(left).toBeHidden();
  await page.goto(`/engines/${id}/intake`);
  await page
    .getByRole('navigation', { name: 'What is known of the engine' })
    .getByRole('button', { name: /Engine/ })
    .click();
  await expect(left).toBeVisible();
  await expect(page.getByLabel('Title')).toHaveValue('Half a title');
  await page.getByRole('button', { name: 'Throw it away' }).click();
  await expect(left).toBeHidden();
  await expect(page.getByLabel('Title')).not.toHaveValue('Half a title');
});

test('a firing order that turns out wrong is put right by the lead, who sees what it changes and says why', async ({
  page,
}) => {
  await signedIn(page, 'lead');
  const id = await openEngine(page, 'setting');
  await page.keyboard.type('6');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 of 16')).toBeVisible();
  await page.goto(`/engines/${id}/intake`);
  await page
    .getByRole('navigation', { name: 'What is known of the engine' })
    .getByRole('button', { name: /Engine/ })
    .click();
  await page.getByLabel('Firing order').fill('1 8 4 2 6 5 7 3');
  await expect(page.getByRole('region', { name: 'What filing it changes' })).toContainText('No verdict');
  await page.getByRole('button', { name: /^File/ }).click();
  await expect(page.getByText('Give a reason in a few words.')).toBeVisible();
  await page.getByLabel('Why it is put right').fill('The card of the crank says so');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: /^File/ })).toBeDisabled();
  const engine = await (await page.request.get(`/api/engines/${id}`)).json();
  expect(engine.firingOrder).toEqual([1, 8, 4, 2, 6, 5, 7, 3]);
});

test('zoomed to 320 px, no field of a long form is ever behind its foot, at whatever height', async ({ page }) => {
  await signIn(page, 'owner', '/limits/shop-solid/next');
  for (const height of [640, 256]) {
    await page.setViewportSize({ width: 320, height });
    await page.getByLabel('Title').first().focus();
    const behind: string[] = [];
    let many = 0;
    for (; many < 80; many++) {
      await page.keyboard.press('Tab');
      const found = await page.evaluate(() => {
        const one = document.activeElement as HTMLElement;
        if (!one.closest('.write-set')) return null;
        const { left, top, width, height: tall } = one.getBoundingClientRect();
        const there = document.elementFromPoint(left + width / 2, top + tall / 2);
        const isSeen = there !== null && (one.contains(there) || there.contains(one) || there.closest('label')?.contains(one)); // prettier-ignore
        return isSeen ? '' : (one.getAttribute('aria-label') ?? one.textContent ?? one.tagName);
      });
      if (found) behind.push(found);
    }
    expect(many).toBe(80);
    expect(behind).toEqual([]);
  }
});

test('on a phone and zoomed far in, maps are lists of readable lines, and every stage has its name', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'setting');
  const map = page.getByRole('list', { name: 'Valve map' });
  await expect(map.getByRole('listitem')).toHaveCount(16);
  const fourth = map.getByRole('button', { name: /^4 exhaust/ });
  const { height } = (await fourth.boundingBox())!;
  expect(height).toBeGreaterThanOrEqual(44);
  await fourth.click();
  await expect(page.locator('.now-head h2')).toHaveText('4 exhaust');
  await page.keyboard.type('0.5');
  await expect(fourth).toContainText('0.5');
  // What has the focus and what the number goes into are one, also in the list.
  await page.keyboard.press('Enter');
  await expect(map.locator('[aria-current]')).toBeFocused();
  await expect(map.locator('[aria-current]')).not.toHaveAccessibleName(/^4 exhaust/);

  const stages = page.getByRole('navigation', { name: 'Stages' });
  await expect(stages.getByRole('link')).toHaveCount(0);
  await stages.getByRole('button').press('Enter');
  const names = await stages.getByRole('link').evaluateAll((links) =>
    links.map((link) => {
      const title = link.querySelector('.stage-title')!;
      return [parseFloat(getComputedStyle(title).fontSize), title.getBoundingClientRect().width > 20];
    }),
  );
  expect(names).toHaveLength(12);
  expect(names.every(([size, isSeen]) => (size as number) >= 16 && isSeen)).toBe(true);
  await stages.getByRole('link', { name: /^Bottom end/ }).press('Enter');
  await expect(page.getByRole('list', { name: 'Crank from the side' }).getByRole('button', { name: /^main 1/ })).toBeVisible(); // prettier-ignore
  await expect(stages.getByRole('link')).toHaveCount(0);

  // Larger again, it is drawn; what is drawn is heard once, by its name with its unit.
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`/engines/${id}/setting`);
  const drawn = page.getByRole('group', { name: 'Valve map' });
  await expect(drawn.getByRole('button', { name: /^4 exhaust: [\d.]+ (in|thou|turn), / })).toBeVisible();
  expect(await drawn.evaluate((svg) => [...svg.querySelectorAll('text')].every((text) => text.closest('[aria-hidden]')))).toBe(true); // prettier-ignore
});
