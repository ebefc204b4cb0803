import { join } from 'node:path';
import type { Config } from '../config.js';
import type { Database } from './database.js';
import { openPglite } from './pglite.js';

/** The database of a shop, wherever its data lie, as it is found. @throws CannotStart */
export async function openStore({
  dataFolder,
  databaseUrl,
}: Pick<Config, 'dataFolder' | 'databaseUrl'>): Promise<Database> {
  // Only a shop that has outgrown its folder needs what speaks to a server.
  return databaseUrl
    ? (await import('./postgres.js')).openPostgres(databaseUrl)
    : openPglite(join(dataFolder, 'database'));
}
