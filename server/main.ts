import { readConfig } from './config.js';
import { openShopFolder } from './open-shop.js';
import { refuseStart, serve } from './serve.js';

/** `npm start`: the shop's own data, empty at first. */
try {
  const config = readConfig(process.env);
  const shop = await openShopFolder(config);
  const address = await serve(config, shop);
  console.log(`Utex is open at ${address}`);
} catch (error) {
  refuseStart(error);
}
