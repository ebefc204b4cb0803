import { readTerm, type Rule } from './rule.js';
import { trustOf, trustOfTerms } from './trusts.js';

/** A clearance that is what one part is larger than another, both measured at one place. */
export const difference = (gives: string, bigger: string, smaller: string): Rule => ({
  name: gives,
  wokenBy: [bigger, smaller],
  reads: [],
  gives: [gives],
  first: () => null,
  derive({ place }, seen) {
    const [outer, inner] = [seen.latest(bigger, place), seen.latest(smaller, place)];
    if (!outer || !inner) return [];
    const terms = [readTerm('+', outer, 'mm', trustOf(seen, outer)), readTerm('−', inner, 'mm', trustOf(seen, inner))];
    return [
      {
        measure: gives,
        value: outer.value - inner.value,
        uncertainty: trustOfTerms(terms),
        terms,
      },
    ];
  },
});
