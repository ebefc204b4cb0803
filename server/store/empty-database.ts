import {
  closeSync,
  cpSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { projectRoot } from '../project-root.js';

/**
 * An empty database as PGlite makes one: made with the build, since making takes seconds and copying tenths. Where there
 * is none, as beside the sources alone, PGlite makes it.
 */
const EMPTY = join(projectRoot(), 'dist', 'empty-database');

/** Has everything below a folder on the disk, itself at the end: what is written into it later is worth no less. */
function syncAll(folder: string): void {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) syncAll(path);
    else syncOne(path);
  }
  syncOne(folder);
}

function syncOne(path: string): void {
  const file = openSync(path, 'r');
  try {
    fsyncSync(file);
  } finally {
    closeSync(file);
  }
}

/** Puts an empty database into a folder where nothing is yet; whole or not at all. */
export function layEmptyDatabase(folder: string): void {
  if (!existsSync(EMPTY) || (existsSync(folder) && readdirSync(folder).length > 0)) return;
  mkdirSync(dirname(folder), { recursive: true, mode: 0o700 });
  const beside = `${folder}.being-laid`;
  rmSync(beside, { recursive: true, force: true });
  cpSync(EMPTY, beside, { recursive: true });
  syncAll(beside);
  rmSync(folder, { recursive: true, force: true });
  renameSync(beside, folder);
  syncOne(dirname(folder));
}
