import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { median } from 'simple-statistics';
import { systemClock } from '../clock.js';
import { openShopFolder } from '../open-shop.js';
import type { Context } from '../services/context.js';
import { Engines } from '../services/engines.js';
import { openBenchShop, plain, serveBench, type Client } from './bench-shop.js';
import type { Ratio } from './ratio.js';

/** WebAssembly compiles its hot parts while it runs: both sides get there before anything is counted. */
const WARM_UP = 10;
const ROUNDS = 15;
const PER_ROUND = 120;
const BENCHES = 4;

/** A shop with one engine in it. */
async function openEngine(context: Context) {
  const owner = await openBenchShop(context);
  return new Engines(context).open(owner, { tag: 'B-1', title: 'Bench', customer: 'Bench', layout: 'v8' });
}

/**
 * Single readings through HTTP (signed in, checked, judged against their siblings, sealed into the audit chain, shown on
 * the floor), each sent when the one before is answered, against the bare insert of the same row into the same table of
 * a second data folder, with the same syncing. The asking side runs in the same process, so its own work counts too. In
 * turns, so that a machine that slows down slows both. What as many benches as a shop has reach together is said beside.
 */
export async function benchPosting(): Promise<Ratio> {
  const folder = mkdtempSync(join(tmpdir(), 'utex-bench-'));
  const ids: string[] = [];
  const shop = await serveBench(join(folder, 'shop'), null, async (context) =>
    ids.push((await openEngine(context)).id),
  );
  const other = await openShopFolder({ dataFolder: join(folder, 'bare'), databaseUrl: null }, systemClock);
  const twin = await openEngine(other.context);
  const clients = Array.from({ length: BENCHES }, () => shop.client());
  const path = `/api/engines/${ids[0]}/readings`;

  /** Readings a second over some connections, each of which waits for its answer before it sends the next. */
  const post = async (benches: Client[]): Promise<number> => {
    let left = PER_ROUND;
    const start = performance.now();
    await Promise.all(
      benches.map(async (bench) => {
        while (left > 0) await bench.ask('POST', path, { readings: [plain(left--)] });
      }),
    );
    return (PER_ROUND * 1000) / (performance.now() - start);
  };
  const insert = async (): Promise<number> => {
    const start = performance.now();
    for (let turn = 0; turn < PER_ROUND; turn++) {
      const { measure, place, entered, unit } = plain(turn);
      await other.context.database.query(
        `insert into readings (id, engine_id, measure, place, entered, unit, value, taken_at, received_at, taken_by, how)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $8, $9, $10)`,
        [randomUUID(), twin.id, measure, place, entered, unit, 0.625, new Date(), 'owner', 'keyed'],
      );
    }
    return (PER_ROUND * 1000) / (performance.now() - start);
  };

  try {
    const rounds: { many: number; one: number; bare: number }[] = [];
    for (let round = -WARM_UP; round < ROUNDS; round++) {
      const taken = { many: await post(clients), one: await post(clients.slice(0, 1)), bare: await insert() };
      if (round >= 0) rounds.push(taken);
    }
    const rate = (of: keyof (typeof rounds)[number]) => median(rounds.map((round) => round[of])).toFixed(0);
    const together = median(rounds.map(({ many, bare }) => many / bare)).toFixed(2);
    return {
      title: 'One client posts reading after reading, against bare inserts of the same row, both synced',
      detail: `${rate('one')} a second against ${rate('bare')}; ${BENCHES} benches at once ${rate('many')}, ratio ${together}`,
      ratio: median(rounds.map(({ one, bare }) => one / bare)),
      asked: { atLeast: 0.6 },
    };
  } finally {
    await other.close();
    await shop.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
