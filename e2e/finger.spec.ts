import { expect, test, type Page } from '@playwright/test';
import { fileCard, inTable, INCH_CARD } from './cam-card.js';
import { goTo, openEngine, readingsOnServer, signedIn } from './hands.js';

/** A device with nothing but a touch screen: what is pressed is pressed by finger. */
const pad = (page: Page) => page.getByRole('group', { name: 'Number pad' });
const press = (page: Page, name: string) => pad(page).getByRole('button', { name, exact: true }).tap();
const number = (page: Page) => page.getByTestId('active-number');
const place = (page: Page) => page.locator('.now-head h2');
/** A check of the piston to valve clearance with what goes into the build. */
const SET_UP = {
  check: 1, unit: 'in', gasketAtCheck: 0.051, gasketFinal: 0.041, lifters: 'solid', springs: 'checking',
  lashAtCheck: { I: 0, E: 0 }, lash: { I: 0, E: 0 }, camAtCheckDeg: 0,
  same: { rockers: true, lifters: true, lashCaps: true, springs: true },
}; // prettier-ignore
/** A number key by key; what no digit is has its name on the pad: a side, the next direction, an outer edge. */
const enter = async (page: Page, figure: string, ...named: string[]) => {
  for (const digit of figure) await press(page, { '.': 'point', '/': 'fraction', '-': 'minus' }[digit] ?? digit);
  for (const name of named) await press(page, name);
  await press(page, 'Enter');
};
const understood = async (page: Page) => {
  const read = page.getByRole('button', { name: 'Read and understood' });
  if (await read.isVisible()) await read.tap();
};
/** Another measure, from the list of its stage. */
const chosen = async (page: Page, list: string, measure: RegExp) => {
  const measures = page.getByRole('navigation', { name: list });
  const fold = measures.locator('.measures-fold');
  if (await fold.isVisible()) {
    // On a phone the list is folded to the one in hand.
    await expect(measures.getByRole('button')).toHaveCount(1);
    await fold.tap();
  }
  await measures.getByRole('button', { name: measure }).last().tap();
};
const paper = async (page: Page, id: string, kind: string, data: object) => {
  const answer = await page.request.post(`/api/engines/${id}/papers/${kind}`, { data });
  expect(answer.ok(), await answer.text()).toBe(true);
};
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
      await understood(page);
      const choose = (measure: RegExp) => chosen(page, 'Measures of the bottom end', measure);
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

    test('a cam is degreed: the stop from both sides until it is proved twice, four events, two drops', async ({
      page,
    }) => {
      await signedIn(page, 'builder');
      const id = await openEngine(page, 'dead-centre', { layout: 'single', specSet: 'shop-solid', title: 'Knot M1' });
      await fileCard(page, id, INCH_CARD);
      await goTo(page, id, 'dead-centre');
      await understood(page);
      for (const [after, before] of [['31.5', '26'], ['28.75', '28.75'], ['28.75', '29']]) {
        await enter(page, after, 'after');
        await enter(page, before, 'before');
      } // prettier-ignore
      const panel = page.getByRole('complementary', { name: 'What to do now' });
      await expect(panel).toContainText('Proved twice');
      await goTo(page, id, 'timing');
      await understood(page);
      for (const [figure, side] of [
        ['4', 'before'],
        ['40.5', 'after'],
        ['46', 'before'],
        ['2', 'after'],
      ])
        await enter(page, figure, side);
      for (const flank of ['82', '134', '66.5', '149.5']) await enter(page, flank, 'after');
      await expect(inTable(page, 'I nose', 1)).toHaveText('108');
      const readings = await readingsOnServer(page, id, 14);
      expect(readings.map(({ entered }) => entered).slice(0, 2)).toEqual(['31.5 after', '26 before']);
    });

    test('a head is drawn pass by pass, one pull by the wrench’s own figure; then the proof, with two turns by hand', async ({
      page,
    }) => {
      await signedIn(page, 'builder');
      const id = await openEngine(page, 'tightening', { layout: 'single', specSet: 'shop-solid', title: 'Knot M1' });
      await paper(page, id, 'tightening', {
        group: 'heads', title: 'Heads', fastened: 'heads', count: 4, pattern: 'ring', order: [1, 3, 2, 4], isReused: false,
        steps: [30, 65].map((value) => ({ kind: 'torque', target: { value, unit: 'lbft' } })), source: 'card of the studs',
      }); // prettier-ignore
      await goTo(page, id, 'tightening');
      await understood(page);
      // The wrench clicked at its target: Enter alone; a figure of its own is typed.
      for (let pull = 0; pull < 7; pull++) await press(page, 'Enter');
      await enter(page, '64.5');
      await expect(page.getByText('● Every pass is whole, nothing moved.')).toBeVisible();
      const pulls = await readingsOnServer(page, id, 8);
      expect(pulls.map(({ place: fastener }) => fastener).slice(0, 4)).toEqual(['heads:1', 'heads:3', 'heads:2', 'heads:4'].map((_, at) => pulls[at].place)); // prettier-ignore
      expect(pulls.at(-1)).toMatchObject({ entered: '64.5', unit: 'lbft' });

      await goTo(page, id, 'proof');
      await understood(page);
      await enter(page, '.48');
      await enter(page, '.476');
      await page.getByRole('button', { name: /Turned twice, nothing bound/ }).tap();
      await expect(page.getByText(/Turned twice, nothing bound: builder/)).toBeVisible();
      await readingsOnServer(page, id, 10);
    });

    test('a head is mocked up and its mark looked for: thinnest, middle and beside of both valves, then three trials', async ({
      page,
    }) => {
      await signedIn(page, 'builder');
      const id = await openEngine(page, 'mock-up', { layout: 'single', specSet: 'shop-solid', title: 'Knot M1' });
      await fileCard(page, id, INCH_CARD);
      await paper(page, id, 'mock-up', SET_UP);
      await goTo(page, id, 'mock-up');
      await understood(page);
      await chosen(page, 'Parts of the mock-up', /Piston to valve, thinnest/);
      await enter(page, '.112');
      await enter(page, '.118');
      for (const key of ['point', '0', '9', 'untouched']) await press(page, key);
      await expect(number(page)).toHaveValue('.09 untouched');
      await press(page, 'Enter');
      await expect(place(page)).toHaveText('1 exhaust');
      for (const figure of ['.131', '.14', '.075']) await enter(page, figure);
      const clay = await readingsOnServer(page, id, 6);
      expect(clay.map(({ measure, entered }) => [measure, entered])).toEqual([
        ['pv-depth', '.112'], ['pv-depth-middle', '.118'], ['pv-radial', '.09 untouched'],
        ['pv-depth', '.131'], ['pv-depth-middle', '.14'], ['pv-radial', '.075'],
      ]); // prettier-ignore

      await paper(page, id, 'engine-data', { figures: { 'rocker-arm-intake': { entered: '1.45', unit: 'in' } } });
      await paper(page, id, 'rockers', { unit: 'in', rockers: 'final', isRough: false, tipDiameter: { I: 0.342, E: 0.342 }, lashCap: { I: 0, E: 0 } }); // prettier-ignore
      await goTo(page, id, 'geometry');
      await understood(page);
      await chosen(page, 'Parts of the geometry', /Trials and marks/);
      for (const [setting, inner, outer] of [['.03', '.12', '.195'], ['.06', '.138', '.2'], ['.09', '.15', '.222']]) {
        await enter(page, setting);
        await enter(page, inner, 'outer edge', ...outer.split('').map((digit) => (digit === '.' ? 'point' : digit))); // prettier-ignore
        // However many keys a measure has, all of them are on the screen.
        const [next, pads] = [await box(pad(page).getByRole('button', { name: 'next trial' })), await box(pad(page))];
        expect(next.x + next.width).toBeLessThanOrEqual(pads.x + pads.width + 1);
        await press(page, 'next trial');
        await expect(page.getByText('First: what is set.')).toBeVisible();
      } // prettier-ignore
      await expect(page.getByRole('region', { name: 'Trials so far' })).toContainText('Next trial: 0.0750 in');
      await readingsOnServer(page, id, 6 + 6);
    });

    test('the weeks show as many days as have room, each date apart from the next', async ({ page }) => {
      await signedIn(page, 'lead');
      await openEngine(page, 'path');
      await page.goto('/week');
      const chart = page.getByRole('group', { name: 'Engines over days' });
      await expect(chart.getByRole('button').first()).toBeVisible();
      const dates = await chart.evaluate((drawn) =>
        [...drawn.querySelectorAll('text')]
          .filter(({ textContent }) => /^\d{1,2} [A-Z][a-z]{2}$/.test(textContent))
          .map((text) => text.getBoundingClientRect())
          .map(({ left, right }) => [left, right]),
      );
      expect(dates.length).toBeGreaterThanOrEqual(4);
      dates.slice(1).forEach(([left], at) => expect(left).toBeGreaterThan(dates[at][1]));
      expect(dates[dates.length - 1][1]).toBeLessThanOrEqual(viewport.width);
    });
  });
