import { createStore, type StoreApi } from 'zustand/vanilla';
import type { EngineAnswer } from '../../contracts/engine.js';
import type { EngineFileAnswer } from '../../contracts/engine-file.js';
import type { NewReading, SavedReading } from '../../contracts/reading.js';
import type { RecordSummary } from '../../contracts/record.js';
import type { Stage } from '../../core/plan/measure.js';
import { measureOf } from '../../core/plan/measures.js';
import type { EngineFile } from '../../core/sheet/engine-file.js';
import type { Reading } from '../../core/sheet/reading.js';
import { judgeLast } from '../../core/sheet/answer.js';
import { slotKey } from '../../core/sheet/slot.js';
import { ApiError, sayError } from '../app/api.js';
import { byTime, type Kept, type Outbox } from './outbox.js';
import { asReading, NOTHING, strikesOf, viewOf, type View } from './view-of.js';

/** Where a reading is: only here, on the server, or refused by it (with its words). */
type Saved = 'kept-here' | 'on-server' | { refused: string };

/** Where a desk has its engines from, and where its readings go. */
export interface DeskSource {
  load: (engineId: string) => Promise<EngineFileAnswer>;
  /** @throws ApiError */
  post: (engineId: string, readings: NewReading[]) => Promise<SavedReading[]>;
  acknowledge: (engineId: string, stage: Stage) => Promise<unknown>;
  /** @throws ApiError */
  strike: (engineId: string, struck: { id: string; readingId: string; reason: string }) => Promise<unknown>;
  outbox: Outbox;
  /** Handle of whoever works here now, null for nobody. */
  hand: () => string | null;
  now: () => Date;
  newId: () => string;
  /** Does work when the hand has its answer: once what was begun is through. */
  later: (work: () => void) => void;
}

/** What is typed into a slot. */
type Typed = Pick<
  NewReading,
  'measure' | 'place' | 'at' | 'occasion' | 'entered' | 'unit' | 'supersedes' | 'corrects'
> &
  Partial<Pick<NewReading, 'how'>>;

export interface Desk extends View {
  engineId: string | null;
  status: 'loading' | 'ready' | 'failed';
  failure: string | null;
  engine: EngineAnswer | null;
  /** Everything read, also what only this device has yet. */
  readings: readonly Reading[];
  /** What was signed, newest first. */
  records: RecordSummary[];
  saved: Record<string, Saved>;
  load: (engineId: string) => Promise<void>;
  reload: () => Promise<void>;
  /** Puts a reading on the sheet, once the hand has gone on, and on its way to the server; answers its id. */
  take: (typed: Typed) => string;
  /** Shows at once what was taken: before anything is judged that may contradict it. Answers what follows from all of it. */
  upToDate: () => Pick<Desk, 'file' | 'stand'>;
  /** Drops a refused reading from this device. */
  drop: (id: string) => Promise<void>;
  /** Strikes a reading that only this device has yet, for when the server is back. False where it is not kept here. */
  undo: (id: string, reason: string) => Promise<boolean>;
  flush: () => Promise<void>;
  /** Until everything that was taken is on the server, or could not be sent. */
  sent: () => Promise<void>;
  acknowledge: (stage: Stage) => Promise<void>;
}

const RETRY_MS = [1000, 2000, 5000, 10_000];
/** The most readings that are sent in one go. */
const BATCH = 100;

const isOf = (id: string) => (kept: Kept) => kept.reading.id === id;
const isRefused = (saved: Saved | undefined) => typeof saved === 'object';

/** A desk with nothing on it yet. */
const EMPTY = { ...NOTHING, engine: null, readings: [], records: [], saved: {} };

/**
 * One engine on the bench: its file (what the server has, then what is kept here), and the sheet that follows. Each desk
 * has its own state, so that the same screens can stand on another source.
 */
export function createDesk(source: DeskSource): StoreApi<Desk> {
  let retries = 0;
  let timer: ReturnType<typeof setTimeout> | undefined;
  /** What is being sent, and whether somebody asked to since. */
  let sending: Promise<void> | null = null;
  let isMore = false;
  /** Until all that was taken is kept on this device. */
  let keeping: Promise<unknown> = Promise.resolve();
  /** What this device judged a reading to be, until the server has answered. */
  const expected = new Map<string, string>();

  const store = createStore<Desk>((set, get) => {
    /** The file with other readings; what only this device has yet stands on no record either. */
    const withReadings = (readings: readonly Reading[]) => {
      const file = get().file!;
      const more = readings.length - file.readings.length;
      const signed = file.signed && { ...file.signed, since: Math.max(0, file.signed.since + more) };
      return viewOf({ ...file, readings, signed });
    };
    /** Readings that were taken and are not shown yet: what is shown is always of one piece. */
    let unsettled: Reading[] = [];
    /** What follows from what is shown and what was taken since, while neither changes. */
    let worked: { shown: readonly Reading[]; last: Reading; view: View } | null = null;
    const workOut = () => {
      const { readings: shown } = get();
      const last = unsettled.at(-1);
      if (worked?.shown === shown && worked.last === last) return worked;
      return (worked = last ? { shown, last, view: withReadings([...shown, ...unsettled]) } : null);
    };
    /** Shows all that was taken, and the sheet that follows. */
    const settle = () => {
      const made = workOut();
      if (!made) return;
      const { last, view } = made;
      [unsettled, worked] = [[], null];
      // Of several that came at once, the last is judged as it stands; the others are the server's to judge.
      expected.set(last.id, judgeLast(view.file!, view.stand!, view.judging!).verdict);
      set(view);
    };
    /** The same while a hand goes on: worked out at one moment and drawn at another, so that no key waits for both. */
    const settleBetweenKeys = () => {
      if (workOut()) source.later(settle);
    };
    const savedAs = (ids: string[], saved: Saved) => Object.fromEntries(ids.map((id) => [id, saved]));
    const mark = (ids: string[], saved: Saved) => set((desk) => ({ saved: { ...desk.saved, ...savedAs(ids, saved) } }));

    /**
     * An engine's file, and what is kept here beside it: no reading is in neither. What is sent while the server is being
     * asked, by this tab or another, may have come too late for its answer, and is kept here no longer: it is asked again.
     */
    const fetchWhole = async (engineId: string) => {
      for (;;) {
        const before = await source.outbox.keptFor(engineId);
        const answer = await source.load(engineId);
        const here = await source.outbox.keptFor(engineId);
        const known = new Set([...answer.readings, ...here.map(({ reading }) => reading)].map(({ id }) => id));
        if (before.every(({ reading }) => known.has(reading.id))) return { answer, here };
      }
    };

    /** Sends readings, and takes over what the server made of them. */
    const send = async (engineId: string, batch: Kept[]) => {
      const answered = await source.post(
        engineId,
        batch.map(({ reading, takenAt }) => ({ ...reading, takenAt })),
      );
      const ids = batch.map(({ reading }) => reading.id);
      for (const { reading, undone } of batch)
        if (undone) await source.strike(engineId, { id: undone.id, readingId: reading.id, reason: undone.reason });
      await source.outbox.forget(batch);
      retries = 0;
      // Sent before its file was there, it comes with the file.
      if (get().engineId !== engineId || !get().file) return mark(ids, 'on-server');
      settle();
      const times = new Map(answered.map(({ id, receivedAt }) => [id, receivedAt]));
      const timed = (one: Reading) => (times.has(one.id) ? { ...one, receivedAt: times.get(one.id)! } : one);
      // In one go: everything that shows a reading is drawn once.
      set(({ file, readings: known, saved }) => {
        const readings = known.map(timed);
        return { readings, file: { ...file!, readings }, saved: { ...saved, ...savedAs(ids, 'on-server') } };
      });
      // Judged otherwise there than here: somebody else wrote on this engine meanwhile.
      const differs = answered.some(({ id, verdict }) => expected.has(id) && expected.get(id) !== verdict);
      ids.forEach((id) => expected.delete(id));
      if (differs) void get().reload();
    };

    /** The server will not have it. Undone before it was there, it goes without a word: the file says what stands there. */
    const refuse = async ({ reading: { id }, undone }: Kept, error: ApiError) => {
      if (!undone) return mark([id], { refused: sayError(error) });
      await get().drop(id);
      void get().reload();
    };

    /** A batch is all or nothing: when one of many is refused, the others must not wait for it. False when the server went away. */
    const sendOneByOne = async (engineId: string, batch: Kept[]): Promise<boolean> => {
      for (const kept of batch) {
        try {
          await send(engineId, [kept]);
        } catch (error) {
          if (!(error instanceof ApiError) || error.status === 0 || error.status >= 500) return false;
          await refuse(kept, error);
        }
      }
      return true;
    };

    /** Sends some of what waits. False where nothing does, or the server went away. */
    const sendSome = async (): Promise<boolean> => {
      const { engineId } = get();
      const hand = source.hand();
      if (!engineId || !hand) return false;
      clearTimeout(timer);
      const waiting = (await source.outbox.keptFor(engineId)).filter(
        (kept) => kept.handle === hand && !isRefused(get().saved[kept.reading.id]),
      );
      if (waiting.length === 0) return false;
      const batch = waiting.slice(0, BATCH);
      try {
        await send(engineId, batch);
        return true;
      } catch (error) {
        const refusal =
          error instanceof ApiError && error.status >= 400 && error.status < 500 && ![401, 429].includes(error.status);
        if (refusal && batch.length === 1) await refuse(batch[0], error);
        else if (!refusal || !(await sendOneByOne(engineId, batch))) {
          timer = setTimeout(() => void get().flush(), RETRY_MS[Math.min(retries++, RETRY_MS.length - 1)]);
          return false;
        }
        return true;
      }
    };
    const sendAll = async () => {
      // Whoever asks meanwhile waits for the same, and what he asks about is sent with it.
      await Promise.resolve();
      try {
        while (isMore) {
          isMore = false;
          while (await sendSome());
        }
      } finally {
        sending = null;
      }
    };

    return {
      ...EMPTY,
      engineId: null,
      status: 'loading',
      failure: null,

      async load(engineId) {
        settle();
        if (get().engineId !== engineId) set({ ...EMPTY, engineId, status: 'loading' });
        try {
          const { answer: asked, here } = await fetchWhole(engineId);
          const { engine, records, ...answer } = asked;
          const known = new Set(answer.readings.map((reading) => reading.id));
          await source.outbox.forget(here.filter(({ reading, undone }) => !undone && known.has(reading.id)));
          if (get().engineId !== engineId) return;
          settle();
          const shown = get();
          const waiting = new Map<string, Reading>();
          const saved: Desk['saved'] = {};
          const wait = (reading: Reading, as: Saved) => {
            if (known.has(reading.id) || waiting.has(reading.id)) return;
            waiting.set(reading.id, reading);
            saved[reading.id] = as;
          };
          // Taken, or sent, while the server was being asked: it is not in the answer, nor perhaps any longer kept here.
          for (const reading of shown.readings) if (shown.saved[reading.id]) wait(reading, shown.saved[reading.id]);
          for (const kept of here) wait(asReading(kept), 'kept-here');
          const acts = [...answer.acts, ...here.flatMap(strikesOf)];
          const file: EngineFile = { ...answer, acts, engine, spec: engine.specSet };
          set({ status: 'ready', failure: null, engine, records, saved, file });
          set(withReadings([...answer.readings, ...[...waiting.values()].sort(byTime)]));
          void get().flush();
        } catch (error) {
          if (get().engineId === engineId && get().status !== 'ready')
            set({ status: 'failed', failure: sayError(error) });
        }
      },

      reload: () => get().load(get().engineId!),

      take(typed) {
        const { engineId, readings, saved } = get();
        const known = [...readings, ...unsettled];
        const here = slotKey(typed);
        // Where more than the newest counts, none replaces another unless it is said to.
        const earlier =
          measureOf(typed.measure).counts !== 'newest'
            ? undefined
            : known.findLast((reading) => slotKey(reading) === here && !isRefused(saved[reading.id]));
        const id = source.newId();
        const kept: Kept = {
          engineId: engineId!,
          handle: source.hand()!,
          takenAt: source.now().toISOString(),
          reading: { id, how: 'keyed', ...typed, ...(earlier ? { supersedes: earlier.id } : {}) },
        };
        unsettled.push(asReading(kept));
        mark([id], 'kept-here');
        source.later(settleBetweenKeys);
        const isKept = source.outbox.keep(kept).then(() => void get().flush());
        keeping = Promise.allSettled([keeping, isKept]);
        return id;
      },

      upToDate() {
        settle();
        return get();
      },

      async drop(id) {
        await source.outbox.forget((await source.outbox.keptFor(get().engineId!)).filter(isOf(id)));
        settle();
        const { [id]: dropped, ...saved } = get().saved;
        set({ ...withReadings(get().readings.filter((reading) => reading.id !== id)), saved });
      },

      async undo(id, reason) {
        const kept = (await source.outbox.keptFor(get().engineId!)).find(isOf(id));
        if (!kept) return false;
        const undone = { ...kept, undone: { id: source.newId(), reason, at: source.now().toISOString() } };
        await source.outbox.keep(undone);
        settle();
        set(({ file }) => viewOf({ ...file!, acts: [...file!.acts, ...strikesOf(undone)] }));
        void get().flush();
        return true;
      },

      flush() {
        isMore = true;
        return (sending ??= sendAll());
      },

      async sent() {
        await keeping;
        await get().flush();
      },

      async acknowledge(stage) {
        await source.acknowledge(get().engineId!, stage);
        settle();
        const act = {
          kind: 'caution' as const,
          id: source.newId(),
          stage,
          by: source.hand()!,
          at: source.now().toISOString(),
        };
        set(({ file }) => viewOf({ ...file!, acts: [...file!.acts, act] }));
      },
    };
  });
  return store;
}
