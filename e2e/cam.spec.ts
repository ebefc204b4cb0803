import { expect } from '@playwright/test';
import { lobeFromCard } from '../core/cam/lobe-from-card.js';
import { test } from './device.js';
import { key, openEngine, signedIn } from './hands.js';
import { fileCard, inTable, INCH_CARD } from './cam-card.js';

test('the cam card shows what follows, names what contradicts, and keeps what was typed wrong', async ({ page }) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'timing');
  await page.getByRole('button', { name: 'Cam card' }).click();
  const field = (name: string) => page.getByLabel(name, { exact: true });
  await field('Check lift, at the check lift').fill('0.050');
  // Each event goes on the wheel as it is typed, before the card is whole.
  const wheel = page.getByRole('img', { name: /Degree wheel/ });
  await field('Intake opens, BTDC, at the check lift').fill('4 after');
  await expect(wheel).toHaveAccessibleName(/I opens 4° after TDC/);
  await field('Intake closes, ABDC, at the check lift').fill('36');
  await expect(wheel).toHaveAccessibleName(/I opens 4° after TDC, I closes 36° after BDC/);
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
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'timing');
  await fileCard(page, id, { ...INCH_CARD, intakeCentreline: 108 });
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
  await expect(page.getByRole('img', { name: /what the smoothing took out, velocity and acceleration/ })).toBeVisible();
  await page.getByRole('button', { name: 'Keep this lobe' }).click();
  await expect(page.getByText('Lobe of 1 intake kept')).toBeVisible();
  await page.getByRole('button', { name: 'Lift curves' }).click();
  await expect(page.getByText(/Intake: furthest from its card/)).toBeVisible();
});

test('a card and a lobe that are half typed survive another part of the place, a reload, and a server that is away', async ({
  page,
}) => {
  await signedIn(page, 'builder');
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
  // Asking the lobe is no typing that waits to be kept.
  await page.getByLabel('Durations at lifts').fill('0.1');
  await expect(page.getByRole('row', { name: /Duration at 0.1/ })).toBeVisible();
  await expect(kept('lobe')).toHaveCount(0);
});

test('the sprocket: every position side by side, the best named, the choice written down and measured again', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'timing');
  await page.request.post(`/api/engines/${id}/readings`, {
    data: {
      readings: [
        { id: crypto.randomUUID(), measure: 'intake-centreline', place: 'engine', entered: '110.5 after', unit: 'deg' },
      ],
    },
  });
  await page.reload();
  await page.getByRole('button', { name: 'Sprocket' }).click();
  await page.getByLabel('Centreline wanted, °').fill('107');
  const best = page.getByRole('row', { name: /best/ });
  // Of a cam without its card no events are made up, and no overlap.
  await expect(best).toContainText('106.5');
  await expect(best).not.toContainText('TDC');
  await expect(page.getByText('File the cam card to see events and overlap')).toBeVisible();
  await fileCard(page, id, INCH_CARD);
  await page.reload();
  await page.getByRole('button', { name: 'Sprocket' }).click();
  await page.getByLabel('Centreline wanted, °').fill('107');
  await expect(best).toContainText('+4');
  await expect(best).toContainText('106.5');
  // Going over the positions moves the events on the wheel.
  const wheel = page.getByRole('img', { name: /Degree wheel/ });
  const drawn = async (offset: string) => {
    await page.getByRole('button', { name: `Fit ${offset}`, exact: true }).focus();
    await expect(page.getByText(`With the sprocket at ${offset}`)).toBeVisible();
    return Number(/I opens ([\d.]+)° before TDC/.exec((await wheel.getAttribute('aria-label'))!)![1]);
  };
  const [none, advanced] = [await drawn('0'), await drawn('+4')];
  expect(advanced - none).toBeCloseTo(4, 9);
  await best.getByRole('button', { name: 'Fit +4' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Sprocket at 4°, written down')).toBeVisible();
  await expect(page.getByRole('row', { name: /\+4 now/ })).toContainText('106.5');
  await expect(page.getByText('The sprocket was moved from 0 to +4')).toBeVisible();
  await page.getByRole('button', { name: /Intake nose/ }).click();
  await expect(inTable(page, 'I nose', 4)).toHaveText('suspect');
  for (const flank of ['79a', '134a']) await key(page, flank);
  await page.getByRole('button', { name: 'Sprocket' }).click();
  await expect(page.getByText('The sprocket was moved')).toHaveCount(0);
  await expect(page.getByRole('row', { name: /\+4 now/ })).toContainText('106.5');
  await page.getByLabel('Chain settles by, °').fill('some');
  await expect(page.getByText('degrees, zero or more')).toBeVisible();
});
