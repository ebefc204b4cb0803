import { measureOf } from '../plan/measures.js';
import { readEntry } from '../plan/read-entry.js';
import { readTerm, type Rule, type Span, type Taken } from './rule.js';
import { trustOf, trustOfTerms } from './trusts.js';

/** The sizes that were taken in several directions, or the one. */
function sizesOf({ measure, entered, unit, value, derived }: Taken): number[] {
  const entry = derived ? null : readEntry(measureOf(measure), entered, unit);
  return entry?.ok && entry.sizes.length > 0 ? entry.sizes : [value];
}

/** The smaller part turns in the larger: it has least room where the one is narrowest and the other widest. */
function spanOf(outer: number[], inner: number[]): { span?: Span } {
  if (outer.length === 1 && inner.length === 1) return {};
  return { span: { least: Math.min(...outer) - Math.max(...inner), most: Math.max(...outer) - Math.min(...inner) } };
}

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
        ...spanOf(sizesOf(outer), sizesOf(inner)),
        uncertainty: trustOfTerms(terms),
        terms,
      },
    ];
  },
});
