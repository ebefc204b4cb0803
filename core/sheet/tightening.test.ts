import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { limitOfPull, passSlot } from './passes.js';
import { usualOrder, withGroup, type TighteningPlan } from '../tightening/plan.js';
import type { Act } from './acts.js';
import type { EngineFile } from './engine-file.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';
import { plansOf, readByClick, tighteningOf, tighteningsOf, wrenchSetting } from './tightening.js';

const torque = (value: number) => ({ kind: 'torque' as const, target: { value, unit: 'lbft' as const } });
const PLAN: TighteningPlan = {
  group: 'heads-1', title: 'Head, left', fastened: 'heads', count: 4, pattern: 'rows', rows: 2,
  order: usualOrder({ count: 4, rows: 2, pattern: 'rows' }), steps: [torque(30), torque(65), { kind: 'check' }],
  source: 'the maker’s card', lubricant: 'moly', washer: 'hardened', tool: 'click', toolNumber: 'T-3', toolCheckedOn: '2026-03-02',
  isReused: false, compound: '', round: 1,
}; // prettier-ignore
const engine: Engine = { ...(LAYOUTS[0].engine as Engine), fasteners: withGroup([], PLAN) };
let minute = 0;
/** What was read at a step, later than everything before. */
const pull = (step: number, nth: number, entered: string, plan = PLAN): Reading => {
  const { measure, place, at } = passSlot(plan, step, nth);
  const unit = measure === 'torque' ? 'lbft' : measure === 'fastener-angle' ? 'deg' : 'choice';
  const takenAt = new Date(Date.UTC(2026, 10, 24, 8, minute++)).toISOString();
  return readingOf(measure, place, entered, unit, { atValue: at!.value, takenAt, receivedAt: takenAt });
};
const stand = (readings: Reading[], plan = PLAN) => tighteningOf(plan, sheetOf(fileOf({ engine, readings })).rows);
const wholePass = (step: number, entered: string, plan = PLAN) => plan.order.map((nth) => pull(step, nth, entered, plan)); // prettier-ignore

describe('a group is tightened pass by pass', () => {
  test('along its order, the next one named', () => {
    expect(stand([]).next).toEqual({ step: 0, nth: PLAN.order[0] });
    const one = [pull(0, PLAN.order[0], '30')];
    expect(stand(one).next).toEqual({ step: 0, nth: PLAN.order[1] });
    expect(stand([...one, ...PLAN.order.slice(1).map((nth) => pull(0, nth, '30'))]).next).toEqual({ step: 1, nth: PLAN.order[0] }); // prettier-ignore
  });

  test('one that was passed by stays open, and its pass with it', () => {
    const [first, second, third, fourth] = PLAN.order;
    const { skipped, next, passes } = stand([pull(0, first, '30'), pull(0, third, '30'), pull(0, fourth, '30')]);
    expect(skipped).toEqual([second]);
    expect(next).toEqual({ step: 0, nth: second });
    expect(passes[0].isDone).toBe(false);
  });

  test('off its target by more than the tool’s share is told, and settled by drawing it again', () => {
    const short = [...wholePass(0, '30'), ...wholePass(1, '65').slice(1), pull(1, PLAN.order[0], '60')];
    expect(stand(short).off).toEqual([{ step: 1, nth: PLAN.order[0] }]);
    expect(stand([...short, pull(1, PLAN.order[0], '63')]).off).toEqual([]);
    expect(stand([...short, pull(1, PLAN.order[0], '88.13')]).off).toHaveLength(1);
  });

  test('those that move when they are looked at once more are named until they are drawn again', () => {
    const drawn = [...wholePass(0, '30'), ...wholePass(1, '65')];
    const looked = [...drawn, ...PLAN.order.map((nth) => pull(2, nth, nth === 3 ? 'moved' : 'held'))];
    expect(stand(looked)).toMatchObject({ moved: [3], isDone: false, next: null });
    expect(stand([...looked, pull(1, 3, '65')])).toMatchObject({ moved: [], isDone: true });
    expect(stand([...drawn, ...wholePass(2, 'held')]).isDone).toBe(true);
  });

  test('done anew, the passes of the round before count no more and stay on the sheet', () => {
    const anew = { ...PLAN, round: 2 };
    const readings = [...wholePass(0, '30'), ...wholePass(1, '65')];
    expect(stand(readings, anew).next).toEqual({ step: 0, nth: PLAN.order[0] });
    expect(stand([...readings, ...wholePass(0, '30', anew)], anew).next).toEqual({ step: 1, nth: PLAN.order[0] });
    expect(sheetOf(fileOf({ engine, readings })).rows).toHaveLength(8);
  });
});

test('once its gate was opened again, what was drawn before counts no more, and what is drawn after it does', () => {
  const readings = [0, 1].flatMap((step) => wholePass(step, step === 0 ? '30' : '65'));
  const later = PLAN.order.map((nth) => pull(0, nth, '30'));
  const papers = [{ id: 'p', kind: 'tightening', body: PLAN, by: 'builder', at: '2026-11-24T07:00:00.000Z' }];
  const opened = (gate: 'heads' | 'pan') => ({ kind: 'gate-opened' as const, id: gate, gate, reason: 'gasket', minutes: 90, cost: null, by: 'builder', at: readings.at(-1)!.receivedAt }); // prettier-ignore
  const next = (gate: 'heads' | 'pan', more: Reading[] = []) => {
    const file = { ...fileOf({ engine, readings: [...readings, ...more] }), papers, acts: [opened(gate)] };
    return tighteningsOf(file, sheetOf(file).rows)[0].next;
  };
  expect(next('pan')).toEqual({ step: 2, nth: PLAN.order[0] });
  expect(next('heads')).toEqual({ step: 0, nth: PLAN.order[0] });
  expect(next('heads', later)).toEqual({ step: 1, nth: PLAN.order[0] });
});

test('an empty Enter files what the wrench clicks at; a stretch must be read', () => {
  const plan: TighteningPlan = { ...PLAN, steps: [{ kind: 'seat' }, torque(30), { kind: 'angle', target: { value: 90, unit: 'deg' } }, { kind: 'stretch', target: { value: 0.006, unit: 'in' } }, { kind: 'loosen' }, { kind: 'check' }] }; // prettier-ignore
  const clicked = plan.steps.map((_step, index) => readByClick(plan, index));
  expect(clicked.map((one) => one?.entered ?? null)).toEqual(['done', '30', '90', null, 'done', 'held']);
});

test('with an adapter on it the wrench is set lower than what arrives', () => {
  expect(wrenchSetting(PLAN, { value: 64, unit: 'lbft' })).toBeNull();
  const adapter = { wrenchLength: 16, adapterLength: 3, unit: 'in' as const, angleDeg: 0 };
  expect(wrenchSetting({ adapter }, { value: 64, unit: 'lbft' })).toBeCloseTo(53.895, 3);
});

test('of several plans of a group the newest holds', () => {
  const paper = (body: TighteningPlan, at: string) => ({ id: at, kind: 'tightening', body, by: 'builder', at });
  const plans = plansOf({ papers: [paper(PLAN, '1'), paper({ ...PLAN, group: 'mains' }, '2'), paper({ ...PLAN, source: 'the newer card' }, '3')] }); // prettier-ignore
  expect(plans.map(({ group, source, at }) => [group, source, at])).toEqual([['heads-1', 'the newer card', '3'], ['mains', 'the maker’s card', '2']]); // prettier-ignore
});

describe('a fastener off its target', () => {
  const filed = (plan: TighteningPlan) => ({ id: `p${plan.round}${plan.steps.length}`, kind: 'tightening', body: plan, by: 'builder', at: '2026-11-24T07:00:00.000Z' }); // prettier-ignore
  const readings = [...wholePass(0, '30'), ...wholePass(1, '65').slice(1), pull(1, PLAN.order[0], '56'), ...wholePass(2, 'held')]; // prettier-ignore
  const fileFor = (plan = PLAN, more: Reading[] = [], acts: Act[] = []) => ({ ...fileOf({ engine, readings: [...readings, ...more] }), papers: [filed(plan)], acts }); // prettier-ignore
  const flags = (file: EngineFile) => sheetOf(file).flags.filter(({ open }) => open).map(({ measure, place, verdict }) => [measure, place, verdict]); // prettier-ignore
  const group = (file: EngineFile) => tighteningsOf(file, sheetOf(file).rows)[0];
  const accept = (file: EngineFile): Act => {
    const { measure, place, readingId, verdict, value, limit } = sheetOf(file).flags.find(({ open }) => open)!;
    return { kind: 'disposition', id: 'd', action: 'accepted', reason: 'the maker says so', measure, place, readingId, about: { verdict, value, limit }, by: 'lead', at: '2026-11-24T12:00:00.000Z' }; // prettier-ignore
  };

  test('is a flag like any other, at the fastener by its own number, judged by its pass', () => {
    expect(flags(fileFor())).toEqual([['torque', `F:heads-1:${PLAN.order[0]}`, 'low']]);
    const row = sheetOf(fileFor()).rows.find(({ verdict }) => verdict === 'low')!;
    expect(row.limit).toMatchObject({ source: { code: 'tightening', note: 'the maker’s card' }, stated: { min: 62.4, max: 67.6, unit: 'lbft' } }); // prettier-ignore
    expect(flags(fileFor(PLAN, [pull(1, PLAN.order[0], '64')]))).toEqual([]);
  });

  test('holds its group open until it is drawn again, or accepted as it is', () => {
    expect(group(fileFor())).toMatchObject({ isDone: false, off: [{ step: 1, nth: PLAN.order[0] }] });
    const accepted = fileFor(PLAN, [], [accept(fileFor())]);
    expect(flags(accepted)).toEqual([]);
    expect(group(accepted)).toMatchObject({ isDone: true, off: [] });
  });

  test('is accepted for its target: a card that says more asks anew', () => {
    const more = { ...PLAN, steps: [torque(30), torque(75), { kind: 'check' as const }] };
    const file = fileFor(more, [], [accept(fileFor())]);
    expect(flags(file)).toHaveLength(4);
    expect(group(file).off).toHaveLength(4);
  });

  test('is none at a step without a target, and none of a round that is over', () => {
    expect(flags({ ...fileFor(), papers: [filed({ ...PLAN, round: 2 })] })).toEqual([]);
    expect(limitOfPull({ ...PLAN, steps: [{ kind: 'seat' }] }, 'fastener-done', { by: 'pass', value: 1 })).toBeNull();
  });
});
