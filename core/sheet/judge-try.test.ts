import type { CamCard } from '../cam/cam-card.js';
import { chance } from '../chance.js';
import { keyedMeasure } from '../derive/rules.js';
import type { Engine, RockerMount } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { GENERAL_PRACTICE } from '../plan/practice.js';
import type { SpecLimit, SpecSet } from '../plan/spec-sets.js';
import type { Unit } from '../units/units.js';
import { judgingOf } from './judging-of.js';
import { limitAt } from './limits.js';
import type { Reading } from './reading.js';
import { dialUnit, settingLimit, settingMeasure, settingValue } from './setting-value.js';
import { judgeLast, judgeNext } from './answer.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';

const engine = LAYOUTS[0].engine as Engine;
const solid: Engine = { ...engine, lifter: 'solid' };
const limit = (change: Partial<SpecLimit> & Pick<SpecLimit, 'measure'>): SpecLimit => ({
  unit: 'in', basis: 'absolute', required: false, source: 'test', ...change,
}); // prettier-ignore
const spec = (...limits: SpecLimit[]): SpecSet => ({
  id: 's', version: 1, title: 'S', lifter: 'hydraulic', limits, practice: GENERAL_PRACTICE,
}); // prettier-ignore
const judging = (set: SpecSet, card?: CamCard, readings: Reading[] = []) => {
  const file = fileOf({ engine, spec: set, card, readings });
  return judgingOf(file, standOf(file));
};
const judged = (set: SpecSet, reading: Reading, of: Engine = engine) =>
  judgeLast(fileOf({ engine: of, spec: set, readings: [reading] }));

test('what was typed and left behind makes nothing of what is typed at another place', () => {
  const file = fileOf({ engine, readings: [] });
  const stand = standOf(file);
  const typed = (...reading: Parameters<typeof readingOf>) => ({ ...readingOf(...reading), id: 'typed' });
  expect(judgeNext(file, stand, typed('preload-turns', '1I', '0.5', 'turn')).answer.rows).toHaveLength(2);
  expect(judgeNext(file, stand, typed('crank-end-play', 'engine', '0.006', 'in')).answer.rows.map(({ measure }) => measure)).toEqual(['crank-end-play']); // prettier-ignore
});

describe('which limit a value is judged by', () => {
  const depth = limit({ measure: 'plunger-depth', min: 0.02, max: 0.06 });
  const turns = limit({ measure: 'preload-turns', min: 0.25, max: 0.75, unit: 'turn' });
  const value = readingOf('preload-turns', '1I', '0.9', 'turn');

  test('its own, if the spec names it; else that of what it says otherwise', () => {
    expect(judged(spec(depth, turns), value)).toMatchObject({ verdict: 'high', limit: { measure: 'preload-turns' } });
    expect(judged(spec(depth), value)).toMatchObject({
      verdict: 'doubt',
      limit: { measure: 'plunger-depth' },
      judgedAs: { measure: 'plunger-depth' },
    });
    expect(judged(spec(), value)).toMatchObject({ verdict: 'unjudged', limit: null });
  });

  test('the uncertainty of the turns goes through the lever with them, as far as the shop trusts its count', () => {
    const lever = (1 / 24) * 25.4 * (1 + 1 / 1.6);
    expect(judged(spec(depth), value).limit!.uncertainty).toBeCloseTo(measureOf('preload-turns').uncertainty * lever, 9);
    const careful = { ...GENERAL_PRACTICE, uncertainty: [{ measure: 'preload-turns', value: 1 / 32, unit: 'turn' as Unit }] };
    expect(judged({ ...spec(depth), practice: careful }, value).limit!.uncertainty).toBeCloseTo((1 / 32) * lever, 9);
  }); // prettier-ignore

  test('a factor of the bore is a length only once the bore of that cylinder is measured', () => {
    const gap = spec(limit({ measure: 'ring-gap-top', min: 0.0045, basis: 'of-bore' }));
    const bored = judging(gap, undefined, [readingOf('bore', '3', '100', 'mm')]);
    expect(limitAt(bored, 'ring-gap-top', '3', 0)!.min).toBeCloseTo(0.45, 9);
    expect(limitAt(bored, 'ring-gap-top', '5', 0)).toBeNull();
  });

  test('a preferred line goes with its limit, in whatever it is measured from', () => {
    const gap = spec(limit({ measure: 'ring-gap-top', min: 0.0045, preferred: 0.005, basis: 'of-bore' }));
    const bored = judging(gap, undefined, [readingOf('bore', '3', '100', 'mm')]);
    expect(limitAt(bored, 'ring-gap-top', '3', 0)!.preferred).toBeCloseTo(0.5, 9);
  });

  test('the card gives a limit only where the spec set says how far a cam may differ', () => {
    const card: CamCard = { unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeCentreline: 108 };
    const held = ['intake-centreline', 'exhaust-centreline'].map((measure) =>
      limit({ measure, min: -1.5, max: 1.5, unit: 'deg', basis: 'of-card' }),
    );
    expect(limitAt(judging(spec(), card), 'intake-centreline', 'engine', 0)).toBeNull();
    expect(limitAt(judging(spec(...held), card), 'intake-centreline', 'engine', 0)).toMatchObject({
      min: 106.5,
      max: 109.5,
      source: { code: 'card', expected: 108, note: 'test' },
    });
    expect(limitAt(judging(spec(...held), card), 'exhaust-centreline', 'engine', 0)).toBeNull();
    expect(limitAt(judging(spec(...held)), 'intake-centreline', 'engine', 0)).toBeNull();
  });

  test('a lobe lift is stated in the unit in which its card prints it', () => {
    const card: CamCard = { unit: 'mm', checkAt: 'lobe', checkLift: 1, intakeLobeLift: 8.4 };
    const applied = limitAt(judging(spec(), card), 'lobe-lift', '1I', 0)!;
    expect(applied.stated).toEqual({ min: 8.354, max: 8.446, unit: 'mm' });
  });

  test('values are compared with those judged by the same limit, and never with their own place', () => {
    const cold = spec(
      limit({ measure: 'lash-cold', valve: 'I', max: 0.02 }),
      limit({ measure: 'lash-cold', valve: 'E', max: 0.03 }),
    );
    const others = ['1E', '3E', '5E', '7E'].map((place) => readingOf('lash-cold', place, '0.6', 'mm'));
    const hintsOf = (last: Reading) =>
      judgeLast(fileOf({ engine: solid, spec: cold, readings: [...others, last] })).hints.map(({ code }) => code);
    expect(hintsOf(readingOf('lash-cold', '1I', '0.4', 'mm'))).toEqual([]);
    expect(hintsOf(readingOf('lash-cold', '8E', '0.4', 'mm'))).toContain('differs-from-siblings');
  });

  test('the one inside its limits is not accused by those that are out', () => {
    const cold = spec(limit({ measure: 'lash-cold', valve: 'I', min: 0.012, max: 0.018 }));
    const rowsWith = (values: string[]) => {
      const readings = values.map((entered, valve) => readingOf('lash-cold', `${valve + 1}I`, entered, 'in'));
      return sheetOf(fileOf({ engine: solid, spec: cold, readings })).rows.filter(({ measure }) => measure === 'lash-cold'); // prettier-ignore
    };
    const odd = (values: string[]) => rowsWith(values).filter(({ hints }) => hints.some(({ code }) => code === 'differs-from-siblings')).map(({ place }) => place); // prettier-ignore
    const out = ['0.030', '0.031', '0.030', '0.029', '0.030', '0.031', '0.030'];
    expect(odd([...out, '0.015'])).toEqual([]);
    // Among its own, most of which are in, one that lies elsewhere inside the limits is asked about as ever.
    expect(odd(['0.0132', '0.0133', '0.0132', '0.0131', '0.0132', '0.0133', '0.0132', '0.0175'])).toEqual(['8I']);
  });
});

describe('what follows from one reading', () => {
  const valueOf = (reading: Reading, measure: string, of: Engine = solid) =>
    sheetOf(fileOf({ engine: of, spec: spec(), readings: [reading] })).rows.find((row) => row.measure === measure)
      ?.value;

  test.each<[RockerMount, number | undefined]>([
    ['stud-nut', (0.5 / 24) * 25.4 * (1 + 1 / 1.6)],
    ['rocker-screw', (0.5 / 24) * 25.4],
    ['pedestal-shim', undefined],
  ])('turns with a %s', (mount, depth) => {
    const made = valueOf(readingOf('preload-turns', '1I', '0.5', 'turn'), 'plunger-depth', { ...engine, mount });
    if (depth === undefined) expect(made).toBeUndefined();
    else expect(made).toBeCloseTo(depth, 9);
  });

  test('hot and cold lash give each other, where the shop knows the growth and neither closes up', () => {
    expect(valueOf(readingOf('lash-hot', '1I', '0.5588', 'mm'), 'lash-cold')).toBeCloseTo(0.4064, 9);
    expect(valueOf(readingOf('lash-cold', '1I', '0.4064', 'mm'), 'lash-hot')).toBeCloseTo(0.5588, 9);
    expect(valueOf(readingOf('lash-hot', '1I', '0.01', 'mm'), 'lash-cold')).toBeUndefined();
    const odd: Engine = { ...solid, metals: { block: 'aluminium', head: 'iron' } };
    expect(valueOf(readingOf('lash-hot', '1I', '0.5', 'mm'), 'lash-cold', odd)).toBeUndefined();
  });

  test('its formula is told in named terms that give the value, whoever shows them', () => {
    const [, depth] = sheetOf(fileOf({ engine, spec: spec(), readings: [readingOf('preload-turns', '1I', '0.5', 'turn')] })).rows; // prettier-ignore
    expect(depth.derivedFrom!.formula).toEqual({
      rule: 'plunger-depth',
      terms: [
        { name: 'preload-turns', sign: '+', value: 0.5, unit: 'turn', source: 'reading' },
        { name: 'thread', sign: '÷', value: 24, unit: 'per-in', source: 'engine' },
        { name: 'lever', sign: '×', value: 1.625, unit: 'ratio', source: 'engine' },
      ],
    });
  });

  test('a depth is typed as turns wherever the adjuster turns', () => {
    expect(keyedMeasure({ mount: 'stud-nut' }, 'plunger-depth')).toBe('preload-turns');
    expect(keyedMeasure({ mount: 'pedestal-shim' }, 'plunger-depth')).toBe('plunger-depth');
    expect(keyedMeasure({ mount: 'stud-nut' }, 'lash-cold')).toBe('lash-cold');
  });
});

describe('what stands for a valve on its dial', () => {
  const depth = spec(limit({ measure: 'plunger-depth', min: 0.02, max: 0.06 }));
  const row = (measure: string, limited: boolean) => ({
    measure, place: '1I', limit: limited ? { measure, stated: { unit: 'in' as Unit } } : null,
  }); // prettier-ignore

  test('the value that its limit is on, else the first that was taken', () => {
    expect(settingValue([row('preload-turns', false), row('plunger-depth', true)], '1I')!.measure).toBe('plunger-depth');
    expect(settingValue([row('preload-turns', false)], '1I')!.measure).toBe('preload-turns');
    // Judged by turns: the depth that they make stands beside, without a limit of its own.
    expect(settingValue([row('plunger-depth', false), row('preload-turns', true)], '1I')!.measure).toBe('preload-turns');
    expect(settingValue([row('lobe-lift', true)], '1I')).toBeNull();
  }); // prettier-ignore

  test('what is typed, and by which limit the empty dial is drawn', () => {
    expect(settingMeasure(engine, depth, '1I')).toBe('preload-turns');
    expect(settingMeasure(solid, spec(), '1I')).toBe('lash-cold');
    expect(settingLimit(judging(depth), '1I')!.min).toBeCloseTo(0.508, 9);
    expect(settingLimit(judging(spec()), '1I')).toBeNull();
  });

  test('inches are shown as thou on a small dial', () => {
    expect(dialUnit({ ...row('plunger-depth', true), enteredUnit: 'in' })).toBe('thou');
    expect(dialUnit({ limit: null, enteredUnit: 'mm' })).toBe('mm');
  });
});

describe('intakes and exhausts of measures that differ by kind', () => {
  /** Lifts of a V8 with some spread, its exhausts lifting less; a nudge to one of them. */
  const flagged = (seed: number, kind: 'I' | 'E', nudge: number) => {
    const next = chance(seed);
    const normal = () => Array.from({ length: 12 }, next).reduce((sum, one) => sum + one, -6);
    const valves = placesOf(engine, 'valve');
    const odd = valves.find((place) => place.endsWith(kind))!;
    const readings = valves.map((place) => {
      const level = place.endsWith('I') ? 0.58 : 0.54;
      return readingOf('valve-lift', place, (level + 0.0015 * normal() + (place === odd ? nudge : 0)).toFixed(4), 'in');
    });
    const rows = sheetOf(fileOf({ engine, readings })).rows;
    const isOdd = (place: string) => rows.find((row) => row.measure === 'valve-lift' && row.place === place)!.hints.some(({ code }) => code === 'differs-from-siblings'); // prettier-ignore
    return { odd: isOdd(odd), others: valves.filter((place) => place !== odd && isOdd(place)).length };
  };

  test('accuse one valve in fifty by chance, and find one that lies off among its own', () => {
    const runs = Array.from({ length: 60 }, (_, seed) => flagged(seed + 1, seed % 2 === 0 ? 'I' : 'E', 0.025));
    expect(runs.filter(({ odd }) => odd).length).toBeGreaterThan(50);
    const plain = Array.from({ length: 60 }, (_, seed) => flagged(seed + 101, 'I', 0));
    const accused = plain.reduce((sum, { odd, others }) => sum + others + Number(odd), 0);
    expect(accused / (60 * 16)).toBeLessThan(0.06);
  });

  test('the first exhaust after five intakes is not accused', () => {
    const readings = ['1I', '3I', '5I', '7I', '2I'].map((place) => readingOf('spring-installed-height', place, '1.900', 'in')); // prettier-ignore
    const rows = sheetOf(fileOf({ engine, readings: [...readings, readingOf('spring-installed-height', '1E', '1.750', 'in')] })).rows; // prettier-ignore
    expect(rows.find(({ place }) => place === '1E')!.hints).toEqual([]);
  });
});
