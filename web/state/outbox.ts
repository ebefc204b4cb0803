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

export async function keep(kept: Kept): Promise<void> {
  await (await open()).put('outbox', kept, undefined);
}

export async function forget(ids: string[]): Promise<void> {
  const transaction = (await open()).transaction('outbox', 'readwrite');
  await Promise.all(ids.map((id) => transaction.store.delete(id)));
  await transaction.done;
}

/** What is kept for one engine, in the order in which it was taken. */
export async function keptFor(engineId: string): Promise<Kept[]> {
  const all = (await (await open()).getAll('outbox')) as Kept[];
  return all.filter((kept) => kept.engineId === engineId).sort((a, b) => (a.takenAt < b.takenAt ? -1 : 1));
}
