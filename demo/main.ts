import { existsSync, renameSync, rmSync } from 'node:fs';
import { systemClock } from '../server/clock.js';
import { readConfig } from '../server/config.js';
import { openShopFolder } from '../server/open-shop.js';
import { refuseStart, serve } from '../server/serve.js';
import { buildDemo, DemoClock } from './build-demo.js';
import { DEMO_PEOPLE, DEMO_PIN } from './people.js';

/** `npm run demo`: the demo shop, built on the first start and kept after it. */
try {
  const config = readConfig(process.env);
  const address = `http://${config.host}:${config.port}`;
  if (!existsSync(config.dataFolder)) {
    console.log('Building the demo data …');
    // Built beside and renamed when whole: a demo that was interrupted leaves nothing half made behind.
    const beside = `${config.dataFolder}.new`;
    rmSync(beside, { recursive: true, force: true });
    const clock = new DemoClock(systemClock.now());
    const made = await openShopFolder({ dataFolder: beside, databaseUrl: config.databaseUrl }, clock);
    await buildDemo(made.context, clock, systemClock.now(), address);
    await made.close();
    renameSync(beside, config.dataFolder);
  }
  const shop = await openShopFolder(config);
  const open = await serve(config, shop);
  console.log(`\nMarram Engine Works is open at ${open}`);
  console.log(`  handles: ${DEMO_PEOPLE.map((person) => person.handle).join(', ')}`);
  console.log(`  the PIN of each: ${DEMO_PIN}\n`);
} catch (error) {
  refuseStart(error);
}
