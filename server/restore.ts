import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { restoreShop } from './backup/restore-shop.js';
import { CannotStart } from './cannot-start.js';
import { readConfig } from './config.js';
import { refuseStart } from './refuse-start.js';

/** `npm run restore -- FILE`: a backup into an empty data folder. */
try {
  const [named] = process.argv.slice(2);
  if (!named) throw new CannotStart('Say which file: npm run restore -- FILE');
  const file = resolve(named);
  if (!existsSync(file)) throw new CannotStart(`${file} is not there.`);
  const config = readConfig(process.env);
  const { head, rows } = await restoreShop(file, config);
  console.log(`${head.shopName || 'The shop'} as of ${head.madeAt}, ${rows} rows, is in ${config.dataFolder}.`);
  if (!head.withKeys)
    console.log(
      `Its keys were not in the file: put them into ${config.dataFolder}/keys, or make new ones with npm run new-keys.`,
    );
  process.exit(0);
} catch (error) {
  refuseStart(error);
}
