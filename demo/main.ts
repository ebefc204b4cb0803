import { existsSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { systemClock } from '../server/clock.js';
import { readConfig } from '../server/config.js';
import { openShopFolder } from '../server/open-shop.js';
import { refuseStart } from '../server/refuse-start.js';
import { serve } from '../server/serve.js';
import { findShop } from '../server/store/shop-store.js';
import { buildDemo, DemoClock } from './build-demo.js';
import { DEMO_PEOPLE, DEMO_PIN, DEMO_SHOP } from './people.js';

/** Whether nothing was ever put there: no folder, or an empty one. */
const isEmpty = (folder: string) => !existsSync(folder) || readdirSync(folder).length === 0;

/** `npm run demo`: the demo shop, built on the first start and kept after it. */
try {
  const config = readConfig(process.env);
  const address = `http://${config.host}:${config.port}`;
  if (isEmpty(config.dataFolder)) {
    console.log('Building the demo data …');
    // Built beside and renamed when whole: a demo that was interrupted leaves nothing half made behind.
    const beside = `${config.dataFolder}.new`;
    rmSync(beside, { recursive: true, force: true });
    const clock = new DemoClock(systemClock.now());
    const made = await openShopFolder({ dataFolder: beside, databaseUrl: config.databaseUrl }, clock);
    await buildDemo(made.context, clock, systemClock.now(), address);
    await made.close();
    rmSync(config.dataFolder, { recursive: true, force: true });
    renameSync(beside, config.dataFolder);
  }
  const shop = await openShopFolder(config);
  const name = (await findShop(shop.context.database))?.name;
  const open = await serve(config, shop);
  console.log(`\n${name ?? 'An empty shop'} is open at ${open}`);
  if (name === DEMO_SHOP) {
    console.log(`  handles: ${DEMO_PEOPLE.map((person) => person.handle).join(', ')}`);
    console.log(`  the PIN of each: ${DEMO_PIN}\n`);
  } else
    console.log(
      `  ${config.dataFolder} holds a shop of its own, not the demo: its own handles and PINs count.\n` +
        '  Set UTEX_DATA to another folder for the demo.\n',
    );
} catch (error) {
  refuseStart(error);
}
