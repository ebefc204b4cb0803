import { join } from 'node:path';
import pLimit from 'p-limit';
import { Piscina } from 'piscina';
import { Failure } from '../failure.js';
import { projectRoot } from '../project-root.js';
import type { Tasks } from './tasks.js';

const FROM_SOURCES = import.meta.url.endsWith('.ts');
const FILE = join(projectRoot(), FROM_SOURCES ? 'server/work/from-sources.mjs' : 'dist/server/work/tasks.js');

/**
 * Who waits: a stranger's work never stands before the shop's own. Each lane is one thread, started when it is first
 * needed, so that two cores are never more than shared.
 */
export type Lane = 'shop' | 'strangers';
/** How many tasks may wait in a lane. */
const LONGEST_QUEUE = { shop: 200, strangers: 40 };
/** Memory of one thread, MB: a record of the largest size that is taken, several times over. */
const MEMORY_MB = 768;
const IDLE_MS = 120_000;

/** How long a task may take, in a queue and at work, ms. */
const TIME_LIMITS: Record<keyof Tasks, number> = {
  calculate: 15_000,
  checkPaper: 15_000,
  reckonPromises: 15_000,
  encodePicture: 30_000,
  verifyFile: 30_000,
  issueRecord: 120_000,
};

/** Rejects when a signal's time is over; otherwise never settles. */
const whenOver = (signal: AbortSignal) =>
  new Promise<never>((_, reject) => signal.addEventListener('abort', () => reject(signal.reason), { once: true }));

/**
 * The threads beside the main one. What runs over its time is stopped, and its thread with it.
 *
 * The queue is ours: a pool that stops a thread starts none for what waits in it, and that would wait in vain.
 */
export class Workers {
  private readonly pools = new Map<Lane, Piscina>();
  private readonly turns = { shop: pLimit(1), strangers: pLimit(1) };
  private isClosed = false;

  constructor(private readonly limits: Partial<Record<keyof Tasks, number>> = {}) {}

  private pool(lane: Lane): Piscina {
    const known = this.pools.get(lane);
    if (known) return known;
    const pool = new Piscina({
      filename: FILE,
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: IDLE_MS,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    });
    // A thread that ran out of memory fails its task; that is where it is told.
    pool.on('error', () => {});
    this.pools.set(lane, pool);
    return pool;
  }

  /** @throws Failure work.too-long, server.busy */
  async run<Name extends keyof Tasks>(
    lane: Lane,
    task: Name,
    input: Parameters<Tasks[Name]>[0],
  ): Promise<Awaited<ReturnType<Tasks[Name]>>> {
    if (this.waiting()[lane] >= LONGEST_QUEUE[lane]) throw new Failure('server.busy');
    const signal = AbortSignal.timeout(this.limits[task] ?? TIME_LIMITS[task]);
    const inTurn = this.turns[lane](() => {
      signal.throwIfAborted();
      // What still waited when all was ended starts no thread again.
      if (this.isClosed) throw new Failure('server.busy');
      return this.pool(lane).run({ task, input }, { signal });
    });
    try {
      return await Promise.race([inTurn, whenOver(signal)]);
    } catch (error) {
      if (signal.aborted) throw new Failure('work.too-long');
      if ((error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY') throw new Failure('work.too-long');
      throw error;
    }
  }

  /** How many tasks of each lane are under way, or wait for their turn. */
  waiting(): Record<Lane, number> {
    const { shop, strangers } = this.turns;
    return {
      shop: shop.activeCount + shop.pendingCount,
      strangers: strangers.activeCount + strangers.pendingCount,
    };
  }

  async close(): Promise<void> {
    this.isClosed = true;
    await Promise.all([...this.pools.values()].map((pool) => pool.destroy()));
  }
}
