import { randomUUID } from 'node:crypto';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';

let shop: TestShop;
beforeAll(async () => (shop = await openTestShop()));
afterAll(() => shop.close());

/** What an act is answered with: itself, or why it is refused. */
interface Done {
  id: string;
  moved?: { place: string; readingId: string };
  error?: { code: string; issues: { path: string }[] };
}
interface Row {
  measure: string;
  place: string;
  entered: string;
  by: string;
  note?: string;
  verdict: string;
}
const rowsOf = async (id: string) =>
  (await shop.as('apprentice')<{ measures: Row[]; missing: { measure: string; place: string }[] }>('GET', `/api/engines/${id}/sheet`)).body; // prettier-ignore
const rowAt = async (id: string, measure: string, place: string) =>
  (await rowsOf(id)).measures.find((row) => row.measure === measure && row.place === place);
const post = (id: string, ...readings: object[]) => shop.as('builder')('POST', `/api/engines/${id}/readings`, { readings }); // prettier-ignore
const strike = (id: string, body: object, by: 'builder' | 'lead' | 'apprentice' = 'builder') =>
  shop.as(by)<Done>('POST', `/api/engines/${id}/strikes`, body);
const note = (id: string, readingId: string, words: string) =>
  shop.as('builder')<Done>('POST', `/api/engines/${id}/notes`, { readingId, note: words });
const says = async (id: string) =>
  (await shop.as('lead')<{ acts: { says: string }[] }>('GET', `/api/acts?engine=${id}`)).body.acts[0].says;

describe('a reading that was struck', () => {
  test('counts nowhere: the one before it counts again, and with none before it the valve is missing', async () => {
    const id = await openEngine(shop);
    const [first, second] = [typed('preload-turns', '3I', '5/8', 'turn'), typed('preload-turns', '3I', '6', 'turn')];
    await post(id, first);
    await post(id, { ...second, supersedes: first.id });
    expect((await rowAt(id, 'preload-turns', '3I'))!.entered).toBe('6');
    expect((await strike(id, { readingId: second.id, reason: 'typing slip' })).status).toBe(201);
    expect((await rowAt(id, 'preload-turns', '3I'))!.entered).toBe('5/8');
    expect((await strike(id, { readingId: first.id, reason: 'wrong engine' })).status).toBe(201);
    const { measures, missing } = await rowsOf(id);
    expect(measures.filter(({ place }) => place === '3I')).toEqual([]);
    expect(missing).toContainEqual(expect.objectContaining({ measure: 'preload-turns', place: '3I' }));
    // Nothing is deleted.
    const { body } = await shop.as('builder')<{ readings: object[] }>('GET', `/api/engines/${id}/readings`);
    expect(body.readings).toHaveLength(2);
  });

  test('is struck once, however often the act is sent; an apprentice strikes nothing', async () => {
    const id = await openEngine(shop);
    const reading = typed('preload-turns', '1I', '5/8', 'turn');
    await post(id, reading);
    const body = { id: randomUUID(), readingId: reading.id, reason: 'misread' };
    expect((await strike(id, body, 'apprentice')).status).toBe(403);
    const [one, again] = [await strike(id, body), await strike(id, body)];
    expect([one.status, again.status, again.body]).toEqual([201, 201, one.body]);
    expect((await strike(id, { ...body, reason: 'another' })).body.error!.code).toBe('act.id-taken');
  });
});

describe('a reading at the wrong valve', () => {
  test('is moved to the right one in one act: of the hand and time that took it, and the wrong valve is missing again', async () => {
    const id = await openEngine(shop);
    const reading = typed('preload-turns', '3I', '5/8', 'turn');
    await post(id, reading);
    const to = { place: '3e', readingId: randomUUID() };
    const { status, body } = await strike(id, { readingId: reading.id, reason: 'wrong place', to }, 'lead');
    expect([status, body.moved]).toEqual([201, { ...to }]);
    expect(await rowAt(id, 'preload-turns', '3I')).toBeUndefined();
    expect(await rowAt(id, 'preload-turns', '3E')).toMatchObject({ entered: '5/8', by: 'builder' });
    expect(await says(id)).toContain('moved 5/8 from');
    const file = await shop.as('lead')<{ strikes: object[] }>('GET', `/api/engines/${id}/export.json`);
    expect(file.body.strikes[0]).toMatchObject({ readingId: reading.id, moved: { readingId: to.readingId } });
  });

  test('is moved to no place that there is not, nor to its own, and under no id that is taken', async () => {
    const id = await openEngine(shop);
    const [one, other] = [typed('preload-turns', '3I', '5/8', 'turn'), typed('preload-turns', '1I', '5/8', 'turn')];
    await post(id, one, other);
    const move = async (place: string, readingId: string = randomUUID()) =>
      (await strike(id, { readingId: one.id, reason: 'wrong place', to: { place, readingId } })).body.error;
    expect(await move('9I')).toMatchObject({ code: 'reading.unknown-place', issues: [{ path: 'to.place' }] });
    expect(await move('3I')).toMatchObject({ code: 'reading.unknown-place' });
    expect(await move('3E', other.id)).toMatchObject({ code: 'reading.id-taken' });
    expect((await rowAt(id, 'preload-turns', '3I'))!.entered).toBe('5/8');
  });
});

describe('a note', () => {
  test('stands with its reading on the sheet, in the CSV and the log, is changed and taken away', async () => {
    const id = await openEngine(shop);
    const reading = typed('bore', '1', '4.03', 'in');
    await post(id, reading);
    expect((await note(id, reading.id, 'honed again on Tuesday')).status).toBe(201);
    expect((await rowAt(id, 'bore', '1'))!.note).toBe('honed again on Tuesday');
    const { body } = await shop.as('builder')<string>('GET', `/api/engines/${id}/readings.csv`);
    expect(String(body)).toContain('honed again on Tuesday');
    expect(await says(id)).toContain('“honed again on Tuesday”');
    await note(id, reading.id, '');
    expect((await rowAt(id, 'bore', '1'))!.note).toBeUndefined();
    expect((await note(id, randomUUID(), 'of nothing')).body.error!.code).toBe('strike.no-reading');
  });

  test('and a move travel with the engine to another shop, where both still say the same', async () => {
    const id = await openEngine(shop);
    const [wrong, noted] = [typed('preload-turns', '3I', '5/8', 'turn'), typed('bore', '1', '4.03', 'in')];
    await post(id, wrong, noted);
    await note(id, noted.id, 'block at 31 °C');
    await strike(id, { readingId: wrong.id, reason: 'wrong place', to: { place: '3E', readingId: randomUUID() } });
    const there = await openTestShop();
    try {
      const { body: file } = await shop.as('lead')<object>('GET', `/api/engines/${id}/export.json`);
      const opened = await there.as('owner')<Done>('POST', '/api/engines/import', { file });
      expect([opened.status, opened.body.error?.issues]).toEqual([201, undefined]);
      const { body } = await there.as('lead')<{ measures: Row[] }>('GET', `/api/engines/${opened.body.id}/sheet`);
      expect(body.measures.find(({ measure }) => measure === 'bore')!.note).toBe('block at 31 °C');
      expect(body.measures.filter(({ measure }) => measure === 'preload-turns').map(({ place }) => place)).toEqual(['3E']); // prettier-ignore
    } finally {
      await there.close();
    }
  });
});
