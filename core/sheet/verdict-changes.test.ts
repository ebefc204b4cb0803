import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import type { SpecLimit } from '../plan/spec-sets.js';
import { fileOf, readingOf } from './test-file.js';
import { verdictChanges } from './verdict-changes.js';

const [SPEC] = EXAMPLE_SPEC_SETS;
const otherwise = (measure: string, change: Partial<SpecLimit>) => ({
  ...SPEC,
  version: SPEC.version + 1,
  limits: SPEC.limits.map((limit) => (limit.measure === measure ? { ...limit, ...change } : limit)),
});
const FILE = fileOf({
  readings: [
    readingOf('deck-height', '1', '-0.010', 'in'),
    readingOf('deck-height', '2', '0.001', 'in'),
    readingOf('plunger-depth', '1I', '0.040', 'in'),
  ],
});

test('judged by the same limits, nothing changes', () => {
  expect(verdictChanges(FILE, { spec: SPEC })).toEqual([]);
});

test('a tighter limit changes the verdicts that it reaches, and no others', () => {
  expect(verdictChanges(FILE, { spec: otherwise('deck-height', { min: -0.005 }) })).toEqual([
    { measure: 'deck-height', place: '1', before: 'in', after: 'low' },
  ]);
});

test('a value that is asked for from now on is missing where it was not taken, and the other way round', () => {
  const asked = otherwise('crank-end-play', { required: true });
  expect(verdictChanges(FILE, { spec: asked })).toEqual([
    { measure: 'crank-end-play', place: 'engine', before: 'not-asked', after: 'missing' },
  ]);
  const back = verdictChanges({ ...FILE, spec: asked }, { spec: SPEC });
  expect(back).toEqual([{ measure: 'crank-end-play', place: 'engine', before: 'missing', after: 'not-asked' }]);
});

test('a limit that is taken away leaves its values unjudged', () => {
  const without = { ...SPEC, limits: SPEC.limits.filter(({ measure }) => measure !== 'deck-height') };
  expect(verdictChanges(FILE, { spec: without }).map(({ place, after }) => [place, after])).toEqual([
    ['1', 'unjudged'],
    ['2', 'unjudged'],
  ]);
});
