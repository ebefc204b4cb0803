import { chance, normals } from '../chance.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { measureOf } from '../plan/measures.js';
import { GENERAL_PRACTICE } from '../plan/practice.js';
import type { SpecLimit, SpecSet } from '../plan/spec-sets.js';
import { toCanonical } from '../units/units.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';

/** How far values are trusted: by their terms, by their tries, by their directions. */

const engine = LAYOUTS[0].engine as Engine;
const spec = (...limits: (Pick<SpecLimit, 'measure'> & Partial<SpecLimit>)[]): SpecSet => ({
  id: 's', version: 1, title: 'S', lifter: 'hydraulic', practice: GENERAL_PRACTICE,
  limits: limits.map((one) => ({ unit: 'in', basis: 'absolute', required: false, source: 'test', ...one })),
}); // prettier-ignore
const IN = (inches: number) => toCanonical(inches, 'in');
const rowOf = (readings: Reading[], measure: string, place: string, set = spec()) =>
  sheetOf(fileOf({ engine, spec: set, readings })).rows.find((row) => row.measure === measure && row.place === place)!;
const U = (key: string) => measureOf(key).uncertainty;

describe('no reading is trusted further than its own step', () => {
  test.each(['lash-cold', 'ring-gap-top', 'preload-turns', 'bore'])('%s', (key) => {
    const { uncertainty, resolution } = measureOf(key);
    expect(uncertainty).toBeGreaterThan((2 * resolution) / Math.sqrt(12));
  });
});

describe('a derived value is as good as its terms', () => {
  test('the wheel’s error by half of what both readings are off by, and it carries them in its formula', () => {
    const readings = [readingOf('tdc-stop-first', 'engine', '31 after', 'deg'), readingOf('tdc-stop-second', 'engine', '30 before', 'deg')]; // prettier-ignore
    const [made] = standOf(fileOf({ engine, readings })).triesAt('tdc-wheel-error', 'engine');
    expect(made.derived!.uncertainty).toBeCloseTo(Math.hypot(U('tdc-stop-first'), U('tdc-stop-second')) / 2, 12);
    const adds = made.derived!.formula.terms.map(({ uncertainty = 0 }) => uncertainty);
    expect(Math.hypot(...adds)).toBeCloseTo(made.derived!.uncertainty, 12);
  });

  test('a centreline by two drops is better than by one', () => {
    const drops = (lift: number, opening: string, closing: string) => [
      readingOf('intake-drop-opening', 'engine', opening, 'deg', { atValue: lift }),
      readingOf('intake-drop-closing', 'engine', closing, 'deg', { atValue: lift }),
    ];
    const trust = (readings: Reading[]) => standOf(fileOf({ engine, readings })).latest('intake-centreline', 'engine')!.derived!.uncertainty; // prettier-ignore
    const one = trust(drops(0.508, '84.5', '131'));
    const two = trust([...drops(0.508, '84.5', '131'), ...drops(1.27, '68', '148.5')]);
    expect(one).toBeCloseTo(U('intake-drop-opening') / Math.SQRT2, 12);
    expect(two).toBeCloseTo(one / Math.SQRT2, 12);
  });
});

describe('a part that was warm when it was read', () => {
  const trust = (note?: string) => {
    const row = rowOf([readingOf('piston-skirt', '1', '4.0255', 'in', note ? { note } : {})], 'piston-skirt', '1', spec({ measure: 'piston-skirt', min: 4 })); // prettier-ignore
    return row.limit!.uncertainty;
  };
  test('is trusted less by what it has grown, where its warmth was noted', () => {
    expect(trust()).toBeCloseTo(U('piston-skirt'), 12);
    expect([trust('20 °C'), trust('by hand')]).toEqual([trust(), trust()]);
    expect(trust('at 30 °C')).toBeCloseTo(Math.hypot(U('piston-skirt'), 2 * 23e-6 * IN(4.0255) * 10), 9);
    expect(trust('86°F')).toBeCloseTo(trust('30 °C'), 9);
  });
});

describe('a clearance is judged by the least and the most of its directions', () => {
  const set = spec({ measure: 'main-clearance', min: 0.002, max: 0.003 });
  const clearance = (bore: string, journal: string) =>
    rowOf([readingOf('main-bore', 'M1', bore, 'in'), readingOf('main-journal', 'M1', journal, 'in')], 'main-clearance', 'M1', set); // prettier-ignore

  test('one way is too tight though the mean is well inside', () => {
    const row = clearance('2.1030; 2.1018', '2.1000');
    expect(row).toMatchObject({ verdict: 'low', span: { least: expect.closeTo(IN(0.0018), 9), most: expect.closeTo(IN(0.003), 9) } }); // prettier-ignore
    expect(clearance('2.1032; 2.1016', '2.1000')).toMatchObject({ verdict: 'low', value: expect.closeTo(IN(0.0016), 9) }); // prettier-ignore
    expect(clearance('2.1034; 2.1026', '2.1000')).toMatchObject({ verdict: 'high', value: expect.closeTo(IN(0.0034), 9) }); // prettier-ignore
  });

  test('a journal that is out of round turns in its bore: its widest counts everywhere', () => {
    expect(clearance('2.1026; 2.1024', '2.1004; 2.1000').span!.least).toBeCloseTo(IN(0.002), 9);
    expect(clearance('2.1025', '2.1000').span).toBeUndefined();
  });
});

describe('tries of one thing', () => {
  const bore = (entered: string, more: Partial<Reading> = {}) => readingOf('bore', '3', entered, 'in', more);

  test('that agree count by their mean, and are trusted further than one', () => {
    const readings = [bore('4.0300'), bore('4.0301'), bore('4.0301')];
    expect(rowOf(readings, 'bore', '3')).toMatchObject({
      value: expect.closeTo(IN((4.03 + 2 * 4.0301) / 3), 9),
      meanOf: 3,
      count: 3,
    });
    const last = standOf(fileOf({ engine, readings })).latest('bore', '3')!;
    expect(last.agreed!.uncertainty).toBeLessThan(U('bore'));
    expect(last.agreed!.uncertainty).toBeGreaterThan(U('bore') / Math.sqrt(3));
  });

  test('that do not agree are asked again, and the one that agrees with another settles it', () => {
    const set = spec({ measure: 'bore', min: 4.02, max: 4.04 });
    const row = (readings: Reading[]) => rowOf(readings, 'bore', '3', set);
    const apart = row([bore('4.0300'), bore('4.0310')]);
    expect(apart).toMatchObject({ value: expect.closeTo(IN(4.031), 9), hints: [{ code: 'tries-apart' }] });
    const settled = row([bore('4.0300'), bore('4.0310'), bore('4.0301')]);
    expect(settled.hints).toEqual([{ code: 'tries-apart', by: expect.closeTo(IN(-0.0009), 9) }]);
    expect(row([bore('4.0310'), bore('4.0300'), bore('4.0301')])).toMatchObject({ meanOf: 2, hints: [] });
  });

  test('one that was a slip and was put right is no try; what is set anew is not averaged', () => {
    const wrong = bore('4.0302');
    expect(rowOf([wrong, bore('4.0300', { supersedes: wrong.id, corrects: true })], 'bore', '3').meanOf).toBeUndefined(); // prettier-ignore
    const turns = ['0.5', '0.625'].map((entered) => readingOf('preload-turns', '1I', entered, 'turn'));
    expect(rowOf(turns, 'preload-turns', '1I').value).toBe(0.625);
  });

  test('a value on its limit is not talked in by reading it until it is', () => {
    const next = chance(307);
    const normal = normals(next);
    const set = spec({ measure: 'piston-skirt', min: 4.025 });
    const [ENGINES, TRIES] = [400, 5];
    const truth = IN(4.025);
    let talkedIn = 0;
    for (let one = 0; one < ENGINES; one++) {
      const readings: Reading[] = [];
      let isIn = false;
      for (let tried = 0; tried < TRIES && !isIn; tried++) {
        const entered = (Math.round((truth + (U('piston-skirt') / 2) * normal()) / IN(0.0001)) * 0.0001).toFixed(4);
        readings.push(readingOf('piston-skirt', '1', entered, 'in'));
        isIn = rowOf(readings, 'piston-skirt', '1', set).verdict === 'in';
      }
      if (isIn) talkedIn++;
    }
    expect(talkedIn / ENGINES).toBeLessThan(0.05);
  });
});
