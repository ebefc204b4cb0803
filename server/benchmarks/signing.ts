import { randomUUID } from 'node:crypto';
import { median } from 'simple-statistics';
import { coveredBy } from '../store/record-store.js';
import type { ServedShop } from './bench-shop.js';
import { inMs, times, type Ratio } from './ratio.js';
import { benchWaiting } from './waiting.js';

/** What signing a whole V8 may take, ms. */
const SIGNING_MS = 1500;
const ROUNDS = 30;

/** Signing a whole V8 over and over, and what a bench at another engine notices of it. */
export async function benchSigning(shop: ServedShop, whole: string, other: string): Promise<Ratio[]> {
  const lead = shop.client();
  const sign = () =>
    lead.ask('POST', `/api/engines/${whole}/records`, { id: randomUUID(), missing: 'accepted', reason: 'Not asked for' }); // prettier-ignore
  await sign();
  const { otherMs, ...waiting } = await benchWaiting(
    shop,
    other,
    'A post while a V8 with 400 readings is signed, against one while nothing is',
    sign,
  );
  const { database } = shop.context;
  const covered = median(await times(ROUNDS, () => coveredBy(database, whole)));
  const one = median(await times(ROUNDS, () => database.query('select 1')));
  return [
    waiting,
    {
      title: `Signing it, while somebody posts without a pause, against ${SIGNING_MS} ms`,
      detail: `${inMs(otherMs)} ms`,
      ratio: otherMs / SIGNING_MS,
      asked: { atMost: 1 },
    },
    {
      title: 'How far a record covers its engine, among all readings of the shop, against the shortest query there is',
      detail: `${inMs(covered)} ms against ${inMs(one)} ms`,
      ratio: covered / one,
      asked: { atMost: 10 },
    },
  ];
}
