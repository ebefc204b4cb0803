import { LAYOUTS } from '../../../core/engine/layouts.js';
import type { Engine } from '../../../core/engine/engine.js';
import { FASTENED, usualOrder } from '../../../core/tightening/plan.js';
import {
  begunPlan,
  checkPlan,
  drawnOf,
  planFieldOf,
  planFormOf,
  readSteps,
  sayStep,
  type PlanForm,
} from './plan-form.js';

const V8 = LAYOUTS[0].engine as Engine;
const NOW = new Date('2026-12-02T08:00:00');
const FORM: PlanForm = {
  ...begunPlan(V8, 'heads', []),
  steps: 'seat, 30 lb·ft, 65 lb·ft, check',
  source: 'Card of the studs, sheet 2',
  isReused: 'new',
};
const wrongIn = (change: Partial<PlanForm>) => checkPlan({ ...FORM, ...change }, NOW).issues.map(({ path }) => planFieldOf(path)); // prettier-ignore

describe('the steps of a plan as they are typed', () => {
  test('are a torque, an angle, a stretch, or a word, in whatever spelling the card has', () => {
    const read = readSteps('seat,30 lb ft; 65 ft-lb\n70,5 Nm, 90°,45 deg, 0.006 in, stretch 0.15 mm, Loosen, check');
    expect(read).toEqual({
      ok: true,
      steps: [
        { kind: 'seat' },
        { kind: 'torque', target: { value: 30, unit: 'lbft' } },
        { kind: 'torque', target: { value: 65, unit: 'lbft' } },
        { kind: 'torque', target: { value: 70.5, unit: 'Nm' } },
        { kind: 'angle', target: { value: 90, unit: 'deg' } },
        { kind: 'angle', target: { value: 45, unit: 'deg' } },
        { kind: 'stretch', target: { value: 0.006, unit: 'in' } },
        { kind: 'stretch', target: { value: 0.15, unit: 'mm' } },
        { kind: 'loosen' },
        { kind: 'check' },
      ],
    });
  });

  test('said as they are typed, are read as what they were', () => {
    const typed = 'seat, 30 lb·ft, 90°, 0.006 in, 12 lb·in, 100 N·m, loosen, check';
    const read = readSteps(typed);
    expect(read.ok && read.steps.map(sayStep).join(', ')).toBe(typed);
  });

  test.each(['65', '65 furlongs', 'tight', '0 lb·ft', '-65 lb·ft', '1.2.3 in'])(
    '%s is no step, and is named',
    (part) => {
      const read = readSteps(`seat, ${part}`);
      expect(read.ok).toBe(false);
      expect(!read.ok && part.startsWith(read.part)).toBe(true);
    },
  );
});

describe('a plan that is begun', () => {
  test('has what is usual of its group on this engine, and nothing that only the card can say', () => {
    for (const fastened of FASTENED) {
      const form = begunPlan(V8, fastened, []);
      expect(form.order).toBe(usualOrder(drawnOf(form)!).join(' '));
      expect([form.steps, form.source, form.isReused, form.toolNumber]).toEqual(['', '', '', '']);
    }
    expect(begunPlan(V8, 'heads', [])).toMatchObject({ group: 'heads', title: 'Heads', count: '10' });
  });

  test('is called by the next free number where its name is taken', () => {
    expect(begunPlan(V8, 'heads', ['heads'])).toMatchObject({ group: 'heads-2', title: 'Heads 2' });
    expect(begunPlan(V8, 'heads', ['heads', 'heads-2'])).toMatchObject({ group: 'heads-3', title: 'Heads 3' });
  });
});

describe('what is filed', () => {
  test('is what was typed; on file again, it stands in the same fields', () => {
    const { said } = checkPlan({ ...FORM, wrenchLength: '16', adapterLength: '3', angleDeg: '90' }, NOW);
    expect(said).toMatchObject({
      group: 'heads',
      count: 10,
      isReused: false,
      toolCheckedOn: null,
      adapter: { wrenchLength: 16, adapterLength: 3, unit: 'in', angleDeg: 90 },
    });
    expect(checkPlan(planFormOf(said!, 'in'), NOW).said).toEqual(said);
  });

  test('is nothing while anything is wrong, and every wrong field is told at once', () => {
    expect(checkPlan(FORM, NOW).issues).toEqual([]);
    expect(wrongIn({ steps: 'tight', isReused: '', source: '', count: 'ten' })).toEqual(expect.arrayContaining(['steps', 'isReused', 'source', 'count'])); // prettier-ignore
    expect(checkPlan({ ...FORM, source: '' }, NOW).said).toBeNull();
  });

  test('names each fastener once: an order that leaves one out is none', () => {
    expect(wrongIn({ order: '1 2 3' })).toEqual(['order']);
    expect(wrongIn({ order: '1 1 2 3 4 5 6 7 8 9' })).toEqual(['order']);
    expect(wrongIn({ order: 'by eye' })).toContain('order');
  });

  test('says whether fasteners were used before: nobody guesses that they are new', () => {
    expect(wrongIn({ isReused: '' })).toEqual(['isReused']);
    expect(checkPlan({ ...FORM, isReused: 'used' }, NOW).said).toMatchObject({ isReused: true });
  });

  test('an adapter that is half described is none', () => {
    expect(wrongIn({ adapterLength: '3' })).toEqual(['wrenchLength']);
    expect(wrongIn({ wrenchLength: '16', adapterLength: '17', angleDeg: '180' })).toEqual(['angleDeg']);
    expect(checkPlan(FORM, NOW).said).not.toHaveProperty('adapter');
  });
});

test('is drawn as soon as its count and rows are known, and not before', () => {
  expect(drawnOf({ ...FORM, count: '6', rows: '2', order: '2 5 1 4 3 6' })).toEqual({ count: 6, rows: 2, pattern: 'rows', order: [2, 5, 1, 4, 3, 6] }); // prettier-ignore
  for (const change of [{ count: '' }, { count: '61' }, { count: '2.5' }, { rows: '0' }, { rows: '7' }])
    expect(drawnOf({ ...FORM, ...change })).toBeNull();
});
