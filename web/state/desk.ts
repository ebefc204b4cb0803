import { create } from 'zustand';
import type { EngineAnswer } from '../../contracts/engine.js';
import type { RecordSummary } from '../../contracts/record.js';
import type { NewReading } from '../../contracts/reading.js';
import type { CompletedCard } from '../../core/cam/cam-card.js';
import type { LobeSweep } from '../../core/cam/lobe-sweep.js';
import { measureOf } from '../../core/plan/measures.js';
import { readEntry } from '../../core/record/read-entry.js';
import type { Disposition, Reading } from '../../core/record/reading.js';
import { buildSheet, type Sheet } from '../../core/record/sheet.js';
import type { Unit } from '../../core/units/units.js';
import { ApiError, call, sayError } from '../app/api.js';
import { forget, keep, keptFor, type Kept } from './outbox.js';
import { useSession } from './session.js';

/** Where a reading is: only here, on the server, or refused by it (with its words). */
export type Saved = 'kept-here' | 'on-server' | { refused: string };

export interface Desk {
  engineId: string | null;
  status: 'loading' | 'ready' | 'failed';
  failure: string | null;
  engine: EngineAnswer | null;
  readings: Reading[];
  dispositions: Disposition[];
  /** The newest cam card, completed, and the lobes that were swept. */
  card: CompletedCard | null;
  sweeps: LobeSweep[];
  /** What was signed, newest first. */
  records: RecordSummary[];
  sheet: Sheet | null;
  saved: Record<string, Saved>;
  acknowledged: string[];
  load: (engineId: string) => Promise<void>;
  reload: () => Promise<void>;
  /** Puts a reading on the sheet at once and on its way to the server; answers its id. */
  take: (typed: Pick<NewReading, 'measure' | 'place' | 'entered' | 'unit' | 'atLiftMm'>) => string;
  /** Drops a refused reading from this device. */
  drop: (id: string) => Promise<void>;
  flush: () => Promise<void>;
  acknowledge: (stage: string) => Promise<void>;
}

const RETRY_MS = [1000, 2000, 5000, 10_000];
let retries = 0;
let timer: ReturnType<typeof setTimeout> | undefined;
let flushing = false;

/** A typed reading with its canonical value, as it stands on the sheet before the server has it. */
function asReading({ reading, handle, takenAt }: Kept): Reading {
  const entry = readEntry(measureOf(reading.measure), reading.entered, reading.unit as Unit);
  return { ...reading, unit: reading.unit as Unit, value: entry.ok ? entry.value : NaN, takenAt, by: handle };
}

function sheetOf({
  engine,
  readings,
  dispositions,
  card,
}: Pick<Desk, 'engine' | 'readings' | 'dispositions' | 'card'>): Sheet | null {
  return engine && buildSheet({ engine, spec: engine.specSet, readings, dispositions, card });
}

const isRefused = (saved: Saved | undefined) => typeof saved === 'object';

/** A desk with nothing on it yet. */
const EMPTY = {
  engine: null,
  readings: [],
  dispositions: [],
  card: null,
  sweeps: [],
  records: [],
  sheet: null,
  saved: {},
  acknowledged: [],
};

/** One engine on the bench: its readings (those of the server, then those kept here), and the sheet that follows. */
export const useDesk = create<Desk>((set, get) => ({
  ...EMPTY,
  engineId: null,
  status: 'loading',
  failure: null,

  async load(engineId) {
    if (get().engineId !== engineId) set({ ...EMPTY, engineId, status: 'loading' });
    try {
      const base = `/api/engines/${engineId}`;
      const [engine, { readings }, { dispositions }, { acknowledged }, { card }, { sweeps }, { records }] =
        await Promise.all([
          call<EngineAnswer>('GET', base),
          call<{ readings: Reading[] }>('GET', `${base}/readings`),
          call<{ dispositions: Disposition[] }>('GET', `${base}/dispositions`),
          call<{ acknowledged: string[] }>('GET', `${base}/cautions`),
          call<{ card: CompletedCard | null }>('GET', `${base}/cam-card`),
          call<{ sweeps: LobeSweep[] }>('GET', `${base}/sweeps`),
          call<{ records: RecordSummary[] }>('GET', `${base}/records`),
        ]);
      const here = await keptFor(engineId);
      const known = new Set(readings.map((reading) => reading.id));
      await forget(here.filter((kept) => known.has(kept.reading.id)).map((kept) => kept.reading.id));
      if (get().engineId !== engineId) return;
      const shown = get();
      const waiting = new Map(
        here.filter((kept) => !known.has(kept.reading.id)).map((kept) => [kept.reading.id, asReading(kept)]),
      );
      const saved: Desk['saved'] = Object.fromEntries([...waiting.keys()].map((id) => [id, 'kept-here']));
      // Taken, or sent, while the server was being asked: it is not in the answer, nor perhaps any longer kept here.
      for (const reading of shown.readings) {
        if (known.has(reading.id) || !shown.saved[reading.id]) continue;
        waiting.set(reading.id, reading);
        saved[reading.id] = shown.saved[reading.id];
      }
      const all = [...readings, ...[...waiting.values()].sort((a, b) => (a.takenAt < b.takenAt ? -1 : 1))];
      set({
        status: 'ready',
        failure: null,
        engine,
        readings: all,
        dispositions,
        card,
        sweeps,
        records,
        acknowledged,
        saved,
        sheet: sheetOf({ engine, readings: all, dispositions, card }),
      });
      void get().flush();
    } catch (error) {
      if (get().engineId === engineId && get().status !== 'ready') set({ status: 'failed', failure: sayError(error) });
    }
  },

  reload: () => get().load(get().engineId!),

  take(typed) {
    const { engineId, engine, readings, dispositions, card, saved } = get();
    const earlier = readings.findLast(
      (reading) =>
        reading.measure === typed.measure &&
        reading.place === typed.place &&
        reading.atLiftMm === typed.atLiftMm &&
        !isRefused(saved[reading.id]),
    );
    const id = crypto.randomUUID?.() ?? uuidWithoutSecureContext();
    const kept: Kept = {
      engineId: engineId!,
      handle: useSession.getState().person!.handle,
      takenAt: new Date().toISOString(),
      reading: { id, how: 'keyed', ...typed, ...(earlier ? { supersedes: earlier.id } : {}) },
    };
    const all = [...readings, asReading(kept)];
    set({
      readings: all,
      sheet: sheetOf({ engine, readings: all, dispositions, card }),
      saved: { ...saved, [id]: 'kept-here' },
    });
    void keep(kept).then(() => get().flush());
    return id;
  },

  async drop(id) {
    await forget([id]);
    const { engine, dispositions, card, saved } = get();
    const { [id]: dropped, ...rest } = saved;
    const readings = get().readings.filter((reading) => reading.id !== id);
    set({ readings, saved: rest, sheet: sheetOf({ engine, readings, dispositions, card }) });
  },

  async flush() {
    const { engineId } = get();
    const person = useSession.getState().person;
    if (flushing || !engineId || !person) return;
    flushing = true;
    clearTimeout(timer);
    try {
      const waiting = (await keptFor(engineId)).filter(
        (kept) => kept.handle === person.handle && !isRefused(get().saved[kept.reading.id]),
      );
      if (waiting.length === 0) return;
      const batch = waiting.slice(0, 100);
      const ids = batch.map((kept) => kept.reading.id);
      try {
        await call('POST', `/api/engines/${engineId}/readings`, { readings: batch.map((kept) => kept.reading) });
        await forget(ids);
        retries = 0;
        set(({ saved }) => ({
          saved: { ...saved, ...Object.fromEntries(ids.map((id) => [id, 'on-server' as const])) },
        }));
      } catch (error) {
        const refusal =
          error instanceof ApiError && error.status >= 400 && error.status < 500 && ![401, 429].includes(error.status);
        if (refusal && batch.length === 1)
          set(({ saved }) => ({ saved: { ...saved, [ids[0]]: { refused: sayError(error) } } }));
        else if (!refusal || !(await sendOneByOne(engineId, batch, set))) {
          timer = setTimeout(() => void get().flush(), RETRY_MS[Math.min(retries++, RETRY_MS.length - 1)]);
          return;
        }
      }
    } finally {
      flushing = false;
    }
    await get().flush();
  },

  async acknowledge(stage) {
    const { acknowledged } = await call<{ acknowledged: string[] }>('POST', `/api/engines/${get().engineId}/cautions`, {
      stage,
    });
    set({ acknowledged });
  },
}));

/** A batch is all or nothing: when one of many is refused, the others must not wait for it. False when the server went away. */
async function sendOneByOne(
  engineId: string,
  batch: Kept[],
  set: (change: (desk: Desk) => Partial<Desk>) => void,
): Promise<boolean> {
  for (const { reading } of batch) {
    try {
      await call('POST', `/api/engines/${engineId}/readings`, { readings: [reading] });
      await forget([reading.id]);
      set(({ saved }) => ({ saved: { ...saved, [reading.id]: 'on-server' } }));
    } catch (error) {
      if (!(error instanceof ApiError) || error.status === 0 || error.status >= 500) return false;
      set(({ saved }) => ({ saved: { ...saved, [reading.id]: { refused: sayError(error) } } }));
    }
  }
  return true;
}

/** On a plain-http address of the shop's network the browser has no `randomUUID`, but it has randomness. */
function uuidWithoutSecureContext(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6] & 0x0f) | 0x40;
  bytes[8] = (bytes[8] & 0x3f) | 0x80;
  const hex = [...bytes].map((byte) => byte.toString(16).padStart(2, '0')).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})(.{12})$/, '$1-$2-$3-$4-$5');
}

if (typeof window !== 'undefined') window.addEventListener('online', () => void useDesk.getState().flush());
