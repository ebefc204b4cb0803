import canonicalize from 'canonicalize';
import type { Bench, Person } from '../../contracts/shop.js';
import type { ChangeShop, ShopData } from '../../contracts/shop-data.js';
import { Failure } from '../failure.js';
import type { Queries } from '../store/database.js';
import { listPeople } from '../store/people-store.js';
import { findPicture } from '../store/picture-store.js';
import { findShop, findShopData, shopDataRow, shopRow } from '../store/shop-store.js';
import type { Context } from './context.js';

/** What a bench must know before anybody has signed in on it. */
export async function benchOf(queries: Queries): Promise<Bench> {
  const { showNames, idleMinutes, units, twoPeople, week, closed } = await findShopData(queries);
  const working = (await listPeople(queries)).flatMap(({ role, ...one }) => (role === 'off' ? [] : [{ ...one, role }]));
  return { people: showNames ? working : null, idleMinutes, units, twoPeople, week, closed };
}

/** All that the shop says about itself. */
export async function shopOf(queries: Queries): Promise<ChangeShop> {
  const { name, verifyAddress } = (await findShop(queries))!;
  return { ...(await findShopData(queries)), name, verifyAddress };
}

/** Writes down what the owner changes about the shop; what it was stays in its history. What changes nothing writes nothing. @throws Failure picture.not-found */
export async function changeShop(
  { audit, clock, database, newId }: Context,
  by: Person,
  asked: ChangeShop,
): Promise<ChangeShop> {
  return audit.exclusively(async () => {
    const now = await shopOf(database);
    const keys = Object.keys(asked) as (keyof ChangeShop)[];
    const parts = keys.filter((key) => canonicalize(asked[key]) !== canonicalize(now[key]));
    if (parts.length === 0) return now;
    if (asked.letterhead !== null && !(await findPicture(database, asked.letterhead)))
      throw new Failure('picture.not-found', [{ path: 'letterhead', message: 'the shop has no such picture' }]);
    const at = clock.now();
    const { name, verifyAddress, ...data } = asked;
    const renamed = parts.includes('name') || parts.includes('verifyAddress');
    const act = {
      at,
      by: by.handle,
      act: 'shop.changed',
      engineId: null,
      body: { parts },
      rows: [
        ...(renamed ? [shopRow(newId(), { name, verifyAddress }, at)] : []),
        shopDataRow(newId(), data satisfies ShopData, at, by.handle),
      ],
    };
    await audit.put(() => act);
    return asked;
  });
}
