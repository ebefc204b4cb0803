import { ImpossibleInput } from '../../impossible.js';
import { trueTdc } from '../../wheel/true-tdc.js';
import { readTerm, type Rule, type Term } from '../rule.js';
import { stopPasses } from '../stop-passes.js';
import { trustOf, trustOfTerms } from '../trusts.js';

const MEANS = [
  { first: 'tdc-stop-first', second: 'tdc-stop-second', method: 'piston-stop' },
  { first: 'tdc-drop-first', second: 'tdc-drop-second', method: 'equal-drop' },
] as const;
/** Passes are looked through that far back: with no end to them each reading would cost as much as all before it. */
const MOST_READ = 64;

const side = (deg: number) => ({ deg: Math.abs(deg), side: deg < 0 ? ('before' as const) : ('after' as const) });

/** What the wheel reads at the real dead centre: midway between the two readings of a pass. */
export const wheelError: Rule = {
  name: 'wheel-error',
  wokenBy: MEANS.flatMap(({ first, second }) => [first, second]),
  reads: [],
  gives: ['tdc-wheel-error'],
  first: () => 'tdc-stop-first',
  derive(woken, seen) {
    const { histories } = seen;
    const { first: one, second: other, method } = MEANS.find(({ first, second }) => [first, second].includes(woken.measure as never))!; // prettier-ignore
    const read = [one, other].flatMap((measure) => histories(measure, woken.place).flat()).sort((a, b) => a.turn - b.turn); // prettier-ignore
    const pass = stopPasses(read.slice(-MOST_READ)).find(({ first, second }) => [first.id, second.id].includes(woken.id)); // prettier-ignore
    if (!pass) return [];
    const { first, second, closedBy, rightedBy } = pass;
    try {
      const [a, b] = [side(first.value), side(second.value)];
      const { wheelErrorDeg } = trueTdc({ method, first: a, second: b });
      const terms: Term[] = [
        readTerm('+', first, 'deg', trustOf(seen, first) / 2),
        readTerm('+', second, 'deg', trustOf(seen, second) / 2),
        { name: 'halves', sign: '÷', value: 2, unit: 'ratio', source: 'rule' },
      ];
      return [
        {
          measure: 'tdc-wheel-error',
          value: wheelErrorDeg,
          uncertainty: trustOfTerms(terms),
          terms,
          ...(rightedBy === null ? {} : { replaces: closedBy }),
          ...(first.value * second.value > 0 ? { hints: [{ code: 'both-on-one-side', side: a.side }] } : {}),
        },
      ];
    } catch (error) {
      if (error instanceof ImpossibleInput) return error.issues[0];
      throw error;
    }
  },
};
