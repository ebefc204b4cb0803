import type { LobeOutcome } from '../../contracts/lobe-worker.js';
import { lobeFromCard } from '../../core/cam/lobe-from-card.js';

/** The worker's own global, with what it sends kept. */
const sent: LobeOutcome[] = [];
const self = {
  onmessage: null as null | ((event: { data: unknown }) => void),
  postMessage: (outcome: LobeOutcome) => void sent.push(outcome),
};
Object.assign(globalThis, { self });
await import('./lobe-worker.js');

const { points } = lobeFromCard({
  lobeLift: 8.4, durations: [{ lift: 0.15, duration: 288 }, { lift: 1, duration: 240 }], centreline: 104, step: 4,
}); // prettier-ignore
const ask = (data: unknown): LobeOutcome => {
  sent.length = 0;
  self.onmessage!({ data });
  return sent[0];
};

test('a sweep comes back analysed, under its own number', () => {
  const outcome = ask({ id: 7, sweep: { unit: 'mm', points } });
  expect(outcome).toMatchObject({ id: 7, ok: true });
  if (!outcome.ok) throw new Error('not analysed');
  expect(outcome.analysis.durations.map(({ lift }) => lift)).toEqual([0.15, 1, 2, 5]);
  expect(outcome.analysis.centrelineByArea).toBeCloseTo(104, 1);
});

test('what is no lobe comes back with its reason in words', () => {
  expect(ask({ id: 8, sweep: { unit: 'mm', points: points.slice(0, 5) } })).toEqual({
    id: 8, ok: false, issues: [{ path: 'points', message: expect.stringContaining('7 points are needed') }],
  }); // prettier-ignore
});

test('a message that is no sweep is refused, not guessed at', () => {
  expect(ask({ id: 9, sweep: { unit: 'furlong', points: [[1]] } })).toMatchObject({ id: 9, ok: false });
});
