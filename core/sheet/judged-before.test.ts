import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { GENERAL_PRACTICE } from '../plan/practice.js';
import type { SpecSet } from '../plan/spec-sets.js';
import { judgedBefore } from './judged-before.js';
import type { Reading } from './reading.js';
import { fileOf, readingOf } from './test-file.js';

const engine = LAYOUTS[0].engine as Engine;
const spec: SpecSet = {
  id: 's', version: 1, title: 'S', lifter: 'hydraulic', practice: GENERAL_PRACTICE,
  limits: [
    { measure: 'main-clearance', min: 0.002, max: 0.003, unit: 'in', basis: 'absolute', required: false, source: 't' },
    { measure: 'ring-gap-top', min: 0.018, unit: 'in', basis: 'absolute', required: false, source: 't' },
  ],
}; // prettier-ignore
const changed = (...readings: Reading[]) => judgedBefore(fileOf({ engine, spec, readings }));
const since = { receivedAt: '2026-12-02T09:00:00.000Z' };

test('a clearance that one direction makes tight was in by its mean, and says so', () => {
  const [bore, journal] = [readingOf('main-bore', 'M1', '2.1030; 2.1018', 'in'), readingOf('main-journal', 'M1', '2.1000', 'in')]; // prettier-ignore
  expect(changed(bore, journal)).toEqual([
    { measure: 'main-clearance', place: 'M1', before: 'in', after: 'low', by: 'directions' },
  ]);
});

test('a gap within the step of its blades of the limit was in, and is in doubt', () => {
  expect(changed(readingOf('ring-gap-top', '1', '0.0186', 'in'))).toEqual([
    { measure: 'ring-gap-top', place: '1', before: 'in', after: 'doubt', by: 'step' },
  ]);
});

test('turns are told as the depth that they make', () => {
  const depth: SpecSet = { ...spec, limits: [{ measure: 'plunger-depth', min: 0.02, max: 0.06, unit: 'in', basis: 'absolute', required: false, source: 't' }] }; // prettier-ignore
  const of = (entered: string) => judgedBefore(fileOf({ engine, spec: depth, readings: [readingOf('preload-turns', '1I', entered, 'turn')] })); // prettier-ignore
  expect(of('0.5')).toEqual([]);
  // A hundredth of a turn within what was trusted before, and not within what is trusted now.
  expect(of('0.8175')).toEqual([{ measure: 'preload-turns', place: '1I', before: 'in', after: 'doubt', by: 'step' }]);
});

test('what is as it was, or was read since, is not told', () => {
  expect(changed(readingOf('ring-gap-top', '1', '0.022', 'in'))).toEqual([]);
  expect(changed(readingOf('ring-gap-top', '1', '0.0186', 'in', since))).toEqual([]);
});
