import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync } from 'node:fs';
import { CannotStart, opening } from './cannot-start.js';
import { systemClock, type Clock } from './clock.js';
import type { Config } from './config.js';
import type { Ending } from './end-in-time.js';
import { keyIdsOf, listPublished, makeKeys, publishedRows, readKeys, type SigningKeys } from './record/keys.js';
import type { Context } from './services/context.js';
import { LearnedHistory } from './services/learned-history.js';
import { fillFloor } from './services/floor.js';
import { fillWaits } from './services/parts-book.js';
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
  type Manifest,
} from './store/folder.js';
import { lockFolder } from './store/folder-lock.js';
import { migrate } from './store/migrate.js';
import { openStore } from './store/open-store.js';
import { sealHistory } from './store/seal-history.js';
import { Workers } from './work/workers.js';

/** Everything that has to be open before the first request, and how to close it again. */
export interface OpenShop {
  context: Context;
  /** What has to be ended, in order. */
  endings: Ending[];
  /** Ends all of it, however long that takes. */
  close(): Promise<void>;
}

/** How long each part may take to end, ms: more than any of them has ever needed. */
const END_MS = { threads: 5_000, database: 30_000, folder: 5_000 };

interface Opening extends Pick<Config, 'dataFolder' | 'databaseUrl'> {
  /** Whether a folder that is not there is made. */
  make?: boolean;
  /** Whether the shop gets new keys, as its owner asked. */
  newKeys?: boolean;
  /** The threads beside this one, where whoever opens the shop has some; else it gets its own. */
  workers?: Workers;
}

/** Refuses a disk that takes nothing before anything on it is opened. @throws CannotStart */
function checkDisk(folder: string): void {
  const state = new Disk(folder).check();
  if (state === 'full') throw new CannotStart(`The disk of the data folder ${folder} is full: 64 MB must be free.`);
  if (state !== 'writable') throw new CannotStart(`The data folder ${folder} cannot be written to.`);
}

/** The keys in a folder, held against its manifest. @throws CannotStart */
async function readOwnKeys(folder: string, { keys, keysNext }: Manifest): Promise<SigningKeys> {
  const found = await readKeys(folder);
  const ids = keyIdsOf(found);
  const isKnown = (part: 'record' | 'pdf') => [keys?.[part], keysNext?.[part]].includes(ids[part]);
  if (!isKnown('record') || !isKnown('pdf'))
    throw new DamagedFolder(
      `The keys in ${folder} are those of another shop than its utex.json says. Put the right ones back.`,
    );
  return found;
}

/** Whose database it is; null before it is anybody's. */
async function shopIdOf(database: Database): Promise<string | null> {
  const [known] = await database.query<{ there: string | null }>(`select to_regclass('identity')::text as there`);
  if (known.there === null) return null;
  const [row] = await database.query<{ shop_id: string }>('select shop_id from identity');
  return row.shop_id;
}

/** The database, brought up to date once it is known to be this shop's, and vouched for by its chain. @throws CannotStart */
async function openDatabase(asked: Opening, found: Found, now: Date): Promise<Database> {
  const database = await openStore(asked);
  try {
    if (typeof found === 'object' && (await shopIdOf(database)) !== found.shopId)
      throw new DamagedFolder(
        `The database of ${asked.dataFolder} is that of another shop than its utex.json says. Put the two together again.`,
      );
    await migrate(database);
    await sealHistory(database, now);
    return database;
  } catch (error) {
    await database.close().catch(() => {});
    throw error;
  }
}

/**
 * The keys of the shop, published: with whatever it says of them in the log.
 *
 * @param own those that were read already; null where they are made now, or nothing says which they are
 * @throws CannotStart
 */
async function openKeys(
  { dataFolder, newKeys = false }: Opening,
  own: SigningKeys | null,
  database: Database,
  audit: AuditLog,
  found: Found,
  now: Date,
): Promise<SigningKeys> {
  if (newKeys || found === 'new') makeKeys(dataFolder, now);
  const keys = own ?? (await readKeys(dataFolder));
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

/** Looks at the folder, and makes it where there is none yet and one may be made. @throws CannotStart */
function prepareFolder({ dataFolder, databaseUrl, make = true, newKeys }: Opening): void {
  const found = inspectFolder(dataFolder, databaseUrl ? 'server' : 'folder', newKeys);
  if (!make && (found === 'new' || found === 'begun'))
    throw new CannotStart(`There is no shop in ${dataFolder}. Set UTEX_DATA to its folder.`);
  opening(`The data folder ${dataFolder}`, () => {
    if (!existsSync(dataFolder)) mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  });
  checkDisk(dataFolder);
}

/** With the folder locked: everything in it, opened. */
async function openLocked(asked: Opening, clock: Clock): Promise<Context> {
  const { dataFolder, databaseUrl, newKeys } = asked;
  const kind = databaseUrl ? 'server' : 'folder';
  const now = clock.now();
  // Looked at again: another process may have worked in it until the lock was free.
  let found = inspectFolder(dataFolder, kind, newKeys);
  if (found === 'begun') {
    clearBegun(dataFolder);
    found = 'new';
  }
  if (found === 'new') writeManifest(dataFolder, { state: 'opening', shopId: null, keys: null, database: kind });
  else if (kind === 'folder') mendEmptyFolders(dataFolder);
  const own = typeof found === 'object' && !newKeys ? await readOwnKeys(dataFolder, found) : null;
  const database = await openDatabase(asked, found, now);
  try {
    const audit = new AuditLog(database);
    const keys = await openKeys(asked, own, database, audit, found, now);
    const shopId = await shopIdOf(database);
    writeManifest(dataFolder, { state: 'whole', shopId, keys: keyIdsOf(keys), database: kind });
    const published = await listPublished(database);
    const history = new LearnedHistory(audit);
    await fillFloor(database, history);
    await fillWaits(database);
    return {
      database,
      audit,
      history,
      clock,
      keys: { ...keys, published },
      workers: asked.workers ?? new Workers(),
      newId: randomUUID,
    };
  } catch (error) {
    await database.close().catch(() => {});
    throw error;
  }
}

/**
 * Opens the data folder for this process alone: lock, database, migrations, keys. What does not fit is refused and left
 * as it is.
 *
 * @throws CannotStart in one sentence, with the mend
 */
export async function openShopFolder(asked: Opening, clock: Clock = systemClock): Promise<OpenShop> {
  prepareFolder(asked);
  const release = await lockFolder(asked.dataFolder);
  try {
    const context = await openLocked(asked, clock);
    const { workers, database } = context;
    const endings: Ending[] = [
      ...(asked.workers ? [] : [{ waitsFor: 'its threads', atMostMs: END_MS.threads, end: () => workers.close() }]),
      { waitsFor: 'its database', atMostMs: END_MS.database, end: () => database.close() },
      { waitsFor: 'the lock of its folder', atMostMs: END_MS.folder, end: release },
    ];
    return {
      context,
      endings,
      close: async () => {
        for (const { end } of endings) await end();
      },
    };
  } catch (error) {
    await release();
    throw error;
  }
}
