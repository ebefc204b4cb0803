import { LAYOUTS } from '../../core/engine/layouts.js';
import type { Engine } from '../../core/engine/engine.js';
import { MEASURES } from '../../core/plan/measures.js';
import { EXAMPLE_SPEC_SETS } from '../../core/plan/spec-sets.js';
import { buildSheet } from '../../core/record/sheet.js';
import type { Disposition, Reading } from '../../core/record/reading.js';
import { METHOD_NAME, turnFirst, whyHere, howToTake } from '../places/setting/words.js';
import { whatToTurn } from '../places/dead-centre/words.js';
import { sayDerived } from './panel-parts.js';
import { sayEventSource } from './say-event-source.js';
import { sayFormula, saySpare } from './say-formula.js';
import { stepKey, worstMark } from './use-steps.js';
import { wayBack } from './way-back.js';

const engine = LAYOUTS[0].engine as Engine;
const spec = EXAMPLE_SPEC_SETS[0];

describe('the sum behind a value is said with its own numbers', () => {
  test('the lever of the rocker', () => {
    const lever = {
      kind: 'lever' as const,
      turns: 0.625,
      threadsPerUnit: 24,
      threadUnit: 'in' as const,
      ratio: 1.6,
      leverFactor: 1.625,
    };
    expect(sayFormula(lever, 'in')).toBe('0.625 ÷ 24/in × (1 + 1/1.60)');
    expect(sayFormula({ ...lever, leverFactor: 1 }, 'in')).toContain('one to one');
  });
  test('growth is added or taken away', () => {
    expect(sayFormula({ kind: 'growth', fromMm: 0.4064, growthMm: 0.1524, to: 'hot' }, 'in')).toBe(
      '0.0160 + 0.0060 of growth',
    );
    expect(sayFormula({ kind: 'growth', fromMm: 0.5588, growthMm: 0.1524, to: 'cold' }, 'in')).toBe(
      '0.0220 − 0.0060 of growth',
    );
  });
  test('clearances, ranges, dead centre and drops', () => {
    expect(sayFormula({ kind: 'difference', bigger: 2.4526 * 25.4, smaller: 2.45 * 25.4 }, 'in')).toBe(
      '2.4526 − 2.4500',
    );
    expect(sayFormula({ kind: 'range', values: [1, 3, 2] }, 'mm')).toBe('between 1.000 and 3.000');
    expect(
      sayFormula({ kind: 'midway', method: 'piston-stop', first: 31.5, second: -26, halfSpanDeg: 28.75 }, 'in'),
    ).toBe('(31.5 − 26) ÷ 2');
    expect(sayFormula({ kind: 'rough' }, 'in')).toContain('dwells');
    const pairs = [{ drop: 1, opening: 84.5, closing: 131 }, { drop: 2, opening: 68, closing: 148.5 }]; // prettier-ignore
    expect(sayFormula({ kind: 'drops', pairs, spread: 0.5 }, 'in')).toBe(
      '(84.5 + 131) ÷ 2, (68 + 148.5) ÷ 2; spread 0.5°',
    );
  });
  test('what is to spare, or how far outside', () => {
    const limit = { measure: 'x', min: 25.4, max: 50.8, uncertainty: 0, stated: { unit: 'in' as const }, source: '' };
    expect(saySpare(27.94, limit, 'in')).toBe('0.1000 to spare');
    expect(saySpare(55.88, limit, 'in')).toBe('0.2000 in outside');
  });
  test('what a reading brought forth', () => {
    const made = {
      measure: 'tdc-wheel-error',
      value: 2.75,
      derivedFrom: { measure: 'tdc-stop-second', formula: { kind: 'rough' as const } },
    };
    expect(sayDerived([made], 'in')).toBe('wheel error at dead centre 2.75°');
    expect(sayDerived([{ measure: 'lash-cold', value: 1 }], 'in')).toBeNull();
  });
});

describe('the way back to where a value is measured', () => {
  test.each([
    [{ measure: 'preload-turns', place: '6E' }, 'setting', { place: '6E' }],
    [{ measure: 'main-clearance', place: 'M3' }, 'bottom-end', { steps: { 'bottom-end': 'main-clearance@M3@' } }],
    [{ measure: 'main-journal-taper', place: 'M3' }, 'bottom-end', { steps: { 'bottom-end': 'main-journal@M3@' } }],
    [
      { measure: 'tdc-wheel-error', place: 'engine' },
      'dead-centre',
      { steps: { 'dead-centre': 'tdc-stop-first@engine@' } },
    ],
    [{ measure: 'intake-centreline', place: 'engine' }, 'timing', { steps: { timing: 'intake-drop-opening@engine@' } }],
    [{ measure: 'intake-open', place: 'engine' }, 'timing', { steps: { timing: 'intake-open@engine@' } }],
  ])('%j is read at %s', (at, path, position) => expect(wayBack(at, {})).toEqual({ path, position }));

  test('where one stood in the other stages is kept', () => {
    const { position } = wayBack({ measure: 'bore', place: '3' }, { timing: 'intake-open@engine@1.27' });
    expect(position.steps).toEqual({ timing: 'intake-open@engine@1.27', 'bottom-end': 'bore@3@' });
  });

  test('every measure of the first three stages leads to its own place', () => {
    for (const { key, stage } of MEASURES)
      if (['bottom-end', 'dead-centre', 'cam-timing'].includes(stage))
        expect(wayBack({ measure: key, place: 'engine' }, {}).path).not.toBe('setting');
  });

  test('a step is remembered by measure, place and lift', () => {
    expect(stepKey({ measure: 'intake-open', place: 'engine', atLiftMm: 1.27 })).toBe('intake-open@engine@1.27');
    expect(stepKey({ measure: 'bore', place: '3' })).toBe('bore@3@');
  });
});

describe('the mark of a measure', () => {
  const reading = (place: string, value: number): Reading => ({
    id: place + value, measure: 'rod-side-clearance', place, entered: '', unit: 'mm', value, takenAt: '', by: 'b', how: 'keyed',
  }); // prettier-ignore
  const sheet = (readings: Reading[], dispositions: Disposition[] = []) =>
    buildSheet({ engine, spec, readings, dispositions });

  test('is missing, then the worst of its places, then accepted when the lead accepts', () => {
    const [fine, wide] = [reading('P1', 0.45), reading('P2', 0.9)];
    expect(worstMark(sheet([]), ['rod-side-clearance'])).toBe('missing');
    expect(worstMark(sheet([fine]), ['rod-side-clearance'])).toBe('in');
    expect(worstMark(sheet([fine, wide]), ['rod-side-clearance'])).toBe('high');
    const accepted: Disposition = { id: 'd', measure: 'rod-side-clearance', place: 'P2', action: 'accepted', reason: 'race', readingId: wide.id, by: 'lead', at: '' }; // prettier-ignore
    expect(worstMark(sheet([fine, wide], [accepted]), ['rod-side-clearance'])).toBe('accepted');
  });
});

describe('what to do now, in one sentence', () => {
  test('every method of setting has its reason at each valve', () => {
    for (const method of Object.keys(METHOD_NAME) as (keyof typeof METHOD_NAME)[])
      for (const place of ['3I', '3E']) expect(whyHere(method, place, 0, 2)).toMatch(/\.$/);
    expect(whyHere('eoic', '3I', 0, 16)).toBe('Exhaust 3 starts to open.');
  });
  test('a valve on its lobe is told, with where to turn', () => {
    expect(turnFirst('3I', 100, -20, 326)).toBe('At 100° 3 intake is on its lobe. Turn to 326°.');
    expect(turnFirst('3I', 100, 4, null)).toContain('only 4° from a ramp');
  });
  test('each way of taking a valve is told', () => {
    for (const measure of ['preload-turns', 'plunger-depth', 'lash-hot', 'lash-cold'])
      expect(howToTake(engine, measure).length).toBeGreaterThan(20);
  });
  test('each step to dead centre says what to turn', () => {
    for (const step of [
      'tdc-stop-first',
      'tdc-stop-second',
      'tdc-drop-first',
      'tdc-drop-second',
      'tdc-quick',
      'timing-mark-error',
    ])
      expect(whatToTurn(step, undefined, String)).toMatch(/type what the/i);
  });
  test('the strip says what it is drawn from', () => {
    for (const source of ['card', 'measured-events', 'measured-centreline'] as const)
      expect(sayEventSource(source)).toMatch(/^Open spans/);
  });
});
