import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { openOutbox, type Kept } from './outbox.js';

/** The page's own storage, which all tabs of an origin share. */
class Storage_ {
  getItem = (key: string) => (this as unknown as Record<string, string>)[key] ?? null;
  setItem = (key: string, value: string) => void ((this as unknown as Record<string, string>)[key] = value);
  removeItem = (key: string) => void delete (this as unknown as Record<string, string>)[key];
}

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  globalThis.localStorage = new Storage_() as unknown as Storage;
});

let count = 0;
const kept = (engineId: string, takenAt: string): Kept => ({
  engineId,
  handle: 'builder',
  takenAt,
  reading: { id: `r${++count}`, measure: 'preload-turns', place: '1I', entered: '0.5', unit: 'turn', how: 'keyed' },
});
const idsOf = (list: Kept[]) => list.map(({ reading }) => reading.id);

test('what one tab keeps the other sees, in the order in which it was taken, engine by engine', async () => {
  const [one, other] = [openOutbox(), openOutbox()];
  const [late, early, elsewhere] = [
    kept('a', '2026-11-24T09:00:00Z'),
    kept('a', '2026-11-24T08:00:00Z'),
    kept('b', ''),
  ];
  await Promise.all([one.keep(late), other.keep(early), other.keep(elsewhere)]);
  expect(idsOf(await one.keptFor('a'))).toEqual(idsOf([early, late]));
  expect(await one.keptFor('a')).toEqual(await other.keptFor('a'));
  await other.forget([early]);
  expect(idsOf(await one.keptFor('a'))).toEqual(idsOf([late]));
  expect(idsOf(await one.keptFor('b'))).toEqual(idsOf([elsewhere]));
});

test('a page that is left before the database has it still has the number, in the next tab too', async () => {
  const reading = kept('a', '2026-11-24T08:00:00Z');
  // Called and not waited for: the page is gone in the same breath.
  void openOutbox().keep(reading);
  expect(idsOf(await openOutbox().keptFor('a'))).toEqual([reading.reading.id]);
});

test('kept in both places it is one reading, and forgotten in both', async () => {
  const outbox = openOutbox();
  const reading = kept('a', '2026-11-24T08:00:00Z');
  await outbox.keep(reading);
  localStorage.setItem(`utex.kept.${reading.reading.id}`, JSON.stringify(reading));
  expect(await outbox.keptFor('a')).toHaveLength(1);
  await openOutbox().forget([reading]);
  expect(await outbox.keptFor('a')).toEqual([]);
});

test('what is undone while it is being sent stays until its strike is sent too', async () => {
  const outbox = openOutbox();
  const reading = kept('a', '2026-11-24T08:00:00Z');
  await outbox.keep(reading);
  const undone = { ...reading, undone: { id: 's1', reason: 'undone at once', at: '2026-11-24T08:00:05Z' } };
  await Promise.all([outbox.keep(undone), outbox.forget([reading])]);
  expect(await outbox.keptFor('a')).toEqual([undone]);
  await outbox.forget([undone]);
  expect(await outbox.keptFor('a')).toEqual([]);
});

test('a tab with a newer version is not held up by this one, which goes on when it is asked again', async () => {
  const outbox = openOutbox();
  const reading = kept('a', '2026-11-24T08:00:00Z');
  await outbox.keep(reading);
  const newer = await new Promise<IDBDatabase>((resolve, reject) => {
    const request = indexedDB.open('utex', 2);
    request.onsuccess = () => resolve(request.result);
    request.onerror = () => reject(request.error);
  });
  expect(newer.version).toBe(2);
  newer.close();
});
