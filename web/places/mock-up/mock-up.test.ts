import { clearanceTask } from '../../../contracts/clearance-worker.js';
import type { CamCard } from '../../../core/cam/cam-card.js';
import type { Engine } from '../../../core/engine/engine.js';
import { LAYOUTS } from '../../../core/engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../../../core/plan/example-spec-sets.js';
import { cuttingList } from '../../../core/sheet/cutting-list.js';
import { judgingOf } from '../../../core/sheet/judging-of.js';
import { clearanceOf } from '../../../core/sheet/over-piston.js';
import { sheetOf } from '../../../core/sheet/sheet.js';
import { shimList } from '../../../core/sheet/shim-list.js';
import { standOf } from '../../../core/sheet/stand.js';
import { fileOf, readingOf } from '../../../core/sheet/test-file.js';
import { acrossPositions } from '../../../core/valvetrain/across-positions.js';
import type { MockUp } from '../../../core/valvetrain/mock-up.js';
import { pistonValveUncertainty, type PistonValveUncertaintyInput } from '../../../core/valvetrain/piston-valve-uncertainty.js'; // prettier-ignore
import type { Springs } from '../../../core/valvetrain/spring-nest.js';
import { cutsCsv, shimsCsv } from './lists-csv.js';
import { fromOverlap, overlapTop } from './over-top.js';
import { acrossQuestion, AS_IT_STANDS, doubtQuestion, isKnown } from '../../../core/sheet/in-mind.js';
import { checkSetUp, emptyForm, fieldOf, formOf } from './set-up-form.js';
import { checkSprings, emptySprings, springFieldOf, springsFormOf } from './springs-form.js';
import { mockUpSteps } from './steps.js';

const engine = { ...(LAYOUTS[0].engine as Engine), ratio: { intake: 1.7, exhaust: 1.7 } };
const spec = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-hydraulic')!;
const SET_UP: MockUp = {
  check: 1, unit: 'in', gasketAtCheck: 0.051, gasketFinal: 0.041, lifters: 'collapsed', collapsedBy: 0.02, sankBy: 0.02,
  springs: 'checking', lashAtCheck: { I: 0.002, E: 0.002 }, lash: { I: 0, E: 0 }, camAtCheckDeg: -2, camDeg: 2,
  same: { rockers: true, lifters: false, lashCaps: true, springs: false },
}; // prettier-ignore
const SPRINGS: Springs = {
  unit: 'in', loadUnit: 'lbf',
  I: { nest: [{ solidHeight: 1.09, step: 0, table: [[1.9, 138], [1.25, 375]] }], wantedHeight: 1.9 },
  E: { nest: [{ solidHeight: 1.09, step: 0, table: [[1.9, 138], [1.25, 375]] }, { solidHeight: 1.05, step: -0.08, table: [[1.82, 42], [1.17, 101]] }], wantedLoad: 180 },
}; // prettier-ignore

describe('the set-up as it is typed', () => {
  const wrongIn = (change: object) => checkSetUp({ ...formOf(SET_UP), ...change }).issues.map(({ path }) => path);

  test('what is on file comes back as it was filed', () => expect(checkSetUp(formOf(SET_UP)).said).toEqual(SET_UP));

  test('nothing that nobody said is taken for said: every figure that is needed is named', () => {
    const { said, issues } = checkSetUp(emptyForm('in'));
    expect(said).toBeNull();
    expect(issues.map(({ path }) => path)).toEqual(
      expect.arrayContaining(['gasketAtCheck', 'gasketFinal', 'lifters', 'springs', 'lash.I', 'lashAtCheck.E', 'camAtCheckDeg']),
    ); // prettier-ignore
  });

  test('a figure that is none is named by its field, beside what else is wrong', () => {
    const figures = { ...formOf(SET_UP).figures, gasketFinal: '0,041.5', lashI: 'some' };
    expect(wrongIn({ figures, lifters: 'bled' })).toEqual(expect.arrayContaining(['gasketFinal', 'lash.I', 'lifters']));
    expect([fieldOf('lash.I'), fieldOf('lifters')]).toEqual(['figures.lashI', 'lifters']);
  });

  test('collapsed lifters want to know by how much', () =>
    expect(wrongIn({ figures: { ...formOf(SET_UP).figures, collapsedBy: '' } })).toEqual(['collapsedBy']));
});

describe('springs as they are typed', () => {
  test('what is on file comes back as it was filed', () =>
    expect(checkSprings(springsFormOf(SPRINGS)).said).toEqual(SPRINGS));

  test('a table that is no pairs, or presses upward, is named by its own field', () => {
    const form = springsFormOf(SPRINGS);
    const wrong = (table: string) =>
      checkSprings({ ...form, I: { ...form.I, nest: [{ ...form.I.nest[0], table }] } }).issues.map(({ path }) => springFieldOf(path)); // prettier-ignore
    for (const table of ['', '1.9', '1.9 138; 1.25', '1.9 138; 1.25 high', '1.9 138; 1.25 90', '1.9 138; 1.9 150'])
      expect(wrong(table)).toEqual(['I.nest.0.table']);
  });

  test('no spring at all is no springs: nothing is filed for that kind', () =>
    expect(checkSprings(emptySprings('mm')).said).toEqual({ unit: 'mm', loadUnit: 'N' }));
});

test('Enter walks the clay valve by valve, the dial angle by angle, everything else measure by measure', () => {
  const steps = mockUpSteps(engine, spec.practice);
  expect(steps.slice(0, 4).map(({ measure, place }) => `${measure} ${place}`)).toEqual([
    'pv-depth 1E', 'pv-depth-middle 1E', 'pv-radial 1E', 'pv-depth 1I',
  ]); // prettier-ignore
  const dial = (place: string) => steps.filter((step) => step.measure === 'pv-dial' && step.place === place).map(({ at }) => at!.value); // prettier-ignore
  expect(dial('1I')).toEqual([-5, 0, 5, 8, 10, 12, 15, 20]);
  expect(dial('1E')).toEqual([-20, -15, -12, -10, -8, -5, 0, 5]);
  expect(new Set(steps.map((step) => JSON.stringify(step))).size).toBe(steps.length);
});

test('the crank over a cylinder is told from its own top between exhaust and intake', () => {
  expect(overlapTop(engine, engine.firingOrder[0])).toBe(360);
  for (const cylinder of engine.firingOrder) {
    const top = overlapTop(engine, cylinder);
    expect(fromOverlap(engine, cylinder, top)).toBe(0);
    expect(fromOverlap(engine, cylinder, (top + 712) % 720)).toBe(-8);
    expect(fromOverlap(engine, cylinder, (top + 8) % 720)).toBe(8);
  }
});

const card: CamCard = {
  unit: 'in', checkAt: 'lobe', checkLift: 0.05, intakeDuration: 226, exhaustDuration: 226, intakeCentreline: 106,
  exhaustCentreline: 110, intakeLobeLift: 0.341, exhaustLobeLift: 0.341, seatLift: 0.006, seatIntakeDuration: 276,
  seatExhaustDuration: 276,
}; // prettier-ignore
const inch = (entered: string) => ({ entered, unit: 'in' });
const figures = {
  stroke: inch('3.6'), 'rod-length': inch('6.1'), 'valve-angle-intake': { entered: '20', unit: 'deg' },
  'valve-angle-exhaust': { entered: '20', unit: 'deg' }, 'valve-diameter-intake': inch('2.05'), 'pocket-diameter-intake': inch('2.19'),
}; // prettier-ignore
const paper = (kind: string, body: unknown) => ({
  id: kind,
  kind,
  body,
  by: 'builder',
  at: '2026-11-24T07:00:00.000Z',
});
const PAPERS = [paper('engine-data', { figures }), paper('cam-card', card), paper('mock-up', SET_UP), paper('springs', SPRINGS)]; // prettier-ignore

function standing(readings = [readingOf('pv-depth', '1I', '0.160', 'in')]) {
  const file = { ...fileOf({ engine, spec, readings }), papers: PAPERS };
  const stand = standOf(file);
  const judging = judgingOf(file, stand);
  const sheet = sheetOf(file, stand);
  return { file, judging, sheet, at: (place: string) => clearanceOf(judging, sheet, place)! };
}

describe('what the worker is asked', () => {
  const { at, judging } = standing();
  const known = [at('1I')].filter(isKnown);

  test('as the build stands it answers what the sheet says', () => {
    const question = acrossQuestion(known, AS_IT_STANDS);
    expect(clearanceTask.safeParse({ id: 1, kind: 'across', valves: question }).success).toBe(true);
    const { here, curve } = acrossPositions(question['1I']);
    expect(here.least).toBeCloseTo(known[0].depth.value, 9);
    expect(here.atDeg).toBe(known[0].closestDeg);
    expect(here.radial).toBeCloseTo((25.4 * (2.19 - 2.05)) / 2, 9);
    expect(Math.min(...curve.map(([, gap]) => gap))).toBeCloseTo(known[0].depth.value, 9);
  });

  test('the cloud of builds lies around what the sheet says, and only the clay’s doubt is the clay’s', () => {
    const question = doubtQuestion(known, judging.stand.seen().onFile, { clearance: 0.05 });
    expect(clearanceTask.safeParse({ id: 1, kind: 'doubt', valves: question }).success).toBe(true);
    const told = pistonValveUncertainty({ ...question['1I'], draws: 4000 } as PistonValveUncertaintyInput);
    expect(told.mean).toBeCloseTo(known[0].depth.value, 1);
    expect(told.standardDeviation).toBeCloseTo(0.05, 2);
    expect(told.sensitivity).toEqual([{ input: 'clearance', share: 1 }]);
  });

  test('a valve that nothing touched, or that nobody read, has no curve to ask for', () => {
    const clear = standing([readingOf('pv-depth', '1I', '0.250 n', 'in')]).at('1I');
    expect(isKnown(clear)).toBe(false);
    expect(clear.depth!.isClear).toBe(true);
    expect(isKnown(standing([]).at('1I'))).toBe(false);
  });

  test('what the dial read lies on the curve of the build, where its least is what counts', () => {
    const dial = (deg: number, entered: string) => ({ ...readingOf('pv-dial', '1I', entered, 'in'), at: { by: 'crank' as const, value: deg } }); // prettier-ignore
    const { dial: points, depth } = standing([dial(8, '0.160'), dial(0, '0.190')]).at('1I');
    expect(points.map(([deg]) => deg)).toEqual([0, 8]);
    // The cam is four degrees further on in the build: there the intake is open further.
    expect(points[1][1]).toBeLessThan(depth!.derivedFrom!.formula.terms[0].value);
  });
});

describe('lists', () => {
  const readings = [
    readingOf('pv-depth', '1I', '0.150', 'in'),
    readingOf('pv-depth', '1E', '0.110 n', 'in'),
    readingOf('pv-depth', '3E', '0.300 n', 'in'),
    readingOf('spring-installed-height', '1I', '1.932', 'in'),
    readingOf('spring-installed-height', '1E', '1.880', 'in'),
    readingOf('spring-installed-height', '3I', '1.700', 'in'),
    readingOf('lobe-lift', '1I', '0.341', 'in'),
  ];
  const { file, judging, sheet } = standing(readings);

  test('a pocket is cut to the line that the shop prefers; what nothing touched is cut by no guess', () => {
    const [first] = cuttingList(judging, sheet);
    const [exhaust, intake] = first.valves;
    expect(intake.deeper).toBeCloseTo(intake.depthWanted! - intake.depth!.value, 9);
    expect(intake.depthWanted! / 25.4).toBeCloseTo(0.1, 9);
    expect(exhaust.deeper).toBeNull();
    const third = cuttingList(judging, sheet).find(({ cylinder }) => cylinder === 3)!.valves;
    expect(third.find(({ place }) => place === '3E')!.deeper).toBe(0);
    const csv = cutsCsv([first], 'in').split('\r\n');
    expect(csv[0]).toBe('cylinder,valve,depth_in,depth_is,depth_wanted_in,cut_deeper_in,radial_in,radial_wanted_in,cut_radius_by_in'); // prettier-ignore
    expect(csv[1]).toMatch(/^1,1E,0\.\d{4},at least,0\.1200,,/);
    expect(csv[2]).toMatch(/^1,1I,0\.\d{4},measured,0\.1000,0\.\d{4},/);
  });

  test('shims bring a spring to the height that is wanted, or to the load, and none raises one', () => {
    const lines = shimList(file, sheet);
    const at = (place: string) => lines.find((line) => line.place === place)!;
    expect(at('1I').shims!.map((mm) => Number((mm / 25.4).toFixed(3)))).toEqual([0.03]);
    expect(at('1I').height! / 25.4).toBeCloseTo(1.902, 9);
    // With a shim it stands lower, presses harder, and has as much less to coil bind.
    const bind = sheet.rows.find(({ measure }) => measure === 'coil-bind-margin')!;
    expect(at('1I').toSolid! / 25.4).toBeCloseTo(bind.value / 25.4 - 0.03, 9);
    expect(at('1E').wanted! / 25.4).toBeCloseTo(1.9, 2);
    expect(at('3I')).toMatchObject({ shims: null, height: null });
    expect(at('3E')).toMatchObject({ installed: null, shims: null });
    expect(shimsCsv([at('1I')], 'in', 'lbf').split('\r\n')[1]).toMatch(/^1I,1\.9320,1\.9000,0\.0300,1\.9020,137,/);
  });
});
