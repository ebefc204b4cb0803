import { mkdirSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { CannotStart } from '../cannot-start.js';
import type { Config } from '../config.js';
import { finishRestore, isEmptyDatabase, writePage } from '../store/backup-store.js';
import type { Database } from '../store/database.js';
import { inspectFolder, writeManifest, writeWhole } from '../store/folder.js';
import { lockFolder } from '../store/folder-lock.js';
import { migrate, MIGRATIONS_FOLDER, readMigrations } from '../store/migrate.js';
import { openStore } from '../store/open-store.js';
import { DamagedBackup, readBackup, type BackupHead } from './backup-file.js';

/** Refuses a backup whose database this version could not have. @throws CannotStart */
function checkMigrations({ migrations, version }: BackupHead): number {
  const known = readMigrations(MIGRATIONS_FOLDER);
  const fits = migrations.every(({ number, sha256 }) => known[number - 1]?.sha256 === sha256);
  if (!fits) throw new CannotStart(`This backup was made by Utex ${version}, which is later than this one. Restore it with that.`); // prettier-ignore
  return migrations.length;
}

async function openEmpty(config: Pick<Config, 'dataFolder' | 'databaseUrl'>): Promise<Database> {
  const database = await openStore(config);
  if (await isEmptyDatabase(database)) return database;
  await database.close();
  throw new CannotStart('The database of DATABASE_URL is not empty. Restore into one that is.');
}

/**
 * Puts a backup into an empty data folder: sheets, exports and records are then what they were, byte for byte. Where it
 * is interrupted, or the file turns out to be damaged, the folder is one that was begun and never finished.
 *
 * @returns what was restored, and whether the keys must still be put beside it
 * @throws CannotStart, DamagedBackup
 */
export async function restoreShop(
  file: string,
  config: Pick<Config, 'dataFolder' | 'databaseUrl'>,
): Promise<{ head: BackupHead; rows: number }> {
  const { dataFolder, databaseUrl } = config;
  const kind = databaseUrl ? 'server' : 'folder';
  if (inspectFolder(dataFolder, kind) !== 'new')
    throw new CannotStart(`There is something in ${dataFolder} already. Restore into an empty folder: set UTEX_DATA.`);
  mkdirSync(dataFolder, { recursive: true, mode: 0o700 });
  const release = await lockFolder(dataFolder);
  try {
    writeManifest(dataFolder, { state: 'opening', shopId: null, keys: null, database: kind });
    const opened: Database[] = [];
    try {
      const { head, rows } = await readBackup(file, async (part) => {
        const [database] = opened;
        if ('head' in part) {
          const upTo = checkMigrations(part.head);
          opened.push(await openEmpty(config));
          await migrate(opened[0], MIGRATIONS_FOLDER, upTo);
        } else if ('keyFile' in part) {
          const path = join(dataFolder, part.keyFile);
          mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
          writeWhole(path, part.contents);
        } else await writePage(database, part.table, part.json);
      });
      await migrate(opened[0]);
      await finishRestore(opened[0], head.shopId);
      writeManifest(dataFolder, { state: 'whole', shopId: head.shopId, keys: head.keys, database: kind });
      return { head, rows };
    } finally {
      for (const database of opened) await database.close();
    }
  } catch (error) {
    if (error instanceof DamagedBackup)
      throw new CannotStart(`${file} cannot be restored: ${error.message}. Nothing in ${dataFolder} is a shop yet.`);
    throw error;
  } finally {
    await release();
  }
}
