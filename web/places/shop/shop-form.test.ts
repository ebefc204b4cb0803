import { UNSAID, type ChangeShop } from '../../../contracts/shop-data.js';
import { formOfShop, requestOfShop } from './shop-form.js';

const NOW = new Date('2026-12-02T08:00:00');
const SHOP: ChangeShop = { ...UNSAID, name: 'Marram Engine Works', verifyAddress: 'http://shop.test' };
const SAID: ChangeShop = {
  ...SHOP, address: 'The Boathouse\nFenwater', letterhead: 'a'.repeat(64), paper: 'Letter', currency: 'EUR', timeZone: 'Europe/Amsterdam',
  week: ['mon', 'tue'], closed: ['2026-12-25'], units: 'mm', showNames: false, idleMinutes: 20, twoPeople: true,
}; // prettier-ignore

test.each([['nothing but its name', SHOP], ['everything', SAID]])('a shop that has said %s is filed as it was shown', (_what, shop) =>
  expect(requestOfShop(formOfShop(shop), NOW)).toEqual({ ok: true, request: shop }),
); // prettier-ignore

test.each([
  ['name', { name: ' ' }],
  ['verifyAddress', { verifyAddress: 'shop.test' }],
  ['currency', { currency: 'euros' }],
  ['timeZone', { timeZone: 'Mars/Olympus' }],
  ['closed.1', { closed: '2026-12-25 yesterday' }],
  ['idleMinutes', { idleMinutes: 'ten' }],
  ['idleMinutes', { idleMinutes: '0' }],
])('a wrong %s is said at that field', (path, change) => {
  const checked = requestOfShop({ ...formOfShop(SHOP), ...change }, NOW);
  expect(!checked.ok && checked.issues.map((issue) => issue.path)).toContain(path);
});

test('hours, days and the currency are read as a shop writes them', () => {
  const typed = { hours: '7:30 12.00 12:45 16:30', closed: '25 Dec 2026, 26.12.2026; 1 Jan', currency: 'eur' };
  const checked = requestOfShop({ ...formOfShop(SHOP), ...typed }, NOW);
  expect(checked).toMatchObject({
    ok: true,
    request: {
      hours: { from: '07:30', breakFrom: '12:00', breakTo: '12:45', to: '16:30' },
      closed: ['2026-12-25', '2026-12-26', '2027-01-01'],
      currency: 'EUR',
    },
  });
});
