import type { Bench } from '../../contracts/shop.js';
import type { ChangeShop } from '../../contracts/shop-data.js';
import { SESSION_MS, TRIES } from '../services/sessions.js';
import { WINDOW_MS } from '../services/tries.js';
import { asker, openEngine, openTestShop, TEST_PIN, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const signIn = (handle: string, pin: string) =>
  shop.as('stranger')<{ token: string; person: { role: string } }>('POST', '/api/session', { handle, pin });

describe('signing in', () => {
  test('handle and PIN give a token that works as bearer and as an HttpOnly cookie', async () => {
    const { status, body, headers } = await signIn('builder', TEST_PIN);
    expect(status).toBe(200);
    expect(body.person).toEqual({ handle: 'builder', name: 'The builder', role: 'builder' });
    expect(headers.get('set-cookie')).toMatch(/utex_session=.+HttpOnly.+SameSite=Strict/i);
    expect((await asker(shop.url, body.token)('GET', '/api/engines')).status).toBe(200);
    const byCookie = await fetch(`${shop.url}/api/engines`, { headers: { cookie: `utex_session=${body.token}` } });
    expect(byCookie.status).toBe(200);
  });

  test('a PIN is kept only as a salted scrypt hash', async () => {
    const rows = await shop.context.database.query<{ pin_hash: string }>('select pin_hash from people_history');
    expect(new Set(rows.map((row) => row.pin_hash)).size).toBe(rows.length);
    for (const row of rows) expect(row.pin_hash).toMatch(/^scrypt\$[\w-]{22}\$[\w-]{43}$/);
  });

  test('an unknown handle and a wrong PIN are answered alike', async () => {
    const wrong = await signIn('builder', '000000');
    const unknown = await signIn('nobody', '000000');
    expect(wrong.status).toBe(401);
    expect(unknown.body).toEqual(wrong.body);
  });

  test('after five wrong PINs even the right one waits ten minutes', async () => {
    for (let turn = 0; turn < TRIES.each; turn++) expect((await signIn('apprentice', '111111')).status).toBe(401);
    const locked = await signIn('apprentice', TEST_PIN);
    expect([locked.status, locked.body.error.code]).toEqual([429, 'session.too-many-tries']);
    shop.clock.at = new Date(shop.clock.at.getTime() + WINDOW_MS);
    expect((await signIn('apprentice', TEST_PIN)).status).toBe(200);
  });

  test('guesses sent at the same time are counted too', async () => {
    const answers = await Promise.all(Array.from({ length: 12 }, () => signIn('lead', '999999')));
    expect(answers.filter((answer) => answer.status === 401)).toHaveLength(TRIES.each);
    shop.clock.at = new Date(shop.clock.at.getTime() + WINDOW_MS);
  });

  test('signing out ends the session', async () => {
    const { body } = await signIn('builder', TEST_PIN);
    const mine = asker(shop.url, body.token);
    expect((await mine('DELETE', '/api/session')).status).toBe(204);
    expect((await mine('GET', '/api/engines')).body.error.code).toBe('session.missing');
  });

  test('a session ends by itself after a shift', async () => {
    const { body } = await signIn('builder', TEST_PIN);
    const mine = asker(shop.url, body.token);
    const before = shop.clock.at;
    shop.clock.at = new Date(before.getTime() + SESSION_MS - 1000);
    expect((await mine('GET', '/api/engines')).status).toBe(200);
    shop.clock.at = new Date(before.getTime() + SESSION_MS + 1000);
    expect((await mine('GET', '/api/engines')).status).toBe(401);
    shop.clock.at = before;
  });
});

describe('who may do what is decided on the server', () => {
  const engine = { tag: 'R-1', title: 'Petrel H8', customer: 'Fenwater Racing', layout: 'v8' };
  const person = { handle: 'second', name: 'A second', pin: TEST_PIN, role: 'builder' };

  test.each([
    ['a stranger', 'stranger', 'GET', '/api/engines', undefined, 401],
    ['a stranger', 'stranger', 'GET', '/api/layouts', undefined, 401],
    ['an apprentice', 'apprentice', 'POST', '/api/engines', engine, 403],
    ['a builder', 'builder', 'POST', '/api/people', person, 403],
    ['a lead', 'lead', 'POST', '/api/people', person, 403],
  ] as const)('%s is refused: %s %s %s', async (_who, role, method, path, body, status) => {
    expect((await shop.as(role)(method, path, body)).status).toBe(status);
  });

  test('an apprentice looks on and takes no reading; a builder signs nothing', async () => {
    const id = await openEngine(shop);
    const readings = { readings: [typed('preload-turns', '1I', '0.5', 'turn')] };
    expect((await shop.as('apprentice')('GET', `/api/engines/${id}/sheet`)).status).toBe(200);
    expect((await shop.as('apprentice')('POST', `/api/engines/${id}/readings`, readings)).status).toBe(403);
    expect((await shop.as('builder')('POST', `/api/engines/${id}/records`, {})).status).toBe(403);
  });

  test('the owner brings somebody in once; a bad PIN and a taken handle are named', async () => {
    const owner = shop.as('owner');
    expect((await owner('POST', '/api/people', person)).status).toBe(201);
    // The same person sent twice, as a bad connection does, is one; a handle that is somebody else's is taken.
    expect((await owner('POST', '/api/people', person)).status).toBe(201);
    const twice = await owner('POST', '/api/people', { ...person, name: 'Somebody else' });
    expect([twice.status, twice.body.error.issues[0].path]).toEqual([409, 'handle']);
    const bad = await owner('POST', '/api/people', { ...person, handle: 'third', pin: '12' });
    expect(bad.body.error).toMatchObject({
      code: 'request.invalid',
      issues: [{ path: 'pin', message: '6 to 12 digits' }],
    });
  });

  test('a shop has one first visit', async () => {
    const again = await shop.as('stranger')('POST', '/api/shop', {
      shopName: 'Another', verifyAddress: 'http://x.test', owner: { handle: 'me', name: 'Me', pin: TEST_PIN },
    }); // prettier-ignore
    expect([again.status, again.body.error.code]).toEqual([409, 'shop.already-open']);
  });
});

describe('what the shop says about itself', () => {
  type Said = ChangeShop;
  const said = async () => (await shop.as('builder')<Said>('GET', '/api/shop/data')).body;
  const file = async (change: Partial<Said>) => shop.as('owner')<Said>('POST', '/api/shop/data', { ...(await said()), ...change }); // prettier-ignore
  const bench = async () => (await shop.as('stranger')<{ name: string; bench: Bench }>('GET', '/api/shop')).body;

  test('is nothing until it is said, and nothing is guessed', async () => {
    expect(await said()).toMatchObject({ address: '', currency: null, timeZone: null, week: null, idleMinutes: null });
  });

  test('is changed by the owner: a new name stands from then on, and the log tells which parts', async () => {
    const { status, body } = await file({ name: 'Marram & Daughter', currency: 'EUR', week: ['mon', 'tue'] });
    expect([status, body.name]).toEqual([200, 'Marram & Daughter']);
    expect((await bench()).name).toBe('Marram & Daughter');
    const [act] = await shop.context.database.query<{ body: string }>(`select body from audit where act = 'shop.changed' order by seq desc limit 1`); // prettier-ignore
    expect(JSON.parse(act.body).parts.sort()).toEqual(['currency', 'name', 'week']);
    // The same again is no change.
    await file({});
    const acts = await shop.context.database.query(`select 1 from audit where act = 'shop.changed'`);
    expect(acts).toHaveLength(1);
    expect((await shop.as('lead')('POST', '/api/shop/data', await said())).status).toBe(403);
  });

  test('with a day, a zone or minutes that cannot be names the field', async () => {
    for (const [field, value] of [
      ['timeZone', 'Mars/Olympus'],
      ['idleMinutes', 0],
      ['currency', 'euro'],
      ['letterhead', 'x'],
    ] as const) {
      // prettier-ignore
      const { status, body } = await file({ [field]: value });
      expect([status, body.error.issues[0].path]).toEqual([422, field]);
    }
  });

  test('with a picture at its head that was never taken in is refused', async () => {
    const { status, body } = await file({ letterhead: 'a'.repeat(64) });
    expect([status, body.error.issues[0].path]).toEqual([404, 'letterhead']);
  });

  test('the names stand where one signs in, unless the owner has them hidden', async () => {
    expect((await bench()).bench.people!.map(({ handle }) => handle)).toContain('builder');
    await file({ showNames: false });
    expect((await bench()).bench.people).toBeNull();
    await file({ showNames: true });
  });

  test('who measured or accepted something does not sign it, where the shop asks for two people', async () => {
    const id = await openEngine(shop, { layout: 'single', specSet: 'shop-solid' });
    await shop.as('lead')('POST', `/api/engines/${id}/readings`, { readings: [typed('crank-end-play', 'engine', '0.006', 'in')] }); // prettier-ignore
    await file({ twoPeople: true });
    const sign = (who: 'lead' | 'owner') => shop.as(who)('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'As it stands' }); // prettier-ignore
    const alone = await sign('lead');
    expect([alone.status, alone.body.error.code]).toEqual([403, 'record.second-person']);
    expect((await sign('owner')).status).toBe(201);
    await file({ twoPeople: false });
    expect((await sign('lead')).status).toBe(201);
  });
});

describe('the server’s manners', () => {
  test('health says what it stands on', async () => {
    expect((await shop.as('stranger')('GET', '/api/health')).body).toEqual({
      ok: true, version: 'test', database: 'pglite', dataFolder: 'writable',
    }); // prettier-ignore
  });

  test('a body over 1 MB is refused before it is read', async () => {
    const answer = await shop.as('builder')('POST', '/api/calc/judge', { value: 'x'.repeat(1024 * 1024) });
    expect([answer.status, answer.body.error.code]).toEqual([413, 'request.too-large']);
  });

  test('security headers stand on every answer, and no error shows a stack', async () => {
    const broken = await fetch(`${shop.url}/api/session`, {
      method: 'POST', headers: { 'content-type': 'application/json' }, body: '{"handle":',
    }); // prettier-ignore
    const text = await broken.text();
    expect([broken.status, JSON.parse(text).error.code]).toEqual([400, 'request.malformed']);
    expect(text).not.toMatch(/\bat .*\.(ts|js):|node_modules/);
    expect(broken.headers.get('content-security-policy')).toContain("default-src 'self'");
    expect(broken.headers.get('x-content-type-options')).toBe('nosniff');
  });

  test('what is nowhere is 404 in the one error shape', async () => {
    const nowhere = await shop.as('stranger')('GET', '/api/nowhere');
    expect(nowhere.body.error).toEqual({ code: 'route.not-found', message: expect.any(String), issues: [] });
    for (const id of ['nonsense', '00000000-0000-4000-8000-000000000000'])
      expect((await shop.as('owner')('GET', `/api/engines/${id}`)).status).toBe(404);
  });
});
