import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Person } from '../../contracts/shop.js';
import { utexVersion } from '../project-root.js';
import { keyIdsOf } from '../record/keys.js';
import type { Context } from '../services/context.js';
import { readMarks } from '../store/backup-store.js';
import { KEY_FILES } from '../store/folder.js';
import { findShop } from '../store/shop-store.js';
import { writeBackup } from './backup-file.js';

interface Asked {
  dataFolder: string;
  /** Whether the keys that the shop signs with go into the file. */
  withKeys: boolean;
  /** Null where the machine itself asks, or whoever runs its commands. */
  by: Person | null;
  /** Told how many rows are written, of how many. */
  onRows?: (rows: number, of: number) => void;
  signal?: AbortSignal;
}

/** The key files of a data folder, by their names. */
const readKeyFiles = (dataFolder: string): Record<string, Buffer> =>
  Object.fromEntries(Object.values(KEY_FILES).map((name) => [name, readFileSync(join(dataFolder, name))]));

/** Backs a shop up into a file while it works, and writes down that it was done. @returns how many rows it holds */
export async function backUpShop(context: Context, file: string, asked: Asked): Promise<number> {
  const { audit, clock, database, keys } = context;
  const { dataFolder, withKeys, by, onRows, signal } = asked;
  const at = clock.now();
  const shop = await findShop(database);
  const marks = await audit.exclusively(() => readMarks(database));
  const { rows } = await writeBackup(file, {
    database,
    marks,
    head: { version: utexVersion(), madeAt: at.toISOString(), shopName: shop?.name ?? '', keys: keyIdsOf(keys) },
    keyFiles: withKeys ? readKeyFiles(dataFolder) : null,
    onRows: (done) => onRows?.(done, marks.rows),
    signal,
  });
  const body = { held: rows, withKeys };
  await audit.record({ at, by: by?.handle ?? null, act: 'backup.made', engineId: null, body });
  return rows;
}
