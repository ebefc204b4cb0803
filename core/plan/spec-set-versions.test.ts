import { wordImpossibility } from '../../contracts/wording/impossible.js';
import { checkSpecSet } from './check-spec-set.js';
import { compareSpecSets } from './compare-spec-sets.js';
import { EXAMPLE_SPEC_SETS } from './example-spec-sets.js';
import { GENERAL_PRACTICE } from './practice.js';
import type { SpecLimit, SpecSet } from './spec-sets.js';

const LIMIT: SpecLimit = { measure: 'deck-height', min: -0.01, max: 0.006, unit: 'in', basis: 'absolute', required: false, source: 'Ours' }; // prettier-ignore
const faultsOf = (limits: SpecLimit[], lifter: SpecSet['lifter'] = 'hydraulic', practice = GENERAL_PRACTICE) =>
  checkSpecSet({ limits, lifter, practice }).map(({ path, code }) => [path.join('.'), code]);
const ofOne = (change: Partial<SpecLimit>) => faultsOf([{ ...LIMIT, ...change }]);

describe('a set that a shop writes', () => {
  test('is held possible where it is: every example that comes with Utex', () => {
    for (const set of EXAMPLE_SPEC_SETS) expect([set.id, checkSpecSet(set)]).toEqual([set.id, []]);
  });

  test('names the row and the field of whatever could not be judged by', () => {
    expect(ofOne({ measure: 'deck-hight' })).toEqual([['limits.0.measure', 'limit-measure']]);
    expect(ofOne({ measure: 'plunger-state' })).toEqual([['limits.0.measure', 'limit-measure']]);
    expect(ofOne({ unit: 'deg' })).toEqual([['limits.0.unit', 'limit-unit']]);
    expect(ofOne({ valve: 'I' })).toEqual([['limits.0.valve', 'limit-valve']]);
    expect(ofOne({ basis: 'of-card' })).toEqual([['limits.0.basis', 'limit-of-card']]);
    expect(ofOne({ measure: 'intake-open', unit: 'deg', basis: 'of-bore' })).toEqual([['limits.0.basis', 'limit-of-bore']]); // prettier-ignore
    expect(ofOne({ min: undefined, max: undefined })).toEqual([['limits.0.min', 'limit-without-edge']]);
    expect(ofOne({ min: 0.01 })).toEqual([['limits.0.max', 'limit-edges-crossed']]);
    expect(ofOne({ preferred: 0.007 })).toEqual([['limits.0.preferred', 'limit-preferred-outside']]);
  });

  test('limits nothing that engines with its lifters do not have', () => {
    const lash: SpecLimit = { ...LIMIT, measure: 'lash-cold', min: 0.01, max: 0.02 };
    expect(faultsOf([lash], 'hydraulic')).toEqual([['limits.0.measure', 'limit-lifter']]);
    expect(faultsOf([lash], 'solid')).toEqual([]);
  });

  test('limits nothing twice: both valves and one of them are the same valve', () => {
    const depth: SpecLimit = { ...LIMIT, measure: 'plunger-depth', min: 0.02, max: 0.06 };
    const only = (valve: 'I' | 'E') => ({ ...depth, valve });
    expect(faultsOf([only('I'), only('E')])).toEqual([]);
    expect(faultsOf([depth, LIMIT, only('E')])).toEqual([['limits.2.measure', 'limit-twice']]);
    expect(wordImpossibility({ code: 'limit-twice', params: { row: 1 } })).toBe('row 1 limits this already');
  });

  test('trusts only what is measured, in a unit of it', () => {
    const trust = (measure: string, unit: 'in' | 'deg') => ({ ...GENERAL_PRACTICE, uncertainty: [{ measure, value: 0.001, unit }] }); // prettier-ignore
    expect(faultsOf([LIMIT], 'hydraulic', trust('deck-height', 'in'))).toEqual([]);
    expect(faultsOf([LIMIT], 'hydraulic', trust('deck-height', 'deg'))).toEqual([['practice.uncertainty.0.unit', 'limit-unit']]); // prettier-ignore
    expect(faultsOf([LIMIT], 'hydraulic', trust('hight', 'in'))).toEqual([['practice.uncertainty.0.measure', 'limit-measure']]); // prettier-ignore
  });
});

describe('two versions side by side', () => {
  const [before] = EXAMPLE_SPEC_SETS;
  const changed = (limits: SpecLimit[], practice = before.practice) => compareSpecSets(before, { ...before, limits, practice }); // prettier-ignore

  test('say nothing where nothing changed, however the limits are ordered', () => {
    expect(changed([...before.limits].reverse())).toEqual({ limits: [], measures: [], practice: [] });
  });

  test('show what was changed, added and taken away, each with both sides', () => {
    const [first, second, ...rest] = before.limits;
    const tighter = { ...second, max: 0.0025 };
    const { limits } = changed([tighter, ...rest, { ...LIMIT, measure: 'pushrod-side-gap-final', min: 0.05, max: undefined }]); // prettier-ignore
    expect(limits.map(({ measure, before: was, after }) => [measure, was?.max, after?.max])).toEqual([
      [second.measure, second.max, 0.0025],
      ['pushrod-side-gap-final', undefined, undefined],
      [first.measure, first.max, undefined],
    ]);
    expect(limits[1].before).toBeNull();
    expect(limits[2].after).toBeNull();
  });

  test('a valve of its own is a limit of its own', () => {
    const solid = EXAMPLE_SPEC_SETS.find(({ id }) => id === 'shop-solid')!;
    const limits = solid.limits.map((limit) =>
      limit.measure === 'lash-cold' && limit.valve === 'E' ? { ...limit, max: 0.021 } : limit,
    );
    expect(compareSpecSets(solid, { ...solid, limits }).limits.map(({ valve }) => valve)).toEqual(['E']);
  });

  test('name the part of the practice that is another', () => {
    const timing = { ...before.practice.timing, settleDeg: 1, offsetsDeg: [-2, 0, 2] };
    expect(changed(before.limits, { ...before.practice, timing }).practice).toEqual([
      { path: 'timing.offsetsDeg', before: '[-4,-2,0,2,4]', after: '[-2,0,2]' },
      { path: 'timing.settleDeg', before: '0.5', after: '1' },
    ]);
  });

  test('name a part of the practice that one of them does not have', () => {
    const { checkLift, ...timing } = before.practice.timing;
    const rechecks = [{ what: 'Valve lash', every: 10, count: 'nights' as const, bands: [] }];
    const { practice } = changed(before.limits, { ...before.practice, timing, rechecks });
    expect(practice.map(({ path, before: was, after: is }) => [path, was, is])).toEqual([
      ['rechecks', '', JSON.stringify(rechecks)],
      ['timing.checkLift.in', JSON.stringify(checkLift!.in), ''],
      ['timing.checkLift.mm', JSON.stringify(checkLift!.mm), ''],
    ]);
  });
});
