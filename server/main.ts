import { readConfig } from './config.js';
import { openShopFolder } from './open-shop.js';
import { refuseStart } from './refuse-start.js';

/** `npm start`: the shop's own data, empty at first. */
try {
  const config = readConfig(process.env);
  // Read while the database is being opened.
  const serving = import('./serve.js');
  const shop = await openShopFolder(config);
  const address = await (await serving).serve(config, shop);
  console.log(`Utex is open at ${address}`);
} catch (error) {
  refuseStart(error);
}
