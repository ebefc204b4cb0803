import { expect, type Page } from '@playwright/test';
import { test } from './device.js';
import { goTo, key, openEngine, readingsOnServer, signedIn } from './hands.js';

/** The bar of a gate on the way. */
const bar = (page: Page, name: RegExp) => page.getByRole('button', { name });

/** Side clearances at crank pins, as they come from the bench. */
async function sideClearances(page: Page, id: string, pins: string[]): Promise<void> {
  const readings = pins.map((place) => ({ id: crypto.randomUUID(), measure: 'rod-side-clearance', place, entered: '0.016', unit: 'in', how: 'keyed' })); // prettier-ignore
  const answer = await page.request.post(`/api/engines/${id}/readings`, { data: { readings } });
  expect(answer.status(), await answer.text()).toBe(200);
}

test('a forgotten check stops the pan: it stands on the bar, one key goes where it is taken, then a name closes it', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'path');
  await sideClearances(page, id, ['P1', 'P2', 'P3']);
  await page.reload();
  await expect(
    bar(page, /^Gate: Pan on, open, something lacking: Rod side clearance not taken: crank pin 4/),
  ).toBeVisible();
  await page.keyboard.press('p');
  await expect(page.getByRole('dialog', { name: 'Pan on' })).toContainText('Rod side clearance not taken: crank pin 4');
  await page.keyboard.press('Enter');
  await expect(page.getByText('Give a reason in a few words.')).toBeVisible();
  await page.keyboard.press('Escape');

  // Enter goes to what is next, and the bench has it ready.
  await expect(page.getByRole('region', { name: 'Where the job stands' })).toContainText(
    'Rod side clearance, crank pin 4',
  );
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(new RegExp(`/engines/${id}/bottom-end$`));
  await expect(page.getByRole('heading', { name: 'crank pin 4' })).toBeVisible();
  await key(page, '0.0165');
  await readingsOnServer(page, id, 4);

  await goTo(page, id, 'path');
  await page.keyboard.press('p');
  await expect(
    page.getByRole('dialog', { name: 'Pan on' }).getByRole('button', { name: /^Close the pan: / }),
  ).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(bar(page, /^Gate: Pan on, closed: builder/)).toBeVisible();
});

test('a gate that is closed all the same says why, and what is hidden behind it asks whether it is off again', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'path');
  await page.keyboard.press('p');
  await page.keyboard.type('the customer starts tonight');
  await page.keyboard.press('Enter');
  await expect(bar(page, /^Gate: Pan on, closed with something lacking: builder.*“the customer starts tonight”/)).toBeVisible(); // prettier-ignore

  await goTo(page, id, 'bottom-end');
  await page.getByRole('button', { name: /Rod side clearance/ }).click();
  await key(page, '0.016');
  const asks = page.getByRole('dialog', { name: 'Pan on: is it off again?' });
  await expect(asks).toContainText('pan gasket');
  await asks.getByLabel('Why it is opened again').fill('side clearance was forgotten');
  await asks.getByLabel('Minutes that it takes').fill('ninety');
  await page.keyboard.press('Enter');
  await expect(asks.getByRole('alert')).toHaveText('minutes, as a whole number');
  await asks.getByLabel('Minutes that it takes').fill('75');
  await asks.getByLabel(/^Money/).fill('18.50');
  await page.keyboard.press('Enter');
  // What was typed is taken with it, and the next one asks nothing.
  await readingsOnServer(page, id, 1);
  await expect(asks).toHaveCount(0);
  await key(page, '0.016');
  await readingsOnServer(page, id, 2);

  await goTo(page, id, 'path');
  await expect(page.getByRole('region', { name: 'To look out for' })).toContainText(
    /Opened again 1 ×: 1 h 15, 18\.50.*side clearance was forgotten/,
  );
  await expect(bar(page, /^Gate: Pan on, open, something lacking/)).toBeVisible();
});

test('what lies on the bench is ticked, and seen by whoever comes next', async ({ page }) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'path');
  const list = page.getByRole('region', { name: 'On the bench' });
  await list.getByLabel('feeler blades').check();
  await expect(list.getByLabel('feeler blades')).toBeChecked();
  await signedIn(page, 'lead');
  await goTo(page, id, 'path');
  await expect(list.getByLabel('feeler blades')).toBeChecked();
});

test('a head is tightened in three passes by keyboard; one that is passed by stays open, one that moves is named', async ({
  page,
}) => {
  await signedIn(page, 'builder');
  const id = await openEngine(page, 'tightening');
  const form = page.getByRole('form', { name: 'Tightening plan' });
  await form.getByLabel('Fasteners of').click();
  await page.getByRole('option', { name: 'Heads' }).click();
  await form.getByLabel('How many').fill('4');
  await form.getByLabel('Steps').fill('30 lb·in, 65 lb·in, check');
  await expect(form.getByRole('alert').filter({ hasText: 'is it lb·ft?' })).toBeVisible();
  await form.getByLabel('Steps').fill('30 lb·ft, 65 lb·ft, check');
  await expect(form.getByText('is it lb·ft?')).toHaveCount(0);
  await page.getByRole('button', { name: 'From the middle outwards' }).click();
  await page.getByRole('button', { name: 'File plan' }).click();
  await expect(form.getByText('new or used before', { exact: true })).toBeVisible();
  await form.getByLabel('Fasteners are').click();
  await page.getByRole('option', { name: 'new', exact: true }).click();
  await form.getByLabel('Source').fill('card of the studs');
  await form.getByLabel('Wrench, handle to drive').fill('16');
  await form.getByLabel('Drive to fastener').fill('3');
  await expect(form.getByText(/The wrench is set to/)).toContainText('54.7');
  await page.getByRole('button', { name: 'File plan' }).click();

  const head = (turn: number) => page.getByRole('button', { name: new RegExp(`, ${turn} in the order`) });
  await expect(head(1)).toHaveAttribute('aria-current', 'true');
  // What has the focus is what Enter takes: it goes along with the hand, and the hand with it.
  await head(1).focus();
  await page.keyboard.press('ArrowRight');
  await expect(head(2)).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await expect(head(1)).toBeFocused();
  for (let turn = 1; turn <= 4; turn++) await page.keyboard.press('Enter');
  await readingsOnServer(page, id, 4);
  // The second pass: the second one is passed by, and stays an open ring.
  await page.keyboard.press('Enter');
  await page.keyboard.press('ArrowRight');
  await page.keyboard.press('Enter');
  await expect(head(2)).toHaveAccessibleName(/passed by/);
  await page.keyboard.press('Enter');
  await page.keyboard.press('[');
  await page.getByRole('button', { name: /^◐ 2\. 65 lb·ft/ }).click();
  await page.keyboard.press('Enter');
  await readingsOnServer(page, id, 8);
  // Looked at once more: the third has moved, is drawn again, and all is whole.
  await page.getByRole('button', { name: /^○ 3\. check/ }).click();
  for (const press of ['Enter', 'Enter', 'm', 'Enter']) await page.keyboard.press(press);
  await expect(page.getByText(/▲ Moved when looked at once more: fastener \d+\. Draw it again\./)).toBeVisible();
  await readingsOnServer(page, id, 12);
  await page.getByRole('button', { name: 'Go to the first' }).click();
  await key(page, '65');
  await expect(page.getByText('● Every pass is whole, nothing moved.')).toBeVisible();
  const readings = await readingsOnServer(page, id, 13);
  expect(readings.filter(({ measure }) => measure === 'torque').every(({ unit }) => unit === 'lbft')).toBe(true);
  // Two banks have two heads: the list asks for the other one, and begins its plan.
  await page.getByRole('button', { name: /The other head/ }).click();
  await expect(form.getByLabel('Called')).toHaveValue('Heads 2');
});

/** An engine of a customer who wants mail, promised in twelve days, whose pushrods come in eighteen. */
async function slipping(page: Page): Promise<{ id: string; tag: string; customer: string }> {
  const customer = {
    id: crypto.randomUUID(),
    name: `Slipway ${Date.now() % 1_000_000}`,
    mail: 'slip@river.example',
    toldBy: 'mail',
  };
  const post = async (address: string, data: object, status = 201) => {
    const answer = await page.request.post(address, { data });
    expect(answer.status(), await answer.text()).toBe(status);
  };
  await post('/api/customers', customer, 200);
  const day = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
  const id = await openEngine(page, 'path', {
    customerId: customer.id,
    customer: customer.name,
    job: { promised: day(12) },
  });
  const supplier = { id: crypto.randomUUID(), name: `Tubes ${customer.name}` };
  await post('/api/parts/suppliers', { id: crypto.randomUUID(), supplier });
  const line = { id: crypto.randomUUID(), engineId: id, places: [], part: 'pushrods', what: 'Pushrods', itemId: null, lengthMm: null, isFromShelf: false, quantity: 16, spares: 0, priceEach: null, supplierId: supplier.id, note: '' }; // prettier-ignore
  await post('/api/parts/lines', line);
  await post('/api/parts/orders', { id: crypto.randomUUID(), supplierId: supplier.id, lines: [line.id], freight: 0 });
  await post(
    `/api/parts/lines/${line.id}`,
    { id: crypto.randomUUID(), from: 'ordered', to: 'promised', promisedOn: day(18) },
    200,
  );
  const { tag } = await (await page.request.get(`/api/engines/${id}`)).json();
  return { id, tag, customer: customer.name };
}

test('a promise that slips asks for telling the customer now, in the device’s own mail, and is noted as told', async ({
  page,
}) => {
  await signedIn(page, 'lead');
  const { tag, customer } = await slipping(page);
  await page.goto('/');
  const promises = page.getByRole('region', { name: 'Promises' });
  const risk = promises.getByRole('listitem').filter({ hasText: tag });
  await expect(risk).toContainText(/days? late: pushrods on \d+ \w+/);
  await expect(risk).toContainText('meanwhile bottom end');
  await expect(promises).toContainText('A free hand goes to');
  await risk.getByRole('button', { name: `Tell ${customer} now` }).press('Enter');
  const dialog = page.getByRole('dialog', { name: `Tell ${customer} about ${tag}` });
  await expect(dialog.getByLabel('The words')).toHaveValue(new RegExp(`${customer}, your Petrel H8 was promised for .*pushrods on`)); // prettier-ignore
  await expect(dialog.getByRole('link', { name: 'Open the mail' })).toHaveAttribute(
    'href',
    /^mailto:slip%40river\.example\?subject=/,
  );
  await dialog.getByRole('button', { name: 'Noted as told' }).press('Enter');
  await expect(page.getByText(`${customer} was told`)).toBeVisible();
  // Promised anew with it, it is in no danger.
  await expect(risk).toHaveCount(0);
});

test('an engine is moved on the week by keys, and what becomes of its promise is said before it is let go', async ({
  page,
}) => {
  await signedIn(page, 'lead');
  const { id, tag } = await slipping(page);
  await page.goto('/week');
  const row = page.getByRole('button', { name: new RegExp(`^${tag}, `) });
  await row.focus();
  for (let day = 0; day < 25; day++) await page.keyboard.press('ArrowRight');
  const says = page.getByRole('status');
  await expect(says).toContainText(/ready \d+ \w+ instead of .*promised for .*under 1 in 1,000/);
  await page.keyboard.press('Escape');
  await expect(says).toContainText('A bar that is moved says here');
  // By hand: dragged over three days, said, and let go.
  const { x, y } = (await row.boundingBox())!;
  await page.mouse.move(x + 400, y + 20);
  await page.mouse.down();
  await page.mouse.move(x + 640, y + 20, { steps: 6 });
  await expect(says).toContainText(new RegExp(`${tag} from \\d+ \\w+: ready`));
  await page.mouse.up();
  await expect(page.getByText(new RegExp(`${tag} begins on`))).toBeVisible();
  await row.focus();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(page.getByText(new RegExp(`${tag} begins on`))).toHaveCount(2);
  const { papers } = await (await page.request.get(`/api/engines/${id}/papers/job`)).json();
  expect(papers.at(-1).body).toMatchObject({ promised: expect.any(String), startOn: expect.any(String) });
});
