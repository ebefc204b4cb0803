import { TRIES } from '../services/sessions.js';
import { sendWith, type Sent } from '../test-requests.js';
import { openTestShop, TEST_PIN, type TestShop } from '../test-shop.js';

/** Somebody on the network who guesses PINs. */

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop(null, { proxies: ['127.0.0.1'] });
});
afterAll(() => shop.close());

const port = () => Number(new URL(shop.url).port);

describe('shuts nobody out by guessing', () => {
  const signIn = (pin: string, address: string, cookie = '') =>
    sendWith(port(), ['POST', '/api/session'], { 'content-type': 'application/json', 'x-forwarded-for': address, ...(cookie ? { cookie } : {}) }, JSON.stringify({ handle: 'builder', pin })); // prettier-ignore
  const deviceOf = ({ headers }: Sent) =>
    (headers['set-cookie'] as string[]).find((one) => one.startsWith('utex_device'))!.split(';')[0];

  test('five wrong PINs from one address stop that address, not the builder at his bench or at another', async () => {
    const device = deviceOf(await signIn(TEST_PIN, '192.0.2.1'));
    for (let turn = 0; turn < TRIES.each; turn++) expect((await signIn('111111', '192.0.2.66')).status).toBe(401);
    expect((await signIn(TEST_PIN, '192.0.2.66')).body.error.code).toBe('session.too-many-tries');
    expect((await signIn(TEST_PIN, '192.0.2.2')).status).toBe(200);
    expect((await signIn(TEST_PIN, '192.0.2.66', device)).status).toBe(200);
  });

  test('guessing from everywhere stops everywhere, but for the devices that the person has used', async () => {
    const device = deviceOf(await signIn(TEST_PIN, '192.0.2.1'));
    for (let turn = 0; turn < TRIES.person; turn++) await signIn('111111', `203.0.113.${turn}`);
    expect((await signIn(TEST_PIN, '192.0.2.9')).body.error.code).toBe('session.too-many-tries');
    expect((await signIn(TEST_PIN, '203.0.113.1', device)).status).toBe(200);
    const other = `utex_device=${'A'.repeat(43)}`;
    expect((await signIn(TEST_PIN, '192.0.2.9', other)).body.error.code).toBe('session.too-many-tries');
  });
});
