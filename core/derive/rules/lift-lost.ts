import type { Hint } from '../../judge/hints.js';
import { expectedLift } from '../expected-lift.js';
import { readTerm, type Rule, type Term } from '../rule.js';
import { trustOf, trustOfTerms } from '../trusts.js';

/** Lift is said to be lost from four standard deviations on: of good engines one in a thousand has a valve that is. */
const SURELY = 2;

/** What does not arrive at the valve of what its lobe lifts: the last proof that lengths and rockers are right. */
export const liftLost: Rule = {
  name: 'lift-lost',
  wokenBy: ['valve-lift'],
  reads: ['lobe-lift', 'lash-cold', 'lash-hot'],
  stirredBy: ['lobe-lift', 'lash-cold', 'lash-hot'],
  gives: ['lift-lost'],
  first: () => 'valve-lift',
  derive({ place }, seen) {
    const lift = seen.latest('valve-lift', place);
    const expected = lift && expectedLift(seen, lift);
    if (!lift || !expected) return [];
    const { opens, opensTrust, lash, lashTrust, lashFrom } = expected;
    const lost = opens - lash - lift.value;
    const springs = seen.onFile.mockUpAt(lift.takenAt)?.check.springs ?? null;
    const terms: Term[] = [
      { name: 'lobe-lift-times-ratio', sign: '+', value: opens, unit: 'mm', source: 'reading', uncertainty: opensTrust },
      ...(lash === 0
        ? []
        : [{ name: 'lash', sign: '−', value: lash, unit: 'mm', source: lashFrom ?? 'paper', uncertainty: lashTrust } as const]),
      readTerm('−', lift, 'mm', trustOf(seen, lift)),
    ];
    const uncertainty = trustOfTerms(terms);
    const hints: Hint[] = lost > SURELY * uncertainty ? [{ code: 'lift-lost', lost, springs }] : [];
    return [{ measure: 'lift-lost', of: lift, value: lost, uncertainty, terms, hints }];
  },
}; // prettier-ignore
