import type { EngineFileAnswer } from '../../contracts/engine-file.js';
import { deviationOf, GENERAL_PRACTICE } from '../../core/plan/practice.js';
import { measureOf } from '../../core/plan/measures.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => {
  shop = await openTestShop();
});
afterAll(() => shop.close());

const stems = (id: string, off = 0) =>
  shop.as('builder')<{ saved: { hints: { code: string }[] }[] }>('POST', `/api/engines/${id}/readings`, {
    readings: ['1I', '2I', '3I', '4I', '5I', '6I', '7I', '8I'].map((place, index) => typed('stem-height', place, (1.95 + 0.01 * (index % 3) + (index === 7 ? off : 0)).toFixed(3), 'in')), // prettier-ignore
  });

test('what is usual is learned from the builds that were signed, and told with every engine’s file', async () => {
  const fileOf = async (id: string) => (await shop.as('builder')<EngineFileAnswer>('GET', `/api/engines/${id}/file`)).body; // prettier-ignore
  const open = await openEngine(shop);
  expect((await fileOf(open)).history).toEqual({});
  for (let build = 0; build < 4; build++) {
    const id = await openEngine(shop);
    await stems(id);
    const signed = await shop.as('lead')('POST', `/api/engines/${id}/records`, { missing: 'accepted', reason: 'sold as it is' }); // prettier-ignore
    expect(signed.status).toBe(201);
  }
  const { history } = await fileOf(open);
  // These stems stand as far apart as no catalogue expects: in this shop that is as usual.
  expect(history!['stem-height'].spread).toBeGreaterThan(3 * deviationOf(GENERAL_PRACTICE, measureOf('stem-height')));
  expect(history!['stem-height'].range!.least).toBeCloseTo(1.96 * 25.4, 9);
  const { body } = await stems(open, 0.015);
  expect(body.saved[7].hints.map(({ code }) => code)).not.toContain('differs-from-siblings');
});
