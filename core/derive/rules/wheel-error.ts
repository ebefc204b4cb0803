import { ImpossibleInput } from '../../impossible.js';
import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { trueTdc } from '../../wheel/true-tdc.js';
import { readTerm, type Rule } from '../rule.js';

const METHODS = {
  'tdc-stop-second': { first: 'tdc-stop-first', method: 'piston-stop' },
  'tdc-drop-second': { first: 'tdc-drop-first', method: 'equal-drop' },
} as const;
type Second = keyof typeof METHODS;

const side = (deg: number) => ({ deg: Math.abs(deg), side: deg < 0 ? ('before' as const) : ('after' as const) });

/** What the wheel reads at the real dead centre: midway between the two readings of a pass. */
export const wheelError: Rule = {
  name: 'wheel-error',
  wokenBy: Object.keys(METHODS),
  reads: Object.values(METHODS).map(({ first }) => first),
  gives: ['tdc-wheel-error'],
  first: () => 'tdc-stop-first',
  derive(second, { latest, practice }) {
    const { first: before, method } = METHODS[second.measure as Second];
    const first = latest(before, second.place);
    // A pass is a first reading and the second after it; a second without a first of its own is no pass.
    const used = latest(second.measure, second.place, second.turn);
    if (!first || (used && used.turn > first.turn)) return [];
    try {
      const [one, other] = [side(first.value), side(second.value)];
      const { wheelErrorDeg } = trueTdc({ method, first: one, second: other });
      return [
        {
          measure: 'tdc-wheel-error',
          value: wheelErrorDeg,
          uncertainty: uncertaintyOf(practice, measureOf('tdc-wheel-error')),
          terms: [
            readTerm('+', first, 'deg'),
            readTerm('+', second, 'deg'),
            { name: 'halves', sign: '÷', value: 2, unit: 'ratio', source: 'rule' },
          ],
          ...(first.value * second.value > 0 ? { hints: [{ code: 'both-on-one-side', side: one.side }] } : {}),
        },
      ];
    } catch (error) {
      if (error instanceof ImpossibleInput) return error.issues[0];
      throw error;
    }
  },
};
