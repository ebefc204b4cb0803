import { openDB, type DBSchema } from 'idb';
import { create } from 'zustand';
import type { PictureStage } from '../../contracts/picture.js';
import { ApiError, sayError, sendPicture } from '../app/api.js';
import { newId } from '../app/new-id.js';
import { handNow, useSession } from './session.js';

/** A picture that the server does not have yet: it stays on this device until the server says that it does. */
export interface KeptPicture {
  id: string;
  engineId: string;
  /** Who took it: only that person's session may send it. */
  handle: string;
  stage: PictureStage;
  place: string;
  takenAt: string;
  file: Blob;
}

interface Schema extends DBSchema {
  pictures: { key: string; value: KeptPicture };
}

const open = () =>
  openDB<Schema>('utex-pictures', 1, { upgrade: (db) => void db.createObjectStore('pictures', { keyPath: 'id' }) });

interface PictureBox {
  /** Those of every engine, in the order in which they were taken. */
  kept: KeptPicture[];
  /** What the server said of those that it refused, by id. */
  refused: Record<string, string>;
  /** Reads what is kept on this device, and sends it. */
  load: () => Promise<void>;
  add: (engineId: string, at: Pick<KeptPicture, 'stage' | 'place'>, file: Blob) => Promise<void>;
  /** Takes a refused picture off this device. */
  drop: (id: string) => Promise<void>;
  flush: () => Promise<void>;
}

const RETRY_MS = 5000;
let flushing = false;
let timer: ReturnType<typeof setTimeout> | undefined;
/** Told of every engine that the server has one more picture of. */
let onSent: (engineId: string) => void = () => {};
export function whenSent(act: (engineId: string) => void): void {
  onSent = act;
}

/** Pictures on their way to the server, kept as readings are: a dead server or a page that is left loses none. */
export const usePictureBox = create<PictureBox>((set, get) => ({
  kept: [],
  refused: {},

  async load() {
    const database = await open();
    const kept = await database.getAll('pictures');
    database.close();
    set({ kept: kept.sort((a, b) => (a.takenAt < b.takenAt ? -1 : 1)) });
    await get().flush();
  },

  async add(engineId, { stage, place }, file) {
    const handle = handNow();
    if (!handle) return;
    const picture = { id: newId(), engineId, handle, stage, place, takenAt: new Date().toISOString(), file };
    const database = await open();
    await database.put('pictures', picture);
    database.close();
    set(({ kept }) => ({ kept: [...kept, picture] }));
    await get().flush();
  },

  async drop(id) {
    const database = await open();
    await database.delete('pictures', id);
    database.close();
    set(({ kept, refused: { [id]: gone, ...refused } }) => ({ kept: kept.filter((one) => one.id !== id), refused }));
  },

  async flush() {
    if (flushing) return;
    flushing = true;
    clearTimeout(timer);
    try {
      for (;;) {
        const next = get().kept.find((one) => one.handle === handNow() && get().refused[one.id] === undefined);
        if (!next) return;
        const { id, engineId, stage, place, takenAt, file } = next;
        try {
          await sendPicture(engineId, { id, stage, place, takenAt }, file);
        } catch (error) {
          const isRefusal = error instanceof ApiError && error.status >= 400 && error.status < 500 && ![401, 429].includes(error.status); // prettier-ignore
          if (!isRefusal) {
            timer = setTimeout(() => void get().flush(), RETRY_MS);
            return;
          }
          set(({ refused }) => ({ refused: { ...refused, [id]: sayError(error) } }));
          continue;
        }
        onSent(engineId);
        await get().drop(id);
      }
    } finally {
      flushing = false;
    }
  },
}));

// What is kept here goes with the hand that took it.
useSession.subscribe((session, before) => {
  if (session.person !== before.person || session.status !== before.status) void usePictureBox.getState().flush();
});
