import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { systemClock } from '../clock.js';
import { openShopFolder } from '../open-shop.js';
import { projectRoot } from '../project-root.js';
import { MIGRATIONS_FOLDER, readMigrations } from '../store/migrate.js';
import { startPostgres } from '../virtual-postgres.js';
import { benchBackup } from './backing-up.js';
import { serveBench, type ServedShop } from './bench-shop.js';
import { benchFloor } from './floor.js';
import { fillLargeShop, TAGS } from './large-shop.js';
import { benchBatches, benchSheet, benchSingles } from './long-files.js';
import { benchLobe } from './lobe.js';
import { benchPistonValve } from './piston-valve.js';
import { benchPosting } from './posting.js';
import type { Ratio } from './ratio.js';
import { benchAudit, benchStart } from './starting.js';
import { benchSigning } from './signing.js';
import { benchFewestStops } from './fewest-stops.js';
import { benchSweepFit } from './sweep-fit.js';
import { benchWaiting } from './waiting.js';

/** `npm run bench`: all but the browser's part. Its ratios go, as JSON, to the file that is named. */

/** A large shop in a data folder of its own: filled once, while neither its filling nor the migrations change. */
async function largeFolder(beside: string): Promise<string> {
  const hash = createHash('sha256').update(readFileSync(join(projectRoot(), 'server/benchmarks/large-shop.ts')));
  for (const { sha256 } of readMigrations(MIGRATIONS_FOLDER)) hash.update(sha256);
  const made = join(tmpdir(), `utex-large-shop-${hash.digest('hex').slice(0, 16)}`);
  if (!existsSync(made)) {
    console.log('Filling a shop with 10,000 engines and 2 million readings: some minutes, once …');
    const filling = mkdtempSync(join(tmpdir(), 'utex-large-shop-'));
    const shop = await openShopFolder({ dataFolder: filling, databaseUrl: null }, systemClock);
    await fillLargeShop(shop.context);
    await shop.close();
    renameSync(filling, made);
  }
  const copy = join(beside, 'large');
  cpSync(made, copy, { recursive: true });
  return copy;
}

/** Each as it is found: the whole takes a quarter of an hour. */
const ratios: Ratio[] = [];
function add(...found: Ratio[]): void {
  ratios.push(...found);
  for (const { title, detail, ratio } of found) console.log(`${ratio.toFixed(2).padStart(6)}  ${title}: ${detail}`);
}

/** What is measured in a large shop that is served, wherever its data lie. */
async function benchLargeShop(shop: ServedShop, database: string): Promise<void> {
  const client = shop.client();
  const idOf = async (tag: string) =>
    (JSON.parse(await client.ask('GET', `/api/engines?search=${tag}`)) as { engines: { id: string; tag: string }[] }).engines.find((one) => one.tag === tag)!.id; // prettier-ignore
  const [short, long, whole] = [await idOf(TAGS.short), await idOf(TAGS.long), await idOf(TAGS.whole)];
  const floor = shop.client();
  const on = (found: Ratio[]) => add(...found.map((one) => ({ ...one, title: `${database}: ${one.title}` })));
  on(await benchFloor(shop));
  const listed = 'A post while the floor is listed, against one while it is not';
  on([await benchWaiting(shop, short, listed, () => floor.ask('GET', '/api/engines'))]);
  on(await benchSigning(shop, whole, short));
  on([await benchSingles(client, long)]);
  on([await benchBatches(client, short, 'few')]);
  on([await benchBatches(client, long, 'over 10,000')]);
  on([await benchBackup(shop, short, folder)]);
}

const folder = mkdtempSync(join(tmpdir(), 'utex-bench-'));
try {
  add(
    benchLobe(),
    ...benchPistonValve(),
    await benchSweepFit(),
    await benchFewestStops(),
    await benchSheet(),
    await benchPosting(),
  );
  const large = await largeFolder(folder);
  add(await benchStart(large));
  const shop = await serveBench(large);
  await benchLargeShop(shop, 'PGlite');
  await shop.close();
  add(await benchAudit(large));
  const server = await startPostgres();
  if (typeof server === 'string') console.warn(`Left out on a PostgreSQL server: ${server}`);
  else {
    console.log('Filling the same shop on a PostgreSQL server …');
    const other = await serveBench(join(folder, 'other'), server.url, fillLargeShop);
    await benchLargeShop(other, 'PostgreSQL');
    await other.close();
    await server.stop();
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
writeFileSync(process.argv[2], JSON.stringify(ratios));
process.exit(0);
