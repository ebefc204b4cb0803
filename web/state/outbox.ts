import { openDB, type DBSchema, type IDBPDatabase } from 'idb';
import type { NewReading } from '../../contracts/reading.js';

/** A reading that the server does not have yet. It is kept on this device until the server says that it does. */
export interface Kept {
  engineId: string;
  /** Who took it: only that person's session may send it. */
  handle: string;
  takenAt: string;
  reading: NewReading;
  /** It was undone before the server had it: it goes there all the same, and is struck at once. */
  undone?: { id: string; reason: string; at: string };
}

/** In the order in which they were taken; those of one moment stay as they are. */
export const byTime = (a: { takenAt: string }, b: { takenAt: string }): number =>
  a.takenAt === b.takenAt ? 0 : a.takenAt < b.takenAt ? -1 : 1;

/** Where readings wait for the server. */
export interface Outbox {
  /** Keeps a reading: against leaving the page as soon as this is called, against losing power once it resolves. */
  keep: (kept: Kept) => Promise<void>;
  /** Forgets what was sent. What was undone since it was read from here is not sent yet, and stays. */
  forget: (sent: Kept[]) => Promise<void>;
  /** What is kept for one engine, in the order in which it was taken. */
  keptFor: (engineId: string) => Promise<Kept[]>;
}

interface Schema extends DBSchema {
  outbox: { key: string; value: Kept };
}

/**
 * IndexedDB takes its time, and a page that is left meanwhile would take the number with it. Until it is there it lies
 * in the page's storage, which is written at once, but to the disk only some seconds later.
 */
const AHEAD = 'utex.kept.';

/** The outbox of this device; every tab has one, and all see the same. */
export function openOutbox(): Outbox {
  let database: Promise<IDBPDatabase<Schema>> | null = null;
  const reopen = () => {
    database = null;
  };
  const open = () =>
    (database ??= openDB<Schema>('utex', 1, {
      upgrade: (db) => void db.createObjectStore('outbox', { keyPath: 'reading.id' }),
      // A tab with a newer version must not wait for this one; what is asked next opens it anew.
      blocking: (_current, _blocked, event) => {
        (event.target as IDBDatabase).close();
        reopen();
      },
      terminated: reopen,
    }));

  const keptAhead = (): Kept[] =>
    Object.keys(localStorage)
      .filter((key) => key.startsWith(AHEAD))
      .map((key) => JSON.parse(localStorage.getItem(key)!) as Kept);

  return {
    async keep(kept) {
      localStorage.setItem(AHEAD + kept.reading.id, JSON.stringify(kept));
      const transaction = (await open()).transaction('outbox', 'readwrite', { durability: 'strict' });
      await transaction.store.put(kept);
      await transaction.done;
      localStorage.removeItem(AHEAD + kept.reading.id);
    },

    async forget(sent) {
      const isSent = (kept: Kept | undefined) =>
        sent.some(({ reading, undone }) => reading.id === kept?.reading.id && undone?.id === kept.undone?.id);
      for (const kept of keptAhead().filter(isSent)) localStorage.removeItem(AHEAD + kept.reading.id);
      const transaction = (await open()).transaction('outbox', 'readwrite');
      await Promise.all(
        sent.map(
          async ({ reading: { id } }) => isSent(await transaction.store.get(id)) && transaction.store.delete(id),
        ),
      );
      await transaction.done;
    },

    async keptFor(engineId) {
      const stored = await (await open()).getAll('outbox');
      const all = new Map([...stored, ...keptAhead()].map((kept) => [kept.reading.id, kept]));
      return [...all.values()].filter((kept) => kept.engineId === engineId).sort(byTime);
    },
  };
}
