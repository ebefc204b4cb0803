import { wordFormula, wordTerms } from '../../contracts/wording/formula.js';
import type { Term } from '../../core/derive/rule.js';
import type { Engine } from '../../core/engine/engine.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { MEASURES } from '../../core/plan/measures.js';
import { ownKey } from '../../core/plan/own-measure.js';
import { worstMark } from '../../core/sheet/marks.js';
import type { Disposition } from '../../core/sheet/acts.js';
import { sheetOf } from '../../core/sheet/sheet.js';
import { fileOf, readingOf } from '../../core/sheet/test-file.js';
import { STOP_METHODS } from '../../core/cam/valve-stops.js';
import { turnFirst, whyHere, howToTake } from '../places/setting/words.js';
import { whatToTurn } from '../places/dead-centre/words.js';
import { STAGE_PLACES } from '../places/stages.js';
import { wayBack } from '../places/way-back.js';
import { sayDerived } from './panel-parts.js';
import { EVENT_SOURCES } from '../../core/cam/turning-events.js';
import { sayEventSource } from './say-event-source.js';
import { saySpare } from './say-spare.js';

const engine = LAYOUTS[0].engine as Engine;

describe('the sum behind a value is said with its own numbers, whatever rule made it', () => {
  const term = (sign: Term['sign'], value: number, unit: Term['unit'], name = 'bore'): Term => ({ name, sign, value, unit, source: 'reading' }); // prettier-ignore

  test.each<[string, Term[], string]>([
    ['the lever of the rocker', [term('+', 0.625, 'turn'), term('÷', 24, 'per-in'), term('×', 1.625, 'ratio')], '0.625 ÷ 24/in × 1.625'],
    ['growth that is added', [term('+', 0.4064, 'mm'), term('+', 0.1524, 'mm')], '0.0160 in + 0.0060 in'],
    ['what one part is larger than another', [term('+', 2.4526 * 25.4, 'mm'), term('−', 2.45 * 25.4, 'mm')], '2.4526 in − 2.4500 in'],
    ['midway between two stops', [term('+', 31.5, 'deg'), term('+', -26, 'deg'), term('÷', 2, 'ratio')], '31.5° − 26° ÷ 2'],
    ['a sign that turns', [term('+', 1, 'deg'), term('−', -2, 'deg')], '1° + 2°'],
  ])('%s', (_what, terms, said) => expect(wordFormula(terms, 'in')).toBe(said)); // prettier-ignore

  test('every term has its name: the measure that was read, or the word for what it is', () => {
    const names = wordTerms([term('+', 1, 'mm', 'main-bore'), term('×', 1.6, 'ratio', 'lever')], 'mm');
    expect(names.map(({ name }) => name)).toEqual(['main bearing bore', 'lever, 1 + 1/ratio']);
  });
  test('what is to spare, or how far outside', () => {
    expect(saySpare(27.94, { min: 25.4, max: 50.8 }, 'in')).toBe('0.1000 to spare');
    expect(saySpare(55.88, { min: 25.4, max: 50.8 }, 'in')).toBe('0.2000 in outside');
  });
  test('what a reading brought forth', () => {
    const made = {
      measure: 'tdc-wheel-error',
      value: 2.75,
      derivedFrom: { measure: 'tdc-stop-second', formula: { rule: 'wheel-error', terms: [] } },
    };
    expect(sayDerived([made], 'in')).toBe('wheel error at dead centre 2.75°');
    // A load is told in a load's unit, whatever its lengths are told in.
    expect(sayDerived([{ ...made, measure: 'spring-seat-load', value: 751 }], 'in')).toBe(
      'spring load, closed 169 lbf',
    );
    expect(sayDerived([{ measure: 'lash-cold', value: 1 }], 'in')).toBeNull();
  });
});

describe('the way back to where a value is measured', () => {
  test.each([
    [{ measure: 'preload-turns', place: '6E' }, 'setting', { place: '6E', steps: { setting: '' } }],
    [{ measure: 'main-clearance', place: 'M3' }, 'bottom-end', { steps: { 'bottom-end': 'main-clearance@M3' } }],
    [{ measure: 'main-journal-taper', place: 'M3' }, 'bottom-end', { steps: { 'bottom-end': 'main-journal@M3' } }],
    [
      { measure: 'tdc-wheel-error', place: 'engine' },
      'dead-centre',
      { steps: { 'dead-centre': 'tdc-stop-first@engine' } },
    ],
    [{ measure: 'intake-centreline', place: 'engine' }, 'timing', { steps: { timing: 'intake-drop-opening@engine' } }],
    [{ measure: 'intake-open', place: 'engine' }, 'timing', { steps: { timing: 'intake-open@engine' } }],
  ])('%j is read at %s', (at, path, position) => expect(wayBack(engine, at, {})).toEqual({ path, position }));

  test('where one stood in the other stages is kept', () => {
    const { position } = wayBack(engine, { measure: 'bore', place: '3' }, { timing: 'intake-open@engine@lift=1.27' });
    expect(position.steps).toEqual({ timing: 'intake-open@engine@lift=1.27', 'bottom-end': 'bore@3' });
  });

  test('every measure leads to the place of its own stage, and to the valves where that has none yet', () => {
    for (const { key, stage } of MEASURES) {
      const own = STAGE_PLACES.find((place) => place.stage === stage)?.path ?? 'setting';
      expect([key, wayBack(engine, { measure: key, place: 'engine' }, {}).path]).toEqual([key, own]);
    }
  });

  test('a valve is found again by itself; what the shop measures of its own at setting, on the list', () => {
    const key = ownKey({ title: 'Nut torque', stage: 'setting', scope: 'valve', unit: 'lbft', resolution: 1, how: '' });
    const steps = { setting: `${key}@3E` };
    const flag = wayBack(engine, { measure: key, place: '1I' }, {});
    expect(flag).toEqual({ path: 'setting', position: { steps: { setting: `${key}@1I` } } });
    expect(wayBack(engine, { measure: 'preload-turns', place: '1I' }, steps).position).toEqual({ place: '1I', steps: { setting: '' } }); // prettier-ignore
  });
});

describe('the mark of a measure', () => {
  test('is missing, then the worst of its places, then accepted when the lead accepts', () => {
    const [fine, wide] = ['0.45', '0.9'].map((entered, index) => readingOf('rod-side-clearance', `P${index + 1}`, entered, 'mm')); // prettier-ignore
    const mark = (...[readings, dispositions]: [(typeof fine)[], Disposition[]?]) =>
      worstMark(sheetOf(fileOf({ readings, dispositions })), ['rod-side-clearance']);
    expect(mark([])).toBe('missing');
    expect(mark([fine])).toBe('in');
    expect(mark([fine, wide])).toBe('high');
    const accepted: Disposition = { id: 'd', measure: 'rod-side-clearance', place: 'P2', action: 'accepted', reason: 'race', readingId: wide.id, about: null, by: 'lead', at: '' }; // prettier-ignore
    expect(mark([fine, wide], [accepted])).toBe('accepted');
  });
});

describe('what to do now, in one sentence', () => {
  test('every method of setting has its reason at each valve', () => {
    for (const method of STOP_METHODS)
      for (const place of ['3I', '3E']) expect(whyHere(method, place, 0, 2)).toMatch(/\.$/);
    expect(whyHere('eoic', '3I', 0, 16)).toBe('Exhaust 3 starts to open.');
  });
  test('a valve on its lobe is told, with where to turn', () => {
    expect(turnFirst('3I', 100, -20, 326)).toBe('At 100° 3 intake is on its lobe. Turn to 326°: 226° on.');
    expect(turnFirst('3I', 100, 4, null)).toContain('only 4° from a ramp');
  });
  test('each way of taking a valve is told', () => {
    expect(howToTake(engine, 'preload-turns')).toContain('socket off the nut');
    expect(howToTake({ ...engine, mount: 'rocker-screw' }, 'preload-turns')).toContain('with the screw');
    expect(howToTake(engine, 'plunger-depth')).toContain('how deep the plunger stands');
    expect(howToTake(engine, 'lash-hot')).toMatch(/^Engine hot and stopped/);
    expect(howToTake(engine, 'lash-cold')).toMatch(/^Engine cold/);
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
    const said = EVENT_SOURCES.map((source) => sayEventSource({ I: source, E: source }));
    expect(new Set(said).size).toBe(EVENT_SOURCES.length);
    expect(said.at(-1)).toBe('Open spans: a guess, no cam card.');
    expect(sayEventSource({ I: 'swept', E: 'card-seat' })).toBe('Open spans, intakes: swept lobe; exhausts: card’s seat events.'); // prettier-ignore
  });
});
