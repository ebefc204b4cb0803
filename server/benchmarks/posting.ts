import { median } from 'simple-statistics';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildApp } from '../app.js';
import { systemClock } from '../clock.js';
import { openShopFolder } from '../open-shop.js';
import type { Context } from '../services/context.js';
import { Engines } from '../services/engines.js';
import { openShop } from '../services/people.js';
import { Sessions } from '../services/sessions.js';
import type { Ratio } from './ratio.js';

/** WebAssembly compiles its hot parts while it runs: both sides get there before anything is counted. */
const WARM_UP = 8;
const ROUNDS = 15;
const PER_ROUND = 120;
const BENCHES = 4;
const PIN = '246810';
const PLACES = ['1I', '1E', '2I', '2E', '3I', '3E', '4I', '4E'];

/** A shop with one engine in it. */
async function openBench(context: Context) {
  const owner = await openShop(context, {
    shopName: 'Bench',
    verifyAddress: 'http://bench.test',
    owner: { handle: 'owner', name: 'Bench', pin: PIN },
  });
  return new Engines(context).open(owner, { tag: 'B-1', title: 'Bench', customer: 'Bench', layout: 'v8' });
}

/** One reading, as a screen sends it. */
function postOne(agent: Agent, url: string, token: string, place: string): Promise<void> {
  const reading = { id: randomUUID(), measure: 'preload-turns', place, entered: '0.5', unit: 'turn' };
  const text = JSON.stringify({ readings: [reading] });
  const headers = {
    'content-type': 'application/json',
    'content-length': Buffer.byteLength(text),
    authorization: `Bearer ${token}`,
  };
  return new Promise((resolve, reject) => {
    const asked = request(url, { agent, method: 'POST', headers }, (answer) => {
      answer.resume();
      answer.on('end', () => (answer.statusCode === 200 ? resolve() : reject(new Error(String(answer.statusCode)))));
    });
    asked.on('error', reject);
    asked.end(text);
  });
}

/**
 * Single readings through HTTP (signed in, checked, judged against their siblings, sealed into the audit chain), each
 * sent when the one before is answered, against the bare insert of the same row into the same table of a second data
 * folder, with the same syncing. The asking side runs in the same process, so its own work counts too. In turns, so that
 * a machine that slows down slows both. What as many benches as a shop has reach together is said beside it.
 */
export async function benchPosting(): Promise<Ratio> {
  const folder = mkdtempSync(join(tmpdir(), 'utex-bench-'));
  const shop = await openShopFolder({ dataFolder: join(folder, 'shop'), databaseUrl: null }, systemClock);
  const other = await openShopFolder({ dataFolder: join(folder, 'bare'), databaseUrl: null }, systemClock);
  const engine = await openBench(shop.context);
  const twin = await openBench(other.context);
  const { token } = await new Sessions(shop.context).open('owner', PIN, { address: '127.0.0.1', device: null });
  const app = await buildApp({ context: shop.context, dataFolder: folder, version: 'bench' });
  const url = `${await app.listen({ port: 0, host: '127.0.0.1' })}/api/engines/${engine.id}/readings`;
  const agent = new Agent({ keepAlive: true });

  /** Readings a second over some connections, each of which waits for its answer before it sends the next. */
  const post = async (connections: number): Promise<number> => {
    let left = PER_ROUND;
    const bench = async () => {
      while (left > 0) await postOne(agent, url, token, PLACES[left-- % PLACES.length]);
    };
    const start = performance.now();
    await Promise.all(Array.from({ length: connections }, bench));
    return (PER_ROUND * 1000) / (performance.now() - start);
  };
  const insert = async (): Promise<number> => {
    const start = performance.now();
    for (let turn = 0; turn < PER_ROUND; turn++)
      await other.context.database.query(
        `insert into readings (id, engine_id, measure, place, entered, unit, value, taken_at, received_at, taken_by, how)
         values ($1, $2, $3, $4, $5, $6, $7, $8, $8, $9, $10)`,
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
    const rate = (of: keyof (typeof rounds)[number]) => median(rounds.map((round) => round[of])).toFixed(0);
    const together = median(rounds.map(({ many, bare }) => many / bare)).toFixed(2);
    return {
      title: 'Posting one reading after the other through HTTP, against bare inserts of the same row, both synced',
      detail:
        `${rate('one')} a second against ${rate('bare')}; ` +
        `${BENCHES} benches typing at once: ${rate('many')}, ratio ${together}`,
      ratio: median(rounds.map(({ one, bare }) => one / bare)),
      atLeast: 0.4,
    };
  } finally {
    agent.destroy();
    await app.close();
    await other.close();
    await shop.close();
    rmSync(folder, { recursive: true, force: true });
  }
}
