import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { CannotStart, opening } from './cannot-start.js';
import { systemClock, type Clock } from './clock.js';
import type { Config } from './config.js';
import { keyIdsOf, listPublished, makeKeys, publishedRows, readKeys, type SigningKeys } from './record/keys.js';
import type { Context } from './services/context.js';
import { AuditLog } from './store/audit-log.js';
import type { Database } from './store/database.js';
import { Disk } from './store/disk.js';
import {
  clearBegun,
  DamagedFolder,
  inspectFolder,
  mendEmptyFolders,
  writeManifest,
  type Found,
} from './store/folder.js';
import { lockFolder } from './store/folder-lock.js';
import { migrate } from './store/migrate.js';
import { openPglite } from './store/pglite.js';
import { openPostgres } from './store/postgres.js';
import { sealHistory } from './store/seal-history.js';
import { Workers } from './work/workers.js';

/** Everything that has to be open before the first request, and how to close it again. */
export interface OpenShop {
  context: Context;
  close(): Promise<void>;
}

interface Opening extends Pick<Config, 'dataFolder' | 'databaseUrl'> {
  /** Whether a folder that is not there is made. */
  make?: boolean;
  /** Whether the shop gets new keys, as its owner asked. */
  newKeys?: boolean;
}

/** Refuses a disk that takes nothing before anything on it is opened. @throws CannotStart */
function checkDisk(folder: string): void {
  const state = new Disk(folder).check();
  if (state === 'full') throw new CannotStart(`The disk of the data folder ${folder} is full: 64 MB must be free.`);
  if (state !== 'writable') throw new CannotStart(`The data folder ${folder} cannot be written to.`);
}

/** Holds what the folder says of itself against its database and its keys. @throws DamagedFolder */
function checkManifest(folder: string, found: Found, shopId: string, keys: SigningKeys, mayBeNew: boolean): void {
  if (typeof found === 'string') return;
  if (found.shopId !== shopId)
    throw new DamagedFolder(
      `The database of ${folder} is that of another shop than its utex.json says. Put the two together again.`,
    );
  const ids = keyIdsOf(keys);
  if (!mayBeNew && (found.keys?.record !== ids.record || found.keys.pdf !== ids.pdf))
    throw new DamagedFolder(
      `The keys in ${folder} are those of another shop than its utex.json says. Put the right ones back.`,
    );
}

/** The keys of the shop, published: with whatever it says of them in the log. @throws CannotStart */
async function openKeys(
  { dataFolder, newKeys = false }: Opening,
  database: Database,
  audit: AuditLog,
  found: Found,
  now: Date,
): Promise<SigningKeys> {
  if (newKeys || found === 'new') makeKeys(dataFolder, now);
  const keys = await readKeys(dataFolder);
  const rows = publishedRows(keys, now);
  const { records } = await listPublished(database);
  if (records.some(({ kid }) => kid === keyIdsOf(keys).record)) return keys;
  if (found === 'without-manifest' && records.length > 0 && !newKeys)
    throw new DamagedFolder(
      `The keys in ${dataFolder} are not those that this shop ever signed with. Put the right ones back.`,
    );
  const body = { keys: keyIdsOf(keys) };
  await audit.record({ at: now, by: null, act: 'keys.published', engineId: null, body, rows });
  return keys;
}

/**
 * Opens the data folder for this process alone: lock, database, migrations, keys. What does not fit is refused and left
 * as it is.
 *
 * @throws CannotStart in one sentence, with the mend
 */
export async function openShopFolder(asked: Opening, clock: Clock = systemClock): Promise<OpenShop> {
  const { dataFolder, databaseUrl, make = true, newKeys } = asked;
  const kind = databaseUrl ? 'server' : 'folder';
  const looked = inspectFolder(dataFolder, kind, newKeys);
  if (!make && (looked === 'new' || looked === 'begun'))
    throw new CannotStart(`There is no shop in ${dataFolder}. Set UTEX_DATA to its folder.`);
  opening(`The data folder ${dataFolder}`, () => {
    if (!existsSync(dataFolder)) mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  });
  checkDisk(dataFolder);
  const release = await lockFolder(dataFolder);
  const workers = new Workers();
  let database: Database | undefined;
  try {
    // Looked at again: another process may have worked in it until the lock was free.
    let found = inspectFolder(dataFolder, kind, newKeys);
    if (found === 'begun') {
      clearBegun(dataFolder);
      found = 'new';
    }
    const now = clock.now();
    if (found === 'new') writeManifest(dataFolder, { state: 'opening', shopId: null, keys: null, database: kind });
    else if (kind === 'folder') mendEmptyFolders(dataFolder);
    database = databaseUrl ? await openPostgres(databaseUrl) : await openPglite(join(dataFolder, 'database'));
    await migrate(database);
    const [{ shop_id: shopId }] = await database.query<{ shop_id: string }>('select shop_id from identity');
    await sealHistory(database, now);
    const audit = new AuditLog(database);
    if (!newKeys && found !== 'new') checkManifest(dataFolder, found, shopId, await readKeys(dataFolder), false);
    const keys = await openKeys(asked, database, audit, found, now);
    checkManifest(dataFolder, found, shopId, keys, newKeys ?? false);
    writeManifest(dataFolder, { state: 'whole', shopId, keys: keyIdsOf(keys), database: kind });
    const published = await listPublished(database);
    const context: Context = { database, audit, clock, keys: { ...keys, published }, workers, newId: randomUUID };
    const opened = database;
    return {
      context,
      close: async () => {
        await workers.close();
        await opened.close();
        await release();
      },
    };
  } catch (error) {
    await database?.close().catch(() => {});
    await release();
    throw error;
  }
}
