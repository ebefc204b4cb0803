import { MEASURES, measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { readEntry } from '../../plan/read-entry.js';
import { together, type Made, type Rule, type Term } from '../rule.js';

type Pair = [one: number, other: number];
const apart = ([one, other]: Pair) => Math.abs(one - other);
const widest = (pairs: Pair[]): Pair => pairs.reduce((most, pair) => (apart(pair) > apart(most) ? pair : most));

const termsOf = (pair: Pair): Term[] => [
  { name: 'larger', sign: '+', value: Math.max(...pair), unit: 'mm', source: 'reading' },
  { name: 'smaller', sign: '−', value: Math.min(...pair), unit: 'mm', source: 'reading' },
];

/**
 * What the directions of a size say of its shape. Directions are front, front across, rear, rear across: two say how
 * round it is, more how straight.
 */
const shapeOf = (measure: string): Rule => ({
  name: `${measure}-shape`,
  wokenBy: [measure],
  reads: [],
  gives: [`${measure}-round`, `${measure}-taper`],
  first: () => measure,
  ofNewest: true,
  derive({ entered, unit }, { practice }) {
    const entry = readEntry(measureOf(measure), entered, unit);
    const sizes = entry.ok ? entry.sizes : [];
    if (sizes.length < 2) return [];
    const trust = uncertaintyOf(practice, measureOf(measure));
    const made = (gives: string, pair: Pair): Made => ({
      measure: gives,
      value: apart(pair),
      uncertainty: together(trust, trust),
      terms: termsOf(pair),
    });
    const [front, across, rear, rearAcross] = sizes;
    const round: Pair[] = [[front, across], ...(sizes.length > 3 ? [[rear, rearAcross] satisfies Pair] : [])];
    if (sizes.length < 3) return [made(`${measure}-round`, widest(round))];
    const straight: Pair[] = [[front, rear], ...(sizes.length > 3 ? [[across, rearAcross] satisfies Pair] : [])];
    return [made(`${measure}-round`, widest(round)), made(`${measure}-taper`, widest(straight))];
  },
});

/** One rule for each measure that may be taken in several directions. */
export const shapes: Rule[] = MEASURES.filter(({ several }) => several).map(({ key }) => shapeOf(key));
