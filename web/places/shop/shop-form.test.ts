import { UNSAID, type ChangeShop } from '../../../contracts/shop-data.js';
import { formOfShop, requestOfShop } from './shop-form.js';

const SHOP: ChangeShop = { ...UNSAID, name: 'Marram Engine Works', verifyAddress: 'http://shop.test' };
const SAID: ChangeShop = {
  ...SHOP, address: 'The Boathouse\nFenwater', letterhead: 'a'.repeat(64), paper: 'Letter', currency: 'EUR', timeZone: 'Europe/Amsterdam',
  week: ['mon', 'tue'], closed: ['2026-12-25'], units: 'mm', showNames: false, idleMinutes: 20, twoPeople: true,
}; // prettier-ignore

test.each([['nothing but its name', SHOP], ['everything', SAID]])('a shop that has said %s is filed as it was shown', (_what, shop) =>
  expect(requestOfShop(formOfShop(shop))).toEqual({ ok: true, request: shop }),
); // prettier-ignore

test.each([
  ['name', { name: ' ' }],
  ['verifyAddress', { verifyAddress: 'shop.test' }],
  ['currency', { currency: 'euro' }],
  ['timeZone', { timeZone: 'Mars/Olympus' }],
  ['closed.1', { closed: '2026-12-25 25.12.2026' }],
  ['idleMinutes', { idleMinutes: 'ten' }],
  ['idleMinutes', { idleMinutes: '0' }],
])('a wrong %s is said at that field', (path, change) => {
  const checked = requestOfShop({ ...formOfShop(SHOP), ...change });
  expect(!checked.ok && checked.issues.map((issue) => issue.path)).toContain(path);
});
