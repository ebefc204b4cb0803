import type { Engine, ValveKind } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import type { Practice } from '../plan/practice.js';
import { toCanonical, type Unit } from '../units/units.js';
import type { MockUp } from '../valvetrain/mock-up.js';
import { besideRod, checkPushrodSetUp, inConventions, type PushrodSetUp } from '../valvetrain/pushrod-set-up.js';
import type { RockerSetUp } from '../valvetrain/rocker-set-up.js';
import { rodSets, type RodsWanted } from '../valvetrain/rod-sets.js';
import { opinionsOf, rankBy, type TriedSetting } from '../valvetrain/schools.js';
import type { EngineFile } from './engine-file.js';
import { judgingOf } from './judging.js';
import { lengthNeeds } from './length-needs.js';
import { onFileOf } from './on-file.js';
import type { Paper } from './papers.js';
import type { Reading } from './reading.js';
import { closedHeightAt, rockerGeometry } from './rocker-geometry.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';

const IN = 25.4;
const engine = { ...(LAYOUTS[0].engine as Engine), ratio: { intake: 1.7, exhaust: 1.7 } };
const shop = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-hydraulic')!;
const specWith = (change: Partial<NonNullable<Practice['geometry']>>) => ({
  ...shop,
  practice: { ...shop.practice, geometry: { ...shop.practice.geometry!, ...change } },
});

const at = (minute: number) => `2026-03-02T09:${String(minute).padStart(2, '0')}:00.000Z`;
const paper = (kind: string, body: unknown, minute = 0): Paper => ({ id: `${kind}-${minute}`, kind, body, by: 'builder', at: at(minute) }); // prettier-ignore
const ROCKERS: RockerSetUp = {
  unit: 'in', rockers: 'final', isRough: false, tipDiameter: { I: 0.342, E: 0.342 }, lashCap: { I: 0, E: 0 },
}; // prettier-ignore
const CHECK: MockUp = {
  check: 1, unit: 'in', gasketAtCheck: 0.051, gasketFinal: 0.041, lifters: 'solid', springs: 'checking',
  lashAtCheck: { I: 0, E: 0 }, lash: { I: 0, E: 0 }, camAtCheckDeg: 0,
  same: { rockers: true, lifters: true, lashCaps: true, springs: true },
}; // prettier-ignore
const RODS: PushrodSetUp = {
  unit: 'in', convention: 'overall', angleDeg: 8, plunger: { target: 0.035, min: 0.02, max: 0.06 }, rods: 'by-kind',
}; // prettier-ignore
const ARM = paper('engine-data', { figures: { 'rocker-arm-intake': { entered: '1.45', unit: 'in' } } });

const read = (measure: string, place: string, entered: string, setting?: number, minute = 10, unit: Unit = 'in'): Reading => // prettier-ignore
  ({ ...readingOf(measure, place, entered, unit, setting === undefined ? {} : { atValue: toCanonical(setting, 'in') }), takenAt: at(minute), receivedAt: at(minute) }); // prettier-ignore
const fileWith = (readings: Reading[], papers: Paper[] = [], spec = shop, of = engine): EngineFile => ({ ...fileOf({ engine: of, spec, readings }), papers }); // prettier-ignore
const geometryOf = (file: EngineFile, of: { kind: ValveKind; only?: string } = { kind: 'I' }) =>
  rockerGeometry(judgingOf(file, standOf(file)), of);
const rowOf = (file: EngineFile, measure: string, place = '1I') =>
  sheetOf(file).rows.find((row) => row.measure === measure && row.place === place);
const inches = (mm: number) => Number((mm / IN).toFixed(4));

/** The three marks of the worked example, on a valve that lifts as it does there. */
const LIFT = read('valve-lift', '1I', '0.580');
const MARKS = [
  read('mark-width', '1I', '0.07521', 7.55),
  read('mark-width', '1I', '0.06753', 7.6),
  read('mark-width', '3I', '0.06467', 7.7),
];

describe('rubbed marks', () => {
  test('read by their two edges tell how wide they are, and how far from the middle of the tip', () => {
    const file = fileWith([read('mark-width', '1I', '0.120;0.182', 7.6)], [paper('rockers', ROCKERS)]);
    expect(inches(rowOf(file, 'mark-width')!.value)).toBe(0.062);
    const offset = rowOf(file, 'mark-offset')!;
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
    expect(rowOf(fileWith([tapped[0]], [rough]), 'mark-width')!.hints).toContainEqual({ code: 'rough-mark' });
  });

  test('a mark by another rocker than the engine gets says so, on the sheet and at the trial', () => {
    const file = fileWith([MARKS[0]], [paper('rockers', { ...ROCKERS, rockers: 'another' })]);
    expect(rowOf(file, 'mark-width')!.hints).toContainEqual({ code: 'another-rocker' });
    expect(geometryOf(file).trials[0].isOtherRocker).toBe(true);
  });

  test('a lash cap counts as a rod that is shorter by it: trials with and without are one series', () => {
    const capped = [paper('rockers', ROCKERS), paper('rockers', { ...ROCKERS, lashCap: { I: 0.08, E: 0 } }, 20)];
    const trials = geometryOf(fileWith([MARKS[0], read('mark-width', '1I', '0.066', 7.68, 25)], capped)).trials;
    expect(trials.map(({ setting }) => inches(setting)).sort()).toEqual([7.63, 7.68]);
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

  test('a barred one is never the narrowest that counts', () => {
    const file = fileWith([...MARKS, read('mark-width', '1I', '0.040', 7.8), read('trial-square', '1I', 'leans', 7.8, 10, 'choice')], [paper('rockers', ROCKERS)]); // prettier-ignore
    const { best, trials } = geometryOf(file);
    expect(inches(best!)).toBe(7.7);
    expect(inches(trials.at(-1)!.tried)).toBe(7.8);
  });
});

describe('the schools', () => {
  const trial = (setting: number, more: Partial<TriedSetting>): TriedSetting => ({ setting, isBarred: false, ...more });
  const asked = { sink: 0.63, valveLift: 0.58, fit: null };

  test('the mark centred lies where its offset passes through the middle', () => {
    const trials = [trial(7.6, { offset: -0.02 }), trial(7.7, { offset: 0.01 }), trial(7.5, { offset: -0.06 })];
    expect(opinionsOf({ ...asked, trials })[1]).toEqual({ school: 'centred', best: expect.closeTo(7.6667, 4), by: 'between' }); // prettier-ignore
    expect(opinionsOf({ ...asked, trials: trials.slice(0, 1) })[1].best).toBeNull();
  });

  test('square at mid-lift goes by the roller’s height over the pivot where that was measured', () => {
    const trials = [trial(7.6, { rollerHeight: 0.353 })];
    expect(opinionsOf({ ...asked, trials })[2]).toEqual({ school: 'square', best: expect.closeTo(7.7, 4), by: 'roller-height' }); // prettier-ignore
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
    const hint = rowOf(file, 'stem-height', '7I')!.hints.find(({ code }) => code === 'stem-uneven')!;
    // 0.025 over the middle; the nut rises by 1/(1 + 1.7) of it, at 24 threads an inch.
    expect(hint).toMatchObject({ difference: expect.closeTo(0.025 * IN, 6), turns: expect.closeTo((0.025 / 2.7) * 24, 6) }); // prettier-ignore
    for (const place of ['1I', '1E', '2I']) expect(rowOf(file, 'stem-height', place)!.hints).not.toContainEqual(expect.objectContaining({ code: 'stem-uneven' })); // prettier-ignore
  });
});

describe('the length to order', () => {
  const PAPERS = [paper('mock-up', CHECK), paper('pushrods', RODS)];

  test('by the worked example, as a stack of named terms', () => {
    const row = rowOf(fileWith([read('pushrod-checked', '1I', '7.612')], PAPERS), 'pushrod-length')!;
    expect(Number((row.value / IN).toFixed(5))).toBe(7.6371);
    expect(row.derivedFrom!.formula.terms.map(({ name, value }) => [name, inches(value)])).toEqual([
      ['pushrod-checked', 7.612],
      ['gasket', -0.0099],
      ['plunger', 0.035],
    ]);
  });

  test('a thicker gasket lengthens the rod', () => {
    const lengthWith = (gasketFinal: number) =>
      rowOf(fileWith([read('pushrod-checked', '1I', '7.612')], [paper('mock-up', { ...CHECK, gasketFinal }), PAPERS[1]]), 'pushrod-length')!.value; // prettier-ignore
    const lengths = [0.03, 0.041, 0.051, 0.07].map(lengthWith);
    expect(lengths).toEqual([...lengths].sort((a, b) => a - b));
    expect(new Set(lengths).size).toBe(4);
  });

  test('counted in turns of the checking rod it is the same', () => {
    const tool = paper('pushrods', { ...RODS, tool: { base: 7.5, perTurn: 0.05 } });
    const file = fileWith([read('pushrod-tool-turns', '1I', '2.24', undefined, 10, 'turn')], [PAPERS[0], tool]);
    expect(inches(rowOf(file, 'pushrod-checked')!.value)).toBe(7.612);
    expect(Number((rowOf(file, 'pushrod-length')!.value / IN).toFixed(5))).toBe(7.6371);
  });

  test('what is missing is named, and the length is to be told again; nothing is taken for nought', () => {
    const { angleDeg, plunger, ...bare } = RODS;
    const row = rowOf(fileWith([read('pushrod-checked', '1I', '7.612')], [PAPERS[0], paper('pushrods', bare)]), 'pushrod-length')!; // prettier-ignore
    expect(row.verdict).toBe('suspect');
    expect(row.hints).toContainEqual({ code: 'not-corrected', lacks: ['pushrod-angle', 'plunger-target'] });
    expect(rowOf(fileWith([read('pushrod-checked', '1I', '7.612')], [PAPERS[1]]), 'pushrod-length')).toBeUndefined();
  });

  test('the fitted rod is held against it, also when the check is read anew afterwards', () => {
    const fitted = [read('pushrod-checked', '1I', '7.612'), read('pushrod-fitted', '1I', '7.650', undefined, 20)];
    expect(inches(rowOf(fileWith(fitted, PAPERS), 'pushrod-off')!.value)).toBe(0.0129);
    const again = [...fitted, read('pushrod-checked', '1I', '7.622', undefined, 30)];
    expect(inches(rowOf(fileWith(again, PAPERS), 'pushrod-off')!.value)).toBe(0.0029);
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
  const window = { min: 0.02, max: 0.06 };
  const of = (name: string, required: number): RodsWanted => ({
    name,
    count: 8,
    required,
    plungerTarget: 0.04,
    window,
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
    const row = rowOf(file, 'lift-lost')!;
    expect(inches(row.value)).toBe(0.025);
    expect(row.hints).toContainEqual({ code: 'lift-lost', lost: row.value, springs: 'checking' });
    const whole = fileWith([read('lobe-lift', '1I', '0.350'), read('valve-lift', '1I', '0.593')]);
    expect(rowOf(whole, 'lift-lost')!.hints).toEqual([]);
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
    const turns = readingOf('trial-turns', '1I', '2', 'turn', { atValue: 194.31 });
    const [need] = needs([checked('1I', '7.650'), turns], solid, { ...BY_PLUNGER, plunger: undefined });
    expect(need.by).toBe('adjuster');
    // At 24 threads an inch and a ratio of 1.7, an inch of rod is 15.11 turns of the nut.
    expect(need.turns!.perMm * IN).toBeCloseTo((24 * 1.7) / 2.7, 6);
    expect(need.wanted!.plungerTarget * need.turns!.perMm).toBeCloseTo(2, 9);
    expect(needs([checked('1I', '7.650')], solid, { ...BY_PLUNGER, plunger: undefined })[0].by).toBeNull();
  });
});
