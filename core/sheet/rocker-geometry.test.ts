import { nextTrialOf, tooSteep } from '../valvetrain/next-trial.js';
import { opinionsOf, rankBy, type TriedSetting } from '../valvetrain/schools.js';
import type { Reading } from './reading.js';
import { closedHeightAt } from './rocker-geometry.js';
import { standOf } from './stand.js';
import {
  IN,
  engine,
  shop,
  specWith,
  paper,
  CHECK,
  RODS,
  ROCKERS,
  ARM,
  read,
  fileWith,
  geometryOf,
  valueRow,
  inches,
  LIFT,
  MARKS,
} from './test-geometry.js';

describe('rubbed marks', () => {
  test('read by their two edges tell how wide they are, and how far from the middle of the tip', () => {
    const file = fileWith([read('mark-width', '1I', '0.120;0.182', 7.6)], [paper('rockers', ROCKERS)]);
    expect(inches(valueRow(file, 'mark-width')!.value)).toBe(0.062);
    const offset = valueRow(file, 'mark-offset')!;
    expect(inches(offset.value)).toBe(-0.02);
    expect(offset.at).toEqual({ by: 'setting', value: 7.6 * IN });
    expect(offset.derivedFrom!.formula.terms.map(({ name }) => name)).toEqual(['mark-middle', 'half-tip']);
  });

  test('an edge beyond the tip’s own is refused, and names it', () => {
    const stand = standOf(fileWith([], [paper('rockers', ROCKERS)]));
    expect(stand.add(read('mark-width', '1I', '0.300;0.350', 7.6))).toMatchObject({ code: 'edge-off-tip' });
    expect(stand.add(read('mark-width', '1I', '0.300;0.340', 7.6))).toBeNull();
  });

  test('from three of them, on any valves of a kind, the best setting follows as in the worked example', () => {
    const found = geometryOf(fileWith([LIFT, ...MARKS], [ARM, paper('rockers', ROCKERS)]));
    expect(inches(found.best!)).toBeCloseTo(7.66, 2);
    expect(found.fit).toMatchObject({ explained: true, ambiguous: false });
    expect(found.opinions.find(({ school }) => school === 'square')).toMatchObject({
      best: found.fit!.best,
      by: 'fit',
    });
    expect(closedHeightAt(found, found.fit!.best)).toBeCloseTo((0.58 * IN) / 2, 6);
  });

  test('one valve’s own trials can count alone, and then are too few', () => {
    const file = fileWith([LIFT, ...MARKS], [ARM, paper('rockers', ROCKERS)]);
    expect(geometryOf(file, { kind: 'I', only: '1I' }).problems).toMatchObject([{ code: 'too-few-points' }]);
  });

  test('what is missing for the sum is named, and nothing is guessed', () => {
    const found = geometryOf(fileWith(MARKS));
    expect(found.lacks).toEqual(['rocker-arm', 'lift']);
    expect(found.fit).toBeNull();
    // The school still has an opinion: the narrowest that was measured.
    expect(found.opinions[0]).toMatchObject({ by: 'measured', best: 7.7 * IN });
  });

  test('rough ones count only until three careful ones are there, and say so', () => {
    const rough = paper('rockers', { ...ROCKERS, isRough: true });
    const tapped = [read('mark-width', '1I', '0.090', 7.55, 5), ...MARKS.slice(1)];
    const before = geometryOf(fileWith([LIFT, tapped[0]], [ARM, rough]));
    expect([before.isRough, before.trials.length]).toEqual([true, 1]);
    const careful = fileWith([LIFT, tapped[0], ...MARKS.slice(1), read('mark-width', '5I', '0.0606', 7.65, 12)], [ARM, rough, paper('rockers', ROCKERS, 8)]); // prettier-ignore
    expect(geometryOf(careful)).toMatchObject({ isRough: false });
    expect(geometryOf(careful).trials.map(({ tried }) => inches(tried))).toEqual([7.65, 7.7, 7.6]);
    expect(valueRow(fileWith([tapped[0]], [rough]), 'mark-width')!.hints).toContainEqual({ code: 'rough-mark' });
  });

  test('a mark by another rocker than the engine gets says so, on the sheet and at the trial', () => {
    const file = fileWith([MARKS[0]], [paper('rockers', { ...ROCKERS, rockers: 'another' })]);
    expect(valueRow(file, 'mark-width')!.hints).toContainEqual({ code: 'another-rocker' });
    expect(geometryOf(file).trials[0].isOtherRocker).toBe(true);
  });

  test('a lash cap counts as a rod that is shorter by it: trials with and without are one series', () => {
    const capped = [paper('rockers', ROCKERS), paper('rockers', { ...ROCKERS, lashCap: { I: 0.08, E: 0 } }, 20)];
    const trials = geometryOf(fileWith([MARKS[0], read('mark-width', '1I', '0.066', 7.68, 25)], capped)).trials;
    expect(trials.map(({ setting }) => inches(setting)).sort()).toEqual([7.63, 7.68]);
  });
});

describe('a trial keeps the set-up that it was rubbed under', () => {
  const RODS_BY = [paper('mock-up', CHECK), paper('pushrods', RODS)];

  test('a mark of the fitted rod does not replace one of the check, and lies where the build has it', () => {
    const readings = [read('mark-width', '1I', '0.067', 7.6), read('pushrod-fitted', '1I', '7.600', undefined, 20), read('mark-width', '1I', '0.080', 7.6, 25)]; // prettier-ignore
    const { trials, toBuild } = geometryOf(fileWith(readings, RODS_BY));
    expect(trials.map(({ under }) => under)).toEqual([1, 'build']);
    // The gasket is thinner by 0.010 at 8°, the plunger goes down by 0.035: the rod of the build stands 0.0251 longer.
    expect(inches(toBuild!.shift)).toBe(0.0251);
    expect(trials.map(({ setting }) => inches(setting))).toEqual([7.6, 7.5749]);
  });

  test('one of an earlier check is brought to the newest', () => {
    const second = paper('mock-up', { ...CHECK, check: 2, gasketAtCheck: 0.041 }, 20);
    const readings = [read('mark-width', '1I', '0.067', 7.6), read('mark-width', '1I', '0.070', 7.6, 25)];
    const { trials } = geometryOf(fileWith(readings, [...RODS_BY, second]));
    expect(trials.map(({ setting }) => inches(setting))).toEqual([7.5901, 7.6]);
  });
});

describe('what else a setting goes by', () => {
  test('two taps on a closed valve tell about where it lies, and how little they tell', () => {
    const shaft = { ...engine, mount: 'rocker-screw' as const };
    const taps = [read('tap-position', '1I', '0', 0.015), read('tap-position', '1I', '0.0112', 0.075)];
    const arm = paper('engine-data', { figures: { 'rocker-arm-intake': { entered: '1.42', unit: 'in' } } });
    const { tapped } = geometryOf(fileWith([read('valve-lift', '1I', '0.520'), ...taps], [arm], shop, shaft));
    expect(inches(tapped!.best)).toBeCloseTo(0.045, 2);
    expect(inches(tapped!.standardUncertainty)).toBeGreaterThan(0.02);
    expect(geometryOf(fileWith([LIFT, taps[0]], [arm], shop, shaft)).tapped).toBeNull();
    const measured = [LIFT, taps[0], read('trial-roller-height', '1I', '0.300', 0.015)];
    expect(inches(geometryOf(fileWith(measured, [arm], shop, shaft)).tapped!.best)).toBeCloseTo(0.315 - 0.29, 4);
  });

  test('what somebody chose is kept with its reason, and its shims are those of the build', () => {
    const shaft = { ...engine, mount: 'rocker-screw' as const, ratio: { intake: 1.65, exhaust: 1.65 } };
    const chosen = paper('setting-chosen', { kind: 'I', unit: 'in', setting: 0.024, school: 'narrowest', reason: 'kept off the edge' }); // prettier-ignore
    const papers = [paper('mock-up', { ...CHECK, gasketFinal: CHECK.gasketAtCheck }), paper('pushrods', { ...RODS, plunger: { target: 0, min: 0, max: 0.06 } }), chosen]; // prettier-ignore
    const file = fileWith([read('trial-setting', '1I', '0', undefined, 5), read('pushrod-checked', '1I', '8.4415')], papers, shop, shaft); // prettier-ignore
    expect(inches(valueRow(file, 'pushrod-length')!.value)).toBe(8.48);
    expect(geometryOf(file).chosen).toMatchObject({ setting: 0.024 * IN, reason: 'kept off the edge', by: 'builder' });
    expect(geometryOf(file, { kind: 'E' }).chosen).toBeNull();
  });
});

describe('what is tried next', () => {
  const marked = (...marks: [number, number][]) => marks.map(([setting, width]) => ({ setting, width }));

  test('where marks follow no geometry: inside the bracket of the narrowest, towards its narrower neighbour', () => {
    expect(nextTrialOf(marked([1, 5], [2, 2], [3, 3]), null, 13)).toEqual({ setting: 2.5, why: 'inside' });
    expect(nextTrialOf(marked([1, 2.5], [2, 2], [3, 3]), null, 13)).toEqual({ setting: 1.5, why: 'inside' });
  });

  test('beyond one-sided trials by a bounded step, on the side where marks shrink', () => {
    expect(nextTrialOf(marked([1, 5], [2, 4], [3, 3]), null, 10)).toEqual({ setting: 3.8, why: 'outward' });
    expect(nextTrialOf(marked([1, 3], [2, 4], [3, 5]), null, 10)).toEqual({
      setting: expect.closeTo(0.2, 9),
      why: 'outward',
    });
    const { next, isBracketed } = geometryOf(fileWith([LIFT, ...[[7.3, 0.1281], [7.35, 0.117], [7.4, 0.106]].map(([at, width]) => read('mark-width', '1I', String(width), at))], [ARM])); // prettier-ignore
    expect(isBracketed).toBe(false);
    expect(next!.why).toBe('outward');
    expect(next!.setting / IN - 7.4).toBeLessThanOrEqual(0.12 * 0.58 + 1e-9);
  });

  test('a slope that no rocker makes names the mark whose neighbours both jump', () => {
    const by = { armLength: 36.8, valveLift: 14.7, sink: 0.63, uncertainty: 0.1 };
    expect(tooSteep(marked([1, 2], [2, 4], [3, 2.1], [4, 2.2]), by)).toMatchObject({ misread: { setting: 2 } });
    expect(tooSteep(marked([1, 4], [2, 2], [3, 2.1], [4, 2.2]), by)).toMatchObject({ misread: { setting: 1 } });
    expect(tooSteep(marked([1, 2.5], [2, 2.2], [3, 2.1]), by)).toBeNull();
  });
});

describe('a setting is barred, and says by which', () => {
  const with7 = (...more: Reading[]) =>
    geometryOf(fileWith([read('mark-width', '1I', '0.060', 7.6), ...more], [paper('rockers', ROCKERS)])).trials[0]
      .barredBy;
  test.each<[string, Reading[], string[]]>([
    ['no feeler fits between rocker and retainer', [read('trial-retainer-gap', '1I', '0.020', 7.6)], ['retainer']],
    ['the rod comes too near to its hole', [read('trial-pushrod-gap', '1I', '0.010', 7.6)], ['pushrod-hole']],
    ['the rocker leans on its tip', [read('trial-square', '1I', 'leans', 7.6, 10, 'choice')], ['leans']],
    ['the adjuster ends outside its turns', [read('trial-turns', '1I', '5', 7.6, 10, 'turn')], ['turns']],
    ['the mark comes too near to the tip’s edge', [read('mark-offset', '1I', '0.120', 7.6)], ['tip-edge']],
    ['nothing', [read('trial-square', '1I', 'square', 7.6, 10, 'choice'), read('trial-retainer-gap', '1I', '0.060', 7.6)], []],
  ])('where %s', (_, readings, bars) => expect(with7(...readings)).toEqual(bars)); // prettier-ignore

  test('a mark that leans is drawn and named, and stays out of the fit', () => {
    const leaning = [read('mark-width', '5I', '0.110', 7.65), read('trial-square', '5I', 'leans', 7.65, 10, 'choice')];
    const papers = [ARM, paper('rockers', ROCKERS)];
    const [without, withIt] = [[], leaning].map((more) => geometryOf(fileWith([LIFT, ...MARKS, ...more], papers)));
    expect(withIt.best).toBe(without.best);
    expect(withIt.fit!.explained).toBe(true);
    expect(withIt.trials.at(-1)).toMatchObject({ place: '5I', isBarred: true });
  });

  test('a barred one is never the narrowest that counts', () => {
    const file = fileWith([...MARKS, read('mark-width', '1I', '0.040', 7.8), read('trial-square', '1I', 'leans', 7.8, 10, 'choice')], [paper('rockers', ROCKERS)]); // prettier-ignore
    const { best, trials } = geometryOf(file);
    expect(inches(best!)).toBe(7.7);
    expect(inches(trials.at(-1)!.tried)).toBe(7.8);
  });
});

describe('the schools', () => {
  const trial = (setting: number, more: Partial<TriedSetting>): TriedSetting => ({ setting, isBarred: false, ...more });
  const asked = { sink: 0.63, armLength: 1.45, valveLift: 0.58, fit: null, markAim: 0 };

  test('the mark centred lies where its offset passes through the middle', () => {
    const trials = [trial(7.6, { offset: -0.02 }), trial(7.7, { offset: 0.01 }), trial(7.5, { offset: -0.06 })];
    expect(opinionsOf({ ...asked, trials })[1]).toEqual({ school: 'centred', best: expect.closeTo(7.6667, 4), by: 'between', isBracketed: true }); // prettier-ignore
    expect(opinionsOf({ ...asked, trials: trials.slice(0, 1) })[1].best).toBeNull();
  });

  test('a shop that wants its marks off the middle on purpose has them there', () => {
    const trials = [trial(7.6, { offset: -0.02 }), trial(7.7, { offset: 0.01 }), trial(7.5, { offset: -0.06 })];
    expect(opinionsOf({ ...asked, trials, markAim: -0.005 })[1].best).toBeCloseTo(7.65, 9);
    const offsets = [read('mark-offset', '1I', '-0.020', 7.6), read('mark-offset', '3I', '0.010', 7.7)];
    const found = geometryOf(fileWith([...MARKS, ...offsets], [], specWith({ school: 'centred', why: 'as here', markAim: { in: -0.015, mm: -0.4 } }))); // prettier-ignore
    expect([inches(found.best!), inches(found.markAim)]).toEqual([7.6167, -0.015]);
    expect(found.trials.map(({ tried }) => inches(tried))).toEqual([7.6, 7.7, 7.55]);
  });

  test('square at mid-lift goes by the roller’s height over the pivot where that was measured', () => {
    const trials = [trial(7.6, { rollerHeight: 0.353 })];
    expect(opinionsOf({ ...asked, trials })[2]).toEqual({ school: 'square', best: expect.closeTo(7.7, 4), by: 'roller-height', isBracketed: true }); // prettier-ignore
  });

  test('square at mid-lift goes by a protractor on the arm before any height: height off is arm times sine', () => {
    const trials = [trial(7.6, { midAngleDeg: 2, rollerHeight: 0.4 })];
    const [, , square] = opinionsOf({ ...asked, trials });
    expect(square).toMatchObject({ by: 'mid-angle', isBracketed: true });
    expect(square.best).toBeCloseTo(7.6 + (1.45 * Math.sin((2 * Math.PI) / 180)) / 0.63, 9);
  });

  test('without marks a single is proven by its longest travel', () => {
    const trials = [trial(7.5, { lift: 0.55 }), trial(7.6, { lift: 0.571 }), trial(7.7, { lift: 0.56 })];
    expect(opinionsOf({ ...asked, trials })[3]).toMatchObject({ best: 7.6 });
    expect(rankBy('longest-travel', trials, null)[0].setting).toBe(7.6);
  });

  test('the shop’s own ranks the trials, and each other says how far it would go from there', () => {
    const offsets = [read('mark-offset', '1I', '-0.020', 7.6), read('mark-offset', '3I', '0.010', 7.7)];
    const found = geometryOf(fileWith([...MARKS, ...offsets], [], specWith({ school: 'centred', why: 'as here' })));
    expect([inches(found.best!), found.why]).toEqual([7.6667, 'as here']);
    expect(found.trials.map(({ tried }) => inches(tried))).toEqual([7.7, 7.6, 7.55]);
    expect(found.apart.find(({ school }) => school === 'narrowest')!.by).toBeCloseTo(0.0333 * IN, 2);
  });
});

describe('stem heights', () => {
  test('an uneven one is named with what it will do to its adjuster, among its own kind and head alone', () => {
    const heights = [['1I', '1.900'], ['3I', '1.902'], ['5I', '1.899'], ['7I', '1.925'], ['1E', '1.800'], ['2I', '2.000']]; // prettier-ignore
    const file = fileWith(heights.map(([place, entered]) => read('stem-height', place, entered)));
    const hint = valueRow(file, 'stem-height', '7I')!.hints.find(({ code }) => code === 'stem-uneven')!;
    // 0.025 over the middle; the nut rises by 1/(1 + 1.7) of it, at 24 threads an inch.
    expect(hint).toMatchObject({ difference: expect.closeTo(0.025 * IN, 6), turns: expect.closeTo((0.025 / 2.7) * 24, 6) }); // prettier-ignore
    for (const place of ['1I', '1E', '2I']) expect(valueRow(file, 'stem-height', place)!.hints).not.toContainEqual(expect.objectContaining({ code: 'stem-uneven' })); // prettier-ignore
  });
});
