import { lobeFromCard } from '../../core/cam/lobe-from-card.js';
import { Workers } from './workers.js';

const CARD = { lobeLift: 0.341, durations: [{ lift: 0.006, duration: 276 }, { lift: 0.05, duration: 226 }] as const, centreline: 106 }; // prettier-ignore
/** The longest that a stranger may send: some seconds of work. */
const longLobe = () => ({
  name: 'lobe-analyse',
  input: { unit: 'in', points: lobeFromCard({ ...CARD, durations: [...CARD.durations], step: 0.05 }).points, measuredAt: 'lobe' }, // prettier-ignore
});

let workers: Workers;
afterEach(() => workers.close());
const codeOf = (error: { code?: string }) => error.code;

const file = (bytes: Buffer) => ({ file: bytes, published: { records: [], certificates: [] } });

test('what waits behind a task that was stopped for its time is done by a new thread', async () => {
  workers = new Workers({ calculate: 30 });
  // A thread that has started: the next task is stopped at its work, not in the queue.
  await workers.run('shop', 'verifyFile', file(Buffer.from('no record')));
  const long = workers.run('shop', 'calculate', longLobe()).catch(codeOf);
  const behind = workers.run('shop', 'verifyFile', file(Buffer.from('no record'))).catch(codeOf);
  expect(await long).toBe('work.too-long');
  expect(await behind).toMatchObject({ valid: false });
});

test('what has waited its time out is told so at once, whatever is before it', async () => {
  workers = new Workers({ calculate: 300 });
  const before = workers.run('shop', 'verifyFile', file(Buffer.alloc(20_000_000, '<<')));
  const since = performance.now();
  expect(await workers.run('shop', 'calculate', longLobe()).catch(codeOf)).toBe('work.too-long');
  expect(workers.waiting().shop).toBeGreaterThan(0);
  await before;
  expect(performance.now()).toBeGreaterThan(since);
  expect(workers.waiting()).toEqual({ shop: 0, strangers: 0 });
});

test('what waits when all is ended is refused, and no thread is started for it', async () => {
  workers = new Workers();
  const asked = [1, 2, 3].map(() => workers.run('shop', 'calculate', longLobe()).catch((error: Error) => error));
  await workers.close();
  const [, ...behind] = await Promise.all(asked);
  expect(behind).toEqual([expect.objectContaining({ code: 'server.busy' }), expect.objectContaining({ code: 'server.busy' })]); // prettier-ignore
  expect(workers.waiting().shop).toBe(0);
});
