import {
  besideRod,
  checkPushrodSetUp,
  inConventions,
  thickestRod,
  type PushrodSetUp,
} from '../valvetrain/pushrod-set-up.js';
import { rodSets, type RodsWanted } from '../valvetrain/rod-sets.js';
import { lengthNeeds } from './length-needs.js';
import { judgingOf } from './judging-of.js';
import type { Reading } from './reading.js';
import { standOf } from './stand.js';
import { readingOf } from './test-file.js';
import {
  ARM,
  LIFT,
  IN,
  engine,
  shop,
  paper,
  CHECK,
  RODS,
  ROCKERS,
  read,
  fileWith,
  valueRow,
  inches,
} from './test-geometry.js';

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

  test('a trial in turns of the checking rod is the length that it comes to; under a stand shims are tried', () => {
    const tool = paper('pushrods', { ...RODS, tool: { base: 7.5, perTurn: 0.05 } });
    const turned = (of: Partial<typeof engine>) =>
      valueRow(fileWith([read('trial-tool-turns', '1I', '4.2', undefined, 5, 'turn')], [PAPERS[0], tool], shop, { ...engine, ...of }), 'trial-setting'); // prettier-ignore
    expect(inches(turned({})!.value)).toBe(7.71);
    expect(turned({})!.derivedFrom!.formula.terms.map(({ name, value }) => [name, inches(value)])).toEqual([
      ['tool-closed', 7.5],
      ['tool-opened', 0.21],
    ]);
    expect(turned({ mount: 'rocker-screw' })).toBeUndefined();
  });

  test('what is missing is named, and the length is to be told again; nothing is taken for nought', () => {
    const { angleDeg, plunger, ...bare } = RODS;
    const row = valueRow(fileWith([read('pushrod-checked', '1I', '7.612')], [PAPERS[0], paper('pushrods', bare)]), 'pushrod-length')!; // prettier-ignore
    expect(row.verdict).toBe('suspect');
    expect(row.hints).toContainEqual({ code: 'not-corrected', lacks: ['plunger-target'] });
    expect(valueRow(fileWith([read('pushrod-checked', '1I', '7.612')], [PAPERS[1]]), 'pushrod-length')).toBeUndefined();
  });

  test('a gasket counts whole along a rod whose angle nobody filed, and what 0° to 15° leave open is its doubt', () => {
    const { angleDeg, ...bare } = RODS;
    const row = valueRow(fileWith([read('pushrod-checked', '1I', '7.612')], [PAPERS[0], paper('pushrods', bare)]), 'pushrod-length')!; // prettier-ignore
    expect(inches(row.value)).toBe(7.637);
    expect(row.verdict).not.toBe('suspect');
    const [hint] = row.hints.filter(({ code }) => code === 'angle-unknown');
    expect(hint).toEqual({ code: 'angle-unknown', by: expect.closeTo(0.01 * (1 - Math.cos(Math.PI / 12)) * IN, 6), upToDeg: 15 }); // prettier-ignore
    const unmoved = [paper('mock-up', { ...CHECK, gasketFinal: CHECK.gasketAtCheck }), paper('pushrods', bare)];
    expect(valueRow(fileWith([read('pushrod-checked', '1I', '7.612')], unmoved), 'pushrod-length')!.hints).toEqual([]);
  });

  describe('what moved since the check', () => {
    const KEPT = { ...CHECK, gasketFinal: CHECK.gasketAtCheck };
    const shaft = { ...engine, mount: 'rocker-screw' as const, ratio: { intake: 1.65, exhaust: 1.65 } };
    const both = (figure: number) => ({ I: figure, E: figure });
    const orderOf = (change: object, { of = engine, readings = [] as Reading[], rods = {}, more = [] as ReturnType<typeof paper>[] } = {}) => // prettier-ignore
      valueRow(fileWith([read('pushrod-checked', '1I', '7.612'), ...readings], [paper('mock-up', { ...KEPT, ...change }), paper('pushrods', { ...RODS, plunger: { target: 0, min: 0, max: 0.06 }, ...rods }), ...more], shop, of), 'pushrod-length')!; // prettier-ignore
    const added = (row: { value: number }) => Number((row.value / IN - 7.612).toFixed(5));

    test('shims under the stand lengthen it by their lever, as said or as fitted since', () => {
      const row = orderOf({ standShimAtCheck: both(0), standShimFinal: both(0.024) }, { of: shaft });
      expect(added(row)).toBe(0.03855);
      expect(row.derivedFrom!.formula.terms.at(-1)).toMatchObject({ name: 'stand-shim' });
      const fitted = [
        read('trial-setting', '1I', '0.010', undefined, 5),
        read('stand-shim', '1I', '0.034', undefined, 20),
      ];
      const file = fileWith([fitted[0], read('pushrod-checked', '1I', '7.612'), fitted[1]], [paper('mock-up', KEPT), paper('pushrods', { ...RODS, plunger: { target: 0, min: 0, max: 0.06 } })], shop, shaft); // prettier-ignore
      expect(added(valueRow(file, 'pushrod-length')!)).toBe(0.03855);
    });

    test('shims of the build alone tell nothing: those of the check are missing, and named', () => {
      const row = orderOf({ standShimFinal: both(0.024) }, { of: shaft });
      expect(row.hints).toContainEqual({ code: 'not-corrected', lacks: ['stand-shim-at-check'] });
      expect(row.verdict).toBe('suspect');
    });

    test('a lash cap goes up with the nut, and down by the lever where the stand stays', () => {
      const capped = [paper('rockers', ROCKERS), paper('rockers', { ...ROCKERS, lashCap: both(0.08) }, 20)];
      expect(added(orderOf({}, { more: capped }))).toBe(0.08);
      expect(added(orderOf({}, { more: capped, of: shaft }))).toBe(-0.04848);
    });

    test('an adjuster that is to end elsewhere than it stood makes room, a nut by its lever', () => {
      const turns = [readingOf('trial-turns', '1I', '3', 'turn', { atValue: 7.612 * IN })];
      // Two turns further out at 24 threads an inch; a nut's turn counts 1 + 1/1.7.
      expect(added(orderOf({}, { readings: turns, rods: { adjusterWanted: 1 } }))).toBe(Number(((2 / 24) * (1 + 1 / 1.7)).toFixed(5))); // prettier-ignore
      expect(added(orderOf({}, { readings: turns, rods: { adjusterWanted: 1 }, of: shaft }))).toBe(0.08333);
      expect(orderOf({}, { rods: { adjusterWanted: 1 } }).hints).toContainEqual({ code: 'not-corrected', lacks: ['adjuster-at-check'] }); // prettier-ignore
    });

    test('a larger base circle and a higher seat in the lifter shorten it', () => {
      const row = orderOf({ baseCircleAtCheck: both(1.1), baseCircleFinal: both(1.12), lifterSeatAtCheck: 1.9, lifterSeatFinal: 1.915 }); // prettier-ignore
      expect(added(row)).toBe(-0.025);
    });

    test('other rockers, and lifters or caps of which no figure is said, are not corrected, and named', () => {
      const same = { rockers: false, lifters: false, lashCaps: false, springs: false };
      const row = orderOf({ same });
      expect(row.hints).toContainEqual({ code: 'not-corrected', lacks: ['other-rockers', 'lifter-seat', 'lash-cap'] });
      const said = orderOf({ same: { ...same, rockers: true, lashCaps: true }, lifterSeatAtCheck: 1.9, lifterSeatFinal: 1.9 }); // prettier-ignore
      expect(said.hints).toEqual([]);
    });
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

describe('lift that is lost', () => {
  const solid = { ...engine, lifter: 'solid' as const };
  const lobe = read('lobe-lift', '1I', '0.350');
  const lift = read('valve-lift', '1I', '0.573', undefined, 20);
  const lostWith = (readings: Reading[], papers: ReturnType<typeof paper>[] = [], spec = shop) =>
    inches(valueRow(fileWith([lobe, lift, ...readings], papers, spec, solid), 'lift-lost')!.value);

  test('counts the lash as it was read at the valve, whether that was read before or is read afterwards', () => {
    expect(lostWith([read('lash-cold', '1I', '0.022', undefined, 15)])).toBe(0);
    expect(lostWith([], [paper('mock-up', { ...CHECK, lash: { I: 0.018, E: 0 } })])).toBe(0.004);
    // The lash of this very valve goes before what the set-up says of all.
    expect(lostWith([read('lash-cold', '1I', '0.022', undefined, 25)], [paper('mock-up', { ...CHECK, lash: { I: 0.018, E: 0 } })])).toBe(0); // prettier-ignore
  });

  test('counts what the shop sets where nobody read or filed any', () => {
    const set = { ...shop, limits: [...shop.limits, { measure: 'lash-cold', min: 0.016, max: 0.02, unit: 'in' as const, basis: 'absolute' as const, required: true, source: 'as here' }] }; // prettier-ignore
    expect(lostWith([], [], set)).toBe(0.004);
    expect(lostWith([])).toBe(0.022);
  });
});

describe('a fitted rod', () => {
  const BY_PLUNGER = { ...RODS, plunger: { target: 0.04, min: 0.02, max: 0.06 } };
  const off = (fitted: string, of: typeof engine, readings: Reading[] = []) =>
    valueRow(
      fileWith(
        [read('pushrod-checked', '1I', '7.600'), ...readings, read('pushrod-fitted', '1I', fitted, undefined, 20)],
        [paper('mock-up', { ...CHECK, gasketFinal: CHECK.gasketAtCheck }), paper('pushrods', BY_PLUNGER)],
        shop,
        of,
      ),
      'pushrod-off',
    )!;

  test('is judged by the plunger where nothing turns', () => {
    const pedestal = { ...engine, mount: 'pedestal-shim' as const };
    // Wanted is 7.640, and the plunger may stand from 0.020 to 0.060.
    expect(off('7.640', pedestal)).toMatchObject({
      verdict: 'in',
      limit: { source: { code: 'rod-fits', by: 'plunger' } },
    });
    expect(off('7.680', pedestal).verdict).toBe('high');
    expect(off('7.600', pedestal).verdict).toBe('low');
  });

  test('is judged by the turns that are left where a screw takes the plunger up', () => {
    const shaft = { ...engine, mount: 'rocker-screw' as const };
    const turns = readingOf('trial-turns', '1I', '2.5', 'turn', { atValue: 0 });
    // Four turns at most, one at least: 0.0625 of an inch either way at 24 threads.
    expect(off('7.690', shaft, [turns])).toMatchObject({ verdict: 'in', limit: { source: { code: 'rod-fits', by: 'adjuster' } } }); // prettier-ignore
    expect(off('7.720', shaft, [turns]).verdict).toBe('high');
    expect(off('7.690', shaft).verdict).toBe('unjudged');
  });

  test('is judged by the mark that it makes where the nut lets the rocker down', () => {
    const solidNut = { ...engine, lifter: 'solid' as const };
    const papers = [ARM, paper('rockers', ROCKERS), paper('mock-up', { ...CHECK, gasketFinal: CHECK.gasketAtCheck }), paper('pushrods', { ...RODS, plunger: undefined })]; // prettier-ignore
    const rubbed = [[7.55, 0.07521, 0], [7.6, 0.06753, 0.0128], [7.7, 0.06467, 0.0388]].flatMap(([at, width, offset]) => [read('mark-width', '1I', String(width), at), read('mark-offset', '1I', String(offset), at)]); // prettier-ignore
    const of = (fitted: string) =>
      valueRow(fileWith([LIFT, ...rubbed, read('pushrod-checked', '1I', '7.660'), read('pushrod-fitted', '1I', fitted, undefined, 20)], papers, shop, solidNut), 'pushrod-off')!; // prettier-ignore
    expect(of('7.660')).toMatchObject({ verdict: 'in', limit: { source: { code: 'rod-fits', by: 'mark' } } });
    // The nut of a rod far too long stands so high that the roller rubs off the tip's inner edge.
    expect(of('7.830').verdict).toBe('high');
    expect(of('7.490').verdict).toBe('low');
  });
});

describe('the gap beside a thicker rod', () => {
  test('is judged by the gap’s own limit unless it has one', () => {
    const papers = [paper('mock-up', { ...CHECK, pushrodAtCheck: 0.3125, pushrodFinal: 0.375 })];
    const row = (entered: string, spec = shop) => valueRow(fileWith([read('pushrod-side-gap', '1I', entered)], papers, spec), 'pushrod-side-gap-final')!; // prettier-ignore
    // Half of 0.0625 goes off each side; at least 0.030 is asked.
    expect(row('0.055').verdict).toBe('low');
    expect(row('0.075').verdict).toBe('in');
    const own = { ...shop, limits: [...shop.limits, { measure: 'pushrod-side-gap-final', min: 0.01, unit: 'in' as const, basis: 'absolute' as const, required: false, source: 'as here' }] }; // prettier-ignore
    expect(row('0.055', own).verdict).toBe('in');
    expect(thickestRod({ rod: 0.3125, gap: 0.055, least: 0.03 })).toBeCloseTo(0.3625, 12);
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
    return lengthNeeds(judgingOf(file, standOf(file)));
  };
  const checked = (place: string, entered: string) => readingOf('pushrod-checked', place, entered, 'in');

  test('are one for a kind whose valves agree, over all of its valves', () => {
    const [intake] = needs([checked('1I', '7.650'), checked('3I', '7.654')]);
    expect(intake).toMatchObject({ kind: 'I', by: null });
    expect(intake.places).toHaveLength(8);
    expect(intake.required / IN).toBeCloseTo(7.692, 6);
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
    expect((max - need.required) / need.adjuster!.perTurn).toBeCloseTo(2 - least, 9);
    expect((need.required - min) / need.adjuster!.perTurn).toBeCloseTo(most - 2, 9);
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
