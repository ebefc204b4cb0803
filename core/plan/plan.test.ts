import { LAYOUTS } from '../engine/layouts.js';
import { CANONICAL_UNIT, UNITS } from '../units/units.js';
import { cautionsOf } from './cautions.js';
import { checkSpecFits } from './check-spec-fits.js';
import { STAGES } from './measure.js';
import { findMeasure, MEASURES, measureOf } from './measures.js';
import { EXAMPLE_SPEC_SETS } from './example-spec-sets.js';
import { limitFor } from './spec-sets.js';

/** The keys that other programs rely on, by stage and scope. */
const FIXED: Record<string, [scope: string, keys: string]> = {
  'bottom-end M': ['main', 'main-clearance'],
  'bottom-end cylinder': ['cylinder', 'rod-clearance ring-gap-top ring-gap-second piston-wall deck-height'],
  'bottom-end P': ['pin', 'rod-side-clearance'],
  'bottom-end engine': ['engine', 'crank-end-play'],
  'cam-timing engine': [
    'engine',
    'tdc-wheel-error intake-open intake-close exhaust-open exhaust-close intake-centreline exhaust-centreline cam-end-play',
  ],
  'cam-timing valve': ['valve', 'lobe-lift'],
  'mock-up': [
    'valve',
    'pv-depth pv-radial coil-bind-margin retainer-seal-gap rocker-retainer-gap pushrod-side-gap spring-installed-height',
  ],
  geometry: ['valve', 'mark-width mark-offset stand-shim pushrod-checked pushrod-fitted'],
  setting: [
    'valve',
    'plunger-state preload-turns plunger-depth plunger-travel-left adjuster-turns-used lash-cold lash-hot lock-torque',
  ],
  proof: ['valve', 'valve-lift'],
};

describe('the catalogue of measures', () => {
  test.each(Object.entries(FIXED))('%s has its fixed keys', (_stage, [scope, keys]) => {
    for (const key of keys.split(' ')) expect([key, findMeasure(key)?.scope]).toEqual([key, scope]);
  });

  test('every key is there once, in the order of the stages', () => {
    expect(new Set(MEASURES.map(({ key }) => key)).size).toBe(MEASURES.length);
    const turns = MEASURES.map(({ stage }) => STAGES.indexOf(stage));
    expect(turns).toEqual([...turns].sort((a, b) => a - b));
  });

  test('every measure is offered in units of its own quantity, can be read, and hangs on measures that exist', () => {
    for (const { key, quantity, units, resolution, uncertainty, needs, how } of MEASURES) {
      for (const unit of units) expect([key, UNITS[unit].quantity]).toEqual([key, quantity]);
      expect(CANONICAL_UNIT[quantity]).toBeDefined();
      expect(resolution).toBeGreaterThan(0);
      expect(uncertainty).toBeGreaterThanOrEqual(0);
      for (const need of needs) expect(findMeasure(need)).toBeDefined();
      expect(how.length).toBeGreaterThan(5);
    }
  });

  test('a measure that does not exist is no measure', () => {
    expect(findMeasure('horsepower')).toBeUndefined();
    expect(() => measureOf('horsepower')).toThrow('horsepower');
  });
});

describe('spec sets', () => {
  test.each(EXAMPLE_SPEC_SETS)(
    '$id limits measures that exist, each with its source and in a unit of its measure',
    (set) => {
      for (const limit of set.limits) {
        const measure = measureOf(limit.measure);
        expect([limit.measure, measure.units.includes(limit.unit)]).toEqual([limit.measure, true]);
        expect(limit.source).toMatch(/example/);
        expect(limit.min !== undefined || limit.max !== undefined).toBe(true);
        if (limit.min !== undefined && limit.max !== undefined) expect(limit.min).toBeLessThan(limit.max);
      }
    },
  );

  test('a limit may be for one kind of valve only', () => {
    const solid = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-solid')!;
    expect(limitFor(solid, 'lash-cold', '3I')!.min).toBe(0.012);
    expect(limitFor(solid, 'lash-cold', '3E')!.min).toBe(0.014);
    expect(limitFor(solid, 'lash-hot', '3E')).toBeUndefined();
  });

  test('only what an engine could ever meet fits it', () => {
    const find = (id: string) => EXAMPLE_SPEC_SETS.find((set) => set.id === id)!;
    expect(checkSpecFits({ lifter: 'hydraulic', mount: 'stud-nut' }, find('shop-hydraulic'))).toEqual([]);
    expect(checkSpecFits({ lifter: 'solid', mount: 'stud-nut' }, find('shop-hydraulic'))[0].code).toBe(
      'spec-set-lifter',
    );
    expect(checkSpecFits({ lifter: 'hydraulic', mount: 'pedestal-shim' }, find('pump-hydraulic'))[0].code).toBe(
      'spec-set-turns',
    );
  });

  test('every layout proposes a set that fits it', () => {
    for (const { engine, specSet } of LAYOUTS) {
      const set = EXAMPLE_SPEC_SETS.find((candidate) => candidate.id === specSet)!;
      if (engine) expect(checkSpecFits(engine, set)).toEqual([]);
    }
  });
});

test('every stage that turns an engine by hand has its cautions', () => {
  for (const stage of ['bottom-end', 'dead-centre', 'cam-timing', 'setting'] as const)
    expect(cautionsOf({}, stage).length).toBeGreaterThan(1);
  expect(cautionsOf({}, 'dead-centre').join(' ')).toMatch(/Spark plugs out/);
  expect(cautionsOf({}, 'setting').join(' ')).toMatch(/kicks the bar back/);
  const own = { path: { cautions: [{ stage: 'setting' as const, says: 'The bar of bench two has no stop.' }] } };
  expect(cautionsOf(own, 'setting').at(-1)).toBe('The bar of bench two has no stop.');
  expect(cautionsOf(own, 'proof')).toEqual(cautionsOf({}, 'proof'));
});
