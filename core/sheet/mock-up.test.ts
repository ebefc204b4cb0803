import { chance, normals } from '../chance.js';
import type { CamCard } from '../cam/cam-card.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { measureOf } from '../plan/measures.js';
import { limitFor } from '../plan/spec-sets.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import { toCanonical, type Unit } from '../units/units.js';
import type { MockUp } from '../valvetrain/mock-up.js';
import { valveAt } from '../valvetrain/valve-at.js';
import { clayPlan } from './clay-plan.js';
import { judgingOf } from './judging-of.js';
import { judgeLast } from './answer.js';
import { isClayInside, type EngineFile } from './engine-file.js';
import { clearanceOf } from './over-piston.js';
import type { Paper } from './papers.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';
import { valueChanges } from './value-changes.js';

const engine = { ...(LAYOUTS[0].engine as Engine), ratio: { intake: 1.7, exhaust: 1.7 } };
const spec = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-hydraulic')!;

/** The cam of the worked example: its card tells the lobe that is computed with. */
const card: CamCard = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeDuration: 226, exhaustDuration: 226, intakeCentreline: 106,
  exhaustCentreline: 110, intakeLobeLift: 0.341, exhaustLobeLift: 0.341, seatLift: 0.006, seatIntakeDuration: 276,
  seatExhaustDuration: 276,
}; // prettier-ignore
const figures = {
  stroke: { entered: '3.6', unit: 'in' }, 'rod-length': { entered: '6.1', unit: 'in' },
  'valve-angle-intake': { entered: '20', unit: 'deg' }, 'valve-angle-exhaust': { entered: '20', unit: 'deg' },
}; // prettier-ignore
const SET_UP: MockUp = {
  check: 1, unit: 'in', gasketAtCheck: 0.051, gasketFinal: 0.041, lifters: 'solid', springs: 'checking',
  lashAtCheck: { I: 0, E: 0 }, lash: { I: 0, E: 0 }, camAtCheckDeg: 0,
  same: { rockers: true, lifters: true, lashCaps: true, springs: true },
}; // prettier-ignore

const at = (minute: number) => `2026-03-02T09:${String(minute).padStart(2, '0')}:00.000Z`;
const paper = (kind: string, body: unknown, minute = 0): Paper => ({ id: `${kind}-${minute}`, kind, body, by: 'builder', at: at(minute) }); // prettier-ignore
const setUp = (change: Partial<MockUp> = {}, minute = 0) => paper('mock-up', { ...SET_UP, ...change }, minute);
const DATA = [paper('engine-data', { figures }), paper('cam-card', card)];
const read = (measure: string, entered: string, place = '1I', minute = 10, more: Partial<Reading> = {}, unit: Unit = 'in'): Reading =>
  ({ ...readingOf(measure, place, entered, unit), takenAt: at(minute), receivedAt: at(minute), ...more }); // prettier-ignore
const fileWith = (readings: Reading[], papers: Paper[]): EngineFile => ({ ...fileOf({ engine, spec, readings }), papers }); // prettier-ignore
const rowOf = (readings: Reading[], papers: Paper[], measure = 'pv-depth-final', place = '1I') =>
  sheetOf(fileWith(readings, papers)).rows.find((row) => row.measure === measure && row.place === place);
const inches = (mm: number) => Number((mm / 25.4).toFixed(5));

describe('springs that are others, or of which no load is filed', () => {
  const heights = [
    read('spring-installed-height', '1.900'),
    read('valve-lift', '0.580'),
    read('retainer-seal-gap', '0.120'),
  ];
  const nest = {
    unit: 'in',
    loadUnit: 'lbf',
    I: {
      nest: [
        {
          solidHeight: 1.1,
          step: 0,
          table: [
            [1.9, 150],
            [1.3, 390],
          ],
        },
      ],
    },
  };
  const suspects = (readings: Reading[], papers: Paper[]) =>
    sheetOf(fileWith(readings, papers)).flags.filter(({ verdict, open }) => verdict === 'suspect' && open).map(({ measure }) => measure); // prettier-ignore

  test('that were exchanged make all that hangs on them to be read again, and nothing else', () => {
    expect(suspects(heights, [...DATA, paper('springs', nest, 5)])).toEqual([]);
    const others = paper('springs', { ...nest, exchangedAt: at(20) }, 20);
    expect(suspects(heights, [...DATA, others]).sort()).toEqual(['coil-bind-margin', 'retainer-seal-gap', 'spring-installed-height', 'spring-open-height', 'spring-open-load', 'spring-seat-load']); // prettier-ignore
    const again = [
      ...heights,
      read('spring-installed-height', '1.905', '1I', 30),
      read('retainer-seal-gap', '0.118', '1I', 31),
    ];
    expect(suspects(again, [...DATA, others])).toEqual([]);
  });

  test('that nobody filed a load of tell what is left to coil bind by heights alone', () => {
    const solid = paper('engine-data', { figures: { ...figures, 'spring-solid': { entered: '1.100', unit: 'in' } } });
    const row = rowOf(heights, [solid, DATA[1]], 'coil-bind-margin')!;
    expect(inches(row.value)).toBe(0.22);
    expect(row.derivedFrom!.formula.terms.map(({ name }) => name)).toEqual(['spring-installed-height', 'valve-lift', 'solid-height']); // prettier-ignore
    expect(rowOf(heights, [solid, DATA[1]], 'spring-seat-load')).toBeUndefined();
  });
});

describe('a blade that does not go in', () => {
  const gap = (entered: string, place = '1I') => rowOf([read('retainer-seal-gap', entered, place)], [...DATA, setUp()], 'retainer-seal-gap', place)!; // prettier-ignore

  test('says that there is less: too little where that is less than the least, else not known', () => {
    const { min } = limitFor(spec, 'retainer-seal-gap', '1I')!;
    expect(min).toBeGreaterThan(0.02);
    expect(gap('<0.020')).toMatchObject({ verdict: 'low', isUnder: true, entered: '<0.020' });
    expect(gap(`<${min! + 0.02}`)).toMatchObject({ verdict: 'doubt' });
    expect(gap(String(min! + 0.02))).toMatchObject({ verdict: 'in' });
    expect(() => read('pv-depth', '<0.020')).toThrow();
  });

  test('stays so beside another rod, and is no figure for its siblings to be compared with', () => {
    const rods = setUp({ pushrodAtCheck: 0.3125, pushrodFinal: 0.375 });
    const side = rowOf([read('pushrod-side-gap', '<0.050')], [...DATA, rods], 'pushrod-side-gap-final')!;
    expect([inches(side.value), side.isUnder]).toEqual([0.01875, true]);
    const alike = ['1I', '3I', '5I', '7I'].map((place) => read('rocker-stud-gap', '0.062', place));
    const odd = rowOf([...alike, read('rocker-stud-gap', '<0.020', '2I')], DATA, 'rocker-stud-gap', '2I')!;
    expect(odd.hints).toEqual([]);
  });
});

describe('before the clay, and beyond it', () => {
  const planOf = (readings: Reading[], papers: Paper[]) => {
    const file = fileWith(readings, papers);
    const stand = standOf(file);
    return clayPlan(judgingOf(file, stand), sheetOf(file, stand));
  };
  const decks = [read('deck-height', '0.001 below', '1', 5), read('deck-height', '0.004', '3', 5)];

  test('clay at one cylinder stands for another by its deck, with a wider doubt, and only of its kind', () => {
    const { byAnother } = planOf([...decks, read('pv-depth', '0.112')], [...DATA, setUp({ gasketFinal: 0.051 })]);
    expect(byAnother.map(({ place, by, clearance }) => [place, by, inches(clearance)])).toEqual([['3I', '1I', 0.1073]]);
    expect(inches(byAnother[0].uncertainty)).toBeGreaterThan(0.005);
    expect(planOf([read('pv-depth', '0.112')], [...DATA, setUp()]).byAnother).toEqual([]);
    // A valve that had clay itself needs no other.
    expect(planOf([...decks, read('pv-depth', '0.112'), read('pv-depth', '0.108', '3I')], [...DATA, setUp()]).byAnother).toEqual([]); // prettier-ignore
  });

  test('which valve, whether it overhangs its pocket, piston to head, and a check without a gasket', () => {
    const pockets = paper('engine-data', { figures: { ...figures, 'valve-diameter-intake': { entered: '2.02', unit: 'in' }, 'pocket-diameter-intake': { entered: '2.00', unit: 'in' } } }); // prettier-ignore
    const plan = planOf(decks, [pockets, DATA[1], setUp({ gasketAtCheck: 0, millHead: 0.01 })]);
    expect(plan.before.I.worst).toBe('3I');
    expect(inches(plan.before.I.overhang!)).toBe(0.02);
    expect(plan.before.E.overhang).toBeNull();
    expect(plan.isWithoutGasket).toBe(true);
    expect(plan.pistonToHead.map(({ cylinder, atCheck, inBuild }) => [cylinder, inches(atCheck), inches(inBuild)])).toEqual([
      ['1', 0.001, 0.032], ['3', -0.004, 0.027],
    ]); // prettier-ignore
    expect(planOf([], [...DATA, setUp()])).toMatchObject({ isWithoutGasket: false, pistonToHead: [], before: { I: { worst: null } } }); // prettier-ignore
  });
});

describe('a check is brought to the final build by named terms', () => {
  const clay = read('pv-depth', '0.112');

  test('the worked example: the thinner gasket, by the cosine of the valve’s angle', () => {
    const row = rowOf([clay], [...DATA, setUp()])!;
    expect(inches(row.value)).toBe(0.1026);
    expect(row.derivedFrom!.formula.terms.map(({ name, value }) => [name, inches(value)])).toEqual([
      ['pv-depth', 0.112],
      ['gasket', -0.0094],
    ]);
    expect(row.verdict).toBe('in');
  });

  test('the cam moved by the sprocket, by the lobe, stroke and rod; the same as the calculator says', () => {
    const row = rowOf([clay], [...DATA, setUp({ camDeg: 4 })])!;
    expect(inches(row.value)).toBeCloseTo(0.08059, 4);
    expect(row.derivedFrom!.formula.terms.map(({ name }) => name)).toEqual(['pv-depth', 'gasket', 'cam-position']);
    expect(row.verdict).toBe('doubt');
  });

  test('where the mock-up says nothing of the sprocket, what the timing says counts, also when it is said later', () => {
    const moved = rowOf([clay, read('cam-offset', '4', 'engine', 20, {}, 'deg')], [...DATA, setUp()])!;
    expect(inches(moved.value)).toBeCloseTo(0.08059, 4);
    expect(moved.readingId).toBe(clay.id);
    const stand = standOf(fileWith([clay], [...DATA, setUp()]));
    stand.add(read('cam-offset', '4', 'engine', 20, {}, 'deg'));
    stand.rewind(1);
    expect(inches(stand.latest('pv-depth-final', '1I')!.value)).toBe(0.1026);
    expect(stand.madeBy(clay.id)).toHaveLength(1);
  });

  test('clay with a digit too many or too few is asked about at the clay, through the limit on the final build', () => {
    const odd = (entered: string) => rowOf([read('pv-depth', entered)], [...DATA, setUp()], 'pv-depth')!.hints;
    expect(odd('0.195')).toEqual([]);
    for (const slip of ['1.95', '0.00195'])
      expect(odd(slip)).toContainEqual({ code: 'digit-slip', meant: expect.closeTo(0.195 * 25.4, 6) as number });
    expect(odd('0.9').map(({ code }) => code)).toContain('implausible');
    // Nothing of clay is read on a dial.
    expect(odd('0.03').map(({ code }) => code)).not.toContain('dial-revolution');
  });

  test('the slip is asked where it was typed, also while an older and worse reading counts', () => {
    const file = fileWith([read('pv-depth', '0.134'), read('pv-depth', '1.95', '1I', 20)], [...DATA, setUp()]);
    const { hints, rows } = judgeLast(file);
    expect(rows[0].entered).toBe('0.134');
    expect(hints.map(({ code }) => code)).toEqual(expect.arrayContaining(['digit-slip', 'older-counts']));
    // Both were slips: each is asked with its own figure, and the figure in the wrong unit too.
    const both = judgeLast(fileWith([read('pv-depth', '0.00195'), read('pv-depth', '4.95', '1I', 20)], [...DATA, setUp()])).hints; // prettier-ignore
    expect(both.flatMap((hint) => (hint.code === 'digit-slip' ? [inches(hint.meant)] : []))).toEqual([0.495, 0.195]);
    expect(both.map(({ code }) => code)).toContain('unit-slip');
  });

  test('a plunger that stood down at zero takes no lift of the check', () => {
    const down = { lifters: 'collapsed', collapsedBy: 0.02 } as const;
    expect(rowOf([clay], [...DATA, setUp(down)])!.value).toBe(rowOf([clay], [...DATA, setUp()])!.value);
  });

  test('lash, a plunger that sank, milling, and a piston that stands higher since', () => {
    const change = { lifters: 'collapsed', collapsedBy: 0.05, sankBy: 0.02, lashAtCheck: { I: 0, E: 0 }, lash: { I: 0.006, E: 0 }, millHead: 0.01 } as const; // prettier-ignore
    const decks = [read('deck-height', '0.005 below', '1', 5), read('deck-height', '0.002 below', '1', 30)];
    const { terms } = rowOf([decks[0], clay, decks[1]], [...DATA, setUp(change)])!.derivedFrom!.formula;
    expect(Object.fromEntries(terms.map(({ name, value }) => [name, inches(value)]))).toEqual({
      'pv-depth': 0.112, gasket: -0.0094, deck: -0.00282, milled: -0.0094, lash: 0.006, lifter: -0.034,
    }); // prettier-ignore
  });

  test('the terms always add up to the value', () => {
    const papers = [...DATA, setUp({ camDeg: -3, lash: { I: 0.004, E: 0.004 }, millDeck: 0.003 })];
    for (const place of ['1I', '1E']) {
      const row = rowOf([read('pv-depth', '0.131', place)], papers, 'pv-depth-final', place)!;
      expect(row.derivedFrom!.formula.terms.reduce((sum, { value }) => sum + value, 0)).toBeCloseTo(row.value, 9);
    }
  });

  test('beside the valve, what moves the head moves the valve in its pocket by the sine, and is taken off', () => {
    const row = rowOf([read('pv-radial', '0.070')], [...DATA, setUp()], 'pv-radial-final')!;
    expect(inches(row.value)).toBeCloseTo(0.07 - 0.01 * Math.sin((20 * Math.PI) / 180), 5);
  });

  test('before any set-up is filed nothing is corrected, and nothing is judged', () =>
    expect(rowOf([clay], DATA)).toBeUndefined());

  test('what is missing to correct it is named, and the value is suspect until it is there', () => {
    const [data] = DATA;
    const row = rowOf([clay], [data, setUp({ camDeg: 4 })])!;
    expect(row.hints).toEqual([{ code: 'not-corrected', lacks: ['lobe'] }]);
    expect(row.verdict).toBe('suspect');
    expect(rowOf([clay], [setUp()])!.hints).toEqual([{ code: 'not-corrected', lacks: ['valve-angle'] }]);
  });

  test('parts that are not those of the final engine are named beside it', () =>
    expect(rowOf([clay], [...DATA, setUp({ same: { ...SET_UP.same, rockers: false } })])!.hints).toEqual([
      { code: 'other-parts', parts: ['rockers'] },
    ]));
});

describe('tries', () => {
  const papers = [...DATA, setUp()];
  test('of several checks the worst counts, until one is replaced', () => {
    const first = read('pv-depth', '0.104');
    const second = read('pv-depth', '0.112', '1I', 11);
    expect(inches(rowOf([first, second], papers)!.value)).toBe(0.0946);
    const again = read('pv-depth', '0.110', '1I', 12, { supersedes: first.id });
    // The two that are left agree: they count by their mean.
    expect(inches(rowOf([first, second, again], papers)!.value)).toBe(0.1016);
  });

  test('what a dial reads at eight angles is one drop: the least between them follows, better known than by one', () => {
    const same = setUp({ gasketFinal: 0.051 });
    const next = chance(907);
    const normal = normals(next);
    const angles = [-5, 0, 5, 8, 10, 12, 15, 20];
    let [off, single] = [0, 0];
    const ENGINES = 25;
    for (let one = 0; one < ENGINES; one++) {
      const clay = rowOf([read('pv-depth', '0.112')], [...DATA, same])!;
      const { valve, dropAtTdc } = clearanceOf(judgingOf(fileWith([read('pv-depth', '0.112')], [...DATA, same]), standOf(fileWith([read('pv-depth', '0.112')], [...DATA, same]))), { rows: [clay] }, '1I')!; // prettier-ignore
      const truth = clay.value;
      const dialled = angles.map((deg, index) => read('pv-dial', ((valveAt(valve!, dropAtTdc!, deg).gap / 25.4) + 0.0012 * normal()).toFixed(4), '1I', 10 + index, { at: { by: 'crank', value: deg } })); // prettier-ignore
      const row = rowOf(dialled, [...DATA, same])!;
      expect(row.derivedFrom!.formula.terms.map(({ name }) => name)).toEqual(['drop-at-tdc', 'least-over-crank']);
      expect(row.limit!.uncertainty).toBeLessThan(measureOf('pv-dial').uncertainty);
      off += (row.value - truth) ** 2;
      single += (Math.min(...dialled.map(({ value }) => value)) - truth) ** 2;
    }
    expect(Math.sqrt(off / ENGINES)).toBeLessThan(0.5 * Math.sqrt(single / ENGINES));
  });

  test('angles that contradict each other count by the least of them, as one reading does', () => {
    const dialled = ['0.112', '0.300', '0.112'].map((entered, index) => read('pv-dial', entered, '1I', 10 + index, { at: { by: 'crank', value: 5 * index } })); // prettier-ignore
    expect(rowOf(dialled, [...DATA, setUp({ gasketFinal: 0.051 })])!.derivedFrom!.formula.terms[0].name).toBe('pv-dial'); // prettier-ignore
  });

  test('a check under another set-up keeps its own: only its own gasket is taken off', () => {
    const second = setUp({ check: 2, gasketAtCheck: 0.041 }, 20);
    const readings = [read('pv-depth', '0.112'), read('pv-depth', '0.1045', '1I', 30)];
    const row = rowOf(readings, [...papers, second])!;
    expect([row.readingId, inches(row.value)]).toEqual([readings[0].id, 0.1026]);
    // The first check's set-up is put right: its own reading is another, the second's is not.
    const righted = setUp({ check: 1, gasketAtCheck: 0.045 }, 40);
    expect(inches(rowOf(readings, [...papers, second, righted])!.value)).toBe(0.1045);
  });

  test('clay that bore no mark passes a limit as at least so much, and is never a figure', () => {
    const row = rowOf([read('pv-depth', '0.150 n')], papers)!;
    expect(row).toMatchObject({ isClear: true, verdict: 'in' });
    // Thin clay that nothing touched says too little: never that it is too close.
    expect(rowOf([read('pv-depth', '0.060 untouched')], papers)!.verdict).toBe('doubt');
    // Once something touched, that is the figure.
    const touched = rowOf([read('pv-depth', '0.150 n'), read('pv-depth', '0.170', '1I', 11)], papers)!;
    expect(touched.isClear).toBeUndefined();
    expect(inches(touched.value)).toBe(0.1606);
    const measured = rowOf([read('pv-depth', '0.100 n'), read('pv-depth', '0.150 n', '1I', 11)], papers, 'pv-depth')!;
    expect([measured.isClear, inches(measured.value)]).toEqual([true, 0.15]);
  });

  test('a dial pushed down at one angle after another counts by its least, beside the clay', () => {
    const dial = (deg: number, entered: string) =>
      read('pv-dial', entered, '1I', 12, { at: { by: 'crank', value: deg } });
    const row = rowOf([dial(5, '0.115'), dial(10, '0.109'), dial(15, '0.118')], papers)!;
    expect(inches(row.value)).toBe(0.0996);
    expect(row.derivedFrom!.measure).toBe('pv-dial');
    expect(inches(rowOf([dial(10, '0.109'), read('pv-depth', '0.105')], papers)!.value)).toBe(0.0956);
  });
});

test('filed anew, it is told which values change, by which term and to which verdict', () => {
  const file = fileWith([read('pv-depth', '0.112'), read('pv-depth', '0.150', '1E')], [...DATA, setUp()]);
  const changes = valueChanges(file, [...file.papers, setUp({ gasketFinal: 0.021, camDeg: 4 }, 30)]);
  expect(changes.map(({ place, before, after, terms }) => [place, before.verdict, after.verdict, terms.map(({ name }) => name)])).toEqual([
    ['1I', 'in', 'low', ['gasket', 'cam-position']],
    ['1E', 'in', 'in', ['gasket', 'cam-position']],
  ]); // prettier-ignore
});

describe('springs', () => {
  const springs = paper('springs', {
    unit: 'in', loadUnit: 'lbf',
    I: { nest: [{ solidHeight: 1.15, step: 0, table: [[1.9, 150], [1.3, 390]] }] },
    E: { nest: [
      { solidHeight: 1.15, step: 0, table: [[1.9, 150], [1.3, 390]] },
      { solidHeight: 1.1, step: -0.1, table: [[1.8, 40], [1.2, 130]] },
    ] },
  }); // prettier-ignore
  const lift = (place: string) => read('valve-lift', '0.600', place, 9);
  const of = (measure: string, place: string, papers = [springs]) =>
    rowOf([lift(place), read('spring-installed-height', '1.900', place)], papers, measure, place)!;
  const pounds = (newtons: number) => Number((newtons / toCanonical(1, 'lbf')).toFixed(3));

  test('by a worked example: open load and what is left to coil bind', () => {
    expect(pounds(of('spring-open-load', '1I').value)).toBe(390);
    expect(inches(of('spring-open-height', '1I').value)).toBe(1.3);
    expect(inches(of('coil-bind-margin', '1I').value)).toBe(0.15);
  });

  test('a nest presses together, and the one that binds first counts', () => {
    expect(pounds(of('spring-seat-load', '1E').value)).toBe(190);
    expect(pounds(of('spring-open-load', '1E').value)).toBe(520);
    // The inner one stands 0.100 lower and binds at 1.100: 1.300 − 0.100 − 1.100.
    expect(inches(of('coil-bind-margin', '1E').value)).toBe(0.1);
  });

  test('without a tester’s table the engine’s own figures tell one spring', () => {
    const data = paper('engine-data', { figures: {
      'spring-installed-intake': { entered: '1.9', unit: 'in' }, 'spring-solid': { entered: '1.15', unit: 'in' },
      'spring-seat-load': { entered: '150', unit: 'lbf' }, 'spring-rate': { entered: '400', unit: 'lbf' },
    } }); // prettier-ignore
    expect(pounds(of('spring-open-load', '1I', [data]).value)).toBe(390);
  });

  test('the lift follows when it is read later', () => {
    const readings = [read('spring-installed-height', '1.900'), lift('1I')];
    expect(inches(rowOf(readings, [springs], 'coil-bind-margin')!.value)).toBe(0.15);
  });
});

test('a thicker pushrod takes half of what it is thicker off the gap beside it', () => {
  const papers = [setUp({ pushrodAtCheck: 0.3125, pushrodFinal: 0.375 })];
  const row = rowOf([read('pushrod-side-gap', '0.060')], papers, 'pushrod-side-gap-final')!;
  expect(inches(row.value)).toBe(0.02875);
});

test('clay is inside from the first reading with it until somebody signs for it after the last', () => {
  const clay = read('pv-depth', '0.112', '1I', 10);
  const out = { kind: 'sign-off', id: 'a', what: 'clay-out', by: 'lead', at: at(20) } as const;
  const inside = (readings: Reading[], acts: EngineFile['acts']) => isClayInside({ readings, acts });
  expect(inside([], [])).toBe(false);
  expect(inside([clay], [])).toBe(true);
  expect(inside([clay], [out])).toBe(false);
  expect(inside([clay, read('pv-radial', '0.060', '1I', 30)], [out])).toBe(true);
  expect(inside([clay, read('retainer-seal-gap', '0.060', '1I', 30)], [out])).toBe(false);
});
