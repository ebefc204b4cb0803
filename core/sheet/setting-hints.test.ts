import { chance } from '../chance.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { ImpossibleInput } from '../impossible.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import type { Practice } from '../plan/practice.js';
import { bandFactor, dayNumber, dayOf, recheckDue } from '../plan/recheck-due.js';
import { askableOn, typedAtValve } from '../plan/setting-asks.js';
import { adjustRemedy } from '../valvetrain/adjust-remedy.js';
import type { EngineFile } from './engine-file.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';

const IN = 25.4;
const V8: Engine = { ...(LAYOUTS[0].engine as Engine), ratio: { intake: 1.7, exhaust: 1.7 }, thread: { threadsPerUnit: 20, unit: 'in' } }; // prettier-ignore
const SOLID = LAYOUTS.find(({ name }) => name === 'i6')!.engine!;
const hydraulic = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-hydraulic')!;
const solid = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-solid')!;
const withPractice = (change: Partial<Practice['setting']>) => ({
  ...hydraulic,
  practice: { ...hydraulic.practice, setting: { ...hydraulic.practice.setting, ...change } },
});
const TRAVEL = { id: 'data', kind: 'engine-data', body: { figures: { 'plunger-travel': { entered: '0.120', unit: 'in' } } }, by: 'builder', at: '2026-03-02T08:00:00.000Z' }; // prettier-ignore
const RODS = { id: 'rods', kind: 'pushrods', body: { unit: 'in', convention: 'overall', plunger: { target: 0.04, min: 0.02, max: 0.06 }, rods: 'one' }, by: 'builder', at: '2026-03-02T08:00:00.000Z' }; // prettier-ignore
const fileWith = (readings: Reading[], more: Partial<EngineFile> = {}): EngineFile => ({ ...fileOf({ engine: V8, spec: hydraulic, readings }), ...more }); // prettier-ignore
const hintsAt = (file: EngineFile, measure: string, place = '1I', occasion?: string) =>
  sheetOf(file).rows.find((row) => row.measure === measure && row.place === place && row.occasion === occasion)?.hints ?? []; // prettier-ignore
const codesAt = (...asked: Parameters<typeof hintsAt>) => hintsAt(...asked).map(({ code }) => code);

describe('how zero was found', () => {
  test.each(['part-way', 'bottomed', 'bled', 'hung', 'collapsed', 'full-of-air'])(
    'a plunger that was %s makes the turns doubtful; one at its clip does not',
    (state) => {
      const turns = readingOf('preload-turns', '1I', '0.5', 'turn');
      const before = readingOf('plunger-state', '1I', state, 'choice');
      expect(hintsAt(fileWith([before, turns]), 'preload-turns')).toContainEqual({ code: 'plunger-doubtful', state });
      const after = readingOf('plunger-state', '1I', 'at-clip', 'choice');
      expect(codesAt(fileWith([before, turns, after]), 'preload-turns')).toEqual([]);
    },
  );

  test('felt by drag, the usual bias is noted as far as the shop has written it down', () => {
    const readings = [readingOf('zero-felt-by', '1I', 'drag', 'choice'), readingOf('preload-turns', '1I', '0.5', 'turn')]; // prettier-ignore
    expect(hintsAt(fileWith(readings), 'preload-turns')).toEqual([{ code: 'zero-by-drag', turns: null }]);
    const spec = withPractice({ dragTurns: 1 / 16 });
    expect(hintsAt(fileWith(readings, { spec }), 'preload-turns')).toEqual([{ code: 'zero-by-drag', turns: 0.0625 }]);
  });

  test('what was found at the try-out says nothing of the build', () => {
    const readings = [
      readingOf('plunger-state', '1I', 'hung', 'choice', { occasion: 'try-out' }),
      readingOf('preload-turns', '1I', '0.5', 'turn', { occasion: 'try-out' }),
      readingOf('preload-turns', '1I', '0.5', 'turn'),
    ];
    expect(codesAt(fileWith(readings), 'preload-turns', '1I', 'try-out')).toEqual(['plunger-doubtful']);
    expect(codesAt(fileWith(readings), 'preload-turns')).toEqual([]);
  });
});

describe('when the adjuster cannot bring the plunger where it belongs', () => {
  test('0.092 deep where 0.040 is wanted at 1.7: the shim and the shorter pushrod, in numbers', () => {
    const remedy = adjustRemedy({ rockerRatio: 1.7, plungerDepth: 0.092, plungerTarget: 0.04 });
    expect([remedy.excess, remedy.pushrodChange]).toEqual([expect.closeTo(0.052, 9), expect.closeTo(-0.052, 9)]);
    expect(remedy.pivotShim).toBeCloseTo(0.03274, 5);
  });

  test('held open by 0.030 with 0.120 of travel: what the plunger could not give counts by the ratio', () => {
    const remedy = adjustRemedy({ rockerRatio: 1.7, heldOpen: 0.03, plungerTravel: 0.12, plungerTarget: 0.04 });
    expect(remedy.excess).toBeCloseTo(0.09765, 5);
    expect(remedy.pivotShim).toBeCloseTo(0.06148, 5);
  });

  test('of any rocker the shim, by its lever, does what the shorter pushrod does', () => {
    const next = chance(5);
    for (let round = 0; round < 200; round++) {
      const rockerRatio = 1 + next() * 2;
      const { excess, pushrodChange, pivotShim } = adjustRemedy({ rockerRatio, plungerDepth: next(), plungerTarget: next() }); // prettier-ignore
      expect(pivotShim * (1 + 1 / rockerRatio)).toBeCloseTo(excess, 12);
      expect(pushrodChange).toBeCloseTo(-excess, 12);
    }
  });

  test.each([
    [{ rockerRatio: 1.7, plungerTarget: 0.04 }, 'depth-or-held-open'],
    [{ rockerRatio: 1.7, plungerTarget: 0.04, plungerDepth: 0.1, heldOpen: 0.1 }, 'depth-or-held-open'],
    [{ rockerRatio: 1.7, plungerTarget: 0.04, heldOpen: 0.1 }, 'travel-missing'],
    [{ rockerRatio: 1.7, plungerTarget: 0.2, heldOpen: 0.1, plungerTravel: 0.12 }, 'target-below-bottom'],
  ])('%j cannot be computed: %s', (input, code) => {
    expect(() => adjustRemedy(input)).toThrow(ImpossibleInput);
    try {
      adjustRemedy(input);
    } catch (error) {
      expect((error as ImpossibleInput).issues[0].code).toBe(code);
    }
  });

  test('a preload that ends too deep says what would bring it to its target', () => {
    const readings = [readingOf('preload-turns', '1I', '1.5', 'turn')];
    const [hint] = hintsAt(fileWith(readings, { papers: [RODS] }), 'preload-turns').filter(({ code }) => code === 'too-deep'); // prettier-ignore
    const depth = 1.5 / 20 * (1 + 1 / 1.7); // prettier-ignore
    expect(hint).toMatchObject({ excess: expect.closeTo((depth - 0.04) * IN, 9) });
  });

  test('a valve held off its seat says what it takes, once travel and target are on file', () => {
    const readings = [readingOf('held-open', '1I', '0.030', 'in')];
    expect(hintsAt(fileWith(readings, { papers: [RODS] }), 'held-open')).toEqual([{ code: 'no-lash-left', remedy: null }]); // prettier-ignore
    const [hint] = hintsAt(fileWith(readings, { papers: [RODS, TRAVEL] }), 'held-open');
    expect(hint).toMatchObject({ remedy: { excess: expect.closeTo(0.09765 * IN, 3) } });
    expect(hintsAt(fileWith([readingOf('held-open', '1I', '0.001', 'in')]), 'held-open')).toEqual([]);
  });

  test.each([
    ['5', expect.closeTo((1 / 20) * (1 + 1 / 1.7) * IN, 9)],
    ['0.5', expect.closeTo((-0.5 / 20) * (1 + 1 / 1.7) * IN, 9)],
  ])('an adjuster that ends %s turns in, outside one to four, says what length of pushrod brings it in', (turns, change) => {
    const readings = [readingOf('adjuster-turns-used', '1I', turns, 'turn')];
    expect(hintsAt(fileWith(readings), 'adjuster-turns-used')).toEqual([{ code: 'adjuster-off', used: Number(turns), least: 1, most: 4, pushrodChange: change }]); // prettier-ignore
  });
}); // prettier-ignore

describe('what else tells at a valve', () => {
  test('what is left below the plunger follows from the turns, and from a depth that was read', () => {
    const left = (reading: Reading) =>
      sheetOf(fileWith([reading], { papers: [TRAVEL] })).rows.find(({ measure }) => measure === 'plunger-travel-left')?.value; // prettier-ignore
    expect(left(readingOf('preload-turns', '1I', '0.75', 'turn'))).toBeCloseTo((0.12 - 0.0375 * (1 + 1 / 1.7)) * IN, 9);
    expect(left(readingOf('plunger-depth', '1I', '0.050', 'in'))).toBeCloseTo(0.07 * IN, 9);
    expect(sheetOf(fileWith([readingOf('preload-turns', '1I', '0.75', 'turn')])).rows.map(({ measure }) => measure)).not.toContain('plunger-travel-left'); // prettier-ignore
  });

  test('a lock screw that lies deeper than its neighbours tells of a lifter that hangs', () => {
    const readings = ['1I', '1E', '3I', '3E', '5I', '5E'].map((place) => readingOf('lock-screw-depth', place, place === '3E' ? '0.140' : '0.100', 'in')); // prettier-ignore
    expect(codesAt(fileWith(readings), 'lock-screw-depth', '3E')).toContain('adjuster-deep');
    expect(codesAt(fileWith(readings), 'lock-screw-depth', '3I')).toEqual([]);
  });

  test('blades that say otherwise than the lash that was written down are named', () => {
    const blades = (said: string) => codesAt(fileOf({ engine: SOLID, spec: solid, readings: [readingOf('feeler', '1I', said, 'choice')] }), 'feeler'); // prettier-ignore
    expect(blades('go-only')).toEqual([]);
    expect(blades('neither')).toEqual(['feeler-disagrees']);
    expect(blades('both')).toEqual(['feeler-disagrees']);
  });
});

describe('what is typed at a valve', () => {
  test('is what settles it alone, unless the shop asks more: then how zero was found first, and the rest behind', () => {
    expect(typedAtValve(V8, hydraulic.practice, 'preload-turns')).toEqual(['preload-turns']);
    const asks = ['lock-torque', 'adjuster-turns-used', 'plunger-state', 'feeler'] as const;
    expect(typedAtValve(V8, withPractice({ asks: [...asks] }).practice, 'preload-turns')).toEqual([
      'plunger-state',
      'preload-turns',
      'adjuster-turns-used',
      'lock-torque',
    ]);
  });

  test('solid lifters have blades and no plunger', () => {
    expect(askableOn({ lifter: 'solid' })).toContain('feeler');
    expect(askableOn({ lifter: 'solid' }).filter((key) => key.startsWith('plunger'))).toEqual([]);
  });
});

describe('when something is looked at again', () => {
  const RUNS = { interval: 30, used: 7, perWeek: 2.5, from: '2026-03-02', highestRpm: 7350, bands: [{ overRpm: 7100, factor: 0.7 }] }; // prettier-ignore

  test('30 runs, 7 used, 2.5 a week, turned to 7,350: 21, 14 left, on 11 April', () => {
    expect(recheckDue(RUNS)).toEqual({ intervalNow: 21, left: 14, dueOn: '2026-04-11', overdue: false });
  });

  test('the highest band that was exceeded counts; one that was only reached does not', () => {
    const bands = [{ overRpm: 7000, factor: 0.5 }, { overRpm: 7500, factor: 0.25 }, { overRpm: 6000, factor: 0.8 }]; // prettier-ignore
    expect([5000, 6000, 6001, 7200, 7500, 7501].map((rpm) => bandFactor(bands, rpm))).toEqual([1, 1, 0.8, 0.5, 0.5, 0.25]); // prettier-ignore
    expect(bandFactor(bands, undefined)).toBe(1);
  });

  test('what is used up is due on the day itself, and overdue', () => {
    expect(recheckDue({ ...RUNS, used: 40 })).toMatchObject({ left: 0, dueOn: '2026-03-02', overdue: true });
  });

  test('used more is never due later, run more a week neither, and a leap day is a day', () => {
    const next = chance(3);
    for (let round = 0; round < 300; round++) {
      const asked = { ...RUNS, interval: 1 + next() * 100, used: next() * 50, perWeek: 0.1 + next() * 5 };
      const due = dayNumber(recheckDue(asked).dueOn);
      expect(dayNumber(recheckDue({ ...asked, used: asked.used + 1 }).dueOn)).toBeLessThanOrEqual(due);
      expect(dayNumber(recheckDue({ ...asked, perWeek: asked.perWeek + 1 }).dueOn)).toBeLessThanOrEqual(due);
    }
    expect(recheckDue({ ...RUNS, interval: 1, used: 0, perWeek: 7, from: '2028-02-28', bands: [] }).dueOn).toBe('2028-02-29'); // prettier-ignore
  });

  test.each(['2026-02-30', '2026-13-01', 'tomorrow', '2026-3-2', ''])('%s is no day', (from) => {
    expect(() => recheckDue({ ...RUNS, from })).toThrow(ImpossibleInput);
    expect(dayNumber(from)).toBeNaN();
  });

  test('days count one by one over any turn of the year', () => {
    const first = dayNumber('2027-12-25');
    expect(Array.from({ length: 10 }, (_, index) => dayOf(first + index)).at(-1)).toBe('2028-01-03');
  });
});

describe('a plunger that is pressed to its bottom', () => {
  const withTravel = (turns: string, spec: typeof hydraulic) => {
    const screws = { ...V8, mount: 'stud-nut' as const, thread: { threadsPerUnit: 24, unit: 'in' as const }, ratio: { intake: 1.6, exhaust: 1.6 } }; // prettier-ignore
    const papers = [{ id: 'p', kind: 'engine-data', body: { figures: { 'plunger-travel': { entered: '0.140', unit: 'in' } } }, by: 'builder', at: '2026-11-24T07:00:00.000Z' }]; // prettier-ignore
    const file = {
      ...fileOf({ engine: screws, spec, readings: [readingOf('preload-turns', '1I', turns, 'turn')] }),
      papers,
    };
    return sheetOf(file);
  };
  const limitless = { ...hydraulic, limits: hydraulic.limits.filter(({ measure }) => measure !== 'plunger-depth') };

  test('holds its valve open by the ratio times what it lacks: high, with or without a limit, and a caution', () => {
    for (const spec of [limitless, hydraulic]) {
      const { rows, flags } = withTravel('3.25', spec);
      const row = rows.find(({ measure }) => measure === 'preload-turns')!;
      expect(row.verdict).toBe('high');
      expect(flags.map(({ measure, open }) => [measure, open])).toContainEqual(['preload-turns', true]);
      const hint = row.hints.find(({ code }) => code === 'on-its-bottom') as { open: number };
      expect(hint.open / 25.4).toBeCloseTo(0.128, 3);
    }
  });

  test('that is not reached says nothing where nobody states a limit', () => {
    const row = withTravel('1', limitless).rows.find(({ measure }) => measure === 'preload-turns')!;
    expect([row.verdict, row.hints.map(({ code }) => code)]).toEqual(['unjudged', []]);
  });
});

describe('preload in the hot engine', () => {
  const aluminium = { ...V8, metals: { block: 'iron' as const, head: 'aluminium' as const } };
  const hot = (readings: Reading[]) => sheetOf(fileOf({ engine: aluminium, spec: hydraulic, readings })).rows.find(({ measure, place }) => measure === 'plunger-depth-hot' && place === '1I'); // prettier-ignore
  const warmth = (state: string) => readingOf('engine-warmth', 'engine', state, 'choice');
  const { min } = hydraulic.limits.find(({ measure }) => measure === 'plunger-depth')!;

  test('loses the growth by the ratio where it was set cold, whichever is said first; set warm it loses nothing', () => {
    const depth = readingOf('plunger-depth', '1I', '0.050', 'in');
    for (const readings of [
      [warmth('cold'), depth],
      [depth, warmth('cold')],
    ]) {
      const row = hot(readings)!;
      expect(row.value / IN).toBeCloseTo(0.05 - 0.006 / 1.7, 6);
      expect(row.derivedFrom!.formula.terms.map(({ name, sign }) => [name, sign])).toEqual([['plunger-depth', '+'], ['growth-at-lifter', '−']]); // prettier-ignore
      expect(row.hints).toEqual([]);
    }
    for (const readings of [
      [warmth('warm'), depth],
      [warmth('cold'), depth, warmth('warm')],
    ]) {
      const row = hot(readings)!;
      expect([row.value / IN, row.hints]).toEqual([expect.closeTo(0.05, 9), []]);
    }
    expect(hot([depth])).toBeUndefined();
    const byTurns = hot([warmth('cold'), readingOf('preload-turns', '1I', '0.5', 'turn')])!;
    expect(byTurns.value / IN).toBeCloseTo(0.5 * 0.05 * (1 + 1 / 1.7) - 0.006 / 1.7, 6);
  });

  test('says so at the valve where what is left is under the least', () => {
    const thin = hot([warmth('cold'), readingOf('plunger-depth', '1I', String(min! + 0.002), 'in')])!;
    expect(thin.hints).toEqual([expect.objectContaining({ code: 'preload-hot-under' })]);
  });
});

test('a valve that its lock moved says by how much, once it is read again after the lock', () => {
  const lash = (entered: string) => readingOf('lash-cold', '1I', entered, 'in');
  const lock = readingOf('lock-torque', '1I', '20', 'lbft');
  const codes = (readings: Reading[]) =>
    sheetOf(fileOf({ engine: SOLID, spec: solid, readings })).rows.find(({ measure }) => measure === 'lash-cold')!.hints.map(({ code }) => code); // prettier-ignore
  expect(codes([lash('0.016'), lock, lash('0.014')])).toContain('moved-on-locking');
  expect(codes([lash('0.016'), lock, lash('0.016')])).not.toContain('moved-on-locking');
  expect(codes([lash('0.016'), lash('0.014'), lock])).not.toContain('moved-on-locking');
});

test('a shop that looks over the valve first has it asked before zero is felt, in order', () => {
  const { practice } = withPractice({ asks: ['plunger-state', 'rocker-square', 'rod-in-cups', 'lock-torque'] });
  expect(typedAtValve(V8, practice, 'preload-turns')).toEqual(['rod-in-cups', 'rocker-square', 'plunger-state', 'preload-turns', 'lock-torque']); // prettier-ignore
});
