import { readConfig } from './config.js';
import { openShopFolder } from './open-shop.js';
import { refuseStart } from './refuse-start.js';

/** `npm run new-keys`: the owner's own act, where the shop's keys are lost or must be trusted no more. */
try {
  const config = readConfig(process.env);
  const shop = await openShopFolder({ ...config, make: false, newKeys: true });
  await shop.close();
  console.log('The shop has new keys, and signs with them from now on. What it signed before stays valid.');
  console.log(`Keep a copy of ${config.dataFolder}/keys where the server is not.`);
  process.exit(0);
} catch (error) {
  refuseStart(error);
}
