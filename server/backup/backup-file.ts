import { createHash } from 'node:crypto';
import { createReadStream, createWriteStream, fsyncSync, openSync, closeSync, renameSync, rmSync } from 'node:fs';
import { setImmediate } from 'node:timers/promises';
import { pipeline } from 'node:stream/promises';
import { createGunzip, createGzip } from 'node:zlib';
import tar from 'tar-stream';
import type { KeyIds } from '../record/keys.js';
import { BACKED_UP, readPages, type BackedUp, type Marks } from '../store/backup-store.js';
import type { Queries } from '../store/database.js';
import { KEY_FILES } from '../store/folder.js';

/** One file with all of a shop: a gzipped tar of what it is, its rows page by page, and last the hash of each part. */

const HEAD = 'shop.json';
const MANIFEST = 'manifest.json';
/** Fast rather than small: it runs beside everybody's work. */
const LEVEL = 3;

/** What a backup says of itself before anything else. */
export interface BackupHead {
  format: 'utex-backup';
  formatVersion: 1;
  /** Of Utex. */
  version: string;
  madeAt: string;
  shopId: string;
  shopName: string;
  /** The keys that the shop signs with: those that must be put back beside it, where they are not in the file. */
  keys: KeyIds;
  withKeys: boolean;
  /** The hash of the newest act in it. */
  auditHead: string;
  migrations: Marks['migrations'];
}

/** What is held against the file when it is read back. */
interface Manifest {
  parts: { name: string; sha256: string; rows: number }[];
  rows: number;
}

/** A part of a backup as it is read. */
export type Part = { head: BackupHead } | { table: BackedUp; json: string } | { keyFile: string; contents: Buffer }; // prettier-ignore

/** A file that is no whole backup; the message says why. */
export class DamagedBackup extends Error {}

const sha256 = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex');

/** What is to be written. */
export interface ToBackUp {
  database: Queries;
  marks: Marks;
  head: Omit<BackupHead, 'format' | 'formatVersion' | 'shopId' | 'auditHead' | 'migrations' | 'withKeys'>;
  /** Key files by their names, where they are asked for. */
  keyFiles: Record<string, Buffer> | null;
  /** Told how many rows are written. */
  onRows?: (rows: number) => void;
  /** Ends it where the server is asked to end: what was begun is taken away. */
  signal?: AbortSignal;
}

/**
 * Writes a backup beside `file`, reads it back, and only then gives it its name: what was interrupted is never taken
 * for a whole one.
 *
 * @throws DamagedBackup where what is read back is not what was written; errors of the disk as they are
 */
export async function writeBackup(file: string, asked: ToBackUp): Promise<{ rows: number }> {
  const beside = `${file}.part`;
  const pack = tar.pack();
  const out = createWriteStream(beside, { mode: 0o600 });
  const written = pipeline(pack, createGzip({ level: LEVEL }), out);
  try {
    await Promise.race([fill(pack, asked), written]);
    await written;
    sync(beside);
    const { rows } = await readBackup(beside, async () => asked.signal?.throwIfAborted());
    renameSync(beside, file);
    return { rows };
  } catch (error) {
    pack.destroy();
    await written.catch(() => {});
    // Given up before it was open, the file would be made after it was taken away.
    if (!out.closed) await new Promise<void>((resolve) => void out.destroy().once('close', resolve));
    rmSync(beside, { force: true });
    throw error;
  }
}

function sync(file: string): void {
  const handle = openSync(file, 'r');
  fsyncSync(handle);
  closeSync(handle);
}

async function fill(pack: tar.Pack, { database, marks, head, keyFiles, onRows, signal }: ToBackUp): Promise<void> {
  const parts: Manifest['parts'] = [];
  let total = 0;
  const add = async (name: string, bytes: Buffer, rows: number) => {
    parts.push({ name, sha256: sha256(bytes), rows });
    await put(pack, name, bytes);
    total += rows;
    onRows?.(total);
    // Whoever posts a reading comes first.
    await setImmediate();
    signal?.throwIfAborted();
  };
  const { shopId, head: auditHead, migrations, tables } = marks;
  const said: BackupHead = { format: 'utex-backup', formatVersion: 1, ...head, shopId, auditHead, migrations, withKeys: keyFiles !== null }; // prettier-ignore
  await add(HEAD, Buffer.from(JSON.stringify(said)), 0);
  for (const [name, contents] of Object.entries(keyFiles ?? {})) await add(name, contents, 0);
  for (const table of BACKED_UP) {
    let page = 0;
    for await (const { json, rows } of readPages(database, table, tables[table]))
      await add(`${table}/${String(page++).padStart(6, '0')}.json`, Buffer.from(json), rows);
  }
  const manifest: Manifest = { parts, rows: total };
  await put(pack, MANIFEST, Buffer.from(JSON.stringify(manifest)));
  pack.finalize();
}

const put = (pack: tar.Pack, name: string, bytes: Buffer) =>
  new Promise<void>((resolve, reject) => {
    pack.entry({ name, size: bytes.length, mode: 0o600 }, bytes, (error) => (error ? reject(error) : resolve()));
  });

function partOf(name: string, bytes: Buffer): Part {
  if (name === HEAD) {
    const head = JSON.parse(bytes.toString()) as BackupHead;
    if (head.format !== 'utex-backup') throw new DamagedBackup('it is no backup of Utex');
    if (head.formatVersion !== 1) throw new DamagedBackup('a later version of Utex made it; restore it with that one');
    return { head };
  }
  const table = BACKED_UP.find((one) => name.startsWith(`${one}/`));
  if (table) return { table, json: bytes.toString() };
  // By its very name: a file that somebody else made must not write beside the keys.
  if (Object.values(KEY_FILES).includes(name)) return { keyFile: name, contents: bytes };
  throw new DamagedBackup(`it holds ${name}, which this version does not know`);
}

/**
 * Reads a backup part by part, and at its end holds all that was read against its manifest.
 *
 * @param take is given each part as it comes; what it did counts only when the whole has been read
 * @throws DamagedBackup
 */
export async function readBackup(
  file: string,
  take: (part: Part) => Promise<void>,
): Promise<{ head: BackupHead; rows: number }> {
  const seen: { name: string; sha256: string }[] = [];
  let head: BackupHead | null = null;
  let manifest: Manifest | null = null;
  const extract = tar.extract();
  const reading = pipeline(createReadStream(file), createGunzip(), extract);
  // Awaited below; until then nobody must take its failure for one that nobody heard.
  reading.catch(() => {});
  let taking = false;
  try {
    for await (const entry of extract) {
      const chunks: Buffer[] = [];
      for await (const chunk of entry) chunks.push(chunk);
      const bytes = Buffer.concat(chunks);
      const { name } = entry.header;
      if (name === MANIFEST) {
        manifest = JSON.parse(bytes.toString()) as Manifest;
        continue;
      }
      const part = partOf(name, bytes);
      if ('head' in part) head = part.head;
      else if (!head) throw new DamagedBackup('it does not begin with what shop it is');
      seen.push({ name, sha256: sha256(bytes) });
      taking = true;
      await take(part);
      taking = false;
    }
    await reading;
  } catch (error) {
    // What went wrong with the disk, or with what was made of it, is no fault of the file.
    const { syscall } = error as NodeJS.ErrnoException;
    if (error instanceof DamagedBackup || taking || syscall) throw error;
    throw new DamagedBackup('it is cut off or damaged');
  }
  if (!manifest || !head) throw new DamagedBackup('it is cut off: its end is missing');
  if (manifest.parts.length !== seen.length) throw new DamagedBackup('parts of it are missing');
  manifest.parts.forEach(({ name, sha256: said }, index) => {
    if (seen[index].name !== name || seen[index].sha256 !== said)
      throw new DamagedBackup(`its part ${name} was changed`);
  });
  return { head, rows: manifest.rows };
}
