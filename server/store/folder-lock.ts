import { createHash } from 'node:crypto';
import { closeSync, openSync, readFileSync, realpathSync, rmSync, writeSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import { join } from 'node:path';

/** Another process has this data folder open. */
export class FolderInUse extends Error {
  constructor(folder: string) {
    super(
      `Another Utex has the data folder ${folder} open. Two on one folder would lose readings; close the other first.`,
    );
    this.name = 'FolderInUse';
  }
}

export type Release = () => Promise<void>;

/**
 * Linux: an abstract socket named after the folder. The kernel frees it on any death of its process, so a crash
 * leaves nothing stale behind, and no file has to be judged old or new.
 */
function lockBySocket(folder: string): Promise<Release> {
  const name = `\0utex-${createHash('sha256').update(folder).digest('hex')}`;
  return new Promise((resolve, reject) => {
    const server: Server = createServer((socket) => socket.destroy());
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(error.code === 'EADDRINUSE' ? new FolderInUse(folder) : error),
    );
    server.listen(name, () => {
      server.unref();
      resolve(() => new Promise((done) => server.close(() => done())));
    });
  });
}

function isAlive(pid: number): boolean {
  try {
    process.kill(pid, 0);
    return true;
  } catch (error) {
    return (error as NodeJS.ErrnoException).code === 'EPERM';
  }
}

/** Elsewhere: a file with the owner's process id; one whose process is gone is stale and taken over. */
async function lockByFile(folder: string): Promise<Release> {
  const file = join(folder, 'utex.lock');
  for (const attempt of [1, 2]) {
    try {
      const handle = openSync(file, 'wx', 0o600);
      writeSync(handle, String(process.pid));
      closeSync(handle);
      return async () => rmSync(file, { force: true });
    } catch (error) {
      if ((error as NodeJS.ErrnoException).code !== 'EEXIST' || attempt === 2) throw error;
      if (isAlive(Number(readFileSync(file, 'utf8')))) throw new FolderInUse(folder);
      rmSync(file, { force: true });
    }
  }
  throw new FolderInUse(folder);
}

/** Takes the folder for this process alone. @throws FolderInUse */
export function lockFolder(folder: string): Promise<Release> {
  const real = realpathSync(folder);
  return process.platform === 'linux' ? lockBySocket(real) : lockByFile(real);
}
