import { placesOf } from '../engine/places.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { stationsOf } from './stations.js';
import { engine, fileWith, LIFT, read, shop } from './test-geometry.js';

/** Whether a stage reads as done: what ribbon and path of an engine show. */

const asking = (measure: string, more: object = {}): SpecSet => ({ ...shop, limits: [...shop.limits, { measure, min: 0, max: 9, unit: 'in', basis: 'absolute', required: false, source: 'as here', ...more }] }); // prettier-ignore
const progress = (stage: 'geometry' | 'proof' | 'dead-centre' | 'cam-timing', readings: Reading[], spec = shop) => {
  const file = fileWith(readings, [], spec);
  const flagsOpen = sheetOf(file).flags.filter(({ open }) => open);
  return stationsOf({ file, stand: standOf(file), flagsOpen }).find((one) => one.stage === stage)!.state;
};
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

test('timing is done once any of its ways makes it known; another alone does not', () => {
  const ZERO = [
    read('tdc-stop-first', 'engine', '30', undefined, 8, 'deg'),
    read('tdc-stop-second', 'engine', '-30', undefined, 9, 'deg'),
  ];
  const centre = (measure: string) => read(measure, 'engine', '106', undefined, 10, 'deg');
  expect(progress('cam-timing', [centre('intake-centreline')])).toBe('open');
  expect(progress('cam-timing', [...ZERO, centre('intake-centreline'), centre('exhaust-centreline'), read('cam-end-play', 'engine', '0.006')])).toBe('done'); // prettier-ignore
});
