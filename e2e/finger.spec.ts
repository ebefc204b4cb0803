import { expect, test, type Page } from '@playwright/test';
import { openEngine, readingsOnServer, signedIn } from './hands.js';

/** A device with nothing but a touch screen: what is pressed is pressed by finger. */
const pad = (page: Page) => page.getByRole('group', { name: 'Number pad' });
const press = (page: Page, name: string) => pad(page).getByRole('button', { name, exact: true }).tap();
const number = (page: Page) => page.getByTestId('active-number');
const place = (page: Page) => page.locator('.now-head h2');
const box = async (what: ReturnType<Page['locator']>) => {
  const found = await what.boundingBox();
  expect(found, 'is drawn').not.toBeNull();
  return found!;
};

for (const [name, viewport] of [
  ['a tablet', { width: 1024, height: 768 }],
  ['a phone', { width: 390, height: 844 }],
] as const)
  test.describe(`by finger alone on ${name}`, () => {
    test.use({ hasTouch: true, isMobile: true, viewport });

    test('a whole engine is set: each valve by the pad, whose keys are a glove’s and hide neither number nor place', async ({
      page,
    }) => {
      await signedIn(page, 'builder');
      const id = await openEngine(page, 'setting', { layout: 'v-twin', specSet: 'sidecar-solid', title: 'Dunlin T2' });
      await page.getByRole('button', { name: 'Read and understood' }).tap();
      const key = await box(pad(page).getByRole('button', { name: '5', exact: true }));
      expect(Math.min(key.width, key.height)).toBeGreaterThanOrEqual(56);
      const seen = new Set<string | null>();
      for (let valve = 0; valve < 4; valve++) {
        seen.add(await place(page).textContent());
        for (const digit of ['.', '0', '1', '2']) await press(page, digit === '.' ? 'point' : digit);
        await expect(number(page)).toHaveValue('.012');
        // Neither the number nor where it goes is behind the pad.
        const [pads, head] = [await box(pad(page)), await box(page.locator('.now-head'))];
        expect(head.y + head.height <= pads.y || head.y >= pads.y + pads.height).toBe(true);
        await expect(place(page)).toBeInViewport();
        await expect(number(page)).toBeInViewport();
        await press(page, 'Enter');
      }
      expect(seen.size).toBe(4);
      await expect(page.getByRole('region', { name: 'End of this stage' })).toContainText('End of setting');
      const readings = await readingsOnServer(page, id, 4);
      expect(new Set(readings.map((one) => one.place)).size).toBe(4);
    });

    test('the bottom end is measured: bores in two directions, the deck with its side, a unit changed, a slip taken back', async ({
      page,
    }) => {
      await signedIn(page, 'builder');
      const id = await openEngine(page, 'bottom-end', {
        layout: 'v-twin',
        specSet: 'sidecar-solid',
        title: 'Dunlin T2',
      });
      const understood = page.getByRole('button', { name: 'Read and understood' });
      if (await understood.isVisible()) await understood.tap();
      const list = page.getByRole('navigation', { name: 'Measures of the bottom end' });
      const choose = async (measure: RegExp) => {
        const fold = list.locator('.measures-fold');
        if (await fold.isVisible()) {
          // On a phone the list is folded to the one in hand.
          await expect(list.getByRole('button')).toHaveCount(1);
          await fold.tap();
        }
        await list.getByRole('button', { name: measure }).last().tap();
      };
      await choose(/Cylinder bore/);
      for (const key of ['8', '4', 'next direction', '8', '4', 'point', '0', '1', 'Enter']) await press(page, key);
      await choose(/Deck height/);
      for (const key of ['point', '3', 'Enter']) await press(page, key);
      // Which side is asked, never assumed; the key of the side is there.
      await expect(page.getByRole('alert')).toContainText('which side?');
      await press(page, 'below');
      await press(page, 'Enter');
      await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('.3 below');
      await page.getByRole('button', { name: /^Undo/ }).tap();
      await expect(place(page)).toHaveText('cylinder 1');
      await expect(number(page)).toHaveValue('');
      const readings = await readingsOnServer(page, id, 2);
      expect(readings.map(({ entered }) => entered)).toEqual(['84;84.01', '.3 below']);
      const { measures } = await (await page.request.get(`/api/engines/${id}/sheet`)).json();
      expect(measures.map((row: { measure: string }) => row.measure)).not.toContain('deck-height');
    });
  });
