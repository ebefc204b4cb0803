import { randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { systemClock, type Clock } from './clock.js';
import type { Config } from './config.js';
import { openKeys } from './record/keys.js';
import type { Context } from './services/context.js';
import { AuditLog } from './store/audit-log.js';
import { lockFolder } from './store/folder-lock.js';
import { migrate } from './store/migrate.js';
import { openPglite } from './store/pglite.js';
import { openPostgres } from './store/postgres.js';

/** Everything that has to be open before the first request, and how to close it again. */
export interface OpenShop {
  context: Context;
  close(): Promise<void>;
}

/**
 * Opens the data folder for this process alone: lock, database, migrations, keys.
 *
 * @throws FolderInUse, BrokenMigrations
 */
export async function openShopFolder(
  config: Pick<Config, 'dataFolder' | 'databaseUrl'>,
  clock: Clock = systemClock,
): Promise<OpenShop> {
  const { dataFolder, databaseUrl } = config;
  mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  const release = await lockFolder(dataFolder);
  try {
    const database = databaseUrl ? await openPostgres(databaseUrl) : await openPglite(join(dataFolder, 'database'));
    await migrate(database);
    const keys = await openKeys(dataFolder, database, clock.now());
    const context: Context = { database, audit: new AuditLog(database), clock, keys, newId: randomUUID };
    return {
      context,
      close: async () => {
        await database.close();
        await release();
      },
    };
  } catch (error) {
    await release();
    throw error;
  }
}
