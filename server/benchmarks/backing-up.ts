import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { median, quantile } from 'simple-statistics';
import { backUpShop } from '../backup/back-up-shop.js';
import { plain, type ServedShop } from './bench-shop.js';
import { inMs, times, type Ratio } from './ratio.js';

/** What one post in a hundred may wait while a backup is written, ms. */
const MOST_MS = 100;
const POSTS_BETWEEN = 50;

/** Posts of a bench for as long as a backup of the whole shop takes. */
export async function benchBackup(shop: ServedShop, engineId: string, folder: string): Promise<Ratio> {
  const bench = shop.client();
  const file = join(folder, 'bench.utexbackup');
  let isWritten = false;
  const start = performance.now();
  const asked = { dataFolder: folder, withKeys: false, by: null };
  const writing = backUpShop(shop.context, file, asked).finally(() => (isWritten = true));
  const waited: number[] = [];
  while (!isWritten)
    waited.push(
      ...(await times(POSTS_BETWEEN, (turn) =>
        bench.ask('POST', `/api/engines/${engineId}/readings`, { readings: [plain(turn)] }),
      )),
    );
  const rows = await writing;
  rmSync(file);
  const seconds = ((performance.now() - start) / 1000).toFixed(0);
  const worst = quantile(waited, 0.99);
  return {
    title: `A post while a backup of ${(rows / 1e6).toFixed(1)} million rows is written and read back, against ${MOST_MS} ms`,
    detail: `99 in 100 of ${waited.length} within ${inMs(worst)} ms, half of them within ${inMs(median(waited))}; the backup took ${seconds} s`,
    ratio: worst / MOST_MS,
    asked: { atMost: 1 },
  };
}
