import { chance } from '../chance.js';
import { hintsFor } from '../judge/hints.js';
import { EXAMPLE_SPEC_SETS } from './example-spec-sets.js';
import { findMeasure, MEASURES, measureOf } from './measures.js';
import { ON_DIAL, plausibleOf, RANGED } from './plausible.js';
import { toCanonical } from '../units/units.js';

const usualOf = (key: string) => ({ sigma: measureOf(key).uncertainty / 2, tested: 600 });

describe('what is ever read of a measure', () => {
  test('is said of measures that there are, from less to more', () => {
    for (const key of [...RANGED, ...ON_DIAL]) expect(findMeasure(key)).toBeDefined();
    for (const key of RANGED) expect(plausibleOf(key)!.least).toBeLessThan(plausibleOf(key)!.most);
    expect(MEASURES.find(({ key }) => key === 'pv-depth')!.plausible).toEqual(plausibleOf('pv-depth'));
  });

  test('holds every limit that the example sets state, and a good way beyond', () => {
    for (const { limits } of EXAMPLE_SPEC_SETS)
      for (const { measure, min, max, unit, basis } of limits) {
        const { plausible } = measureOf(measure);
        if (!plausible || basis !== 'absolute') continue;
        for (const edge of [min, max]) {
          if (edge === undefined || edge === 0) continue;
          const value = toCanonical(edge, unit);
          expect(value).toBeGreaterThan(plausible.least);
          expect(value).toBeLessThan(plausible.most);
        }
      }
  });

  test('asks nothing of readings as engines of this trade have them', () => {
    const next = chance(17);
    const IN = 25.4;
    /** What is found, in inches: the middle and how far it spreads over engines, one standard deviation. */
    const found: Record<string, [middle: number, spread: number]> = {
      'pv-depth': [0.14, 0.045], 'pv-radial': [0.09, 0.025], 'lash-cold': [0.018, 0.005], 'valve-lift': [0.55, 0.09],
      'retainer-seal-gap': [0.09, 0.03], 'ring-gap-top': [0.02, 0.005], 'deck-height': [0, 0.02], bore: [4.1, 0.4],
      'pushrod-side-gap': [0.06, 0.015], 'lobe-lift': [0.35, 0.05], 'rod-side-clearance': [0.018, 0.005],
    }; // prettier-ignore
    let [asked, read] = [0, 0];
    for (const [key, [middle, spread]] of Object.entries(found))
      for (let round = 0; round < 2000; round++) {
        const normal = Array.from({ length: 12 }, next).reduce((sum, one) => sum + one, -6);
        const value = Math.max(middle - 2.6 * spread, middle + spread * normal) * IN;
        read++;
        if (hintsFor({ measure: measureOf(key), usual: usualOf(key), value, unit: 'in', others: [], withinLimit: null }).length > 0) asked++; // prettier-ignore
      }
    expect(asked / read).toBeLessThan(0.001);
  });

  test('among siblings that lie elsewhere a slip is still named by the limit', () => {
    const others = ['1E', '2E', '7E', '8E'].map((_place, index) => 3.4 + 0.02 * index);
    const hints = hintsFor({ measure: measureOf('pv-depth'), usual: usualOf('pv-depth'), value: 49.53, unit: 'in', others, withinLimit: (value) => value > 2.6, limit: { min: 2.54 } }); // prettier-ignore
    expect(hints.map(({ code }) => code)).toEqual(['differs-from-siblings', 'digit-slip']);
  });

  test('a slip of digit or unit that leaves it is named, wherever what was meant is known', () => {
    const next = chance(19);
    const clay = measureOf('pv-depth');
    const within = (value: number) => value > 2.1;
    let named = 0;
    const ROUNDS = 500;
    for (let round = 0; round < ROUNDS; round++) {
      const meant = 25.4 * (0.09 + 0.2 * next());
      for (const by of [10, 0.01]) {
        const hints = hintsFor({ measure: clay, usual: usualOf('pv-depth'), value: meant * by, unit: 'in', others: [], withinLimit: within, limit: { min: 2.03 } }); // prettier-ignore
        const slip = hints.find(({ code }) => code === 'digit-slip') as { meant: number } | undefined;
        if (slip && Math.abs(slip.meant / meant - 1) < 1e-9) named++;
      }
      const inMillimetres = hintsFor({ measure: clay, usual: usualOf('pv-depth'), value: toCanonical(meant, 'in'), unit: 'in', others: [], withinLimit: within, limit: { min: 2.03 } }); // prettier-ignore
      expect(inMillimetres).toContainEqual(expect.objectContaining({ code: 'unit-slip', unit: 'mm' }));
    }
    expect(named / (2 * ROUNDS)).toBeGreaterThan(0.95);
  });
});
