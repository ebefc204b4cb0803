import type { PathPractice } from '../../../core/plan/practice.js';
import { GENERAL_PRACTICE } from '../../../core/plan/practice.js';
import { GENERAL_GATES } from '../../../core/plan/gates.js';
import { newSpecSetRequest } from '../../../contracts/spec-set.js';
import { gatesOfText, pathForm, pathOf, type PathForm } from './path-practice.js';

const PATH: PathPractice = {
  gates: [{ gate: 'pan', asks: ['measure:rod-side-clearance', 'flags:bottom-end'] }],
  orders: [{ first: 'mark-width', before: 'preload-turns', upTo: 2, why: 'a lifter: it rocks, then settles' }],
  cautions: [{ stage: 'setting', says: 'The bar of bench two has no stop: hold it.' }],
  bench: [{ stage: 'mock-up', items: ['clay', 'checking springs'] }],
  minutes: [{ of: 'setting', minutes: 90 }, { of: 'preload-turns', minutes: 2.5 }],
  told: '{name}, {engine} takes until {expected}.',
}; // prettier-ignore
const NOTHING = pathForm();
const wrongIn = (form: Partial<PathForm>) => {
  const { success, error } = newSpecSetRequest.shape.practice.safeParse({
    ...GENERAL_PRACTICE,
    ...pathOf({ ...NOTHING, ...form }),
  });
  return success ? [] : error.issues.map(({ path }) => path.join('.'));
};

describe('how a shop walks the path, as it is typed', () => {
  test('is read as what was written down, whatever colons, commas and semicolons its words have', () => {
    expect(pathOf(pathForm(PATH))).toEqual({ path: PATH });
  });

  test('by general practice is nothing, rather than a copy of it that no longer follows', () => {
    expect(pathOf(NOTHING)).toEqual({});
    expect(pathOf({ ...NOTHING, orders: ' \n ', told: '  ' })).toEqual({});
  });

  test('takes every gate as general practice has it', () => {
    expect(wrongIn({ gates: Object.entries(GENERAL_GATES).map(([gate, asks]) => ({ gate, asks })) })).toEqual([]);
  });

  test('as an older version kept it on this device, is read: its gates were a line each', () => {
    expect(gatesOfText('pan: measure:rod-side-clearance; flags:bottom-end\nheads: sign-off:clay-out')).toEqual([
      { gate: 'pan', asks: ['measure:rod-side-clearance', 'flags:bottom-end'] },
      { gate: 'heads', asks: ['sign-off:clay-out'] },
    ]);
  });

  test('a line that is none is refused at its own row, not left out', () => {
    expect(
      wrongIn({
        gates: [
          { gate: 'pan', asks: [] },
          { gate: 'lid', asks: [] },
        ],
      }),
    ).toEqual(['path.gates.1.gate']);
    expect(wrongIn({ orders: 'first this, then that' })).toContain('path.orders.0.why');
    expect(wrongIn({ cautions: 'setting: mind the bar\nlunch: wash hands' })).toEqual(['path.cautions.1.stage']);
    expect(wrongIn({ cautions: 'setting' })).toEqual(['path.cautions.0.says']);
    expect(wrongIn({ minutes: 'setting 90\nproof soon\nreview' })).toEqual([
      'path.minutes.1.minutes',
      'path.minutes.2.minutes',
    ]);
    expect(wrongIn({ minutes: 'setting 0' })).toEqual(['path.minutes.0.minutes']);
  });
});
