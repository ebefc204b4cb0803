import { placesOf } from '../engine/places.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { stageProgress } from './stage-progress.js';
import { engine, fileWith, LIFT, read, shop } from './test-geometry.js';

/** Whether a stage reads as done: what the ribbon of an engine shows. */

const asking = (measure: string, more: object = {}): SpecSet => ({ ...shop, limits: [...shop.limits, { measure, min: 0, max: 9, unit: 'in', basis: 'absolute', required: false, source: 'as here', ...more }] }); // prettier-ignore
const progress = (stage: 'geometry' | 'proof', readings: Reading[], spec = shop) =>
  stageProgress(engine, spec, sheetOf(fileWith(readings, [], spec)), stage);
const valves = placesOf(engine, 'valve');

test('nothing that is asked is never done: one mark on one valve leaves the geometry open', () => {
  expect(progress('geometry', [])).toBe('empty');
  expect(progress('geometry', [read('mark-width', '1I', '0.060', 7.6)])).toBe('open');
  expect(progress('proof', [LIFT])).toBe('open');
});

test('what is asked is there for all of its places, or it is open', () => {
  const stems = valves.map((place) => read('stem-height', place, '1.900'));
  const spec = asking('stem-height');
  expect(progress('geometry', stems.slice(1), spec)).toBe('open');
  expect(progress('geometry', stems, spec)).toBe('done');
  const intakes = valves.filter((place) => place.endsWith('I'));
  expect(progress('geometry', intakes.map((place) => read('stem-height', place, '1.900')), asking('stem-height', { valve: 'I' }))).toBe('done'); // prettier-ignore
});

test('lift that is lost on the way leaves the proof open', () => {
  const spec = asking('valve-lift');
  const lifts = (entered: string) => [...valves.map((place) => read('lobe-lift', place, '0.350')), ...valves.map((place) => read('valve-lift', place, entered, undefined, 20))]; // prettier-ignore
  expect(progress('proof', lifts('0.594'), spec)).toBe('done');
  expect(progress('proof', lifts('0.570'), spec)).toBe('open');
});
