import { join } from 'node:path';
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

/** The threads beside the main one. What runs over its time is stopped, and its thread with it. */
export class Workers {
  private readonly lanes = new Map<Lane, Piscina>();
  /** Tasks of each lane that are not answered yet. */
  private readonly under = { shop: 0, strangers: 0 };

  constructor(private readonly limits: Partial<Record<keyof Tasks, number>> = {}) {}

  private lane(name: Lane): Piscina {
    const known = this.lanes.get(name);
    if (known) return known;
    const lane = new Piscina({
      filename: FILE,
      minThreads: 0,
      maxThreads: 1,
      idleTimeout: IDLE_MS,
      resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB },
    });
    // A thread that ran out of memory fails its task; that is where it is told.
    lane.on('error', () => {});
    this.lanes.set(name, lane);
    return lane;
  }

  /** @throws Failure work.too-long, server.busy */
  async run<Name extends keyof Tasks>(
    lane: Lane,
    task: Name,
    input: Parameters<Tasks[Name]>[0],
  ): Promise<Awaited<ReturnType<Tasks[Name]>>> {
    if (this.under[lane] >= LONGEST_QUEUE[lane]) throw new Failure('server.busy');
    this.under[lane]++;
    const signal = AbortSignal.timeout(this.limits[task] ?? TIME_LIMITS[task]);
    try {
      return await this.lane(lane).run({ task, input }, { signal });
    } catch (error) {
      if (signal.aborted) throw new Failure('work.too-long');
      if ((error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY') throw new Failure('work.too-long');
      throw error;
    } finally {
      this.under[lane]--;
    }
  }

  /** How many tasks of each lane are not answered yet. */
  waiting(): Record<Lane, number> {
    return { ...this.under };
  }

  async close(): Promise<void> {
    await Promise.all([...this.lanes.values()].map((lane) => lane.destroy()));
  }
}
