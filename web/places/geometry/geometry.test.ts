import type { Engine } from '../../../core/engine/engine.js';
import { LAYOUTS } from '../../../core/engine/layouts.js';
import { GENERAL_PRACTICE } from '../../../core/plan/practice.js';
import { EXAMPLE_SPEC_SETS } from '../../../core/plan/example-spec-sets.js';
import type { EngineFile } from '../../../core/sheet/engine-file.js';
import { judgingOf } from '../../../core/sheet/judging-of.js';
import type { Paper } from '../../../core/sheet/papers.js';
import type { Reading } from '../../../core/sheet/reading.js';
import { rockerGeometry } from '../../../core/sheet/rocker-geometry.js';
import { sheetOf } from '../../../core/sheet/sheet.js';
import { standOf } from '../../../core/sheet/stand.js';
import { fileOf, readingOf } from '../../../core/sheet/test-file.js';
import type { StockItem } from '../../../core/parts/stock.js';
import { settingsToBeHad, rodsFor } from './available.js';
import { checkPushrods, pushrodsFormOf } from './pushrods-form.js';
import { checkKept, keptFormOf } from './rods-kept-form.js';
import { checkRockers, rockersFormOf } from './rockers-form.js';
import { afterTrial, geometrySteps, plainMeasures, settingTyped, TRIAL, TRIAL_TURNS } from './steps.js';
import { sayFit } from './words.js';

const IN = 25.4;
const v8 = { ...(LAYOUTS[0].engine as Engine), ratio: { intake: 1.7, exhaust: 1.7 } };
const single = LAYOUTS.find(({ name }) => name === 'single')!.engine as Engine;
const spec = EXAMPLE_SPEC_SETS.find(({ id }) => id === 'shop-hydraulic')!;
const paper = (kind: string, body: unknown): Paper => ({ id: kind, kind, body, by: 'builder', at: '2026-03-02T08:00:00.000Z' }); // prettier-ignore
const fileWith = (readings: Reading[], papers: Paper[] = [], engine = v8): EngineFile => ({ ...fileOf({ engine, spec, readings }), papers }); // prettier-ignore
const rowsOf = (readings: Reading[], papers: Paper[] = []) => sheetOf(fileWith(readings, papers)).rows;
const RODS = { unit: 'in' as const, convention: 'overall' as const, plunger: { target: 0.04, min: 0.02, max: 0.06 }, rods: 'by-kind' as const }; // prettier-ignore

describe('the way through the trials of a valve', () => {
  const mark = (value: number) => ({ measure: 'mark-width', place: '1E', at: { by: 'setting' as const, value } });

  test('a setting that was just taken has its slots before the sheet knows of it', () => {
    const slots = geometrySteps(v8, [], false, { place: '1E', value: 193.04 });
    expect(slots).toContainEqual(mark(193.04));
    expect(geometrySteps(v8, [], false, null).filter(({ at }) => at)).toEqual([]);
  });

  test('Enter goes from the setting to its mark, past the middle that two edges tell, and from the last to the next setting', () => {
    const slots = geometrySteps(v8, [], false, { place: '1E', value: 193.04 });
    const setting = { measure: TRIAL, place: '1E' };
    const from = (active: (typeof slots)[number], value: number | null, hasEdges = false) => afterTrial(slots, active, { value, hasEdges, settingAs: TRIAL }); // prettier-ignore
    expect(from(setting, 193.04)).toEqual(mark(193.04));
    // With nothing typed it goes on as everywhere.
    expect(from(setting, null)).toBeNull();
    const width = slots.find(({ measure, place }) => measure === 'mark-width' && place === '1E')!;
    expect(from(width, 1.5)).toMatchObject({ measure: 'mark-offset' });
    expect(from(width, 1.5, true)).toMatchObject({ measure: 'trial-roller-height' });
    const last = slots.findLast(({ place, at }) => place === '1E' && at)!;
    expect(from(last, null)).toEqual(setting);
    expect(from({ measure: 'stem-height', place: '1E' }, 48)).toBeNull();
  });

  test('settings are typed in turns of a checking rod that counts in some, or in lengths once somebody did', () => {
    const tool = paper('pushrods', { ...RODS, tool: { base: 7.5, perTurn: 0.05 } });
    const inTurns = readingOf('trial-tool-turns', '1E', '2', 'turn');
    const inLength = readingOf(TRIAL, '1E', '7.6', 'in');
    const as = (readings: Reading[], hasTool = true, engine = v8) => settingTyped(engine, rowsOf(readings, [tool]), hasTool, '1E'); // prettier-ignore
    expect([as([]), as([], false), as([], true, { ...v8, mount: 'rocker-screw' })]).toEqual([
      TRIAL_TURNS,
      TRIAL,
      TRIAL,
    ]);
    expect([as([inTurns]), as([inTurns, inLength])]).toEqual([TRIAL_TURNS, TRIAL]);
    const slots = geometrySteps(v8, rowsOf([inTurns], [tool]), true, null);
    // Its marks are those of the length that the turns come to.
    const first = { measure: 'mark-width', place: '1E', at: { by: 'setting', value: 7.6 * IN } };
    expect(slots).toContainEqual({ ...first, at: { by: 'setting', value: expect.closeTo(7.6 * IN, 6) } });
    const typed = { value: 7.6 * IN, hasEdges: false, settingAs: TRIAL_TURNS };
    expect(afterTrial(slots, { measure: TRIAL_TURNS, place: '1E' }, typed)).toMatchObject({ measure: 'mark-width', place: '1E' }); // prettier-ignore
    const last = slots.findLast(({ place, at }) => place === '1E' && at)!;
    expect(afterTrial(slots, last, { ...typed, value: null })).toEqual({ measure: TRIAL_TURNS, place: '1E' });
  });

  test('shims are asked for where there are stands, turns of the checking rod where it has some', () => {
    expect(plainMeasures(v8, false)).not.toContain('stand-shim');
    expect(plainMeasures({ mount: 'rocker-screw', lifter: 'solid' }, true)).toEqual(expect.arrayContaining(['stand-shim', 'pushrod-tool-turns'])); // prettier-ignore
  });
});

describe('forms', () => {
  test('what is filed comes back as it was typed, and an empty form says by its fields what is missing', () => {
    const said = { unit: 'in' as const, rockers: 'final' as const, isRough: false, tipDiameter: { I: 0.342, E: 0.31 }, lashCap: { I: 0, E: 0.08 } }; // prettier-ignore
    expect(checkRockers(rockersFormOf(said, 'in')).said).toEqual(said);
    expect(checkRockers(rockersFormOf(undefined, 'in')).issues.map(({ path }) => path)).toEqual(['rockers', 'tipDiameter.I', 'tipDiameter.E', 'lashCap.I', 'lashCap.E']); // prettier-ignore
    expect(checkPushrods(pushrodsFormOf({ ...RODS, tool: { base: 7.5, perTurn: 0.05 } }, 'in')).said).toEqual({ ...RODS, tool: { base: 7.5, perTurn: 0.05 } }); // prettier-ignore
  });

  test('kept rods come back as they were typed; what was changed by halves is named by its field', () => {
    const said = { unit: 'in' as const, length: { I: 7.8, E: 7.9 }, millHead: 0.02, gasketBefore: 0.041, gasketNow: 0.027 }; // prettier-ignore
    expect(checkKept(keptFormOf(said, 'in')).said).toEqual(said);
    expect(checkKept(keptFormOf(undefined, 'in')).issues.map(({ path }) => path)).toEqual(['length.I', 'length.E']);
    const { gasketNow, ...half } = said;
    expect(checkKept(keptFormOf(half, 'in')).issues).toEqual([{ path: 'gasketNow', message: 'both before and now, or neither' }]); // prettier-ignore
  });

  test('a figure that is none is named once, by its own field', () => {
    const form = pushrodsFormOf(RODS, 'in');
    const { issues } = checkPushrods({ ...form, figures: { ...form.figures, plungertarget: 'deep' } });
    expect(issues).toEqual([{ path: 'plunger.target', message: 'this is no number; write 0.625 or 5/8' }]);
  });
});

describe('what can be had', () => {
  const rod: StockItem = {
    id: 'rod', part: 'pushrods', title: 'Rod', number: '', supplierId: 's', lengths: { kind: 'steps', from: 180, to: 220, step: 1 },
    diameterMm: null, wallMm: null, priceEach: null, leadDays: null, keep: null,
  }; // prettier-ignore
  const book = { currency: null, suppliers: [], items: [rod], shelf: [], lines: [], orders: [], engines: [] };

  test('are lengths near the best on a stud, stacks of the shop’s shims under a stand', () => {
    const near = { best: 194.4, trials: [], toBuild: null };
    const sizes = (mount: 'stud-nut' | 'shaft', unit: 'in' | 'mm') =>
      settingsToBeHad({ mount, ...near }, book, GENERAL_PRACTICE, unit).map(({ size }) => size);
    expect(sizes('stud-nut', 'in')).toEqual([194, 195, 193]);
    const stacks = sizes('shaft', 'mm');
    expect(stacks).toEqual(expect.arrayContaining([0, 0.4, 0.8, 1.2, 1.5, 1.9]));
    // A rod of the build stands for the setting of the check that comes to it by the terms of the length to order.
    const grown = settingsToBeHad({ mount: 'stud-nut', ...near, toBuild: { shift: 0.9, lacks: [] } }, book, GENERAL_PRACTICE, 'in'); // prettier-ignore
    expect(grown[0]).toEqual({ size: 195, setting: expect.closeTo(194.1, 9) });
    expect(
      settingsToBeHad({ mount: 'stud-nut', best: null, trials: [], toBuild: null }, book, GENERAL_PRACTICE, 'in'),
    ).toEqual([]);
    expect(rodsFor(null, 194)).toEqual([]);
  });
});

describe('what the trials come to, in words', () => {
  const found = (readings: Reading[], papers: Paper[] = [], engine = v8) => {
    const file = fileWith(readings, papers, engine);
    return rockerGeometry(judgingOf(file, standOf(file)), { kind: 'I' });
  };
  const arm = paper('engine-data', { figures: { 'rocker-arm-intake': { entered: '1.45', unit: 'in' } } });
  const lift = readingOf('valve-lift', '1I', '0.580', 'in');
  const mark = (setting: number, width: string) =>
    readingOf('mark-width', '1I', width, 'in', { atValue: setting * IN });

  test('what is missing is named; three marks tell where; marks that follow no geometry say so', () => {
    expect(sayFit(found([]), 'in')).toContain('Missing for the sum: the rocker’s length');
    expect(sayFit(found([lift, mark(7.6, '0.0675')], [arm]), 'in')).toBe('1 tried. Three at different settings tell where the narrowest lies.'); // prettier-ignore
    const three = [mark(7.55, '0.0752'), mark(7.6, '0.0675'), mark(7.7, '0.0647')];
    expect(sayFit(found([lift, ...three], [arm]), 'in')).toMatch(/^Narrowest between 7\.6[34]\d\d and 7\.6[78]\d\d in, most likely at 7\.6[56]\d\d in; the mark there 0\.0\d+ in wide\. Next trial: 7\.6/); // prettier-ignore
    const wild = [mark(7.5, '0.060'), mark(7.6, '0.110'), mark(7.7, '0.055')];
    const wildly = sayFit(found([lift, ...wild], [arm]), 'in');
    expect(wildly).toContain('The narrowest that was measured counts: 7.7000 in');
    expect(wildly).toContain('most likely the mark at 7.6000 in on 1I is misread');
    const tool = { id: 'rods', kind: 'pushrods', body: { unit: 'in', convention: 'overall', tool: { base: 7.5, perTurn: 0.05 }, rods: 'one' }, by: 'b', at: '2026-03-02T09:00:00.000Z' }; // prettier-ignore
    expect(sayFit(found([lift, ...three], [arm, tool]), 'in')).toMatch(
      /Next trial: 7\.6\d+ in, 3\.[123] turns of the checking rod\.$/,
    );
    const oneSided = [mark(7.4, '0.106'), mark(7.45, '0.0952'), mark(7.5, '0.0849')];
    expect(sayFit(found([lift, ...oneSided], [arm]), 'in')).toMatch(/^Narrowest at about 7\.\d+ in, between .* Not bracketed: every length that was tried lies on one side\. Try about 7\.5\d+ in\.$/); // prettier-ignore
  });

  test('the first mark tells a way: where the roller began, and about how far', () => {
    const began = (end: string) => readingOf('mark-began', '1I', end, 'choice', { atValue: 7.5 * IN });
    const first = (end: string) => sayFit(found([lift, mark(7.5, '0.085'), began(end)], [arm]), 'in');
    expect(first('inward')).toMatch(/The roller begins at the inner end: a longer rod, by about 0\.1\d+ in with a usual line\./); // prettier-ignore
    expect(first('outward')).toContain('The roller begins at the outer end: a shorter rod');
  });

  test('a single without marks is proven by its longest travel, its adjuster nearly closed', () => {
    const tried = (setting: number, entered: string) => readingOf('trial-lift', '1I', entered, 'in', { atValue: setting * IN }); // prettier-ignore
    const turns = readingOf('trial-turns', '1I', '3 1/2', 'turn', { atValue: 7.2 * IN });
    const of = found([lift, tried(7.1, '0.402'), tried(7.2, '0.410'), turns], [arm], single);
    expect(of.school).toBe('longest-travel');
    expect(sayFit(of, 'in')).toBe('Longest travel at 7.2000 in, its adjuster 3.5 turns from its start: it should end nearly closed. Nothing was tried beyond it: try one more on that side.'); // prettier-ignore
  });

  test('the rows of the sheet are what they are made from', () => {
    expect(rowsOf([mark(7.6, '0.0675')]).map(({ measure }) => measure)).toEqual(['mark-width']);
  });
});
