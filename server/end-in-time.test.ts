import { endInTime, type Ending } from './end-in-time.js';

const ended: string[] = [];
const part = (waitsFor: string, end: () => Promise<unknown> = async () => {}): Ending => ({
  waitsFor,
  atMostMs: 30,
  end: async () => {
    await end();
    ended.push(waitsFor);
  },
});
beforeEach(() => ended.splice(0));

test('each part is ended when the one before it has, and nothing is told', async () => {
  const told: string[] = [];
  const slow = part('requests', () => new Promise((resolve) => setTimeout(resolve, 5)));
  expect(await endInTime([slow, part('the database')], (said) => told.push(said))).toBe(true);
  expect([ended, told]).toEqual([['requests', 'the database'], []]);
});

test('what never ends, or fails, is told by name, and what comes after it is still ended', async () => {
  const told: string[] = [];
  const never = part('requests', () => new Promise(() => {}));
  const fails = part('the threads', () => Promise.reject(new Error('a thread is gone')));
  expect(await endInTime([never, fails, part('the database')], (said) => told.push(said))).toBe(false);
  expect(ended).toEqual(['the database']);
  expect(told).toEqual([
    'Utex ends without waiting for requests: not done within 0.03 s.',
    'Utex ends without waiting for the threads: a thread is gone.',
  ]);
});
