import { checkReading, type Item, type Refused } from '../../contracts/check-reading.js';
import type { NewReading, SavedReading } from '../../contracts/reading.js';
import type { Person } from '../../contracts/shop.js';
import { wordHint } from '../../contracts/wording/hint.js';
import { wordImpossibility } from '../../contracts/wording/impossible.js';
import { wordSource } from '../../contracts/wording/limit.js';
import { measureOf } from '../../core/plan/measures.js';
import type { Reading } from '../../core/sheet/reading.js';
import type { Answer } from '../../core/sheet/answer.js';
import { slotKey } from '../../core/sheet/slot.js';
import { CANONICAL_UNIT, type Unit } from '../../core/units/units.js';
import { Failure } from '../failure.js';
import type { Act } from '../store/audit-log.js';
import type { EngineRow } from '../store/engine-store.js';
import type { FloorChange } from '../store/floor-store.js';
import { isUniqueViolation } from '../store/database.js';
import { idsElsewhere, insertReadings, readingRow } from '../store/reading-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';
import type { FileAtHand } from './files-at-hand.js';

const utc = (time: string) => new Date(time).toISOString();

/** Whether a reading that is there already is the one that was sent. */
const same = (known: Reading, { sent, slot }: Item) =>
  slotKey(known) === slotKey(slot) &&
  (sent.takenAt === undefined || utc(sent.takenAt) === known.takenAt) &&
  (['entered', 'unit', 'how', 'instrument', 'note', 'supersedes', 'corrects'] as const).every(
    (key) => known[key] === sent[key],
  );

/** An item as the reading that it will be. */
function readingOf({ sent, slot, value }: Item, by: Person, at: Date): Reading {
  const { id, entered, unit, how, instrument, note, supersedes, corrects, takenAt } = sent;
  return {
    id,
    ...slot,
    entered,
    unit: unit as Unit,
    value,
    takenAt: takenAt === undefined ? at.toISOString() : utc(takenAt),
    receivedAt: at.toISOString(),
    by: by.handle,
    how,
    ...(instrument === undefined ? {} : { instrument }),
    ...(note === undefined ? {} : { note }),
    ...(supersedes === undefined ? {} : { supersedes }),
    ...(corrects ? { corrects } : {}),
  };
}

const idTaken = (index: number) =>
  new Failure('reading.id-taken', [{ path: `readings.${index}.id`, message: 'another reading already has this id' }]);

/** One batch on its way to the disk. */
interface Job {
  row: EngineRow;
  by: Person;
  items: Item[];
  done: (saved: SavedReading[]) => void;
  failed: (reason: unknown) => void;
}

/** A batch that was added to its engine's file, before it is written: what is new of it, and its answers. */
interface Added {
  job: Job;
  hand: FileAtHand;
  /** How many readings the file had before. */
  before: number;
  fresh: Reading[];
  answers: Map<string, SavedReading>;
}

/**
 * Adds what is new of a batch to the file at hand, each reading judged as it then stands.
 *
 * @throws Failure reading.id-taken, reading.unknown-supersedes, reading.impossible
 */
function add({ job: { items, by }, hand, fresh, answers }: Added, at: Date): void {
  items.forEach((item, index) => {
    const { sent, slot } = item;
    const twin = hand.find(sent.id);
    if (twin && !same(twin, item)) throw idTaken(index);
    if (twin) {
      if (!answers.has(twin.id)) answers.set(twin.id, toSaved(twin, hand.judge(twin)));
      return;
    }
    if (sent.corrects && !sent.supersedes)
      throw new Failure('reading.unknown-supersedes', [
        { path: `readings.${index}.corrects`, message: 'say in supersedes which reading it puts right' },
      ]);
    const replaced = sent.supersedes && hand.find(sent.supersedes);
    if (sent.supersedes && (!replaced || replaced.measure !== slot.measure || replaced.place !== slot.place))
      throw new Failure('reading.unknown-supersedes', [
        { path: `readings.${index}.supersedes`, message: 'no earlier reading of this measure and place has this id' },
      ]);
    const reading = readingOf(item, by, at);
    const fault = hand.add(reading);
    // Two readings that only make sense together: the second is refused by what it says beside the first.
    if (fault)
      throw new Failure('reading.impossible', [
        { path: `readings.${index}.entered`, message: wordImpossibility(fault) },
      ]);
    fresh.push(reading);
    answers.set(reading.id, toSaved(reading, hand.judgeLast()));
  });
}

/** The act of the log that tells what is new of a batch. */
function actOf({ job: { row, by }, fresh }: Added, at: Date): Act {
  return {
    at,
    by: by.handle,
    act: 'readings.taken',
    engineId: row.id,
    body: {
      readings: fresh.map(({ id, measure, place, entered, unit }) => ({ id, measure, place, entered, unit })),
    },
    rows: fresh.map((reading) => readingRow(row.id, reading)),
  };
}

/** The most readings that are written in one statement. */
const MOST_TOGETHER = 500;

/** Taking readings. What comes in from several benches while the disk is busy is written together, with one sync. */
export class Readings {
  private waiting: Job[] = [];

  constructor(
    private readonly context: Context,
    private readonly engines: Engines,
  ) {}

  /**
   * Takes a batch of readings: all or nothing, harmless to repeat, answered only when the disk has it. What is
   * answered for an id is judged against what stood before it, so that the same id gives the same answer later.
   *
   * @throws Failure reading.* and engine.not-found
   */
  async take(engineId: string, by: Person, sent: NewReading[]): Promise<SavedReading[]> {
    const row = await this.engines.inWork(engineId);
    const checked = sent.map((item, index) => checkReading(row, item, index));
    const refused = checked.filter((result): result is Refused => 'code' in result);
    if (refused.length > 0)
      throw new Failure(
        refused[0].code,
        refused.map(({ path, message }) => ({ path, message })),
      );
    return new Promise((done, failed) => {
      this.waiting.push({ row, by, items: checked as Item[], done, failed });
      void this.context.audit.exclusively(() => this.writeWaiting());
    });
  }

  /** Writes all that wait by now; where that fails, each batch alone, so that none fails for another. */
  private async writeWaiting(): Promise<void> {
    // PGlite holds the event loop while it writes: one round of it lets in what arrived at the door meanwhile.
    await new Promise((resolve) => setImmediate(resolve));
    let count = 0;
    const together = this.waiting.filter(
      (job) => (count += job.items.length) <= MOST_TOGETHER || count === job.items.length,
    );
    this.waiting = this.waiting.filter((job) => !together.includes(job));
    if (together.length === 0) return;
    try {
      await this.write(together);
    } catch (error) {
      if (together.length === 1) together[0].failed(error);
      else for (const job of together) await this.write([job]).catch(job.failed);
    }
  }

  private async write(jobs: Job[]): Promise<void> {
    const { audit, clock, database } = this.context;
    let added: Added[] = [];
    const takeBack = () => {
      for (const { hand, before } of added.reverse()) hand.rewind(before);
      added = [];
    };
    let floor: FloorChange[] = [];
    try {
      await audit.append(
        async () => {
          // Where another process was faster, what it wrote came before: judged anew with it.
          takeBack();
          const at = clock.now();
          for (const job of jobs) {
            const hand = await this.engines.atHand.of(job.row.id);
            const one: Added = { job, hand, before: hand.length, fresh: [], answers: new Map() };
            added.push(one);
            add(one, at);
          }
          const fresh = added.filter((one) => one.fresh.length > 0);
          floor = [...new Set(fresh.map(({ hand }) => hand))].map((hand) => hand.floorChange(at));
          return fresh.map((one) => actOf(one, at));
        },
        (sealed, acts) =>
          insertReadings(
            database,
            acts.flatMap(({ rows }) => rows ?? []),
            sealed,
            floor,
          ),
      );
    } catch (error) {
      takeBack();
      throw jobs.length === 1 && isUniqueViolation(error, 'readings_id_key')
        ? await this.whoseId(jobs[0], error)
        : error;
    }
    for (const { job, answers } of added) job.done(job.items.map(({ sent: { id } }) => answers.get(id)!));
  }

  /** An id that is in the database, but not in this engine's file: another engine's, or written meanwhile. */
  private async whoseId({ row, items }: Job, error: unknown): Promise<unknown> {
    const ids = items.map(({ sent }) => sent.id);
    const elsewhere = await idsElsewhere(this.context.database, row.id, ids);
    // Written meanwhile by another process of this shop: the sender's next try finds it, and is answered.
    return elsewhere.length === 0 ? error : idTaken(ids.findIndex((id) => elsewhere.includes(id)));
  }
}

function toSaved(reading: Reading, { verdict, limit, judgedAs, hints }: Answer): SavedReading {
  return {
    id: reading.id,
    value: reading.value,
    unit: CANONICAL_UNIT[measureOf(reading.measure).quantity],
    verdict,
    limit: limit && { ...limit, source: wordSource(limit.source) },
    ...(judgedAs ? { judgedAs } : {}),
    hints: hints.map((hint) => ({ code: hint.code, message: wordHint(hint, reading.unit, reading) })),
    takenAt: reading.takenAt,
    receivedAt: reading.receivedAt,
  };
}
