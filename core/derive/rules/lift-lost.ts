import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { expectedLift } from '../expected-lift.js';
import { readTerm, type Rule } from '../rule.js';

/** What does not arrive at the valve of what its lobe lifts: the last proof that lengths and rockers are right. */
export const liftLost: Rule = {
  name: 'lift-lost',
  wokenBy: ['valve-lift'],
  reads: ['lobe-lift', 'lash-cold', 'lash-hot'],
  stirredBy: ['lobe-lift', 'lash-cold', 'lash-hot'],
  gives: ['lift-lost'],
  first: () => 'valve-lift',
  derive({ place }, seen) {
    const { latest, onFile, practice } = seen;
    const lift = latest('valve-lift', place);
    const expected = lift && expectedLift(seen, lift);
    if (!lift || !expected) return [];
    const { opens, lash, lashFrom } = expected;
    const lost = opens - lash - lift.value;
    const uncertainty = uncertaintyOf(practice, measureOf('lift-lost'));
    const springs = onFile.mockUpAt(lift.takenAt)?.check.springs ?? null;
    return [
      {
        measure: 'lift-lost',
        of: lift,
        value: lost,
        uncertainty,
        terms: [
          { name: 'lobe-lift-times-ratio', sign: '+', value: opens, unit: 'mm', source: 'reading' },
          ...(lash === 0
            ? []
            : [{ name: 'lash', sign: '−', value: lash, unit: 'mm', source: lashFrom ?? 'paper' } as const]),
          readTerm('−', lift, 'mm'),
        ],
        hints: lost > 2 * uncertainty ? [{ code: 'lift-lost', lost, springs }] : [],
      },
    ];
  },
};
