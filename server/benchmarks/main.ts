import { createHash } from 'node:crypto';
import { cpSync, existsSync, mkdtempSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { systemClock } from '../clock.js';
import { openShopFolder } from '../open-shop.js';
import { MIGRATIONS_FOLDER, readMigrations } from '../store/migrate.js';
import { startPostgres } from '../virtual-postgres.js';
import { serveBench, type ServedShop } from './bench-shop.js';
import { benchFloor } from './floor.js';
import { fillLargeShop, TAGS } from './large-shop.js';
import { benchBatches, benchSheet, benchSingles } from './long-files.js';
import { benchLobe } from './lobe.js';
import { benchPosting } from './posting.js';
import type { Ratio } from './ratio.js';
import { benchAudit, benchStart } from './starting.js';
import { benchSigning } from './signing.js';
import { benchWaiting } from './waiting.js';

/** `npm run bench`: all but the browser's part. Its ratios go, as JSON, to the file that is named. */

/** A large shop in a data folder of its own: filled once, while neither its filling nor the migrations change. */
async function largeFolder(beside: string): Promise<string> {
  const hash = createHash('sha256').update(readFileSync(fileURLToPath(new URL('./large-shop.js', import.meta.url))));
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

/** What is measured in a large shop that is served, wherever its data lie. */
async function benchLargeShop(shop: ServedShop): Promise<Ratio[]> {
  const client = shop.client();
  const idOf = async (tag: string) =>
    (JSON.parse(await client.ask('GET', `/api/engines?search=${tag}`)) as { engines: { id: string; tag: string }[] }).engines.find((one) => one.tag === tag)!.id; // prettier-ignore
  const [short, long, whole] = [await idOf(TAGS.short), await idOf(TAGS.long), await idOf(TAGS.whole)];
  const floor = shop.client();
  return [
    ...(await benchFloor(shop)),
    await benchWaiting(shop, short, 'A post while the floor is listed, against one while it is not', () =>
      floor.ask('GET', '/api/engines'),
    ),
    ...(await benchSigning(shop, whole, short)),
    await benchSingles(client, long),
    await benchBatches(client, short, 'few'),
    await benchBatches(client, long, 'over 10,000'),
  ];
}

const on = (database: string, ratios: Ratio[]) => ratios.map((one) => ({ ...one, title: `${database}: ${one.title}` }));

const folder = mkdtempSync(join(tmpdir(), 'utex-bench-'));
const ratios: Ratio[] = [benchLobe(), await benchSheet(), await benchPosting()];
try {
  const large = await largeFolder(folder);
  ratios.push(...on('PGlite', [await benchStart(large), await benchAudit(large)]));
  const shop = await serveBench(large);
  ratios.push(...on('PGlite', await benchLargeShop(shop)));
  await shop.close();
  const server = await startPostgres();
  if (typeof server === 'string') console.warn(`Left out on a PostgreSQL server: ${server}`);
  else {
    console.log('Filling the same shop on a PostgreSQL server …');
    const other = await serveBench(join(folder, 'other'), server.url, fillLargeShop);
    ratios.push(...on('PostgreSQL', await benchLargeShop(other)));
    await other.close();
    await server.stop();
  }
} finally {
  rmSync(folder, { recursive: true, force: true });
}
writeFileSync(process.argv[2], JSON.stringify(ratios));
process.exit(0);
