import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import { CannotStart, opening } from '../cannot-start.js';

/** What a data folder says of itself, so that a part of it that is missing, or of another shop, is noticed. */
export interface Manifest {
  format: 'utex-shop';
  formatVersion: 1;
  /** `opening` from before the first byte of a new shop until all of it is there; nobody was let in before that. */
  state: 'opening' | 'whole';
  /** As it stands in the database. */
  shopId: string | null;
  /** The thumbprint of the record key and the SHA-256 of the PDF's certificate. */
  keys: { record: string; pdf: string } | null;
  /** Those that the keys are about to be exchanged for: until that is done, either may be there. */
  keysNext?: { record: string; pdf: string };
  database: 'folder' | 'server';
}

const MANIFEST = 'utex.json';
export const KEY_FILES = { record: 'keys/record-ed25519.pem', pdf: 'keys/pdf-signature.p12' };

/** What the embedded database cannot be without: files, and folders that are never empty. */
const DATABASE_FILES = ['PG_VERSION', 'global/pg_control'];
const DATABASE_FOLDERS = ['base', 'pg_wal', 'pg_xact'];
/** Folders of it that are empty as a rule, and that copies by zip, git or an object store leave out. */
const EMPTY_FOLDERS = [
  'pg_commit_ts', 'pg_dynshmem', 'pg_logical/mappings', 'pg_logical/snapshots', 'pg_notify', 'pg_replslot',
  'pg_serial', 'pg_snapshots', 'pg_stat', 'pg_stat_tmp', 'pg_tblspc', 'pg_twophase', 'pg_wal/archive_status',
  'pg_wal/summaries',
]; // prettier-ignore

const BACKUP = 'Put the whole folder back from a backup; nothing in it was touched.';

/** A folder that is not as its manifest says, or as a shop must be. */
export class DamagedFolder extends CannotStart {}

/** How a folder is found: empty, begun and never finished, of a version without a manifest, or a shop. */
export type Found = 'new' | 'begun' | 'without-manifest' | Manifest;

function readManifest(folder: string): Manifest | null {
  const file = join(folder, MANIFEST);
  if (!existsSync(file)) return null;
  const text = opening(file, () => readFileSync(file, 'utf8'));
  let manifest: Manifest;
  try {
    manifest = JSON.parse(text) as Manifest;
  } catch {
    throw new DamagedFolder(`${file} is damaged. ${BACKUP}`);
  }
  if (manifest.format !== 'utex-shop') throw new DamagedFolder(`${file} is not that of a shop of Utex. ${BACKUP}`);
  if (manifest.formatVersion !== 1)
    throw new DamagedFolder(`${folder} was last opened by a later version of Utex; start that one.`);
  return manifest;
}

/** Which parts of a shop a folder lacks, and whether it has any. */
function partsOf(folder: string, database: Manifest['database']): { some: boolean; missing: string[] } {
  const at = (part: string) => join(folder, part);
  const isFilled = (part: string) =>
    existsSync(at(part)) && readdirSync(at(part)).some((name) => /^[0-9A-F]/.test(name));
  const keys = Object.values(KEY_FILES).filter((file) => !existsSync(at(file)));
  const missing = keys.length === 2 ? ['keys/'] : keys;
  if (database === 'server') return { some: keys.length < 2, missing };
  if (!existsSync(at('database'))) return { some: keys.length < 2, missing: ['database/', ...missing] };
  const files = DATABASE_FILES.map((file) => `database/${file}`).filter((file) => !existsSync(at(file)));
  const folders = DATABASE_FOLDERS.map((name) => `database/${name}`).filter((name) => !isFilled(name));
  return { some: true, missing: [...files, ...folders, ...missing] };
}

function refuseMissing(folder: string, missing: string[]): void {
  if (missing.length === 0) return;
  const mend = missing.every((part) => part.startsWith('keys/'))
    ? 'Put the keys back from a backup; nothing was touched. Where there is none, the owner makes new ones with `npm run new-keys`: what was signed stays valid.'
    : BACKUP;
  const are = missing.length === 1 ? 'is' : 'are';
  throw new DamagedFolder(`${missing.join(', ')} ${are} missing from the data folder ${folder}. ${mend}`);
}

/**
 * Looks at a data folder without touching it.
 *
 * @param withoutKeys whether it may lack its keys, because new ones are to be made
 * @throws CannotStart what is missing, or does not fit, and the mend
 */
export function inspectFolder(folder: string, database: Manifest['database'], withoutKeys = false): Found {
  if (!existsSync(folder)) return 'new';
  opening(`The data folder ${folder}`, () => readdirSync(folder));
  const manifest = readManifest(folder);
  const { some, missing } = partsOf(folder, database);
  if (manifest?.state === 'opening') return 'begun';
  if (!manifest && !some) return 'new';
  if (manifest && manifest.database !== database)
    throw new DamagedFolder(
      manifest.database === 'folder'
        ? `The data of ${folder} lie in the folder itself, yet DATABASE_URL is set. Start without it.`
        : `The data of ${folder} lie on a PostgreSQL server. Start with its DATABASE_URL.`,
    );
  refuseMissing(
    folder,
    missing.filter((part) => !(withoutKeys && part.startsWith('keys/'))),
  );
  return manifest ?? 'without-manifest';
}

/** Makes the folders again that are empty as a rule; what copied the folder left them out. */
export function mendEmptyFolders(folder: string): void {
  for (const name of EMPTY_FOLDERS) mkdirSync(join(folder, 'database', name), { recursive: true, mode: 0o700 });
}

/** Takes away what a start left behind that was never finished: nobody was let in, so nothing was ever said in it. */
export function clearBegun(folder: string): void {
  for (const part of ['database', 'keys']) rmSync(join(folder, part), { recursive: true, force: true });
}

/** Written whole and synced before it has its name, for the server's user alone. */
export function writeWhole(file: string, contents: string | Buffer): void {
  const handle = openSync(`${file}.new`, 'w', 0o600);
  writeSync(handle, contents as Buffer);
  fsyncSync(handle);
  closeSync(handle);
  renameSync(`${file}.new`, file);
}

/** Where the keys of before are laid when others take their place. */
export const keysBefore = (folder: string, now: Date): string =>
  join(folder, `keys-before-${now.toISOString().replace(/[:.]/g, '-')}`);

export function writeManifest(folder: string, manifest: Omit<Manifest, 'format' | 'formatVersion'>): void {
  const whole: Manifest = { format: 'utex-shop', formatVersion: 1, ...manifest };
  writeWhole(join(folder, MANIFEST), `${JSON.stringify(whole, null, 2)}\n`);
}

/** Writes anew what a whole shop's folder says of its keys; the rest of it stays. */
export function changeManifest(folder: string, { keys, keysNext }: Pick<Manifest, 'keys' | 'keysNext'>): void {
  const { format, formatVersion, keysNext: before, ...rest } = readManifest(folder)!;
  writeManifest(folder, { ...rest, keys, ...(keysNext ? { keysNext } : {}) });
}
