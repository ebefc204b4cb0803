import type { PromisesAnswer } from '../../contracts/promise.js';
import type { ShopData } from '../../contracts/shop-data.js';
import { latenessBySupplier } from '../../core/parts/lateness.js';
import { isNotFitted, isOpen, type PartLine } from '../../core/parts/line.js';
import { learnTimes, type LearnedTimes } from '../../core/plan/learned-times.js';
import { dayNumber } from '../../core/plan/recheck-due.js';
import { dayIn, startOfDay, WEEKDAYS, WorkTime, type WorkWeek } from '../../core/plan/work-time.js';
import { actsOf } from '../../core/sheet/acts.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import { seedOf, type ToReckon } from '../../core/sheet/likely.js';
import { jobOf, type Job } from '../../core/sheet/papers.js';
import { pathOf } from '../../core/sheet/path.js';
import { fileAt, promisesKept, type KeptClass } from '../../core/sheet/promises-kept.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { standOf } from '../../core/sheet/stand.js';
import { workLeft, type WorkLeft } from '../../core/sheet/work-left.js';
import { listHandedOver, listInWork } from '../store/floor-store.js';
import { listPapers } from '../store/paper-store.js';
import { linesOfEngine, linesOfEngineAt, listArrivals } from '../store/parts-store.js';
import { listPeople } from '../store/people-store.js';
import { listTaken } from '../store/reading-store.js';
import { findShop, findShopData } from '../store/shop-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** As many engines as a shop has on its benches; those that were touched last. */
const MOST_ENGINES = 80;
/** So many of the newest readings tell how long things take, and they are looked at again after so long, ms. */
const LOOKED_BACK = 5000;
const LEARNED_FOR_MS = 10 * 60_000;

/** What is usual until a shop says its own. */
const USUAL = { week: WEEKDAYS.slice(0, 5), hours: { from: '08:00', to: '17:00', breakFrom: '12:00', breakTo: '12:30' }, timeZone: 'UTC' }; // prettier-ignore

/** When the shop works, and what of that it has not said itself. */
function workWeekOf({ week, hours, closed, timeZone }: ShopData): {
  work: WorkWeek;
  unsaid: PromisesAnswer['unsaid'];
} {
  const said = { week, hours, timeZone };
  const days = week ?? USUAL.week;
  return {
    work: {
      week: days.map((day) => ({ day, ...(hours ?? USUAL.hours) })),
      closed,
      timeZone: timeZone ?? USUAL.timeZone,
    },
    unsaid: (['week', 'hours', 'timeZone'] as const).filter((one) => said[one] === null),
  };
}

/** Within so long of one another things are done without a rest, whatever the hours of the shop; ms. */
const LATE_MS = 20 * 60_000;
/** Of so many engines that were handed over last it is told how well their promises held. */
const HANDED_OVER = 40;
/** So many of the parts that came last tell how late their suppliers are. */
const ARRIVALS = 500;

/** What the shop's own acts tell of time. */
interface Known {
  times: LearnedTimes;
  late: ReadonlyMap<string, number[]>;
}

/** What is kept of an engine while nothing is written on it: what is left to do. */
interface Kept {
  stamp: string;
  left: WorkLeft;
  job: ReturnType<typeof jobOf>;
  told: PromisesAnswer['engines'][number]['told'];
  template: string | null;
}

/** When each engine in work will be ready, by what is left on it and how long that takes in this shop. */
export class Promises {
  private learned: ({ at: number } & Known) | null = null;
  private readonly kept = new Map<string, Kept>();
  private words: { stamp: string; classes: KeptClass[] } | null = null;
  /** How often each engine was written on in this process; another process moves the time at which it was touched. */
  private readonly writes = new Map<string, number>();

  constructor(
    private readonly context: Context,
    private readonly engines: Engines,
  ) {
    context.audit.onWritten((acts) => {
      for (const { engineId } of acts) if (engineId) this.writes.set(engineId, (this.writes.get(engineId) ?? 0) + 1);
    });
  }

  /** Every engine in work, the one most at risk first: late by the longest, then the least likely to be kept. */
  async list(): Promise<PromisesAnswer> {
    const { clock, database, workers } = this.context;
    const from = clock.now().getTime();
    const { work, unsaid } = workWeekOf(await findShopData(database));
    const learned = await this.known(from, work);
    const inWork = await listInWork(database, MOST_ENGINES);
    const known = [];
    for (const { shown, touchedAt, waits } of inWork) {
      const { id, tag, title, customer } = shown;
      const stamp = `${touchedAt.getTime()} ${this.writes.get(id)} ${waits} ${this.learned!.at} ${work.timeZone}`;
      const { left, job, told, template } = await this.keptOf(id, stamp, work, learned);
      const { promised = null, startOn = null } = job;
      const { customerId } = await this.engines.get(id);
      known.push({ id, tag, title, customer, customerId, promised, startOn, ...left, told, template });
    }
    const toReckon = known.map(({ id, steps, promised, startOn }): ToReckon => ({
      steps,
      from: startOn === null ? from : Math.max(from, startOfDay(startOn, work.timeZone)),
      promised,
      seed: seedOf(id),
      pace: learned.times.engines,
    }));
    // Beside the main thread: whoever posts a reading meanwhile does not wait for it.
    const likely = await workers.run('shop', 'reckonPromises', { engines: toReckon, work });
    const engines = known.map((one, index) => ({ ...one, ...likely[index] }));
    const people = await listPeople(database);
    const hands = people.filter(({ role }) => role === 'builder').length;
    return {
      engines: engines.sort((a, b) => riskOf(b) - riskOf(a)),
      work,
      unsaid,
      from,
      pace: learned.times.engines,
      hands,
      shop: (await findShop(database))!.name,
    };
  }

  /** How long things take in this shop, and by how much parts come late. */
  private async known(now: number, work: WorkWeek): Promise<Known> {
    const { database } = this.context;
    if (this.learned && now - this.learned.at <= LEARNED_FOR_MS && now >= this.learned.at) return this.learned;
    const taken = await listTaken(database, LOOKED_BACK);
    const first = taken.reduce((least, { at }) => Math.min(least, at), now);
    const time = new WorkTime(work, first);
    // Who works late works: what he does soon after another thing took the time between.
    const worked = (from: number, to: number) => Math.max(time.minutesBetween(from, to), to - from <= LATE_MS ? (to - from) / 60_000 : 0); // prettier-ignore
    const late = latenessBySupplier(await listArrivals(database, work.timeZone, ARRIVALS), (from, to) => dayNumber(to) - dayNumber(from)); // prettier-ignore
    this.learned = { at: now, times: learnTimes(taken, worked), late };
    return this.learned;
  }

  /** How well promises held that were made on engines handed over since, by how likely each would have been called. */
  async heldWords(): Promise<KeptClass[]> {
    const { clock, database, workers } = this.context;
    const { work } = workWeekOf(await findShopData(database));
    const learned = await this.known(clock.now().getTime(), work);
    const ids = await listHandedOver(database, HANDED_OVER);
    const stamp = `${ids.join()} ${work.timeZone}`;
    if (this.words?.stamp === stamp) return this.words.classes;
    const made: { toReckon: ToReckon; isKept: boolean }[] = [];
    for (const id of ids) {
      const file = await this.engines.file(id);
      const handedOver = actsOf(file, 'life').find(({ life }) => life === 'handed-over');
      if (!handedOver) continue;
      const jobs = await listPapers(database, id, { newestOf: [], allOf: ['job'] });
      let before: string | null = null;
      for (const { body, at } of jobs) {
        const { promised = null } = body as Job;
        if (promised === null || promised === before || at > handedOver.at) continue;
        before = promised;
        const lines = await linesOfEngineAt(database, id, new Date(at));
        const { steps } = this.leftOn(fileAt(file, at), lines, work, learned);
        const from = Date.parse(at);
        made.push({
          toReckon: { steps, from, promised, seed: seedOf(id), pace: learned.times.engines },
          isKept: dayIn(Date.parse(handedOver.at), work.timeZone) <= promised,
        });
      }
    }
    const likely = await workers.run('shop', 'reckonPromises', { engines: made.map(({ toReckon }) => toReckon), work });
    const classes = promisesKept(made.map(({ isKept }, index) => ({ share: likely[index].share!, isKept })));
    this.words = { stamp, classes };
    return classes;
  }

  /** What is left on an engine as a file says it. */
  private leftOn(file: EngineFile, lines: PartLine[], work: WorkWeek, { times, late }: Known): WorkLeft {
    const stand = standOf(file);
    const path = pathOf({ file, stand, sheet: sheetOf(file, stand), partsOpen: lines.filter(isNotFitted).length });
    const opensOn = (day: string) => new Date(startOfDay(day, work.timeZone)).toISOString();
    return workLeft(path, file.spec.practice, times, lines.filter(isOpen), opensOn, late);
  }

  private async keptOf(id: string, stamp: string, work: WorkWeek, learned: Known): Promise<Kept> {
    const known = this.kept.get(id);
    if (known?.stamp === stamp) return known;
    const file = await this.engines.file(id);
    const lines: PartLine[] = await linesOfEngine(this.context.database, id);
    const told = actsOf(file, 'told').at(-1);
    const kept: Kept = {
      stamp,
      left: this.leftOn(file, lines, work, learned),
      job: jobOf(file),
      told: told ? { at: told.at, by: told.by, expected: told.expected, promised: told.promised } : null,
      template: file.spec.practice.path?.told ?? null,
    };
    if (this.kept.size > 4 * MOST_ENGINES) this.kept.clear();
    this.kept.set(id, kept);
    return kept;
  }
}

const DAY_MS = 86_400_000;
/** How urgent an engine is: days late by the usual way, and how unlikely its promise; without a promise, not. */
function riskOf({ promised, readyOn, share }: PromisesAnswer['engines'][number]): number {
  if (promised === null) return -1e6;
  const late = (Date.parse(readyOn) - Date.parse(promised)) / DAY_MS;
  return late + 10 * (1 - (share ?? 1));
}
