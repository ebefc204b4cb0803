import { randomUUID } from 'node:crypto';
import { fileOf, readingOf } from '../../core/sheet/test-file.js';
import { openEngine, openTestShop, typed, type TestShop } from '../test-shop.js';
import { FileAtHand } from './files-at-hand.js';

describe('the file of an engine in memory', () => {
  const turns = (place: string, entered: string) => readingOf('preload-turns', place, entered, 'turn');
  const [a, b, c] = [turns('1I', '0.625'), turns('1E', '1.5'), turns('1I', '1.5')];
  const hand = () => {
    const file = fileOf({ readings: [a, b, c] });
    const called = { id: randomUUID(), tag: 'T-1', title: 'T', customer: 'T', life: 'in-work' as const };
    return new FileAtHand({ ...called, engine: file.engine }, file);
  };

  test('any reading is found by its id, and judged as it stood when it was taken', () => {
    const file = hand();
    expect(file.find(b.id)).toBe(b);
    expect(file.find('nothing')).toBeUndefined();
    expect([a, b, c].map((reading) => file.judge(reading).verdict)).toEqual(['in', 'high', 'high']);
  });

  test('what was added and not written is taken back, and leaves nothing behind', () => {
    const file = hand();
    const late = turns('1I', '0.5');
    expect(file.add(late)).toBeNull();
    expect(file.judgeLast().verdict).toBe('in');
    file.rewind(3);
    expect([file.length, file.find(late.id), file.judgeLast().verdict]).toEqual([3, undefined, 'high']);
  });
});

describe('several benches at once', () => {
  let shop: TestShop;
  beforeAll(async () => {
    shop = await openTestShop();
  });
  afterAll(() => shop.close());
  const post = (id: string, ...readings: object[]) =>
    shop.as('builder')<{ saved: { id: string }[] }>('POST', `/api/engines/${id}/readings`, { readings });
  const idsOf = async (id: string) =>
    (await shop.as('builder')<{ readings: { id: string }[] }>('GET', `/api/engines/${id}/readings`)).body.readings.map((one) => one.id); // prettier-ignore

  test('one bad batch fails alone; the others that were written with it are answered and kept', async () => {
    const [one, other] = [await openEngine(shop), await openEngine(shop)];
    const taken = typed('preload-turns', '1I', '0.5', 'turn');
    await post(other, taken);
    const good = Array.from({ length: 6 }, () => typed('preload-turns', '1I', '0.5', 'turn'));
    const answers = await Promise.all([
      ...good.slice(0, 3).map((item) => post(one, item)),
      post(one, { ...taken }),
      post(one, { ...typed('preload-turns', '1E', '0.5', 'turn'), supersedes: randomUUID() }),
      ...good.slice(3).map((item) => post(other, item)),
    ]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200, 200, 409, 422, 200, 200, 200]);
    expect(answers[3].body.error).toMatchObject({ code: 'reading.id-taken', issues: [{ path: 'readings.0.id' }] });
    expect((await idsOf(one)).sort()).toEqual(good.slice(0, 3).map(({ id }) => id).sort()); // prettier-ignore
    expect(await idsOf(other)).toHaveLength(4);
  });

  test('the same batch sent by two at once is taken once and answered twice', async () => {
    const id = await openEngine(shop);
    const item = typed('preload-turns', '1I', '0.5', 'turn');
    const [first, second] = await Promise.all([post(id, item), post(id, item)]);
    expect([first.status, second.status]).toEqual([200, 200]);
    expect(second.body).toEqual(first.body);
    expect(await idsOf(id)).toEqual([item.id]);
  });

  test('a correction may come in the same breath as what it corrects', async () => {
    const id = await openEngine(shop);
    const first = typed('preload-turns', '1I', '1.5', 'turn');
    const again = { ...typed('preload-turns', '1I', '0.5', 'turn'), supersedes: first.id };
    expect((await post(id, first, again)).status).toBe(200);
    const [third, fourth] = [typed('preload-turns', '1E', '1.5', 'turn'), typed('preload-turns', '1E', '0.5', 'turn')];
    const answers = await Promise.all([post(id, third), post(id, { ...fourth, supersedes: third.id })]);
    expect(answers.map(({ status }) => status)).toEqual([200, 200]);
  });

  test('each batch is its own act in the log, with who and what', async () => {
    const id = await openEngine(shop);
    await Promise.all(['1I', '1E', '3I'].map((place) => post(id, typed('preload-turns', place, '0.5', 'turn'))));
    const acts = await shop.context.database.query<{ by: string; body: string }>(
      "select by, body from audit where engine_id = $1 and act = 'readings.taken' order by seq",
      [id],
    );
    expect(acts.map(({ by }) => by)).toEqual(['builder', 'builder', 'builder']);
    expect(acts.map(({ body }) => JSON.parse(body).readings[0].place).sort()).toEqual(['1E', '1I', '3I']);
  });

  test('however readings are cut into batches, sent again and mixed, the engine ends with the same sheet', async () => {
    const places = ['1I', '1E', '2I', '2E', '3I', '3E', '4I', '4E', '5I', '5E', '6I', '6E'];
    const items = [...places, ...places.slice(0, 6)].map((place, turn) => typed('preload-turns', place, turn === 3 ? '1.5' : '0.625', 'turn')); // prettier-ignore
    const sheetOf = async (id: string) => (await shop.as('builder')<{ measures: { readingId: string; takenAt: string }[]; flags: object[] }>('GET', `/api/engines/${id}/sheet`)).body; // prettier-ignore
    const plain = ({ measures, flags }: Awaited<ReturnType<typeof sheetOf>>) => ({
      measures: measures.map(({ readingId: _id, takenAt: _at, ...rest }) => rest),
      flags: flags.map((flag) => ({ ...flag, readingId: '' })),
    });
    const sheets = [];
    for (const size of [1, 5, items.length]) {
      const id = await openEngine(shop);
      const own = items.map((item) => ({ ...item, id: randomUUID() }));
      for (let from = 0; from < own.length; from += size) {
        expect((await post(id, ...own.slice(from, from + size))).status).toBe(200);
        // A bench whose answer was lost sends again, with what came since.
        if (from % 2) expect((await post(id, ...own.slice(Math.max(0, from - 2), from + 1))).status).toBe(200);
      }
      expect(await idsOf(id)).toEqual(own.map((item) => item.id));
      sheets.push(plain(await sheetOf(id)));
    }
    expect(sheets[1]).toEqual(sheets[0]);
    expect(sheets[2]).toEqual(sheets[0]);
    expect(sheets[0].flags).toHaveLength(1);
  });
});
