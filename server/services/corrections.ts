import type { NoteRequest, StrikeRequest } from '../../contracts/correction.js';
import type { Person } from '../../contracts/shop.js';
import { wordImpossibility } from '../../contracts/wording/impossible.js';
import { findPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import { actsOf, type Act, type ReadingNoted, type ReadingStruck } from '../../core/sheet/acts.js';
import { judgeNext } from '../../core/sheet/answer.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import type { Reading } from '../../core/sheet/reading.js';
import { slotKey } from '../../core/sheet/slot.js';
import { standOf } from '../../core/sheet/stand.js';
import { Failure } from '../failure.js';
import { findAct } from '../store/act-store.js';
import { fileAct, isSameAct, putAct } from './acts.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** What is done about a reading once it was taken. It is never changed and never deleted: it is struck, moved, or noted. */
export class Corrections {
  constructor(
    private readonly context: Context,
    private readonly engines: Engines,
  ) {}

  /**
   * A reading was wrong and counts no longer. The one before it counts again, or the place is missing. Where it was read
   * at another place than it was typed at, it stands there from now on, in the same act.
   *
   * @throws Failure act.id-taken, strike.no-reading, strike.already, reading.unknown-place, reading.id-taken,
   *   reading.impossible
   */
  async strike(engineId: string, by: Person, { id, readingId, reason, to }: StrikeRequest): Promise<ReadingStruck> {
    const { audit, database } = this.context;
    const row = await this.engines.inWork(engineId);
    const act = {
      kind: 'reading-struck' as const,
      ...this.hand(id, by),
      ...{ readingId, reason },
      ...(to ? { moved: to } : {}),
    };
    return audit.exclusively(async () => {
      const known = await findAct(database, act.id);
      if (known && !isSameAct(known, row.id, act)) throw new Failure('act.id-taken');
      if (known) return strikeOf(known.act);
      const file = await this.engines.file(engineId);
      const reading = readingIn(file, readingId);
      if (actsOf(file, 'reading-struck').some((one) => one.readingId === readingId))
        throw new Failure('strike.already');
      const moved = to && movedTo(file, reading, to, act);
      const { measure, place, entered } = reading;
      const body = { readingId, measure, place, entered, reason, ...(moved ? { to: moved.place } : {}) };
      await putAct(this.engines, row, act, moved ? 'reading.moved' : 'reading.struck', body, moved ? [moved] : []);
      return strikeOf(act);
    });
  }

  /** Words are put to a reading; empty takes them away. @throws Failure act.id-taken, strike.no-reading */
  async note(engineId: string, by: Person, { id, readingId, note }: NoteRequest): Promise<ReadingNoted> {
    const row = await this.engines.inWork(engineId);
    const { measure, place, entered } = readingIn(await this.engines.file(engineId), readingId);
    const act = { kind: 'reading-noted' as const, ...this.hand(id, by), readingId, note };
    const body = { readingId, measure, place, entered, note };
    const { kind, ...filed } = (await fileAct(
      this.context,
      this.engines,
      row,
      act,
      'reading.noted',
      body,
    )) as typeof act;
    return filed;
  }

  private hand(id: string | undefined, by: Person) {
    const { clock, newId } = this.context;
    return { id: id ?? newId(), by: by.handle, at: clock.now().toISOString() };
  }
}

function strikeOf(act: Act): ReadingStruck {
  const { kind, ...filed } = act as Act & { kind: 'reading-struck' };
  return filed;
}

/** @throws Failure strike.no-reading */
function readingIn(file: Pick<EngineFile, 'readings'>, readingId: string): Reading {
  const reading = file.readings.find(({ id }) => id === readingId);
  if (!reading) throw new Failure('strike.no-reading', [{ path: 'readingId', message: 'no reading has this id' }]);
  return reading;
}

/**
 * A reading as it stands at the place where it was read: by the hand and at the time that it was taken, of the same text.
 *
 * @throws Failure reading.unknown-place, reading.id-taken, reading.impossible
 */
function movedTo(
  file: EngineFile,
  reading: Reading,
  to: NonNullable<StrikeRequest['to']>,
  act: { at: string } & Act,
): Reading {
  const { scope, counts, key } = measureOf(reading.measure);
  const place = findPlace(file.engine, scope, to.place);
  if (place === undefined || place === reading.place)
    throw new Failure('reading.unknown-place', [
      { path: 'to.place', message: `this engine has no other ${scope} ${to.place} to take ${key} at` },
    ]);
  if (file.readings.some(({ id }) => id === to.readingId))
    throw new Failure('reading.id-taken', [{ path: 'to.readingId', message: 'another reading has this id' }]);
  const { supersedes, corrects, ...rest } = reading;
  const struck = { ...file, acts: [...file.acts, act] };
  const slot = { ...rest, place };
  const before = counts === 'newest' ? file.readings.findLast((one) => slotKey(one) === slotKey(slot)) : undefined;
  const moved: Reading = {
    ...slot,
    id: to.readingId,
    receivedAt: act.at,
    ...(before ? { supersedes: before.id } : {}),
  };
  const { fault } = judgeNext(struck, standOf(struck), moved);
  if (fault) throw new Failure('reading.impossible', [{ path: 'to.place', message: wordImpossibility(fault) }]);
  return moved;
}
