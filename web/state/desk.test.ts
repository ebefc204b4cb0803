import { jest } from '@jest/globals';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../../core/plan/spec-sets.js';
import type { Kept } from './outbox.js';

/** The device's own store, in memory; what is in it survives a reload of the page. */
const outbox = new Map<string, Kept>();
jest.unstable_mockModule('./outbox.js', () => ({
  keep: async (kept: Kept) => void outbox.set(kept.reading.id, kept),
  forget: async (ids: string[]) => ids.forEach((id) => outbox.delete(id)),
  keptFor: async (engineId: string) => [...outbox.values()].filter((kept) => kept.engineId === engineId),
}));
const { useDesk } = await import('./desk.js');
const { useSession } = await import('./session.js');

const ENGINE = {
  id: 'e1',
  tag: 'PH8',
  title: '',
  customer: '',
  openedAt: '',
  openedBy: '',
  ...LAYOUTS[0].engine!,
  specSet: EXAMPLE_SPEC_SETS[0],
};

interface Post {
  readings: { id: string; entered: string; supersedes?: string }[];
}
/** What the server has, and how it answers a post: as it should, not at all, or with a refusal. */
const server = {
  readings: [] as object[],
  posts: [] as Post[],
  answer: (() => 'ok') as (post: Post) => 'ok' | 'away' | 422 | 401,
  /** Until when the question for the cam card waits for its answer. */
  cardAt: Promise.resolve(),
};

beforeEach(() => {
  outbox.clear();
  Object.assign(server, { readings: [], posts: [], answer: () => 'ok', cardAt: Promise.resolve() });
  useSession.setState({ status: 'signed-in', person: { handle: 'builder', name: 'Wren', role: 'builder' } });
  useDesk.setState({ engineId: null, saved: {} });
  globalThis.fetch = (async (path: string, { method, body }: { method: string; body?: string }) => {
    const json = (status: number, value: object) => new Response(JSON.stringify(value), { status });
    if (method === 'GET') {
      const last = path.split('/').pop();
      if (last === 'readings') return json(200, { readings: server.readings });
      if (last === 'dispositions') return json(200, { dispositions: [] });
      if (last === 'cautions') return json(200, { acknowledged: [] });
      if (last === 'cam-card') await server.cardAt;
      if (last === 'cam-card') return json(200, { card: null });
      if (last === 'sweeps') return json(200, { sweeps: [] });
      if (last === 'records') return json(200, { records: [] });
      return json(200, ENGINE);
    }
    const post = JSON.parse(body!) as Post;
    server.posts.push(post);
    const answer = server.answer(post);
    if (answer === 'away') throw new TypeError('failed to fetch');
    if (answer === 'ok') return json(200, { saved: [] });
    const code = answer === 401 ? 'session.missing' : 'reading.not-a-number';
    return json(answer, { error: { code, message: 'refused', issues: [] } });
  }) as typeof fetch;
});

/** What still waits is sent, so that no retry outlives its test. */
afterEach(async () => {
  server.answer = () => 'ok';
  await useDesk.getState().flush();
});

const settled = () => new Promise((resolve) => setTimeout(resolve, 30));
const take = (place: string, entered = '0.625') =>
  useDesk.getState().take({ measure: 'preload-turns', place, entered, unit: 'turn' });
async function open() {
  await useDesk.getState().load('e1');
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

test('what is kept here is on the sheet again after a reload, and is sent then', async () => {
  await open();
  server.answer = () => 'away';
  const id = take('1I');
  await settled();
  useDesk.setState({ engineId: null, readings: [], sheet: null, saved: {} });
  server.answer = () => 'ok';
  await open();
  expect(useDesk.getState().sheet!.rows.map((row) => row.readingId)).toContain(id);
  expect(useDesk.getState().saved[id]).toBe('on-server');
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
      by: 'builder',
      how: 'keyed',
    },
  ];
  server.posts = [];
  useDesk.setState({ engineId: null, saved: {} });
  await open();
  expect([server.posts.length, outbox.size]).toEqual([0, 0]);
  expect(useDesk.getState().readings).toHaveLength(1);
});

test('what is taken while the sheet is being loaded again stays on it, sent or not', async () => {
  await open();
  let answerCard = () => {};
  server.cardAt = new Promise((resolve) => (answerCard = resolve));
  const loading = useDesk.getState().reload();
  await settled();
  const sent = take('1I');
  await settled();
  server.answer = () => 'away';
  const kept = take('1E');
  await settled();
  answerCard();
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
  expect(useSession.getState().status).toBe('signed-out');
  expect(outbox.size).toBe(1);
  server.posts = [];
  server.answer = () => 'ok';
  useSession.setState({ status: 'signed-in', person: { handle: 'lead', name: 'Ansel', role: 'lead' } });
  await useDesk.getState().flush();
  expect([server.posts.length, outbox.size]).toEqual([0, 1]);
  useSession.setState({ person: { handle: 'builder', name: 'Wren', role: 'builder' } });
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
