import { readFileSync, readlinkSync, realpathSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { hostname } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import lockfile from 'proper-lockfile';
import { CannotStart } from '../cannot-start.js';

/** Another process has this data folder open. */
export class FolderInUse extends CannotStart {
  constructor(folder: string, owner: Owner | null) {
    const who = owner ? ` (process ${owner.pid} on ${owner.host})` : '';
    super(
      `Another Utex${who} has the data folder ${folder} open. Two on one folder would lose readings; close the other first.`,
    );
    this.name = 'FolderInUse';
  }
}

export type Release = () => Promise<void>;

/** Who holds a folder, as the owner itself wrote it down. */
interface Owner {
  pid: number;
  host: string;
  /** The running system and the network namespace within which its socket is seen; null where there is none. */
  seenIn: string | null;
}

/** How a heart beats, ms: how often, and from what age on it is that of a dead process. Longer than any query takes. */
const HEARTBEAT = { every: 4_000, stale: 20_000 };
const LOOK_AGAIN_MS = 500;

const LOCK = 'utex-in-use.lock';
const NOTE = 'utex-in-use.json';

/** The running system and network namespace of this process (Linux). */
function seenIn(): string | null {
  try {
    return `${readFileSync('/proc/sys/kernel/random/boot_id', 'utf8').trim()} ${readlinkSync('/proc/self/ns/net')}`;
  } catch {
    return null;
  }
}

function readOwner(file: string): Owner | null {
  try {
    return JSON.parse(readFileSync(file, 'utf8')) as Owner;
  } catch {
    return null;
  }
}

/**
 * Linux: an abstract socket named after the folder itself, whatever path leads to it. The kernel frees it on any death
 * of its process, so that a crash leaves nothing stale behind; but only one network namespace sees it.
 */
function lockBySocket(folder: string, owner: () => Owner | null): Promise<Release> {
  const { dev, ino } = statSync(folder);
  return new Promise((resolve, reject) => {
    const server: Server = createServer((socket) => socket.destroy());
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'EADDRINUSE' ? new FolderInUse(folder, owner()) : error),
    );
    server.listen(`\0utex-${dev}-${ino}`, () => {
      server.unref();
      resolve(() => new Promise((done) => server.close(() => done())));
    });
  });
}

const heartbeatOf = (file: string) => {
  try {
    return statSync(file).mtimeMs;
  } catch {
    return null;
  }
};

/**
 * A lock that lies in the folder, with a heartbeat: it is seen from every machine, container and mount that sees the
 * folder. While the heart of another beats it is refused; one that has stopped is waited out and taken over.
 */
async function lockByHeartbeat(
  folder: string,
  file: string,
  owner: () => Owner | null,
  { every, stale }: typeof HEARTBEAT,
) {
  const since = heartbeatOf(file);
  const began = performance.now();
  let isTold = false;
  for (;;) {
    try {
      return await lockfile.lock(folder, {
        lockfilePath: file,
        realpath: false,
        stale,
        update: every,
        onCompromised: end,
      });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'ELOCKED') throw error;
      if (heartbeatOf(file) !== since) throw new FolderInUse(folder, owner());
      if (!isTold)
        console.error(`Waiting up to ${(stale + every) / 1000} s: another Utex may still have ${folder} open.`);
      isTold = true;
      // By this process's own watch, not by the file's date: a clock that was ahead would keep a dead heart young for hours.
      if (performance.now() - began > stale + every) rmSync(file, { recursive: true, force: true });
      await pause(LOOK_AGAIN_MS);
    }
  }
}

/** Another process took the folder in spite of the lock: what were written now would be lost. */
function end(): void {
  console.error('Utex ends: another process has taken its data folder.');
  process.exit(1);
}

/** Takes the folder for this process alone. @throws FolderInUse */
export async function lockFolder(folder: string, heartbeat = HEARTBEAT): Promise<Release> {
  const real = realpathSync(folder);
  const [lock, note] = [join(real, LOCK), join(real, NOTE)];
  const owner = () => readOwner(note);
  const socket = process.platform === 'linux' ? await lockBySocket(real, owner) : null;
  try {
    const here = seenIn();
    // Whoever held the folder where this process would see its socket is dead, or else the socket were taken.
    if (socket && here !== null && owner()?.seenIn === here) rmSync(lock, { recursive: true, force: true });
    const release = await lockByHeartbeat(real, lock, owner, heartbeat);
    const written: Owner = { pid: process.pid, host: hostname(), seenIn: socket ? here : null };
    writeFileSync(note, JSON.stringify(written), { mode: 0o600 });
    return async () => {
      rmSync(note, { force: true });
      await release();
      await socket?.();
    };
  } catch (error) {
    await socket?.();
    throw error;
  }
}
