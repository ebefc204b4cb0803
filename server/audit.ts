import { readConfig } from './config.js';
import { openShopFolder } from './open-shop.js';
import { refuseStart } from './serve.js';
import { checkAudit } from './store/audit-log.js';

/** `npm run audit`: walks the chain of acts and says whether every row is as it was written. */
try {
  const shop = await openShopFolder(readConfig(process.env));
  const { rows, brokenAt } = await checkAudit(shop.context.database);
  await shop.close();
  if (brokenAt === null) console.log(`The audit log holds: ${rows} rows, each chained to the one before.`);
  else console.error(`The audit log is broken at row ${brokenAt} of ${rows}.`);
  process.exit(brokenAt === null ? 0 : 1);
} catch (error) {
  refuseStart(error);
}
