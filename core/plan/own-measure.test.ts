import { checkSpecSet } from './check-spec-set.js';
import { compareSpecSets } from './compare-spec-sets.js';
import { EXAMPLE_SPEC_SETS } from './example-spec-sets.js';
import { findMeasure, measureOf } from './measures.js';
import { LONGEST_TITLE, OWN_SCOPES, OWN_STAGES, OWN_UNITS, ownKey, ownMeasures, readOwnKey, type OwnMeasure } from './own-measure.js'; // prettier-ignore
import type { SpecSet } from './spec-sets.js';

const RUNOUT: OwnMeasure = {
  title: 'Coupling runout', stage: 'bottom-end', scope: 'engine', unit: 'in', resolution: 0.0005,
  how: 'Indicator on the flange, one whole turn.', caution: 'Plugs out.',
}; // prettier-ignore
const SET: SpecSet = { ...EXAMPLE_SPEC_SETS[0], measures: [RUNOUT] };
const limit = (measure: string) => ({ measure, max: 0.002, unit: 'in' as const, basis: 'absolute' as const, required: true, source: 'Our own' }); // prettier-ignore

test('its key says all that a value of it must keep its meaning by', () => {
  const measure = measureOf(ownKey(RUNOUT));
  expect(measure).toMatchObject({ title: 'Coupling runout', stage: 'bottom-end', scope: 'engine', quantity: 'length', counts: 'newest' }); // prettier-ignore
  expect(measure.units).toEqual(['in', 'thou', 'mm']);
  expect([measure.resolution, measure.uncertainty]).toEqual([0.0127, 0.0127]);
});

test('every stage, scope and unit that a shop can choose is read back from the key, and fits a reading', () => {
  for (const stage of OWN_STAGES)
    for (const scope of OWN_SCOPES)
      for (const unit of OWN_UNITS) {
        const key = ownKey({ ...RUNOUT, title: 'x'.repeat(LONGEST_TITLE), stage, scope, unit, resolution: 0.00001 });
        expect(readOwnKey(key)).toMatchObject({ stage, scope });
        expect(readOwnKey(key)!.units[0]).toBe(unit);
        expect(key.length).toBeLessThanOrEqual(80);
      }
});

test.each([
  'own:kitchen:engine:in:0.0005:x',
  'own:bottom-end:hat:in:0.0005:x',
  'own:bottom-end:engine:choice:1:x',
  'own:bottom-end:engine:in:zero:x',
  'own:bottom-end:engine:in:-1:x',
  'own:bottom-end:engine:in:0.0005',
  'own:bottom-end:engine:in:0.0005:x:y',
])('“%s” is no measure', (key) => expect(findMeasure(key)).toBeUndefined());

test('it stands on its stage’s list, with how it is taken', () => {
  expect(ownMeasures(SET, 'bottom-end').map(({ title, how }) => [title, how])).toEqual([['Coupling runout', RUNOUT.how]]); // prettier-ignore
  expect(ownMeasures(SET, 'cam-timing')).toEqual([]);
  expect(ownMeasures(EXAMPLE_SPEC_SETS[0], 'bottom-end')).toEqual([]);
});

test('a set limits its own measures, and nobody else’s; no two are one', () => {
  const own = { ...SET, limits: [...SET.limits, limit(ownKey(RUNOUT))] };
  expect(checkSpecSet(own)).toEqual([]);
  expect(checkSpecSet({ ...own, measures: [] }).map(({ code }) => code)).toEqual(['limit-measure']);
  expect(checkSpecSet({ ...SET, measures: [RUNOUT, { ...RUNOUT, how: 'Otherwise.' }] })).toEqual([
    { path: ['measures', 1, 'title'], code: 'own-twice' },
  ]);
});

test('two versions side by side say which measures came, went or are taken otherwise', () => {
  const otherwise = { ...SET, measures: [{ ...RUNOUT, how: 'Two indicators.' }] };
  expect(compareSpecSets(EXAMPLE_SPEC_SETS[0], SET).measures).toEqual([{ before: null, after: RUNOUT }]);
  expect(compareSpecSets(SET, EXAMPLE_SPEC_SETS[0]).measures).toEqual([{ before: RUNOUT, after: null }]);
  expect(compareSpecSets(SET, otherwise).measures).toEqual([{ before: RUNOUT, after: otherwise.measures[0] }]);
  expect(compareSpecSets(SET, SET).measures).toEqual([]);
});
