import type { KnownPerson } from '../../contracts/shop.js';
import type { Sheet } from '../../core/sheet/sheet.js';
import { TRIES } from '../services/sessions.js';
import { checkAudit } from '../store/check-audit.js';
import { openEngine, openTestShop, TEST_PIN, typed, asker, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const owner = <T>(path: string, body: unknown) => shop.as('owner')<T>('POST', path, body);
const signIn = (handle: string, pin: string) =>
  shop.as('stranger')<{ token: string }>('POST', '/api/session', { handle, pin });
/** Brings somebody in and signs the person in. */
async function bringIn(handle: string, role = 'builder') {
  await owner('/api/people', { handle, name: 'Merle Fenn', pin: '424242', role });
  return asker(shop.url, (await signIn(handle, '424242')).body.token);
}
const actsOf = async (act: string) =>
  (
    await shop.context.database.query<{ by: string; body: string }>(
      'select by, body from audit where act = $1 order by seq',
      [act],
    )
  ).map(
    // prettier-ignore
    ({ by, body }) => ({ by, ...(JSON.parse(body) as Record<string, unknown>) }),
  );

describe('one’s own PIN', () => {
  test('is changed by the one before it; other sessions end, this one goes on', async () => {
    const here = await bringIn('own-pin');
    const elsewhere = asker(shop.url, (await signIn('own-pin', '424242')).body.token);
    expect((await here('POST', '/api/session/pin', { pin: '424242', newPin: '868686' })).status).toBe(204);
    expect((await here('GET', '/api/people')).status).toBe(200);
    expect((await elsewhere('GET', '/api/people')).status).toBe(401);
    expect((await signIn('own-pin', '424242')).body.error.code).toBe('session.wrong-pin');
    expect((await signIn('own-pin', '868686')).status).toBe(200);
  });

  test('is not changed by a wrong one, nor to none, and guesses at it are counted', async () => {
    const here = await bringIn('guessed');
    const short = await here('POST', '/api/session/pin', { pin: '424242', newPin: '12' });
    expect([short.status, short.body.error.issues[0].path]).toEqual([422, 'newPin']);
    const guess = () => here('POST', '/api/session/pin', { pin: '000000', newPin: '868686' });
    for (let tries = 0; tries < TRIES.each; tries++) expect((await guess()).body.error.issues[0].path).toBe('pin');
    expect((await guess()).body.error.code).toBe('session.too-many-tries');
    expect((await signIn('guessed', '424242')).status).toBe(200);
  });

  test('nothing of a PIN stands in the log', async () => {
    const acts = await shop.context.database.query<{ body: string }>(
      `select body from audit where act = 'person.changed'`,
    );
    expect(acts.length).toBeGreaterThan(0);
    for (const { body } of acts) expect(body).not.toMatch(/424242|868686/);
  });
});

describe('what the owner changes about somebody', () => {
  test('a forgotten PIN is replaced, and the person signs in with it', async () => {
    const before = await bringIn('forgot');
    expect((await owner('/api/people/forgot', { pin: '757575' })).status).toBe(200);
    expect((await before('GET', '/api/people')).status).toBe(401);
    expect((await signIn('forgot', '757575')).status).toBe(200);
  });

  test('a name is corrected without signing anybody out; what was done keeps its hand', async () => {
    const here = await bringIn('renamed');
    expect((await owner<KnownPerson>('/api/people/RENAMED', { name: 'Merle Fenner' })).body.name).toBe('Merle Fenner');
    const { people } = (await here<{ people: KnownPerson[] }>('GET', '/api/people')).body;
    expect(people.find(({ handle }) => handle === 'renamed')?.name).toBe('Merle Fenner');
  });

  test('a role is another at once: who may not any more is refused with the next request', async () => {
    const here = await bringIn('demoted', 'lead');
    await owner('/api/people/demoted', { role: 'apprentice' });
    expect((await here('POST', '/api/engines', {})).status).toBe(401);
    const again = asker(shop.url, (await signIn('demoted', '424242')).body.token);
    expect((await again('POST', '/api/engines', {})).body.error.code).toBe('role.not-allowed');
  });

  test('who is switched off is out in the middle of typing, and what was typed before stands', async () => {
    const here = await bringIn('leaver');
    const engine = await openEngine(shop);
    const take = (place: string) =>
      here('POST', `/api/engines/${engine}/readings`, { readings: [typed('preload-turns', place, '0.5', 'turn')] });
    expect((await take('1I')).status).toBe(200);
    expect((await owner<KnownPerson>('/api/people/leaver', { role: 'off' })).body.role).toBe('off');
    expect((await take('1E')).body.error.code).toBe('session.missing');
    expect((await signIn('leaver', '424242')).body.error.code).toBe('session.wrong-pin');
    const sheet = (await shop.as('lead')<Sheet & { measures: Sheet['rows'] }>('GET', `/api/engines/${engine}/sheet`))
      .body;
    expect(sheet.measures.filter(({ measure }) => measure === 'preload-turns').map(({ by }) => by)).toEqual(['leaver']);
    await owner('/api/people/leaver', { role: 'builder' });
    expect((await signIn('leaver', '424242')).status).toBe(200);
  });

  test('the last owner stays one; with another there, not', async () => {
    const alone = await owner('/api/people/owner', { role: 'off' });
    expect([alone.status, alone.body.error.code]).toEqual([409, 'person.last-owner']);
    await owner('/api/people', { handle: 'second', name: 'Second', pin: '424242', role: 'owner' });
    expect((await owner('/api/people/second', { role: 'lead' })).status).toBe(200);
  });

  test('nobody is told so, nothing to change too, and only the owner may', async () => {
    expect((await owner('/api/people/nobody', { name: 'No' })).body.error.code).toBe('person.not-found');
    expect((await owner('/api/people/lead', {})).status).toBe(422);
    expect((await owner('/api/people/lead', { role: 'boss' })).body.error.issues[0].path).toBe('role');
    expect((await shop.as('lead')('POST', '/api/people/builder', { role: 'off' })).status).toBe(403);
  });
});

test('failed sign-ins and sign-outs stand among the acts, and the chain holds', async () => {
  await signIn('lead', '000000');
  const { body } = await signIn('lead', TEST_PIN);
  expect((await asker(shop.url, body.token)('DELETE', '/api/session')).status).toBe(204);
  expect((await actsOf('session.refused')).at(-1)).toMatchObject({ by: null, handle: 'lead', from: '127.0.0.1' });
  expect((await actsOf('session.closed')).at(-1)?.by).toBe('lead');
  const { faults, brokenAt } = await checkAudit(shop.context.database);
  expect([faults, brokenAt]).toEqual([[], null]);
});
