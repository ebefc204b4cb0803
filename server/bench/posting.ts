import { randomUUID } from 'node:crypto';
import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { buildApp } from '../app.js';
import { systemClock } from '../clock.js';
import { openShopFolder } from '../open-shop.js';
import type { Context } from '../services/context.js';
import { Engines } from '../services/engines.js';
import { openShop } from '../services/people.js';
import { Sessions } from '../services/sessions.js';
import type { BenchClientData, BenchTask } from './bench-client.js';
import type { Ratio } from './ratio.js';

/** WebAssembly compiles its hot parts while it runs: both sides get there before anything is counted. */
const WARM_UP = 8;
const ROUNDS = 9;
const PER_ROUND = 120;
const BENCHES = 4;
const PIN = '246810';
const PLACES = ['1I', '1E', '2I', '2E', '3I', '3E', '4I', '4E'];

const middle = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1];

/** A shop with one engine in it. */
async function openBench(context: Context) {
  const owner = await openShop(context, {
    shopName: 'Bench',
    verifyAddress: 'http://bench.test',
    owner: { handle: 'owner', name: 'Bench', pin: PIN },
  });
  return new Engines(context).open(owner, { tag: 'B-1', title: 'Bench', customer: 'Bench', layout: 'v8' });
}

/**
 * Single readings through HTTP (signed in, checked, judged against their siblings, sealed into the audit chain), each
 * sent when the one before is answered, against the bare insert of the same row into the same table of a second data
 * folder, with the same syncing. In turns, so that a machine that slows down slows both. What as many benches as a
 * shop has reach together, typing at once, is said beside it.
 */
export async function benchPosting(): Promise<Ratio> {
  const folder = mkdtempSync(join(tmpdir(), 'utex-bench-'));
  const shop = await openShopFolder({ dataFolder: join(folder, 'shop'), databaseUrl: null }, systemClock);
  const other = await openShopFolder({ dataFolder: join(folder, 'bare'), databaseUrl: null }, systemClock);
  const engine = await openBench(shop.context);
  const twin = await openBench(other.context);
  const { token } = await new Sessions(shop.context).open('owner', PIN);
  const app = await buildApp({ context: shop.context, dataFolder: folder, version: 'bench' });
  const { port } = new URL(await app.listen({ port: 0, host: '127.0.0.1' }));
  const data: BenchClientData = {
    port: Number(port),
    path: `/api/engines/${engine.id}/readings`,
    token,
    places: PLACES,
  };
  const client = new Worker(new URL('./bench-client.js', import.meta.url), { workerData: data });

  const post = async (connections: number): Promise<number> => {
    client.postMessage({ readings: PER_ROUND, connections } satisfies BenchTask);
    const [perSecond] = (await once(client, 'message')) as [number];
    return perSecond;
  };
  const insert = async (): Promise<number> => {
    const start = performance.now();
    for (let turn = 0; turn < PER_ROUND; turn++)
      await other.context.database.query(
        `insert into readings (id, engine_id, measure, place, entered, unit, value, taken_at, taken_by, how)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10)`,
        [
          randomUUID(), twin.id, 'preload-turns', PLACES[turn % PLACES.length], '0.5', 'turn', 0.5, new Date(), 'owner',
          'keyed',
        ], // prettier-ignore
      );
    return (PER_ROUND * 1000) / (performance.now() - start);
  };

  try {
    const rounds: { many: number; one: number; bare: number }[] = [];
    for (let round = -WARM_UP; round < ROUNDS; round++) {
      const taken = { many: await post(BENCHES), one: await post(1), bare: await insert() };
      if (round >= 0) rounds.push(taken);
    }
    const rate = (of: keyof (typeof rounds)[number]) => middle(rounds.map((round) => round[of])).toFixed(0);
    const together = middle(rounds.map(({ many, bare }) => many / bare)).toFixed(2);
    return {
      title: 'Posting one reading after the other through HTTP, against bare inserts of the same row, both synced',
      detail:
        `${rate('one')} a second against ${rate('bare')}; ` +
        `${BENCHES} benches typing at once: ${rate('many')}, ratio ${together}`,
      ratio: middle(rounds.map(({ one, bare }) => one / bare)),
      atLeast: 0.4,
    };
  } finally {
    await client.terminate();
    await app.close();
    await other.close();
    await shop.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
