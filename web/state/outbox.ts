import { openDB, type IDBPDatabase } from 'idb';
import type { NewReading } from '../../contracts/reading.js';

/** A reading that the server does not have yet. It is kept on this device until the server says that it does. */
export interface Kept {
  engineId: string;
  /** Who took it: only that person's session may send it. */
  handle: string;
  takenAt: string;
  reading: NewReading;
}

let database: Promise<IDBPDatabase> | null = null;

function open(): Promise<IDBPDatabase> {
  database ??= openDB('utex', 1, {
    upgrade(db) {
      db.createObjectStore('outbox', { keyPath: 'reading.id' });
    },
  });
  return database;
}

/**
 * IndexedDB takes its time, and a page that is left meanwhile would take the number with it. Until it is there it lies
 * in the page's storage, which is written at once, but to the disk only some seconds later.
 */
const AHEAD = 'utex.kept.';

function keptAhead(): Kept[] {
  return Object.keys(localStorage)
    .filter((key) => key.startsWith(AHEAD))
    .map((key) => JSON.parse(localStorage.getItem(key)!) as Kept);
}

/** Keeps a reading: against leaving the page as soon as this is called, against losing power once it resolves. */
export async function keep(kept: Kept): Promise<void> {
  localStorage.setItem(AHEAD + kept.reading.id, JSON.stringify(kept));
  const transaction = (await open()).transaction('outbox', 'readwrite', { durability: 'strict' });
  await transaction.store.put(kept);
  await transaction.done;
  localStorage.removeItem(AHEAD + kept.reading.id);
}

export async function forget(ids: string[]): Promise<void> {
  for (const id of ids) localStorage.removeItem(AHEAD + id);
  const transaction = (await open()).transaction('outbox', 'readwrite');
  await Promise.all(ids.map((id) => transaction.store.delete(id)));
  await transaction.done;
}

/** What is kept for one engine, in the order in which it was taken. */
export async function keptFor(engineId: string): Promise<Kept[]> {
  const stored = (await (await open()).getAll('outbox')) as Kept[];
  const all = new Map([...stored, ...keptAhead()].map((kept) => [kept.reading.id, kept]));
  return [...all.values()]
    .filter((kept) => kept.engineId === engineId)
    .sort((a, b) => (a.takenAt < b.takenAt ? -1 : 1));
}
