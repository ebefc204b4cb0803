import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { readTerm, together, type Rule } from './rule.js';

/** A clearance that is what one part is larger than another, both measured at one place. */
export const difference = (gives: string, bigger: string, smaller: string): Rule => ({
  name: gives,
  wokenBy: [bigger, smaller],
  reads: [],
  gives: [gives],
  first: () => null,
  derive({ place }, { latest, practice }) {
    const [outer, inner] = [latest(bigger, place), latest(smaller, place)];
    if (!outer || !inner) return [];
    const [outerTrust, innerTrust] = [bigger, smaller].map((key) => uncertaintyOf(practice, measureOf(key)));
    return [
      {
        measure: gives,
        value: outer.value - inner.value,
        uncertainty: together(outerTrust, innerTrust),
        terms: [readTerm('+', outer, 'mm'), readTerm('−', inner, 'mm')],
      },
    ];
  },
});
