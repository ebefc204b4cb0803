import { parseValve } from '../../engine/places.js';
import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { nestAt } from '../../valvetrain/spring-nest.js';
import { expectedLift } from '../expected-lift.js';
import { readTerm, together, type Made, type Rule, type Seen, type Taken, type Term } from '../rule.js';

/** How far a valve opens, by what of it, mm: as read at the valve, else its lobe times its ratio less the lash. */
function liftOf(seen: Seen, installed: Taken): { value: number; terms: Term[] } | null {
  const read = seen.latest('valve-lift', installed.place);
  if (read) return { value: read.value, terms: [readTerm('−', read, 'mm')] };
  const expected = expectedLift(seen, installed);
  if (!expected) return null;
  const { opens, lash } = expected;
  return {
    value: opens - lash,
    terms: [
      { name: 'lobe-lift-times-ratio', sign: '−', value: opens, unit: 'mm', source: 'reading' },
      ...(lash === 0 ? [] : [{ name: 'lash', sign: '+', value: lash, unit: 'mm', source: 'paper' } as const]),
    ],
  };
}

/** Coil bind where nobody filed a load: installed height less lift less the height at which the coils touch. */
function byHeightsAlone(seen: Seen, installed: Taken): Made[] {
  const solid = seen.onFile.figure('spring-solid');
  const lift = solid === undefined ? null : liftOf(seen, installed);
  if (solid === undefined || !lift) return [];
  const trust = (key: string) => uncertaintyOf(seen.practice, measureOf(key));
  const uncertainty = together(trust('spring-installed-height'), trust('valve-lift'));
  const heightTerms = [readTerm('+', installed, 'mm'), ...lift.terms];
  const openHeight = installed.value - lift.value;
  const solidTerm: Term = { name: 'solid-height', sign: '−', value: solid, unit: 'mm', source: 'paper' };
  return [
    { measure: 'spring-open-height', of: installed, value: openHeight, uncertainty, terms: heightTerms },
    { measure: 'coil-bind-margin', of: installed, value: openHeight - solid, uncertainty, terms: [...heightTerms, solidTerm] }, // prettier-ignore
  ];
}

const force = (name: string, value: number): Term => ({ name, sign: '+', value, unit: 'N', source: 'paper' });

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
    const { practice } = seen;
    const trust = (key: string) => uncertaintyOf(practice, measureOf(key));
    if (!nest) return byHeightsAlone(seen, installed);
    const closed = nestAt(nest, installed.value);
    const seat = {
      measure: 'spring-seat-load',
      of: installed,
      value: closed.load,
      uncertainty: trust('spring-seat-load'),
      terms: [force('load-closed', closed.load)],
    };
    const lift = liftOf(seen, installed);
    if (!lift) return [seat];
    const openHeight = installed.value - lift.value;
    const open = nestAt(nest, openHeight);
    const heightTrust = together(trust('spring-installed-height'), trust('valve-lift'));
    const heightTerms = [readTerm('+', installed, 'mm'), ...lift.terms];
    const solid: Term = {
      name: 'solid-height',
      sign: '−',
      value: openHeight - open.toSolid,
      unit: 'mm',
      source: 'paper',
    };
    return [
      seat,
      { measure: 'spring-open-height', of: installed, value: openHeight, uncertainty: heightTrust, terms: heightTerms },
      {
        measure: 'spring-open-load',
        of: installed,
        value: open.load,
        uncertainty: trust('spring-open-load'),
        terms: [force('load-closed', closed.load), force('load-gained', open.load - closed.load)],
      },
      {
        measure: 'coil-bind-margin',
        of: installed,
        value: open.toSolid,
        uncertainty: heightTrust,
        terms: [...heightTerms, solid],
      },
    ];
  },
};
