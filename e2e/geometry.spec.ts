import { randomUUID } from 'node:crypto';
import { expect, type Page } from '@playwright/test';
import { test } from './device.js';
import { fileCard } from './cam-card.js';
import { goTo, key, openEngine, readingsOnServer, signedIn } from './hands.js';

/** The cam of the worked example: both valves lift 0.58 in. */
const CARD = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeDuration: 226, exhaustDuration: 226, intakeCentreline: 106,
  exhaustCentreline: 110, intakeLobeLift: 0.341, exhaustLobeLift: 0.341, seatLift: 0.006, seatIntakeDuration: 276,
  seatExhaustDuration: 276,
}; // prettier-ignore
const SET_UP = {
  check: 1, unit: 'in', gasketAtCheck: 0.051, gasketFinal: 0.041, lifters: 'solid', springs: 'checking',
  lashAtCheck: { I: 0, E: 0 }, lash: { I: 0, E: 0 }, camAtCheckDeg: 0,
  same: { rockers: true, lifters: true, lashCaps: true, springs: true },
}; // prettier-ignore

const post = async (page: Page, path: string, data: object) => {
  const answer = await page.request.post(path, { data });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as { id: string };
};
const paper = (page: Page, id: string, kind: string, body: object) => post(page, `/api/engines/${id}/papers/${kind}`, body); // prettier-ignore
const list = (page: Page) => page.getByRole('navigation', { name: 'Parts of the geometry' });
const part = (page: Page, name: string | RegExp) => list(page).getByRole('button', { name }).click();

/** A supplier with one kind of rod, in lengths or cut; some of it may lie on the shelf. */
async function sold(
  page: Page,
  name: string,
  item: Record<string, unknown>,
  onShelf?: { lengthMm: number; pieces: number },
) {
  const supplierId = randomUUID();
  await post(page, '/api/parts/suppliers', { id: randomUUID(), supplier: { id: supplierId, name } });
  const rod = {
    id: randomUUID(), part: 'pushrods', number: name.slice(0, 20), diameterMm: 7.9375, wallMm: 2, priceEach: 1450, leadDays: 5,
    keep: null, supplierId, ...item,
  }; // prettier-ignore
  await post(page, '/api/parts/items', { id: randomUUID(), items: [rod] });
  if (onShelf) await post(page, '/api/parts/shelf', { id: randomUUID(), itemId: rod.id, ...onShelf });
}

test('three trials by keyboard, the suggestion followed, one length from the shelf and one ordered, seen on the floor, booked', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'geometry', { ratio: { intake: 1.7, exhaust: 1.7 } });
  const tag = await page.locator('h1').innerText();
  await fileCard(page, id, CARD);
  await paper(page, id, 'engine-data', { figures: { 'rocker-arm-exhaust': { entered: '1.45', unit: 'in' }, 'rocker-arm-intake': { entered: '1.45', unit: 'in' } } }); // prettier-ignore
  await paper(page, id, 'mock-up', SET_UP);
  const shelf = `Kept rod ${tag}`;
  await sold(page, `Shelf of ${tag}`, { title: shelf, lengths: { kind: 'one', length: 7.7 * 25.4 } }, { lengthMm: 7.7 * 25.4, pieces: 8 }); // prettier-ignore
  const supplier = `Rods for ${tag}`;
  await sold(page, supplier, {
    title: `Cut rod ${tag}`,
    lengths: { kind: 'cut', from: 150, to: 260 },
    priceEach: 2400,
  });
  await goTo(page, id, 'geometry');

  // What rubs on what is said first; what is missing is named, and what was typed stays.
  await part(page, 'Rockers and tips');
  await page.getByLabel('Diameter of the tip, intake').fill('0.342');
  await page.getByLabel('Lash cap, thickness, intake').fill('0');
  await page.getByRole('button', { name: 'File rockers and tips' }).click();
  await expect(page.getByText(/fields are not as they must be/)).toBeVisible();
  await expect(page.getByLabel('Diameter of the tip, intake')).toHaveValue('0.342');
  await page.getByLabel('Diameter of the tip, exhaust').fill('0.342');
  await page.getByLabel('Lash cap, thickness, exhaust').fill('0');
  await page.getByRole('combobox', { name: 'Rockers that are tried' }).click();
  await page.getByRole('option', { name: 'the engine’s own' }).click();
  await page.getByRole('button', { name: 'File rockers and tips' }).click();
  await expect(page.getByText('Rockers and tips filed')).toBeVisible();

  // Each trial: what is set, Enter, the two edges of its mark, Enter; T for the next.
  await part(page, 'Trials and marks');
  for (const [setting, edges] of [['7.55', '0.120;0.195'], ['7.6', '0.130;0.1975'], ['7.7', '0.140;0.2047']]) {
    await key(page, setting);
    await expect(page.getByText(`Rubbed mark, width, at ${Number(setting).toFixed(4)} in`)).toBeVisible();
    await key(page, edges);
    await page.keyboard.press('t');
    // What follows faster than a hand can is a gauge's.
    await expect(page.getByText('First: what is set.')).toBeVisible();
  } // prettier-ignore
  const so = page.getByRole('region', { name: 'Trials so far' });
  await expect(so).toContainText(/Narrowest between 7\.6[34]\d\d and 7\.6[78]\d\d in, most likely at 7\.6[56]\d\d in/);
  await page.keyboard.press('t');
  // T has put the setting that tells most into the number; Enter takes it.
  await expect(page.getByTestId('active-number')).toHaveValue(/^7\.6[56]\d\d$/);
  await page.keyboard.press('Enter');
  // The mark is dragged by its edges' own keys as well: they say what they type.
  await page.getByRole('slider', { name: 'outer edge of the mark' }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByTestId('active-number')).toHaveValue(/^0\.\d+;0\.\d+$/);
  await page.keyboard.press('Escape');
  await page.locator('h2').first().click();
  await key(page, '0.143;0.2045');
  await expect(so.getByRole('row').nth(1)).toContainText('0.0615');
  await readingsOnServer(page, id, 8);

  await part(page, 'Which setting');
  await page.getByRole('button', { name: 'Exhaust' }).click();
  const schools = page.getByRole('table').filter({ hasText: 'school' });
  await expect(schools.getByRole('row', { name: /narrowest mark/ })).toContainText('sideways drag on the guide');
  await expect(schools.getByRole('row', { name: /mark centred/ })).toContainText('between the two marks');
  await expect(page.getByRole('figure', { name: 'The rocker over its tip' })).toBeVisible();

  // How rods are told, then the checking rod on both kinds.
  await part(page, /Pushrods$/);
  await page.getByRole('combobox', { name: 'Lengths are read' }).click();
  await page.getByRole('option', { name: /overall/ }).click();
  await page.getByRole('combobox', { name: 'Bought as' }).click();
  await page.getByRole('option', { name: /each kind/ }).click();
  for (const [label, figure] of [
    ['Ball, ends', '0.3125'], ['Oil hole, ends', '0.1'], ['Gauge’s seat, ends', '0.14'], ['Angle to the cylinder, °, in the engine', '8'],
    ['Wanted, plunger below its clip', '0.035'], ['At least, plunger below its clip', '0.02'], ['At most, plunger below its clip', '0.06'],
    ['Hole in the head, or plate, in the engine', '0.5'],
  ]) await page.getByLabel(label).fill(figure); // prettier-ignore
  await page.getByRole('button', { name: 'File pushrods' }).click();
  await expect(page.getByText('Pushrods filed')).toBeVisible();
  await part(page, 'Pushrod length, checking rod');
  await key(page, '7.660');
  await key(page, '7.640');
  await readingsOnServer(page, id, 10);

  await part(page, 'Length to order');
  const exhaust = page.getByRole('region', { name: 'Length, Exhaust' });
  // 7.660, less the thinner gasket by the cosine, and the plunger to its depth.
  await expect(exhaust).toContainText('7.6851 in');
  await expect(exhaust.getByRole('img', { name: /checking rod 7\.6600 in, .*gasket.*plunger/ })).toBeVisible();
  await expect(exhaust.getByRole('img', { name: /theoretical.*7\.7015 in/ })).toBeVisible();
  await exhaust.getByRole('button', { name: `Take ${shelf} 7.7000` }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('What')).toHaveValue(`${shelf} 7.700 in overall`);
  await expect(dialog.getByLabel('Pieces')).toHaveValue('8');
  await dialog.getByRole('button', { name: 'Take it' }).press('Enter');
  await expect(page.getByText(/^Taken from the shelf/)).toBeVisible();
  const intake = page.getByRole('region', { name: 'Length, Intake' });
  await intake.getByRole('button', { name: `Want Cut rod ${tag} 7.6651` }).click();
  await dialog.getByLabel('Spares beside them').fill('1');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/^On the list of parts/)).toBeVisible();

  // The engine says what it waits for; from there to the list, one order, a day that is promised.
  await page.getByRole('link', { name: 'waits for pushrods, no day promised' }).click();
  const order = page.getByRole('region', { name: `Order to ${supplier}` });
  await order.getByLabel(/^Freight/).fill('9.50');
  await order.getByRole('button', { name: /^Order one line/ }).click();
  await expect(page.getByText(new RegExp(`^Order \\d+ placed with ${supplier}`))).toBeVisible();
  const away = page.getByRole('region', { name: /^Order \d+$/ });
  await away.getByRole('button', { name: 'Promised for …' }).click();
  const promised = away.getByRole('textbox', { name: 'Promised for' });
  await promised.fill('soon');
  await page.keyboard.press('Enter');
  await expect(away).toContainText('a day, as 25 Dec 2026');
  await promised.fill('4 Mar 2031');
  await expect(away).not.toContainText('a day, as');
  await page.keyboard.press('Enter');
  await expect(away).toContainText('promised for 4 Mar');

  await page.goto(`/?search=${tag}`);
  await expect(page.getByRole('list', { name: 'Engines' })).toContainText('waits for pushrods until 4 Mar');
  await page.goto(`/parts?engine=${id}`);
  await away.getByRole('button', { name: 'All of it is here' }).click();
  await expect(page.getByText(new RegExp(`${tag} .* can go on`))).toBeVisible();
  await page.goto(`/?search=${tag}`);
  await expect(page.getByRole('list', { name: 'Engines' })).toContainText(tag);
  await expect(page.getByRole('list', { name: 'Engines' })).not.toContainText('waits for');

  // What was fitted is held against what was wanted, and is counted down.
  await page.goto(`/parts?engine=${id}`);
  const here = page.getByRole('region', { name: 'Here' });
  await here.getByRole('button', { name: 'Fitted', exact: true }).first().click();
  await expect(here.getByRole('listitem')).toHaveCount(1);
  await goTo(page, id, 'geometry');
  await part(page, 'Pushrod length, fitted');
  await page.getByRole('button', { name: /^1 exhaust/ }).click();
  await key(page, '7.700');
  await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('longer than wanted 0.0149 in');
});

test('a metric engine with shaft rockers: marks over shims, in which the exhaust stands are to be cut', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'geometry', { layout: 'v-twin', specSet: 'sidecar-solid', title: 'Dunlin T2' });
  await paper(page, id, 'engine-data', { figures: { 'rocker-arm-exhaust': { entered: '38', unit: 'mm' } } });
  await paper(page, id, 'rockers', { unit: 'mm', rockers: 'another', isRough: false, tipDiameter: { I: 7, E: 7 }, lashCap: { I: 0, E: 0 } }); // prettier-ignore
  await goTo(page, id, 'geometry');
  await part(page, 'Total lift at the valve');
  await page.getByRole('button', { name: /^1 exhaust/ }).click();
  await key(page, '11.5');
  await part(page, 'Trials and marks');
  await page.getByRole('button', { name: /^1 exhaust/ }).click();
  for (const [shims, edges] of [['0', '2.75;4.14'], ['0.8', '2.80;4.34'], ['-0.8', '2.60;3.88']]) {
    await key(page, shims);
    await key(page, edges);
    // Another rocker than the engine gets: said where the mark is taken.
    await expect(page.getByRole('region', { name: 'Just taken' })).toContainText('another rocker than the engine gets');
    await page.keyboard.press('t');
    // What follows faster than a hand can is a gauge's.
    await expect(page.getByText('First: what is set.')).toBeVisible();
  } // prettier-ignore
  await expect(page.getByRole('region', { name: 'Trials so far' })).toContainText(
    /Narrowest at about −0\.\d+ mm, between .* Not bracketed/,
  );
  await page.keyboard.press('Escape');
  await readingsOnServer(page, id, 7);
  await part(page, 'Which setting');
  await page.getByRole('button', { name: 'Exhaust' }).click();
  // A guess beyond what was tried cuts nothing, until somebody chooses with a reason; without one it is refused.
  await expect(page.getByRole('region', { name: 'Stands' })).toContainText(
    'Exhaust stands: not bracketed, nothing is cut',
  );
  const choose = page.getByRole('region', { name: 'Choose a setting' });
  await choose.getByLabel('Shims under the stand, mm').fill('-1.4');
  await page.keyboard.press('Enter');
  await expect(choose.getByText('a reason, in a few words', { exact: true })).toBeVisible();
  await expect(choose.getByLabel('Shims under the stand, mm')).toHaveValue('-1.4');
  await choose.getByLabel('Reason').fill('a lower stand was borrowed and rubbed narrower');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Exhaust setting chosen')).toBeVisible();
  await expect(choose).toContainText('narrowest mark: a lower stand was borrowed and rubbed narrower');
  await expect(page.getByRole('region', { name: 'Stands' })).toContainText('cut 0.600 mm off the stands');
  await expect(page.getByRole('row', { name: /1E/ }).first()).toBeVisible();

  // The rod in millimetres, for lifters that have no plunger: ordered, and booked when it comes.
  const tag = await page.locator('h1').innerText();
  const supplier = `Tubes for ${tag}`;
  await sold(page, supplier, { title: `Tube ${tag}`, lengths: { kind: 'cut', from: 150, to: 320 }, priceEach: 2100 });
  await paper(page, id, 'mock-up', { ...SET_UP, unit: 'mm', gasketAtCheck: 1, gasketFinal: 0.8, lash: { I: 0.11, E: 0.13 } }); // prettier-ignore
  await paper(page, id, 'pushrods', { unit: 'mm', convention: 'theoretical', angleDeg: 0, rods: 'by-kind' });
  await goTo(page, id, 'geometry');
  await part(page, 'Pushrod length, checking rod');
  await page.getByRole('button', { name: /^1 exhaust/ }).click();
  await key(page, '210.5');
  await readingsOnServer(page, id, 8);
  await part(page, 'Length to order');
  const exhaust = page.getByRole('region', { name: 'Length, Exhaust' });
  // 210.5, a fifth of a millimetre less gasket, the lash by the ratio, and the stand's 0.6 by its lever.
  await expect(exhaust).toContainText(/209\.2\d\d mm/);
  await exhaust.getByRole('button', { name: new RegExp(`^Want Tube ${tag} 209`) }).click();
  await expect(page.getByRole('dialog').getByLabel('Pieces')).toHaveValue('2');
  await page.keyboard.press('Enter');
  await page.getByRole('link', { name: 'waits for pushrods, no day promised' }).click();
  const order = page.getByRole('region', { name: `Order to ${supplier}` });
  await order.getByRole('button', { name: /^Order one line/ }).click();
  const away = page.getByRole('region', { name: /^Order \d+$/ });
  await away.getByRole('button', { name: 'It is here', exact: true }).click();
  await expect(page.getByText(new RegExp(`${tag} .* can go on`))).toBeVisible();
});

test('at any bench P puts a part on the list, with the valve that one stands at; a supplier’s list is all taken or not at all', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  await openEngine(page, 'setting');
  const tag = await page.locator('h1').innerText();
  await page.keyboard.press('p');
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByLabel('Valves or places')).toHaveValue(/^\d[IE]$/);
  await dialog.getByLabel('What').fill(`Lash cap 0.080 in, ${tag}`);
  await dialog.getByLabel('Pieces').fill('none');
  await page.keyboard.press('Enter');
  await expect(dialog.getByText('1 field is not as it must be.')).toBeVisible();
  await expect(dialog.getByLabel('What')).toHaveValue(`Lash cap 0.080 in, ${tag}`);
  await dialog.getByLabel('Pieces').fill('16');
  await page.keyboard.press('Enter');
  await expect(page.getByText(`On the list of parts: Lash cap 0.080 in, ${tag}`)).toBeVisible();

  await page.getByRole('link', { name: 'Parts', exact: true }).click();
  await expect(page.getByRole('region', { name: 'From nobody yet' })).toContainText(`Lash cap 0.080 in, ${tag}`);
  await page.getByRole('button', { name: 'Suppliers' }).click();
  await page.getByRole('button', { name: 'Write down a supplier' }).click();
  await page.getByLabel('Name').fill(`List of ${tag}`);
  await page.getByRole('button', { name: 'Write it down' }).click();
  const row = page.getByRole('listitem').filter({ hasText: `List of ${tag}` });
  const bring = async (text: string) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), row.getByRole('button', { name: /^Bring a list/ }).click()]); // prettier-ignore
    await chooser.setFiles({ name: 'list.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  const head = 'part,title,number,unit,length,length_to,step,price,lead_days\n';
  await bring(`${head}pushrods,Rod,${tag}-1,in,7.0,9.0,0.05,16.50,6\ngears,Wheel,${tag}-2,in,,,,3,2\n`);
  await expect(page.getByText('Line 3: part gears')).toBeVisible();
  await bring(`${head}pushrods,Rod,${tag}-1,in,7.0,9.0,0.05,16.50,6\npushrods,Cut rod,${tag}-2,in,6,11,,24,14\n`);
  await expect(page.getByText(`2 parts of List of ${tag} in the catalogue`)).toBeVisible();
  await expect(row).toContainText('2 parts');

  // What was wanted from nobody is said to come from somebody, at a price, and then can be ordered.
  await page.getByRole('button', { name: 'Lines' }).click();
  const cap = page
    .getByRole('listitem')
    .filter({ hasText: `Lash cap 0.080 in, ${tag}` })
    .first();
  await cap.getByRole('button', { name: 'From, price …' }).click();
  await cap.getByLabel('From').selectOption({ label: `List of ${tag}` });
  await cap.getByLabel(/^Price each/).fill('2.50');
  await page.keyboard.press('Enter');
  const order = page.getByRole('region', { name: `Order to List of ${tag}` });
  await expect(order.getByRole('button', { name: /^Order one line, 40\.00/ })).toBeVisible();
});

test('kept rods are said by keyboard before anybody measures; a trial is set by the turns of the checking rod', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'geometry', { ratio: { intake: 1.6, exhaust: 1.6 }, thread: { threadsPerUnit: 20, unit: 'in' } }); // prettier-ignore
  await part(page, 'Kept pushrods');
  const field = (name: string) => page.getByLabel(name, { exact: true });
  await field('Intake, length of the kept pushrods').fill('7.8');
  await field('Off the head, taken off since').fill('0,02 in');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/fields are not as they must be/)).toBeVisible();
  await expect(field('Off the head, taken off since')).toHaveValue('0,02 in');
  await field('Off the head, taken off since').fill('0,02');
  await field('Exhaust, length of the kept pushrods').fill('7.9');
  await field('Intake, adjuster before').fill('3');
  await field('Exhaust, adjuster before').fill('3.5');
  // As it is typed, and not only once it is filed.
  const intake = page.getByRole('region', { name: 'Kept pushrods, Intake' });
  await expect(intake).toContainText('2.75');
  await expect(intake).toContainText('7.7800 in');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Kept pushrods filed')).toBeVisible();

  await paper(page, id, 'pushrods', { unit: 'in', convention: 'overall', rods: 'by-kind', tool: { base: 7.5, perTurn: 0.05 } }); // prettier-ignore
  await page.reload();
  await part(page, 'Trials and marks');
  await key(page, '4.2');
  await expect(page.getByText('Rubbed mark, width, at 7.7100 in')).toBeVisible();
  await key(page, '0.120;0.195');
  const [turned, mark] = await readingsOnServer(page, id, 2);
  expect([turned.measure, turned.entered, turned.unit]).toEqual(['trial-tool-turns', '4.2', 'turn']);
  expect(mark.measure).toBe('mark-width');
});
