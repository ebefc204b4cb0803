import { closeSync, fsyncSync, openSync, rmSync, statfsSync, writeSync } from 'node:fs';
import { join } from 'node:path';

/** What the disk of a data folder can take. */
export type DiskState = 'writable' | 'full' | 'not writable';

/** Nothing can be written just now; nothing of what was asked was. */
export class CannotWrite extends Error {}

/**
 * What must be free before anything is written, bytes. The embedded database writes ahead in segments of 16 MB, and
 * where it cannot make the next one it never comes back: with less than this left, nothing is begun.
 */
const ROOM = 64 * 1024 * 1024;
/** How long it is believed that bytes reach the disk, ms: anybody may ask for the health, as often as he likes. */
const BELIEVED_MS = 500;

/** What errors of the system and of the database (SQLSTATE 53100, 58030) say of a disk that takes nothing. */
const CODES = ['ENOSPC', 'EROFS', 'EDQUOT', 'EIO', '53100', '58030'];
export const saysDiskIsFull = (error: unknown): boolean =>
  error instanceof CannotWrite || CODES.includes((error as { code?: string }).code ?? '');

/** The disk that a data folder lies on. */
export class Disk {
  private checkedAt = -Infinity;
  private state: DiskState = 'writable';

  constructor(private readonly folder: string) {}

  /** Whether there is room to go on writing; asked before each write, so it costs next to nothing. */
  hasRoom(): boolean {
    try {
      const { bavail, bsize } = statfsSync(this.folder);
      return bavail * bsize >= ROOM;
    } catch {
      return false;
    }
  }

  /** Writes a few bytes through to the disk and takes them away again: what is only believed may be wrong. */
  check(): DiskState {
    if (!this.hasRoom()) return 'full';
    if (performance.now() - this.checkedAt < BELIEVED_MS) return this.state;
    this.checkedAt = performance.now();
    this.state = this.tryWriting();
    return this.state;
  }

  private tryWriting(): DiskState {
    const file = join(this.folder, `.writable-${process.pid}`);
    try {
      const handle = openSync(file, 'w', 0o600);
      try {
        writeSync(handle, Buffer.alloc(4096));
        fsyncSync(handle);
      } finally {
        closeSync(handle);
        rmSync(file, { force: true });
      }
      return 'writable';
    } catch {
      return 'not writable';
    }
  }
}
