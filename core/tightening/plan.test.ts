import { LAYOUTS } from '../engine/layouts.js';
import type { Engine } from '../engine/engine.js';
import { checkTighteningPlan, FASTENED, meantUnit, USUAL, usualOrder, withGroup, type Target, type TighteningPlan } from './plan.js'; // prettier-ignore

const V8 = LAYOUTS[0].engine as Engine;
const lb = (value: number, unit: Target['unit'] = 'lbft'): Target => ({ value, unit });
const plan = (more: Partial<TighteningPlan> = {}): TighteningPlan => ({
  group: 'heads-1', title: 'Head, left', fastened: 'heads', count: 10, pattern: 'rows', rows: 2,
  order: usualOrder({ count: 10, rows: 2, pattern: 'rows' }), steps: [{ kind: 'torque', target: lb(30) }, { kind: 'torque', target: lb(65) }],
  source: 'the maker’s card', lubricant: 'moly', washer: '', tool: '', toolNumber: '', toolCheckedOn: null, isReused: false,
  compound: '', round: 1, ...more,
}); // prettier-ignore
const codes = (more: Partial<TighteningPlan>) => checkTighteningPlan(plan(more)).map(({ path, code }) => `${path.join('.')} ${code}`); // prettier-ignore

describe('the order in which a group is tightened', () => {
  it('goes from the middle outwards, each fastener once, whatever the group', () => {
    for (let count = 1; count <= 60; count++)
      for (let rows = 1; rows <= Math.min(6, count); rows++)
        for (const pattern of ['rows', 'ring'] as const) {
          const order = usualOrder({ count, rows, pattern });
          expect([...order].sort((a, b) => a - b)).toEqual(Array.from({ length: count }, (_none, index) => index + 1));
        }
    expect(usualOrder({ count: 10, rows: 2, pattern: 'rows' })).toEqual([3, 8, 2, 7, 4, 9, 1, 6, 5, 10]);
  });

  it('goes crosswise round a ring', () => {
    expect(usualOrder({ count: 8, rows: 1, pattern: 'ring' })).toEqual([1, 5, 2, 6, 3, 7, 4, 8]);
    const odd = usualOrder({ count: 5, rows: 1, pattern: 'ring' });
    odd.forEach((nth, index) => index > 0 && expect([2, 3]).toContain((nth - odd[index - 1] + 5) % 5));
  });

  it('is proposed for every group of an engine', () => {
    for (const fastened of FASTENED) {
      const { count, rows, pattern } = USUAL[fastened].group(V8);
      expect(usualOrder({ count, rows, pattern })).toHaveLength(count);
    }
    expect(USUAL.heads.group(V8).count).toBe(10);
    expect(USUAL.mains.group(V8).count).toBe(10);
  });
});

describe('a target in the wrong unit', () => {
  it.each([
    ['heads', lb(65, 'lbin'), 'lbft'],
    ['heads', lb(780, 'lbft'), 'lbin'],
    ['covers', lb(100, 'lbft'), 'lbin'],
    ['mains', lb(8, 'Nm'), null],
    ['heads', lb(65), null],
    ['covers', lb(100, 'lbin'), null],
    ['damper', lb(120, 'Nm'), null],
    ['rods', { value: 60, unit: 'deg' }, null],
  ] as const)('of %s is noticed: %o', (fastened, target, meant) => {
    expect(meantUnit(fastened, target)).toBe(meant);
  });
});

describe('what no group could be tightened by', () => {
  it('is told by its field', () => {
    expect(codes({})).toEqual([]);
    expect(codes({ order: [1, 2, 3] })).toEqual(['order order-not-whole']);
    expect(codes({ order: [1, 1, 2, 3, 4, 5, 6, 7, 8, 9] })).toEqual(['order order-not-whole']);
    expect(codes({ count: 1, order: [1], rows: 2 })).toEqual(['rows rows-without-fasteners']);
    expect(codes({ steps: [{ kind: 'torque' }] })).toEqual(['steps.0.target step-needs-target']);
    expect(codes({ steps: [{ kind: 'seat', target: lb(5) }] })).toEqual(['steps.0.target step-takes-no-target']);
    expect(codes({ steps: [{ kind: 'angle', target: lb(90) }] })).toEqual(['steps.0.target step-target-unit']);
    expect(codes({ steps: [{ kind: 'stretch', target: { value: 0.006, unit: 'in' } }, { kind: 'check' }] })).toEqual(
      [],
    );
    const adapter = { wrenchLength: 2, adapterLength: 3, unit: 'in' as const, angleDeg: 180 };
    expect(codes({ adapter })).toEqual(['adapter.angleDeg adapter-past-handle']);
  });
});

describe('the groups of an engine', () => {
  it('are counted anew where a plan says so, and keep the others', () => {
    const one = withGroup(undefined, { group: 'heads-1', count: 10 });
    const two = withGroup(one, { group: 'mains', count: 20 });
    expect(withGroup(two, { group: 'heads-1', count: 12 })).toEqual([{ group: 'heads-1', count: 12 }, { group: 'mains', count: 20 }]); // prettier-ignore
  });
});
