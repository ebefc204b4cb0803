import { LAYOUTS } from '../../core/engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../../core/plan/example-spec-sets.js';
import type { EngineAnswer } from '../../contracts/engine.js';
import type { NewReading, SavedReading } from '../../contracts/reading.js';
import { judgeLast } from '../../core/sheet/answer.js';
import { ApiError } from '../app/api.js';
import { createDesk } from './desk.js';
import type { Kept } from './outbox.js';

/** The device's own store, in memory; what is in it survives a reload of the page. */
const outbox = new Map<string, Kept>();

const ENGINE: EngineAnswer = {
  id: '00000000-0000-4000-8000-000000000001', tag: 'PH8', title: '', customer: '', openedAt: '', openedBy: '',
  customerId: null, life: 'in-work', ...LAYOUTS[0].engine!, specSet: EXAMPLE_SPEC_SETS[0],
}; // prettier-ignore

type Post = { readings: NewReading[] };
/** What the server has, and how it answers a post: as it should, not at all, or with a refusal. */
const server = {
  readings: [] as object[],
  posts: [] as Post[],
  refusesStrikes: false,
  strikes: [] as { id: string; readingId: string; reason: string }[],
  loads: 0,
  answer: (() => 'ok') as (post: Post) => 'ok' | 'away' | 422 | 401,
  /** What it judges a reading to be, where that is not what the desk thinks. */
  verdict: null as SavedReading['verdict'] | null,
  /** Until when the question for the file waits for its answer. */
  fileAt: Promise.resolve(),
};
let hand: string | null = 'builder';
/** Until when this device takes to keep a reading. */
let keepAt = Promise.resolve();
let ids = 0;

const newDesk = () => {
  const desk = createDesk({
    async load() {
      server.loads++;
      const readings = [...server.readings] as never[];
      await server.fileAt;
      return { engine: ENGINE, readings, acts: [], papers: [], signed: null, records: [] };
    },
    async post(_id, readings) {
      const post = { readings };
      server.posts.push(post);
      const answer = server.answer(post);
      if (answer === 'away') throw new ApiError(0, 'unreachable', 'away');
      if (answer === 401) hand = null;
      if (answer !== 'ok') throw new ApiError(answer, 'reading.not-a-number', 'refused');
      const { file, stand } = desk.getState();
      const verdict = server.verdict ?? judgeLast(file!, stand!).verdict;
      return readings.map(({ id }) => ({ id, verdict, receivedAt: '2026-11-24T09:00:00.000Z' })) as SavedReading[];
    },
    acknowledge: async () => {},
    strike: async (_id, struck) => {
      if (server.answer({ readings: [] }) === 'away') throw new ApiError(0, 'unreachable', 'away');
      if (server.refusesStrikes) throw new ApiError(409, 'engine.not-in-work', 'closed');
      server.strikes.push(struck);
    },
    outbox: {
      keep: async (kept) => {
        await keepAt;
        outbox.set(kept.reading.id, kept);
      },
      forget: async (sent) =>
        sent.forEach(({ reading: { id }, undone }) => outbox.get(id)?.undone?.id === undone?.id && outbox.delete(id)),
      keptFor: async (engineId) => [...outbox.values()].filter((kept) => kept.engineId === engineId),
    },
    hand: () => hand,
    now: () => new Date('2026-11-24T08:00:00.000Z'),
    newId: () => `id-${++ids}`,
    later: (work) => later(work),
  });
  return desk;
};
/** When what can wait is done: at once, unless a test holds it back. */
let later = (work: () => void) => work();
let useDesk = newDesk();

beforeEach(() => {
  outbox.clear();
  Object.assign(server, { readings: [], posts: [], strikes: [], refusesStrikes: false, loads: 0, answer: () => 'ok', verdict: null, fileAt: Promise.resolve() });
  hand = 'builder';
  later = (work) => work();
  useDesk = newDesk();
}); // prettier-ignore

/** What still waits is sent, so that no retry outlives its test. */
afterEach(async () => {
  server.answer = () => 'ok';
  await useDesk.getState().flush();
});

const settled = () => new Promise((resolve) => setTimeout(resolve, 30));
const take = (place: string, entered = '0.625') =>
  useDesk.getState().take({ measure: 'preload-turns', place, entered, unit: 'turn' });
async function open() {
  await useDesk.getState().load(ENGINE.id);
  await settled();
}

test('a value stands on the sheet at once, and is on the server a moment later', async () => {
  await open();
  const id = take('1I');
  expect(useDesk.getState().saved[id]).toBe('kept-here');
  expect(useDesk.getState().sheet!.rows[0]).toMatchObject({ place: '1I', verdict: 'in' });
  await settled();
  expect(useDesk.getState().saved[id]).toBe('on-server');
  expect(outbox.size).toBe(0);
});

test('what is taken, or answered, between the working out and the drawing is drawn with it', async () => {
  await open();
  const waiting: (() => void)[] = [];
  later = (work) => void waiting.push(work);
  take('1I');
  waiting.shift()!();
  take('1E', '2.5');
  while (waiting.length > 0) waiting.shift()!();
  expect(useDesk.getState().readings.map(({ place }) => place)).toEqual(['1I', '1E']);
  take('2I');
  waiting.shift()!();
  // The answer to those before comes in: they are other readings from now on, with the time of the server.
  await settled();
  while (waiting.length > 0) waiting.shift()!();
  await settled();
  const { readings, sheet } = useDesk.getState();
  expect(readings.map(({ place, receivedAt }) => `${place} ${receivedAt}`)).toEqual(
    ['1I', '1E', '2I'].map((place) => `${place} 2026-11-24T09:00:00.000Z`),
  );
  expect(sheet!.rows.filter(({ measure }) => measure === 'preload-turns')).toHaveLength(3);
});

test('the hand goes on before the sheet has followed; what is taken meanwhile is on it all the same', async () => {
  await open();
  const waiting: (() => void)[] = [];
  later = (work) => void waiting.push(work);
  take('1I');
  take('1E', '2.5');
  const again = take('1E', '0.5');
  // What is shown is of one piece: readings and sheet follow together.
  expect([useDesk.getState().readings, useDesk.getState().sheet!.rows]).toEqual([[], []]);
  while (waiting.length > 0) waiting.shift()!();
  expect(useDesk.getState().sheet!.rows.filter(({ measure }) => measure === 'preload-turns').map(({ place }) => place)).toEqual(['1I', '1E']); // prettier-ignore
  await settled();
  expect(Object.values(useDesk.getState().saved)).toEqual(['on-server', 'on-server', 'on-server']);
  const [, second, third] = useDesk.getState().readings;
  expect([third.id, third.supersedes]).toEqual([again, second.id]);
});

test('an answer that is back before the sheet has followed finds it followed', async () => {
  await open();
  later = () => {};
  server.verdict = 'in';
  const id = take('1I');
  await settled();
  expect(useDesk.getState().sheet!.rows[0]).toMatchObject({ readingId: id, verdict: 'in' });
  expect([useDesk.getState().saved[id], server.loads]).toEqual(['on-server', 1]);
});

test('with the server away the value is kept here, and follows when it is back', async () => {
  await open();
  server.answer = () => 'away';
  const id = take('1I');
  await settled();
  expect([useDesk.getState().saved[id], outbox.size]).toEqual(['kept-here', 1]);
  server.answer = () => 'ok';
  await useDesk.getState().flush();
  expect([useDesk.getState().saved[id], outbox.size]).toEqual(['on-server', 0]);
});

test('what is undone with the server away counts nowhere at once, after a reload too, and goes there struck', async () => {
  await open();
  server.answer = () => 'away';
  const id = take('1I');
  await settled();
  expect(await useDesk.getState().undo(id, 'undone at once')).toBe(true);
  const counted = () => useDesk.getState().sheet!.rows.filter((row) => row.readingId === id);
  expect(counted()).toEqual([]);
  useDesk = newDesk();
  await open();
  expect(counted()).toEqual([]);
  expect(server.strikes).toEqual([]);
  Object.assign(server, { answer: () => 'ok', verdict: 'in' });
  await useDesk.getState().flush();
  expect(server.strikes).toEqual([{ id: expect.any(String), readingId: id, reason: 'undone at once' }]);
  expect([useDesk.getState().saved[id], outbox.size]).toEqual(['on-server', 0]);
  expect(counted()).toEqual([]);
  // What the server has is undone there.
  expect(await useDesk.getState().undo(id, 'undone at once')).toBe(false);
});

test('what cannot be struck there any more counts here as it does there', async () => {
  await open();
  server.answer = () => 'away';
  const id = take('1I');
  await settled();
  await useDesk.getState().undo(id, 'undone at once');
  const [kept] = useDesk.getState().readings;
  Object.assign(server, { answer: () => 'ok', verdict: 'in', refusesStrikes: true, readings: [kept] });
  await useDesk.getState().flush();
  await settled();
  expect(outbox.size).toBe(0);
  expect(useDesk.getState().sheet!.rows.map((row) => row.readingId)).toContain(id);
});

test('whoever waits for what was taken waits until this device has kept it and the server has it', async () => {
  await open();
  let kept = () => {};
  keepAt = new Promise((resolve) => (kept = resolve));
  take('1I');
  const sent = useDesk.getState().sent().then(() => server.posts.length);
  await settled();
  expect(server.posts).toHaveLength(0);
  kept();
  keepAt = Promise.resolve();
  expect(await sent).toBe(1);
}); // prettier-ignore

test('what is taken while others are on their way goes with them, however the two meet', async () => {
  await open();
  const flushed = [take('1I'), take('2I'), take('3I')].map(() => useDesk.getState().flush());
  await Promise.all(flushed);
  take('4I');
  await useDesk.getState().sent();
  expect(server.posts.flatMap(({ readings }) => readings.map(({ place }) => place)).sort()).toEqual(['1I', '2I', '3I', '4I']); // prettier-ignore
});

test('what is kept here is on the sheet again after a reload, and is sent then', async () => {
  await open();
  server.answer = () => 'away';
  const id = take('1I');
  await settled();
  useDesk = newDesk();
  server.answer = () => 'ok';
  await open();
  expect(useDesk.getState().sheet!.rows.map((row) => row.readingId)).toContain(id);
  expect(useDesk.getState().saved[id]).toBe('on-server');
});

test('what is sent while its engine is still being loaded is on the sheet, though the answer was made before', async () => {
  const reading = { id: 'sent', measure: 'preload-turns', place: '1I', entered: '0.625', unit: 'turn', how: 'keyed' as const }; // prettier-ignore
  const takenAt = '2026-11-24T08:00:00.000Z';
  outbox.set('sent', { engineId: ENGINE.id, handle: 'builder', takenAt, reading });
  server.verdict = 'in';
  server.answer = () => {
    server.readings.push({ ...reading, value: 0.625, takenAt, receivedAt: takenAt, by: 'builder' });
    return 'ok';
  };
  let answer = () => {};
  server.fileAt = new Promise((resolve) => (answer = resolve));
  const loading = useDesk.getState().load(ENGINE.id);
  await settled();
  // Whose hands these are is known by now: what is kept goes.
  await useDesk.getState().flush();
  expect([outbox.size, server.posts.length]).toEqual([0, 1]);
  answer();
  await loading;
  expect(useDesk.getState().readings.map(({ id }) => id)).toEqual(['sent']);
  expect(server.posts).toHaveLength(1);
});

test('what the server has already is not sent twice after a reload', async () => {
  await open();
  server.answer = () => 'away';
  const id = take('1I');
  await settled();
  // The answer was lost on its way: the server has it, this device does not know.
  server.readings = [
    {
      id,
      measure: 'preload-turns',
      place: '1I',
      entered: '0.625',
      unit: 'turn',
      value: 0.625,
      takenAt: '',
      receivedAt: '',
      by: 'builder',
      how: 'keyed',
    },
  ];
  server.posts = [];
  useDesk = newDesk();
  await open();
  expect([server.posts.length, outbox.size]).toEqual([0, 0]);
  expect(useDesk.getState().readings).toHaveLength(1);
});

test('what is taken while the sheet is being loaded again stays on it, sent or not', async () => {
  await open();
  let answerFile = () => {};
  server.fileAt = new Promise((resolve) => (answerFile = resolve));
  const loading = useDesk.getState().reload();
  await settled();
  const sent = take('1I');
  await settled();
  server.answer = () => 'away';
  const kept = take('1E');
  await settled();
  answerFile();
  await loading;
  const { readings, saved } = useDesk.getState();
  expect(readings.map(({ id }) => id)).toEqual([sent, kept]);
  expect([saved[sent], saved[kept]]).toEqual(['on-server', 'kept-here']);
});

test('a second try supersedes the first, at its own place only', async () => {
  await open();
  const first = take('1I', '1.5');
  take('1E');
  await settled();
  take('1I', '0.625');
  await settled();
  const sent = server.posts.flatMap((post) => post.readings);
  expect(sent.map(({ supersedes }) => supersedes)).toEqual([undefined, undefined, first]);
});

test('a reading that is refused says so and does not hold up the others', async () => {
  await open();
  server.answer = () => 'away';
  const [good, bad, other] = [take('1I'), take('1E', '0.5'), take('3I')];
  await settled();
  server.answer = ({ readings }) => (readings.some((reading) => reading.id === bad) ? 422 : 'ok');
  await useDesk.getState().flush();
  await settled();
  const { saved } = useDesk.getState();
  expect([saved[good], saved[other]]).toEqual(['on-server', 'on-server']);
  expect(saved[bad]).toEqual({ refused: expect.any(String) });
  await useDesk.getState().drop(bad);
  expect(useDesk.getState().sheet!.rows.some((row) => row.place === '1E')).toBe(false);
  expect(outbox.size).toBe(0);
});

test('a session that ran out keeps everything for its own builder, and sends nothing in another’s name', async () => {
  await open();
  server.answer = () => 401;
  take('1I');
  await settled();
  expect(outbox.size).toBe(1);
  server.posts = [];
  server.answer = () => 'ok';
  hand = 'lead';
  await useDesk.getState().flush();
  expect([server.posts.length, outbox.size]).toEqual([0, 1]);
  hand = 'builder';
  await useDesk.getState().flush();
  expect(outbox.size).toBe(0);
});

test('two stops make a pass on the sheet before the server has either', async () => {
  await open();
  server.answer = () => 'away';
  const stop = (measure: string, entered: string) =>
    useDesk.getState().take({ measure, place: 'engine', entered, unit: 'deg' });
  stop('tdc-stop-first', '31.5 after');
  stop('tdc-stop-second', '26 before');
  expect(useDesk.getState().sheet!.rows.find((row) => row.measure === 'tdc-wheel-error')).toMatchObject({
    value: 2.75,
    verdict: 'high',
  });
});

test('both times stand on a reading that waited for the server: when it was taken, and when it arrived', async () => {
  await open();
  server.answer = () => 'away';
  const id = take('1I');
  await settled();
  const waiting = useDesk.getState().readings.find((reading) => reading.id === id)!;
  expect(waiting.receivedAt).toBe(waiting.takenAt);
  server.answer = () => 'ok';
  await useDesk.getState().flush();
  expect(server.posts.at(-1)!.readings[0].takenAt).toBe('2026-11-24T08:00:00.000Z');
  expect(useDesk.getState().readings.find((reading) => reading.id === id)).toMatchObject({
    takenAt: '2026-11-24T08:00:00.000Z',
    receivedAt: '2026-11-24T09:00:00.000Z',
  });
});

test('a server that judges otherwise knows of something that this desk does not: its file is asked for again', async () => {
  await open();
  take('1I');
  await settled();
  expect(server.loads).toBe(1);
  server.verdict = 'suspect';
  take('1E');
  await settled();
  expect(server.loads).toBe(2);
});

test('two desks know nothing of each other', async () => {
  await open();
  take('1I');
  const other = newDesk();
  expect([other.getState().readings, useDesk.getState().readings.length]).toEqual([[], 1]);
  await settled();
});

test('what an earlier version left on this device still goes out, with its lift where it was', async () => {
  const reading = { id: 'old', measure: 'intake-open', place: 'engine', entered: '4', unit: 'deg', how: 'keyed' as const, atLiftMm: 1.27 }; // prettier-ignore
  outbox.set('old', { engineId: ENGINE.id, handle: 'builder', takenAt: '2026-11-23T08:00:00.000Z', reading });
  await open();
  expect(useDesk.getState().readings[0]).toMatchObject({ at: { by: 'lift', value: 1.27 } });
  expect(server.posts[0].readings[0]).toMatchObject({ atLiftMm: 1.27, takenAt: '2026-11-23T08:00:00.000Z' });
});
