import { parseValve } from '../../engine/places.js';
import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { nestAt } from '../../valvetrain/spring-nest.js';
import { expectedLift } from '../expected-lift.js';
import { readTerm, type Made, type Rule, type Seen, type Taken, type Term } from '../rule.js';
import { PAPER_TRUST, trustOf, trustOfTerms } from '../trusts.js';

/** How far a valve opens, by what of it, mm: as read at the valve, else its lobe times its ratio less the lash. */
function liftOf(seen: Seen, installed: Taken): { value: number; terms: Term[] } | null {
  const read = seen.latest('valve-lift', installed.place);
  if (read) return { value: read.value, terms: [readTerm('−', read, 'mm', trustOf(seen, read))] };
  const expected = expectedLift(seen, installed);
  if (!expected) return null;
  const { opens, opensTrust, lash, lashTrust } = expected;
  return {
    value: opens - lash,
    terms: [
      {
        name: 'lobe-lift-times-ratio',
        sign: '−',
        value: opens,
        unit: 'mm',
        source: 'reading',
        uncertainty: opensTrust,
      },
      ...(lash === 0
        ? []
        : [{ name: 'lash', sign: '+', value: lash, unit: 'mm', source: 'paper', uncertainty: lashTrust } as const]),
    ],
  };
}

/** What a spring stands open at, and what is left of it to the height at which its coils touch. */
function openHeights(
  seen: Seen,
  installed: Taken,
  lift: NonNullable<ReturnType<typeof liftOf>>,
  solid: number,
): Made[] {
  const terms = [readTerm('+', installed, 'mm', trustOf(seen, installed)), ...lift.terms];
  const value = installed.value - lift.value;
  const solidTerm: Term = { name: 'solid-height', sign: '−', value: solid, unit: 'mm', source: 'paper', uncertainty: PAPER_TRUST.caliper }; // prettier-ignore
  const toSolid = [...terms, solidTerm];
  return [
    { measure: 'spring-open-height', of: installed, value, uncertainty: trustOfTerms(terms), terms },
    {
      measure: 'coil-bind-margin',
      of: installed,
      value: value - solid,
      uncertainty: trustOfTerms(toSolid),
      terms: toSolid,
    },
  ];
}

/** A load that is computed is as good as the tester that its spring was filed from, and as the height that it stands at. */
const loadTerm = (name: string, value: number, uncertainty: number): Term => ({
  name,
  sign: '+',
  value,
  unit: 'N',
  source: 'paper',
  uncertainty,
});

/** What the springs around a valve do at the height at which they stand: their loads, and what is left to coil bind. */
export const springs: Rule = {
  name: 'springs',
  wokenBy: ['spring-installed-height'],
  reads: [],
  stirredBy: ['valve-lift', 'lobe-lift', 'lash-cold', 'lash-hot'],
  gives: ['spring-seat-load', 'spring-open-height', 'spring-open-load', 'coil-bind-margin'],
  first: () => 'spring-installed-height',
  derive({ place }, seen) {
    const installed = seen.latest('spring-installed-height', place);
    const nest = installed && seen.onFile.springs(parseValve(place)!.kind);
    if (!installed) return [];
    if (!nest) {
      const solid = seen.onFile.figure('spring-solid');
      const lift = solid === undefined ? null : liftOf(seen, installed);
      return lift ? openHeights(seen, installed, lift, solid!) : [];
    }
    const tester = (key: string) => uncertaintyOf(seen.practice, measureOf(key));
    const closed = nestAt(nest, installed.value);
    const closedTerms = [
      loadTerm('load-closed', closed.load, Math.hypot(tester('spring-seat-load'), loadPerMm(nest, installed.value) * trustOf(seen, installed))),
    ]; // prettier-ignore
    const seat = { measure: 'spring-seat-load', of: installed, value: closed.load, uncertainty: trustOfTerms(closedTerms), terms: closedTerms }; // prettier-ignore
    const lift = liftOf(seen, installed);
    if (!lift) return [seat];
    const openHeight = installed.value - lift.value;
    const open = nestAt(nest, openHeight);
    const heights = openHeights(seen, installed, lift, openHeight - open.toSolid);
    // The height is in both loads, and the tester's doubt is the spring's: what is closed and what is gained are not apart.
    const doubt = Math.hypot(tester('spring-open-load'), loadPerMm(nest, openHeight) * heights[0].uncertainty);
    return [
      seat,
      ...heights,
      {
        measure: 'spring-open-load',
        of: installed,
        value: open.load,
        uncertainty: doubt,
        terms: [loadTerm('load-closed', closed.load, 0), loadTerm('load-gained', open.load - closed.load, doubt)],
      },
    ];
  },
};

/** What a nest of springs gains for each mm that it is pressed further. */
function loadPerMm(nest: Parameters<typeof nestAt>[0], height: number): number {
  return Math.abs(nestAt(nest, height - 0.5).load - nestAt(nest, height + 0.5).load);
}
