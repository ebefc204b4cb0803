import { besideRod, checkPushrodSetUp, inConventions, type PushrodSetUp } from '../valvetrain/pushrod-set-up.js';
import { rodSets, type RodsWanted } from '../valvetrain/rod-sets.js';
import { lengthNeeds } from './length-needs.js';
import { onFileOf } from './on-file.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { readingOf } from './test-file.js';
import { IN, engine, shop, paper, CHECK, RODS, read, fileWith, valueRow, inches } from './test-geometry.js';

describe('the length to order', () => {
  const PAPERS = [paper('mock-up', CHECK), paper('pushrods', RODS)];

  test('by the worked example, as a stack of named terms', () => {
    const row = valueRow(fileWith([read('pushrod-checked', '1I', '7.612')], PAPERS), 'pushrod-length')!;
    expect(Number((row.value / IN).toFixed(5))).toBe(7.6371);
    expect(row.derivedFrom!.formula.terms.map(({ name, value }) => [name, inches(value)])).toEqual([
      ['pushrod-checked', 7.612],
      ['gasket', -0.0099],
      ['plunger', 0.035],
    ]);
  });

  test('a thicker gasket lengthens the rod', () => {
    const lengthWith = (gasketFinal: number) =>
      valueRow(fileWith([read('pushrod-checked', '1I', '7.612')], [paper('mock-up', { ...CHECK, gasketFinal }), PAPERS[1]]), 'pushrod-length')!.value; // prettier-ignore
    const lengths = [0.03, 0.041, 0.051, 0.07].map(lengthWith);
    expect(lengths).toEqual([...lengths].sort((a, b) => a - b));
    expect(new Set(lengths).size).toBe(4);
  });

  test('counted in turns of the checking rod it is the same', () => {
    const tool = paper('pushrods', { ...RODS, tool: { base: 7.5, perTurn: 0.05 } });
    const file = fileWith([read('pushrod-tool-turns', '1I', '2.24', undefined, 10, 'turn')], [PAPERS[0], tool]);
    expect(inches(valueRow(file, 'pushrod-checked')!.value)).toBe(7.612);
    expect(Number((valueRow(file, 'pushrod-length')!.value / IN).toFixed(5))).toBe(7.6371);
  });

  test('what is missing is named, and the length is to be told again; nothing is taken for nought', () => {
    const { angleDeg, plunger, ...bare } = RODS;
    const row = valueRow(fileWith([read('pushrod-checked', '1I', '7.612')], [PAPERS[0], paper('pushrods', bare)]), 'pushrod-length')!; // prettier-ignore
    expect(row.verdict).toBe('suspect');
    expect(row.hints).toContainEqual({ code: 'not-corrected', lacks: ['pushrod-angle', 'plunger-target'] });
    expect(valueRow(fileWith([read('pushrod-checked', '1I', '7.612')], [PAPERS[1]]), 'pushrod-length')).toBeUndefined();
  });

  test('the fitted rod is held against it, also when the check is read anew afterwards', () => {
    const fitted = [read('pushrod-checked', '1I', '7.612'), read('pushrod-fitted', '1I', '7.650', undefined, 20)];
    expect(inches(valueRow(fileWith(fitted, PAPERS), 'pushrod-off')!.value)).toBe(0.0129);
    const again = [...fitted, read('pushrod-checked', '1I', '7.622', undefined, 30)];
    expect(inches(valueRow(fileWith(again, PAPERS), 'pushrod-off')!.value)).toBe(0.0029);
  });

  test('lengths in other conventions need the sizes that they hang on', () => {
    const balls = { ballDiameter: 0.3125, holeDiameter: 0.1, gaugeDiameter: 0.14 };
    const all = inConventions({ ...RODS, ...balls }, 7.65);
    expect(all).toEqual({ overall: 7.65, theoretical: expect.closeTo(7.66643, 5), gauge: expect.closeTo(7.63332, 5) });
    expect(inConventions({ ...RODS, ballDiameter: 0.3125, holeDiameter: 0.1 }, 7.65)).toMatchObject({ gauge: null });
    expect(inConventions(RODS, 7.65)).toEqual({ overall: 7.65, theoretical: null, gauge: null });
  });

  test('a rod that fills its hole, a wall that closes it, a target outside its window are refused', () => {
    expect(besideRod({ ...RODS, rodDiameter: 0.375, headHole: 0.5 })).toBeCloseTo(0.0625, 9);
    const codes = (change: Partial<PushrodSetUp>) => checkPushrodSetUp({ ...RODS, ...change }).map(({ code }) => code);
    expect(codes({ rodDiameter: 0.375, headHole: 0.37 })).toEqual(['rod-fills-hole']);
    expect(codes({ rodDiameter: 0.3, wall: 0.2 })).toEqual(['wall-closes-rod']);
    expect(codes({ plunger: { target: 0.1, min: 0.02, max: 0.06 } })).toEqual(['target-outside']);
    expect(codes({})).toEqual([]);
  });
});

describe('one set of rods, or a length for each kind', () => {
  const of = (name: string, required: number): RodsWanted => ({
    name,
    count: 8,
    window: { min: required - 0.02, max: required + 0.02 },
  });
  const steps = [7.6, 7.625, 7.65, 7.675];

  test('the one length is the one whose worst margin is the largest; each kind’s own gains over it', () => {
    const { each, one, gained } = rodSets([of('I', 7.627), of('E', 7.645)], steps);
    expect(each.map((choice) => choice!.length)).toEqual([7.625, 7.65]);
    expect(one).toMatchObject({ length: 7.625, margin: expect.closeTo(0, 9) });
    expect(gained).toBeCloseTo(0.015, 9);
  });

  test('where no single length serves both there is none', () => {
    expect(rodSets([of('I', 7.6), of('E', 7.675)], steps)).toMatchObject({ one: null, gained: null });
    expect(rodSets([of('I', 7.9)], steps)).toMatchObject({ each: [null], one: null });
  });
});

describe('lift at the valve', () => {
  test('what is lost on the way is told, with what may take it', () => {
    const file = fileWith([read('lobe-lift', '1I', '0.350'), read('valve-lift', '1I', '0.570')], [paper('mock-up', CHECK)]); // prettier-ignore
    const row = valueRow(file, 'lift-lost')!;
    expect(inches(row.value)).toBe(0.025);
    expect(row.hints).toContainEqual({ code: 'lift-lost', lost: row.value, springs: 'checking' });
    const whole = fileWith([read('lobe-lift', '1I', '0.350'), read('valve-lift', '1I', '0.593')]);
    expect(valueRow(whole, 'lift-lost')!.hints).toEqual([]);
  });
});

describe('the lengths that are wanted', () => {
  const BY_PLUNGER = { ...RODS, plunger: { target: 0.04, min: 0.02, max: 0.06 } };
  const needs = (readings: Reading[], of = engine, rods: object = BY_PLUNGER) => {
    const file = fileWith(
      readings,
      [paper('mock-up', { ...CHECK, gasketFinal: CHECK.gasketAtCheck }), paper('pushrods', rods)],
      shop,
      of,
    );
    return lengthNeeds(of, sheetOf(file).rows, onFileOf(file), file.spec.practice);
  };
  const checked = (place: string, entered: string) => readingOf('pushrod-checked', place, entered, 'in');

  test('are one for a kind whose valves agree, over all of its valves', () => {
    const [intake] = needs([checked('1I', '7.650'), checked('3I', '7.654')]);
    expect(intake).toMatchObject({ kind: 'I', by: 'plunger' });
    expect(intake.places).toHaveLength(8);
    expect(intake.row.value / IN).toBeCloseTo(7.692, 6);
    expect(intake.spread / IN).toBeCloseTo(0.004, 6);
  });

  test('are one for each cylinder where they differ by more than a catalogue’s step', () => {
    const found = needs([checked('1I', '7.650'), checked('3I', '7.700')]);
    expect(found.map(({ places }) => places)).toEqual([['1I'], ['3I']]);
  });

  test('without a plunger the adjuster’s turns are the window, by the rocker’s lever', () => {
    const solid = { ...engine, lifter: 'solid' as const };
    const turns = readingOf('trial-turns', '1I', '2', 'turn', { atValue: 7.65 * IN });
    const [need] = needs([checked('1I', '7.650'), turns], solid, { ...BY_PLUNGER, plunger: undefined });
    expect(need.by).toBe('adjuster');
    // At 24 threads an inch and a ratio of 1.7, an inch of rod is 15.11 turns of the nut.
    expect(IN / need.adjuster!.perTurn).toBeCloseTo((24 * 1.7) / 2.7, 6);
    expect(need.adjuster!.at).toBeCloseTo(2, 9);
    // The fewest turns in go with the longest rod.
    const { least, most } = shop.practice.geometry!.adjusterTurns;
    const { min, max } = need.wanted!.window;
    expect((max - need.row.value) / need.adjuster!.perTurn).toBeCloseTo(2 - least, 9);
    expect((need.row.value - min) / need.adjuster!.perTurn).toBeCloseTo(most - 2, 9);
    expect(needs([checked('1I', '7.650')], solid, { ...BY_PLUNGER, plunger: undefined })[0].by).toBeNull();
  });

  test('turns that were read at another length are carried to the checked one, from the nearest that was tried', () => {
    const solid = { ...engine, lifter: 'solid' as const };
    const turnsAt = (length: number, entered: string) => readingOf('trial-turns', '1I', entered, 'turn', { atValue: length * IN }); // prettier-ignore
    const tried = [turnsAt(7.5, '6'), turnsAt(7.6, '3')];
    const [need] = needs([checked('1I', '7.650'), ...tried], solid, { ...BY_PLUNGER, plunger: undefined });
    expect(need.adjuster!.at).toBeCloseTo(3 - 0.05 * ((24 * 1.7) / 2.7), 6);
  });
});
