import { toCanonical } from '../units/units.js';
import { checkSpecSet } from './check-spec-set.js';
import { EXAMPLE_SPEC_SETS } from './example-spec-sets.js';
import { ENGINE_KINDS, firstSet, limitIn, nearestExample } from './first-set.js';

const LENGTHS = ['in', 'mm'] as const;
const LIFTERS = ['hydraulic', 'solid'] as const;
const ALL = EXAMPLE_SPEC_SETS.flatMap(({ limits }) => limits);
const SCHOOLS = { method: 'fewest', school: 'square', why: 'as the first rocker was laid out' } as const;

describe('the first set of a shop', () => {
  test('begins from an example with its lifters, of its kind where there is one', () => {
    expect(nearestExample({ kind: 'tractor', lifter: 'solid' }).id).toBe('tractor-solid');
    expect(nearestExample({ kind: 'tractor', lifter: 'hydraulic' }).id).toBe('shop-hydraulic');
    for (const kind of ENGINE_KINDS)
      for (const lifter of LIFTERS) expect(nearestExample({ kind, lifter }).lifter).toBe(lifter);
  });

  test('could be judged by, whatever was answered', () => {
    for (const kind of ENGINE_KINDS)
      for (const lifter of LIFTERS)
        for (const lengths of LENGTHS) {
          const set = firstSet({ kind, lifter, lengths, ...SCHOOLS });
          expect(checkSpecSet(set)).toEqual([]);
          expect(new Set(set.limits.map(({ unit }) => unit)).has(lengths === 'in' ? 'mm' : 'in')).toBe(false);
          expect(set.practice.setting.method).toBe('fewest');
          expect(set.practice.geometry).toMatchObject({ school: 'square', why: SCHOOLS.why });
        }
  });

  test('in another unit passes nothing that the example would not pass, and bars little that it would', () => {
    for (const limit of ALL.filter(({ basis }) => basis === 'absolute'))
      for (const lengths of LENGTHS) {
        const other = limitIn(limit, lengths);
        const mm = (figure: number | undefined, unit = limit.unit) =>
          figure === undefined ? undefined : toCanonical(figure, unit);
        const [least, most] = [mm(limit.min), mm(limit.max)];
        const [min, max] = [mm(other.min, other.unit), mm(other.max, other.unit)];
        const width = most === undefined ? Math.abs(least!) : least === undefined ? most : most - least;
        if (least !== undefined) expect(min! - least).toBeGreaterThan(-1e-6);
        if (most !== undefined) expect(most - max!).toBeGreaterThan(-1e-6);
        expect((least === undefined ? 0 : min! - least) + (most === undefined ? 0 : most - max!)).toBeLessThanOrEqual(0.15 * width + 1e-6); // prettier-ignore
        expect(other.preferred === undefined).toBe(limit.preferred === undefined);
      }
  });

  test('in its own unit is the example itself, and a factor of the bore is the same in both', () => {
    for (const limit of ALL) {
      if (limit.basis === 'of-bore') expect(limitIn(limit, 'mm')).toEqual({ ...limit, unit: 'mm' });
      if (limit.unit !== 'turn' && limit.unit !== 'deg') expect(limitIn(limit, limit.unit as 'in')).toBe(limit);
    }
  });

  test('has figures that a hand would write: crank end play 0.004 to 0.009 in is 0.11 to 0.22 mm', () => {
    const limit = ALL.find(({ measure, unit }) => measure === 'crank-end-play' && unit === 'in')!;
    expect(limitIn(limit, 'mm')).toMatchObject({ min: 0.11, max: 0.22, unit: 'mm' });
    const clearance = ALL.find(({ measure, unit }) => measure === 'main-clearance' && unit === 'in')!;
    expect(limitIn(clearance, 'mm')).toMatchObject({ min: 0.051, max: 0.076 });
  });
});
