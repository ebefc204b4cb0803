import { expect, type Page } from '@playwright/test';
import { test } from './device.js';
import { openEngine, signIn, signedIn } from './hands.js';

/** A set of the shop's own, like another one: other tests open engines by the sets that are there. */
async function ownSet(page: Page, like: string, title: string): Promise<string> {
  const { versions } = await (await page.request.get(`/api/spec-sets/${like}`)).json();
  const { issued, version, ...set } = versions[0];
  const own = { ...set, id: `own-${Date.now()}`, title, after: 0, reason: 'A class of its own' };
  expect((await page.request.post('/api/spec-sets', { data: own })).status()).toBe(201);
  return own.id;
}

test('the owner writes the next version by keyboard: wrong rows say so, nothing typed is lost, issued it stands', async ({
  page,
}) => {
  await signedIn(page, 'owner');
  await page.goto(`/limits/${await ownSet(page, 'sidecar-solid', 'Ice sprint, metric')}`);
  await page.getByRole('link', { name: 'Write version 2' }).press('Enter');
  const [least, most] = [page.getByLabel('Crank end play, least'), page.getByLabel('Crank end play, most')];
  await least.fill('0.12');
  await page.keyboard.press('Tab');
  await expect(most).toBeFocused();
  await page.keyboard.type('0,3x');
  await page.getByLabel('Crank end play, source').fill('Our own notes');
  await page.getByLabel('Why it changes').fill('Wider after the autumn teardowns');
  await page.keyboard.press('Enter');
  await expect(page.getByText('1 field is not as it must be.')).toBeVisible();
  await expect(most).toBeFocused();
  await expect(most).toHaveAttribute('aria-invalid', 'true');

  await page.reload();
  await expect(most).toHaveValue('0,3x');
  await expect(page.getByLabel('Crank end play, source')).toHaveValue('Our own notes');
  await most.fill('0.09');
  await page.getByRole('button', { name: 'Issue version 2' }).press('Enter');
  await expect(page.getByText('the most lies below the least', { exact: true })).toBeVisible();
  await most.fill('0.32');
  await page.getByLabel('Why it changes').press('Enter');

  await expect(page.getByText(/Version 2, issued by owner .*: Wider after the autumn teardowns/)).toBeVisible();
  await page.getByLabel('beside').selectOption('1');
  const changed = page.getByRole('row', { name: /Crank end play/ });
  await expect(changed).toContainText('0.10 to 0.30 mm');
  await expect(changed).toContainText('0.12 to 0.32 mm');
  await expect(changed).toContainText('Our own notes');
});

test('what is wrong with a form is listed once, each line leads to its field, and goes as it is mended', async ({
  page,
}) => {
  await signedIn(page, 'owner');
  await page.goto(`/limits/${await ownSet(page, 'shop-solid', 'River sprint')}/next`);
  const play = page.getByLabel('Crank end play, most');
  await play.fill('0.001');
  await page.getByLabel('Margin to a ramp, °').fill('wide');
  await page.getByRole('button', { name: 'Issue version 2' }).press('Enter');
  const wrong = page.getByRole('alert').filter({ hasText: 'fields are not as they must be' });
  await expect(wrong.getByRole('listitem')).toHaveCount(3);
  await expect(wrong).toContainText('Crank end play, most: the most lies below the least');
  await wrong.getByRole('button', { name: 'Margin to a ramp, °' }).press('Enter');
  await expect(page.getByLabel('Margin to a ramp, °')).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('5');
  await expect(wrong.getByRole('listitem')).toHaveCount(2);
  // The most is mended by the least: the contradiction goes with either.
  await page.getByLabel('Crank end play, least').fill('0.0005');
  await expect(play).not.toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByText('the most lies below the least')).toHaveCount(0);
  await page.getByLabel('Why it changes').fill('A tighter thrust');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Version 2, issued by owner .*: A tighter thrust/)).toBeVisible();
});

test('a set of the shop’s own is begun from five answers: its nearest example in its unit, each line confirmed', async ({
  page,
}) => {
  await signIn(page, 'owner', '/limits');
  await page.getByRole('link', { name: 'A set of our own' }).press('Enter');
  // Nothing is answered for anybody.
  await expect(page.getByText('The nearest example shows here.')).toBeVisible();
  await expect(page.getByRole('radio', { checked: true })).toHaveCount(0);
  const answer = async (name: string) => {
    await page.getByRole('radio', { name }).focus();
    await page.keyboard.press('Space');
  };
  for (const name of ['Pulling tractor', 'solid', 'millimetres']) await answer(name);
  const example = page.getByRole('region', { name: 'Nearest example' });
  await expect(example).toContainText('Tractor solid is the nearest example');
  await expect(example.getByRole('listitem').filter({ hasText: 'Crank end play' })).toContainText('0.11 to 0.22 mm');
  await expect(example.getByRole('status')).toHaveText('2 questions to answer.');
  await answer('Fewest stops');
  await answer('square at mid-lift');
  await page.reload();
  await page.getByRole('link', { name: /^Go through its \d+ limits/ }).press('Enter');
  await expect(page.getByLabel('Method')).toHaveText('Fewest stops');

  const name = `pullers-${Date.now() % 100_000}`;
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Title').first().fill('Pullers');
  await page.getByLabel('Why there is such a set').fill('Our first own limits');
  const confirm = page.getByRole('checkbox', { name: /, confirmed$/ });
  const many = await confirm.count();
  for (let at = 1; at < many; at++) await confirm.nth(at).press('Space');
  await expect(page.getByText(`${many - 1} of ${many} limits confirmed`)).toBeVisible();
  await page.getByRole('button', { name: 'Issue the set' }).press('Enter');
  // The one that nobody stands for keeps it from being issued; removed, it no longer does.
  await expect(page.getByRole('alert').filter({ hasText: '1 field is' })).toContainText('confirm it or remove it'); // prettier-ignore
  await expect(confirm.first()).toBeFocused();
  await page
    .getByRole('button', { name: /^Remove the limit on/ })
    .first()
    .press('Enter');
  await expect(page.getByRole('alert')).toHaveCount(0);
  await page.getByRole('button', { name: 'Issue the set' }).press('Enter');
  await expect(page).toHaveURL(new RegExp(`/limits/${name}$`));
  const { versions } = await (await page.request.get(`/api/spec-sets/${name}`)).json();
  expect(versions[0]).toMatchObject({ lifter: 'solid', practice: { setting: { method: 'fewest' }, geometry: { school: 'square' } } }); // prettier-ignore
  expect(versions[0].limits).toHaveLength(many - 1);
});

test('a blank set says what it lacks, and what a gate asks is picked rather than spelled', async ({ page }) => {
  await signIn(page, 'owner', '/new-limits?kind=road&lifter=solid&lengths=in&method=eoic&school=narrowest');
  await page.getByRole('link', { name: 'Begin with a blank set' }).press('Enter');
  await expect(page.getByText('No limit yet. Choose a measure at its stage.')).toBeVisible();
  await page
    .getByLabel('Title')
    .first()
    .fill(`Bare ${Date.now() % 100_000}`);
  await page.getByLabel('Why there is such a set').fill('Only the pan');
  await page.getByRole('button', { name: 'Issue the set' }).press('Enter');
  await expect(page.getByRole('alert')).toContainText('Limits: at least one limit');
  await page.getByRole('region', { name: 'Bottom end' }).getByLabel('Limit another').selectOption({ label: 'Crank end play' }); // prettier-ignore
  await page.getByLabel('Crank end play, most').fill('0.009');
  await page.getByLabel('Crank end play, source').fill('Ours');
  await expect(page.getByRole('alert')).toHaveCount(0);

  const pan = page.getByRole('region', { name: 'Close the pan' });
  await expect(pan.getByRole('listitem')).toHaveText(['Rod side clearance', 'all that is required of bottom end', 'no flag open on bottom end']); // prettier-ignore
  await pan.getByRole('button', { name: /say it ourselves/ }).press('Enter');
  await pan.getByRole('button', { name: 'Remove: all that is required of bottom end' }).press('Enter');
  await pan.getByLabel(/ask for$/).selectOption({ label: 'Crank end play' });
  await page.getByRole('button', { name: 'Issue the set' }).press('Enter');
  await expect(page.getByText(/issued by owner .*: Only the pan/)).toBeVisible();
  const id = page.url().split('/').at(-1)!;
  const { versions } = await (await page.request.get(`/api/spec-sets/${id}`)).json();
  expect(versions[0].practice.path).toEqual({ gates: [{ gate: 'pan', asks: ['measure:rod-side-clearance', 'flags:bottom-end', 'measure:crank-end-play'] }] }); // prettier-ignore
});

test('an engine is moved to another version once it is plain which verdicts change, with a reason', async ({
  page,
}) => {
  await signedIn(page, 'owner');
  const set = await ownSet(page, 'shop-hydraulic', 'Canal sprint');
  const id = await openEngine(page, 'setting', { specSet: set });
  await page.request.post(`/api/engines/${id}/readings`, {
    data: {
      readings: [{ id: crypto.randomUUID(), measure: 'plunger-depth', place: '1I', entered: '0.055', unit: 'in' }],
    },
  });
  const { versions } = await (await page.request.get(`/api/spec-sets/${set}`)).json();
  const { issued, version, ...newest } = versions[0];
  const limits = newest.limits.map((limit: { measure: string }) =>
    limit.measure === 'plunger-depth' ? { ...limit, max: 0.045 } : limit,
  );
  const next = { ...newest, limits, after: version, reason: 'Plungers ran deep' };
  expect((await page.request.post('/api/spec-sets', { data: next })).status()).toBe(201);

  const { tag } = await (await page.request.get(`/api/engines/${id}`)).json();
  await page.goto(`/limits/${set}`);
  await page.getByRole('button', { name: `Move ${tag} to v2` }).press('Enter');
  await page.getByRole('button', { name: 'What would version 2 change?' }).press('Enter');
  await expect(page.getByText('Plunger depth, 1 intake: in → high')).toBeVisible();
  await page.getByRole('button', { name: `Judge ${tag} by version 2` }).press('Enter');
  await expect(page.getByText('a reason, in a few words')).toBeVisible();
  await page.getByLabel('Why it is moved').fill('It runs in the same class');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('button', { name: `Move ${tag} to v2` })).toHaveCount(0);
  await page.goto(`/engines/${id}/review`);
  await expect(page.getByText('Plunger depth').first()).toBeVisible();
});

test('a version that somebody else issued meanwhile is never written over, and what was typed is taken up by hand', async ({
  page,
}) => {
  await signedIn(page, 'owner');
  const set = await ownSet(page, 'shop-solid', 'Lake sprint');
  await page.goto(`/limits/${set}/next`);
  const play = page.getByLabel('Crank end play, most');
  await play.fill('0.011');
  await page.getByLabel('Why it changes').fill('Wider again');

  const { versions } = await (await page.request.get(`/api/spec-sets/${set}`)).json();
  const { issued, version, ...newest } = versions[0];
  const other = { ...newest, title: 'Lake sprint, theirs', after: version, reason: 'A better name' };
  expect((await page.request.post('/api/spec-sets', { data: other })).status()).toBe(201);

  await page.getByRole('button', { name: 'Issue version 2' }).press('Enter');
  await expect(page.getByText(/Somebody issued another version meanwhile/)).toBeVisible();
  await page.reload();
  await expect(page.getByLabel('Title')).toHaveValue('Lake sprint, theirs');
  await expect(play).toHaveValue('0.009');
  await page.getByRole('button', { name: 'Take up what you typed after version 1' }).press('Enter');
  await expect(play).toHaveValue('0.011');
  await page.getByRole('button', { name: 'Issue version 3' }).press('Enter');
  await expect(page.getByText(/Version 3, issued by owner .*: Wider again/)).toBeVisible();
});

test('a file with wrong words is taken into the table, and each row says what is wrong with it, also after a reload', async ({
  page,
}) => {
  await signedIn(page, 'owner');
  await page.goto(`/limits/${await ownSet(page, 'shop-solid', 'Marsh sprint')}/next`);
  const file = page.locator('input[type=file]');
  const csv = 'measure;valve;most;unit;source\ndeck-height;;0,006;inch;Ours\nlash-cold;left;0,02;in;Ours\n';
  await file.setInputFiles({ name: 'ours.csv', mimeType: 'text/csv', buffer: Buffer.from(csv) });
  await expect(page.getByLabel('Deck height, most')).toHaveValue('0.006');
  await expect(page.getByLabel('Deck height, unit')).toHaveValue('inch');
  await expect(page.getByLabel('Deck height, unit')).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByText('intake, exhaust or both', { exact: true })).toBeVisible();

  await page.reload();
  await page.getByLabel('Deck height, unit').selectOption('in');
  await page.getByLabel('Lash, cold, valves').selectOption('E');
  await page.getByLabel('Why it changes').fill('As we measure it');
  await page.keyboard.press('Enter');
  await expect(page.getByText(/Version 2, issued by owner .*: As we measure it/)).toBeVisible();
});

test('the owner begins a set of the shop’s own from one that is there, under a name that is free', async ({ page }) => {
  await signIn(page, 'owner', '/limits/shop-solid');
  await page.getByRole('link', { name: 'A new set from this' }).press('Enter');
  await page.getByLabel('Name', { exact: true }).fill('shop-solid');
  await page.getByLabel('Title').fill('Canal class');
  await page.getByLabel('Why there is such a set').fill('The canal class has its own rules');
  await page.getByRole('button', { name: 'Issue the set' }).press('Enter');
  await expect(page.getByText('the shop already has a set of this name', { exact: true })).toBeVisible();
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  const name = `canal-${Date.now() % 100_000}`;
  await page.keyboard.press('Control+a');
  await page.keyboard.type(name);
  await page.getByRole('button', { name: 'Issue the set' }).press('Enter');
  await expect(page).toHaveURL(new RegExp(`/limits/${name}$`));
  await expect(page.getByText(/Version 1, issued by owner .*: The canal class has its own rules/)).toBeVisible();
});

test('a measure of the shop’s own stands on its stage’s list, is judged, and stands on sheet and record like any other', async ({
  page,
}) => {
  await signIn(page, 'owner', '/limits/shop-solid');
  await page.getByRole('link', { name: 'A new set from this' }).press('Enter');
  const name = `own-measure-${Date.now() % 100_000}`;
  await page.getByLabel('Name', { exact: true }).fill(name);
  await page.getByLabel('Title').first().fill('Pumps of our own');
  const own = page.getByRole('region', { name: 'The shop’s own measures' });
  await own.getByRole('button', { name: 'Measure something of our own' }).press('Enter');
  await expect(own.getByLabel('Title')).toBeFocused();
  await page.keyboard.type('Coupling runout');
  await own.getByLabel('Taken at each').press('Enter');
  await page.getByRole('option', { name: 'engine, once' }).press('Enter');
  await own.getByLabel('Smallest step').fill('0.0005');
  const bottom = page.getByRole('region', { name: 'Bottom end' });
  await bottom.getByLabel('Limit another').selectOption({ label: 'Coupling runout' });
  await page.getByLabel('Coupling runout, most').fill('0.004');
  await page.getByLabel('Coupling runout, source').fill('Our own teardown notes');
  await page.getByLabel('Why there is such a set').fill('Pumps have a coupling');
  await page.getByRole('button', { name: 'Issue the set' }).press('Enter');
  // How it is taken was forgotten: said where it is missing, and nothing typed is lost.
  await expect(own.getByText('must be filled in')).toBeVisible();
  await own.getByLabel('How it is taken').fill('Indicator on the flange, one whole turn.');
  await own.getByLabel('Caution').fill('Plugs out.');
  await expect(page.getByRole('alert')).toHaveCount(0);
  // Called otherwise, it is limited under its new name.
  await own.getByLabel('Title').fill('Coupling run-out');
  await expect(page.getByLabel('Coupling run-out, most')).toHaveValue('0.004');
  await page.getByRole('button', { name: 'Issue the set' }).press('Enter');
  await expect(page).toHaveURL(new RegExp(`/limits/${name}$`));
  await expect(page.getByRole('region', { name: 'The shop’s own measures' })).toContainText('Plugs out.');

  const id = await openEngine(page, 'bottom-end', { layout: 'single', specSet: name });
  await page.getByRole('button', { name: /Coupling run-out/ }).click();
  const panel = page.getByRole('complementary', { name: 'What to do now' });
  await expect(panel).toContainText('Indicator on the flange, one whole turn.');
  await expect(panel).toContainText('Plugs out.');
  await page.keyboard.type('0.006');
  await expect(panel.getByText('high', { exact: true })).toBeVisible();
  await page.keyboard.press('Enter');
  await expect.poll(async () => (await (await page.request.get(`/api/engines/${id}/readings.csv`)).text())).toContain(':Coupling run-out,engine,0.006,in'); // prettier-ignore
  await page.goto(`/engines/${id}/review`);
  await expect(page.getByRole('region', { name: 'Out of limits' })).toContainText(/coupling run-out/i);

  // Another engine, by a set that has no such measure, takes none of it.
  const other = await openEngine(page, 'bottom-end', { layout: 'single', specSet: 'shop-solid' });
  const reading = { id: crypto.randomUUID(), measure: 'own:bottom-end:engine:in:0.0005:Coupling run-out', place: 'engine', entered: '0.001', unit: 'in' }; // prettier-ignore
  const refused = await page.request.post(`/api/engines/${other}/readings`, { data: { readings: [reading] } });
  expect((await refused.json()).error.code).toBe('reading.unknown-measure');
});
