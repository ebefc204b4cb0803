import { completeCard } from '../cam/cam-card.js';
import { LAYOUTS } from '../engine/layouts.js';
import type { Engine, RockerMount } from '../engine/engine.js';
import type { SpecLimit, SpecSet } from '../plan/spec-sets.js';
import { derive, keyedMeasure } from './derive.js';
import { applyLimit, judgeReading, judgeValue, limitAt } from './judge-reading.js';
import { judgingOf } from './judging.js';
import { dialUnit, settingLimit, settingMeasure, settingValue } from './setting-value.js';

const engine = LAYOUTS[0].engine as Engine;
const limit = (change: Partial<SpecLimit> & Pick<SpecLimit, 'measure'>): SpecLimit => ({
  unit: 'in', required: false, source: 'test', ...change,
}); // prettier-ignore
const spec = (...limits: SpecLimit[]): SpecSet => ({ id: 's', version: 1, title: 'S', lifter: 'hydraulic', limits });
const judging = (set: SpecSet, card?: Parameters<typeof completeCard>[0], bores: Record<string, number> = {}) =>
  judgingOf(engine, set, card && completeCard(card), (measure, place) =>
    measure === 'bore' && bores[place] !== undefined ? { value: bores[place] } : undefined,
  );

describe('which limit a value is judged by', () => {
  const depth = limit({ measure: 'plunger-depth', min: 0.02, max: 0.06 });
  const turns = limit({ measure: 'preload-turns', min: 0.25, max: 0.75, unit: 'turn' });
  const value = { measure: 'preload-turns', place: '1I', value: 0.9 };

  test('its own, if the spec names it; else that of what follows from it', () => {
    expect(judgeValue(judging(spec(depth, turns)), value)).toMatchObject({
      verdict: 'high',
      limit: { measure: 'preload-turns' },
    });
    const through = judgeValue(judging(spec(depth)), value);
    expect(through).toMatchObject({
      verdict: 'doubt',
      limit: { measure: 'plunger-depth' },
      judgedAs: { measure: 'plunger-depth' },
    });
    expect(judgeValue(judging(spec()), value)).toEqual({ verdict: 'unjudged', limit: null });
  });

  test('the uncertainty of the turns goes through the lever with them', () => {
    const { limit: applied } = judgeValue(judging(spec(depth)), value);
    expect(applied!.uncertainty).toBeCloseTo((1 / 16 / 24) * 25.4 * (1 + 1 / 1.6), 9);
  });

  test('a factor of the bore is a length only once the bore of that cylinder is measured', () => {
    const gap = limit({ measure: 'ring-gap-top', min: 0.0045, perBore: true });
    expect(applyLimit(gap, 0)).toBeNull();
    expect(limitAt(judging(spec(gap), undefined, { 3: 100 }), 'ring-gap-top', '3', 0)!.min).toBeCloseTo(0.45, 9);
    expect(limitAt(judging(spec(gap), undefined, { 3: 100 }), 'ring-gap-top', '5', 0)).toBeNull();
  });

  test('the card gives a limit only where the spec set says how far a cam may differ', () => {
    const card = { unit: 'in' as const, checkAt: 'lobe' as const, checkLift: 0.05, intakeCentreline: 108 };
    const difference = limit({ measure: 'card-difference', min: -1.5, max: 1.5, unit: 'deg' });
    expect(limitAt(judging(spec(), card), 'intake-centreline', 'engine', 0)).toBeNull();
    expect(limitAt(judging(spec(difference), card), 'intake-centreline', 'engine', 0)).toMatchObject({
      min: 106.5,
      max: 109.5,
    });
    expect(limitAt(judging(spec(difference), card), 'exhaust-centreline', 'engine', 0)).toBeNull();
    expect(limitAt(judging(spec(difference)), 'intake-centreline', 'engine', 0)).toBeNull();
  });

  test('values are compared with those judged by the same limit, and never with their own place', () => {
    const cold = [
      limit({ measure: 'lash-cold', valve: 'I', max: 0.02 }),
      limit({ measure: 'lash-cold', valve: 'E', max: 0.03 }),
    ];
    const others = ['1E', '3E', '5E', '7E'].map((place) => ({ measure: 'lash-cold', place, value: 0.6 }));
    const judged = judgeReading(judging(spec(...cold)), { measure: 'lash-cold', place: '1I', value: 0.4 }, others);
    expect(judged.hints).toEqual([]);
    const odd = judgeReading(judging(spec(...cold)), { measure: 'lash-cold', place: '9E', value: 0.4 }, others);
    expect(odd.hints.map(({ code }) => code)).toContain('differs-from-siblings');
  });
});

describe('what follows from one reading', () => {
  test.each<[RockerMount, number | undefined]>([
    ['stud-nut', (0.5 / 24) * 25.4 * (1 + 1 / 1.6)],
    ['rocker-screw', (0.5 / 24) * 25.4],
    ['pedestal-shim', undefined],
  ])('turns with a %s', (mount, depth) => {
    const made = derive({ ...engine, mount }, 'preload-turns', '1I', 0.5);
    if (depth === undefined) expect(made).toBeNull();
    else expect(made!.value).toBeCloseTo(depth, 9);
  });

  test('hot and cold lash give each other, where the metals are known and neither closes up', () => {
    expect(derive(engine, 'lash-hot', '1I', 0.5588)!.value).toBeCloseTo(0.4064, 9);
    expect(derive(engine, 'lash-cold', '1I', 0.4064)!.measure).toBe('lash-hot');
    expect(derive(engine, 'lash-hot', '1I', 0.01)).toBeNull();
    expect(derive({ ...engine, metals: { block: 'aluminium', head: 'iron' } }, 'lash-hot', '1I', 0.5)).toBeNull();
    expect(derive(engine, 'lobe-lift', '1I', 9)).toBeNull();
  });

  test('a depth is typed as turns wherever the adjuster turns', () => {
    expect(keyedMeasure({ mount: 'stud-nut' }, 'plunger-depth')).toBe('preload-turns');
    expect(keyedMeasure({ mount: 'pedestal-shim' }, 'plunger-depth')).toBe('plunger-depth');
    expect(keyedMeasure({ mount: 'stud-nut' }, 'lash-cold')).toBe('lash-cold');
  });
});

describe('what stands for a valve on its dial', () => {
  const depth = spec(limit({ measure: 'plunger-depth', min: 0.02, max: 0.06 }));

  test('the value that its limit is on, else the first that was taken', () => {
    const row = (measure: string, limited: boolean) => ({
      measure, place: '1I', limit: limited ? applyLimit(limit({ measure, min: 0 }), 0) : null,
    }); // prettier-ignore
    expect(settingValue([row('preload-turns', false), row('plunger-depth', true)], '1I')!.measure).toBe(
      'plunger-depth',
    );
    expect(settingValue([row('preload-turns', false)], '1I')!.measure).toBe('preload-turns');
    // Judged by turns: the depth that they make stands beside, without a limit of its own.
    expect(settingValue([row('plunger-depth', false), row('preload-turns', true)], '1I')!.measure).toBe(
      'preload-turns',
    );
    expect(settingValue([row('lobe-lift', true)], '1I')).toBeNull();
  });

  test('what is typed, and by which limit the empty dial is drawn', () => {
    expect(settingMeasure(engine, depth, '1I')).toBe('preload-turns');
    expect(settingMeasure({ ...engine, lifter: 'solid' }, spec(), '1I')).toBe('lash-cold');
    expect(settingLimit(depth, '1I')!.min).toBeCloseTo(0.508, 9);
    expect(settingLimit(spec(), '1I')).toBeNull();
  });

  test('inches are shown as thou on a small dial', () => {
    expect(dialUnit({ limit: applyLimit(depth.limits[0], 0), enteredUnit: 'in' })).toBe('thou');
    expect(dialUnit({ limit: null, enteredUnit: 'mm' })).toBe('mm');
  });
});
