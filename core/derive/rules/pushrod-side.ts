import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { readTerm, type Rule } from '../rule.js';

/** The gap beside a pushrod with the one that is to be fitted: half of what it is thicker goes off each side. */
export const pushrodSide: Rule = {
  name: 'pushrod-side-gap-final',
  wokenBy: ['pushrod-side-gap'],
  reads: [],
  gives: ['pushrod-side-gap-final'],
  first: () => 'pushrod-side-gap',
  derive(gap, { onFile, practice }) {
    const both = onFile.mockUpAt(gap.takenAt);
    const [checked, fitted] = [both?.check.pushrodAtCheck, both?.build.pushrodFinal];
    if (checked === undefined || fitted === undefined) return [];
    const half = (fitted - checked) / 2;
    return [
      {
        measure: 'pushrod-side-gap-final',
        value: gap.value - half,
        ...(gap.isUnder ? { isUnder: true as const } : {}),
        uncertainty: uncertaintyOf(practice, measureOf('pushrod-side-gap')),
        terms: [
          readTerm('+', gap, 'mm'),
          { name: 'half-thicker', sign: '−', value: half, unit: 'mm', source: 'paper' },
        ],
      },
    ];
  },
};
