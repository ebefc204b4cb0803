import type { NewReading, SavedReading } from '../../contracts/reading.js';
import type { ErrorCode, Issue } from '../../contracts/errors.js';
import type { Person } from '../../contracts/shop.js';
import { wordEntry, wordHint, wordImpossibility } from '../../contracts/wording.js';
import type { CompletedCard } from '../../core/cam/cam-card.js';
import type { Engine } from '../../core/engine/engine.js';
import { hasPlace } from '../../core/engine/places.js';
import { findMeasure, measureOf } from '../../core/plan/measures.js';
import { derivedByLast, faultOfLast, isInput } from '../../core/record/derivations.js';
import { judgeReading } from '../../core/record/judge-reading.js';
import { judgingOf } from '../../core/record/judging.js';
import { readEntry } from '../../core/record/read-entry.js';
import type { Reading } from '../../core/record/reading.js';
import { CANONICAL_UNIT, type Unit } from '../../core/units/units.js';
import { Failure } from '../failure.js';
import type { EngineRow } from '../store/engine-store.js';
import { isUniqueViolation } from '../store/database.js';
import { idsElsewhere, insertReadings } from '../store/reading-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';
import { ReadingsAtHand, type History } from './readings-at-hand.js';

/** A refusal of one item; the first of a batch gives the answer its code. */
interface Refused extends Issue {
  code: ErrorCode;
}

/** The canonical value of an item, or why it is refused: unknown measure, place or unit, or text that is no number. */
function check({ engine }: EngineRow, item: NewReading, index: number): { value: number } | Refused {
  const at = (field: string) => `readings.${index}.${field}`;
  const measure = findMeasure(item.measure);
  if (!measure)
    return { code: 'reading.unknown-measure', path: at('measure'), message: `there is no measure ${item.measure}` };
  if (!hasPlace(engine, measure.scope, item.place))
    return {
      code: 'reading.unknown-place',
      path: at('place'),
      message: `this engine has no ${measure.scope} ${item.place} to take ${measure.key} at`,
    };
  if (!measure.units.includes(item.unit as Unit))
    return {
      code: 'reading.unknown-unit',
      path: at('unit'),
      message: `${measure.key} is taken in ${measure.units.join(', ')}, not in ${item.unit}`,
    };
  const entry = readEntry(measure, item.entered, item.unit as Unit);
  return entry.ok
    ? { value: entry.value }
    : { code: 'reading.not-a-number', path: at('entered'), message: wordEntry(entry.reason, measure) };
}

const same = (known: Reading, item: NewReading) =>
  (['measure', 'place', 'entered', 'unit', 'how', 'instrument', 'atLiftMm', 'note', 'supersedes'] as const).every(
    (key) => known[key] === item[key],
  );

/**
 * Those of the batch that are not there yet, as they will stand.
 *
 * @param earlier what is written for the same engine in the same go, before this
 * @throws Failure reading.id-taken, reading.unknown-supersedes
 */
function freshOf(items: NewReading[], values: number[], history: History, earlier: Reading[], by: Person, at: Date) {
  const fresh: Reading[] = [];
  items.forEach((item, index) => {
    const find = (id: string) => history.find(id) ?? [...earlier, ...fresh].find((reading) => reading.id === id);
    const twin = find(item.id);
    if (twin && !same(twin, item)) throw idTaken(index);
    if (twin) return;
    const replaced = item.supersedes && find(item.supersedes);
    if (item.supersedes && (!replaced || replaced.measure !== item.measure || replaced.place !== item.place))
      throw new Failure('reading.unknown-supersedes', [
        { path: `readings.${index}.supersedes`, message: 'no earlier reading of this measure and place has this id' },
      ]);
    fresh.push({ ...item, unit: item.unit as Unit, value: values[index], takenAt: at.toISOString(), by: by.handle });
  });
  return fresh;
}

/** Two readings that only make sense together: the second is refused by what it says beside the first. */
function refuseImpossible(
  engine: Engine,
  history: History,
  earlier: Reading[],
  fresh: Reading[],
  items: NewReading[],
): void {
  fresh.forEach((reading, turn) => {
    if (!isInput(reading.measure)) return;
    const fault = faultOfLast(engine, [...history.all(), ...earlier, ...fresh.slice(0, turn + 1)]);
    const index = items.findIndex((item) => item.id === reading.id);
    if (fault)
      throw new Failure('reading.impossible', [
        { path: `readings.${index}.entered`, message: wordImpossibility(fault) },
      ]);
  });
}

const idTaken = (index: number) =>
  new Failure('reading.id-taken', [{ path: `readings.${index}.id`, message: 'another reading already has this id' }]);

/** One batch on its way to the disk. */
interface Job {
  row: EngineRow;
  by: Person;
  items: NewReading[];
  values: number[];
  done: (saved: SavedReading[]) => void;
  failed: (reason: unknown) => void;
}

/** The most readings that are written in one statement. */
const MOST_TOGETHER = 500;

/** Taking readings. What comes in from several benches while the disk is busy is written together, with one sync. */
export class Readings {
  private readonly atHand: ReadingsAtHand;
  private waiting: Job[] = [];

  constructor(
    private readonly context: Context,
    private readonly engines: Engines,
  ) {
    this.atHand = new ReadingsAtHand(context.database, context.audit);
  }

  /**
   * Takes a batch of readings: all or nothing, harmless to repeat, answered only when the disk has it. What is
   * answered for an id is judged against what stood before it, so that the same id gives the same answer later.
   *
   * @throws Failure reading.* and engine.not-found
   */
  async take(engineId: string, by: Person, items: NewReading[]): Promise<SavedReading[]> {
    const row = await this.engines.get(engineId);
    const checked = items.map((item, index) => check(row, item, index));
    const refused = checked.filter((result): result is Refused => 'code' in result);
    if (refused.length > 0)
      throw new Failure(
        refused[0].code,
        refused.map(({ path, message }) => ({ path, message })),
      );
    const values = (checked as { value: number }[]).map(({ value }) => value);
    return new Promise((done, failed) => {
      this.waiting.push({ row, by, items, values, done, failed });
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
    const at = clock.now();
    const batches: { engineId: string; by: string; readings: Reading[] }[] = [];
    for (const { row, by, items, values } of jobs) {
      const earlier = batches.filter(({ engineId }) => engineId === row.id).flatMap(({ readings }) => readings);
      const history = await this.atHand.of(row.id);
      const readings = freshOf(items, values, history, earlier, by, at);
      refuseImpossible(row.engine, history, earlier, readings, items);
      if (readings.length > 0) batches.push({ engineId: row.id, by: by.handle, readings });
    }
    if (batches.length > 0) {
      const acts = batches.map(({ engineId, by, readings }) => ({
        at,
        by,
        act: 'readings.taken',
        engineId,
        body: {
          readings: readings.map(({ id, measure, place, entered, unit }) => ({ id, measure, place, entered, unit })),
        },
      }));
      try {
        await audit.append(
          () => acts,
          (sealed) => insertReadings(database, batches, sealed),
        );
      } catch (error) {
        throw jobs.length === 1 && isUniqueViolation(error, 'readings_id_key')
          ? await this.whoseId(jobs[0], error)
          : error;
      }
    }
    for (const job of jobs) {
      // Where another process was faster meanwhile, this is read anew and has ours already.
      const history = await this.atHand.of(job.row.id);
      const timing = job.items.some(({ measure }) => measureOf(measure).stage === 'cam-timing');
      const card = timing ? await this.engines.card(job.row.id) : null;
      const fresh = batches.flatMap(({ readings }) => readings);
      job.done(
        job.items.map(({ id }) => {
          const known = history.find(id);
          const reading = known ?? fresh.find((taken) => taken.id === id)!;
          if (!known) history.add(reading);
          return answerFor(job.row, card, reading, known ? history.upTo(known) : history);
        }),
      );
    }
  }

  /** An id that is in the database, but not in this engine's history: another engine's, or written meanwhile. */
  private async whoseId({ row, items }: Job, error: unknown): Promise<unknown> {
    const ids = items.map((item) => item.id);
    const elsewhere = await idsElsewhere(this.context.database, row.id, ids);
    // Written meanwhile by another process of this shop: the sender's next try finds it, and is answered.
    return elsewhere.length === 0 ? error : idTaken(ids.findIndex((id) => elsewhere.includes(id)));
  }
}

/** @param history everything up to `reading` itself, which is its last */
function answerFor(
  { engine, spec }: EngineRow,
  card: CompletedCard | null,
  reading: Reading,
  history: History,
): SavedReading {
  const judging = judgingOf(engine, spec, card, (measure, place) => history.latestAt(measure, place));
  const brings = isInput(reading.measure) ? derivedByLast(engine, history.all()) : [];
  const { verdict, limit, judgedAs, hints } = judgeReading(judging, reading, history.latestOf(reading.measure), brings);
  return {
    id: reading.id,
    value: reading.value,
    unit: CANONICAL_UNIT[measureOf(reading.measure).quantity],
    verdict,
    limit,
    ...(judgedAs ? { judgedAs } : {}),
    hints: hints.map((hint) => ({ code: hint.code, message: wordHint(hint, reading.unit) })),
  };
}
