import type { ClearanceOutcome } from '../../contracts/clearance-worker.js';
import { lobeFromCard } from '../../core/cam/lobe-from-card.js';

/** The worker's own global, with what it sends kept. */
const sent: ClearanceOutcome[] = [];
const self = {
  onmessage: null as null | ((event: { data: unknown }) => void),
  postMessage: (outcome: ClearanceOutcome) => void sent.push(outcome),
};
Object.assign(globalThis, { self });
await import('./clearance-worker.js');

const { points } = lobeFromCard({
  lobeLift: 8.6, durations: [{ lift: 0.15, duration: 276 }, { lift: 1.27, duration: 226 }], centreline: 106, step: 2,
}); // prettier-ignore
const valve = { stroke: 91, rodLength: 155, valveAngleDeg: 20, rockerRatio: 1.7, lobe: points, lash: 0 };
const question = {
  valve,
  clearance: 2.6,
  whatIf: { advance: 4, gasketBy: 0, milledBy: 0, lash: 0, rockerRatio: 1.7 },
  limit: 2,
  radial: null,
  crankStep: 0.5,
};
const ask = (data: unknown): ClearanceOutcome => {
  sent.length = 0;
  self.onmessage!({ data });
  return sent[0];
};

test('both valves come back together, under the number of the question', () => {
  const { id, valves } = ask({ id: 3, kind: 'across', valves: { '1I': question, '1E': question } }) as ClearanceOutcome<'across'>; // prettier-ignore
  expect([id, Object.keys(valves)]).toEqual([3, ['1I', '1E']]);
  const told = valves['1I'];
  expect(told.ok && told.answer.here.least).toBeLessThan(2.6);
});

test('one that cannot be says why in words, and holds up no other', () => {
  const short = { ...question, valve: { ...valve, rodLength: 40 } };
  const { valves } = ask({ id: 4, kind: 'across', valves: { '1I': short, '1E': question } }) as ClearanceOutcome<'across'>; // prettier-ignore
  expect(valves['1I']).toEqual({ ok: false, message: 'a rod must be longer than half the stroke' });
  expect(valves['1E'].ok).toBe(true);
});

test('how sure it is comes back with what is worth measuring again', () => {
  const doubt = {
    ...valve,
    measured: { kind: 'minimum', clearance: 2.6 },
    lashAtCheck: 0,
    gasketAtCheck: 1,
    gasketFinal: 1,
    limit: 2,
    phases: [],
    crankStep: 0.5,
    standardUncertainty: { clearance: 0.02, gasketFinal: 0.2 },
    draws: 500,
    seed: 1,
  };
  const { valves } = ask({ id: 5, kind: 'doubt', valves: { '1I': doubt } }) as ClearanceOutcome<'doubt'>;
  const told = valves['1I'];
  expect(told.ok && told.answer.sensitivity[0].input).toBe('gasketFinal');
});

test('a message that is no question is not guessed at', () => {
  expect(() => self.onmessage!({ data: { id: 6, kind: 'across', valves: { '1I': { clearance: 'near' } } } })).toThrow();
});
