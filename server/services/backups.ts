import { existsSync, mkdirSync, readdirSync, rmSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Backups as State } from '../../contracts/backup.js';
import type { Person } from '../../contracts/shop.js';
import { backUpShop } from '../backup/back-up-shop.js';
import { Failure } from '../failure.js';
import { saysDiskIsFull } from '../store/disk.js';
import type { Context } from './context.js';

const ENDING = '.utexbackup';
/** How many are kept. */
const KEPT = 7;
/** When in the night, by the server's clock, hours. */
const AT_HOUR = 2;
const DAY_MS = 86_400_000;
/** How soon after the start a night that was missed is made up for, ms. */
const MAKE_UP_MS = 300_000;

export interface BackupOptions {
  dataFolder: string;
  /** Where nightly ones go; null where none is made by itself. */
  nightlyFolder: string | null;
}

/** The next time that it is this hour, after `now`. */
function nextNight(now: Date): Date {
  const night = new Date(now);
  night.setHours(AT_HOUR, 0, 0, 0);
  if (night <= now) night.setDate(night.getDate() + 1);
  return night;
}

/** Writing backups while everybody goes on: one at a time, each read back before it counts. */
export class Backups {
  private running: State['running'] = null;
  private failed: string | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** The one that is being written; settles when it has come to something or nothing. */
  private under: Promise<unknown> = Promise.resolve();
  private readonly ending = new AbortController();
  private readonly folder: string;

  constructor(
    private readonly context: Context,
    private readonly options: BackupOptions,
  ) {
    this.folder = options.nightlyFolder ?? join(options.dataFolder, 'backups');
    if (options.nightlyFolder) this.waitForNight();
  }

  state(): State {
    const names = existsSync(this.folder) ? readdirSync(this.folder) : [];
    const made = names
      .filter((name) => name.endsWith(ENDING))
      .map((name) => {
        const { mtime, size } = statSync(join(this.folder, name));
        return { name, madeAt: mtime.toISOString(), bytes: size };
      })
      .sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1));
    const { folder, running, failed } = this;
    return { folder, nightly: this.options.nightlyFolder !== null, running, failed, made };
  }

  /** The file of a backup that was made here. @throws Failure backup.not-found */
  fileOf(name: string): string {
    if (!this.state().made.some((one) => one.name === name)) throw new Failure('backup.not-found');
    return join(this.folder, name);
  }

  /** Begins one, unless one is under way. @param by null where the machine itself asks */
  start(by: Person | null, withKeys: boolean): State {
    if (!this.running) {
      this.running = { rows: 0, of: 0 };
      this.under = this.make(by, withKeys)
        .then(() => (this.failed = null))
        .catch((error: Error) => {
          this.failed = saysDiskIsFull(error) ? 'The disk is full.' : error.message;
        })
        .finally(() => (this.running = null));
    }
    return this.state();
  }

  /** Gives up the one that is being written, and begins none after it: ending must not take minutes. */
  async close(): Promise<void> {
    clearTimeout(this.timer);
    this.ending.abort(new Error('The server was asked to end.'));
    await this.under;
  }

  private async make(by: Person | null, withKeys: boolean): Promise<void> {
    const { clock } = this.context;
    mkdirSync(this.folder, { recursive: true, mode: 0o700 });
    // What a server that was killed had begun: it never had a name.
    for (const begun of readdirSync(this.folder).filter((name) => name.endsWith(`${ENDING}.part`)))
      rmSync(join(this.folder, begun), { force: true });
    const name = `utex-${clock.now().toISOString().slice(0, 19).replaceAll(':', '')}Z${ENDING}`;
    await backUpShop(this.context, join(this.folder, name), {
      dataFolder: this.options.dataFolder,
      withKeys,
      by,
      onRows: (rows, of) => (this.running = { rows, of }),
      signal: this.ending.signal,
    });
    for (const old of this.state().made.slice(KEPT)) rmSync(join(this.folder, old.name), { force: true });
  }

  private waitForNight(): void {
    const now = this.context.clock.now();
    const [newest] = this.state().made;
    const missed = !newest || now.getTime() - Date.parse(newest.madeAt) > DAY_MS;
    const wait = missed ? MAKE_UP_MS : nextNight(now).getTime() - now.getTime();
    this.timer = setTimeout(() => {
      this.start(null, false);
      void this.under.then(() => !this.ending.signal.aborted && this.waitForNight());
    }, wait);
    this.timer.unref();
  }
}
