import { parseValve, placesOf } from '../../engine/places.js';
import type { Hint } from '../../judge/hints.js';
import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { checkedRod, lengthToOrder } from '../length-to-order.js';
import { readTerm, together, type Made, type Rule, type Seen, type Taken, type Term } from '../rule.js';
import { trustOf, trustOfTerms } from '../trusts.js';

const CHECKED = ['pushrod-checked', 'pushrod-tool-turns'];
/** What may move after a rod was read, or tell only then how the check stood. */
const MOVED_SINCE = ['stand-shim', 'trial-turns'];

const trustInChecked = ({ practice }: Seen) => uncertaintyOf(practice, measureOf('pushrod-checked'));

/** The checking rod's own doubt, and that of everything which is otherwise in the build. */
const trustInLength = (seen: Seen, { terms }: { terms: readonly Term[] }): number =>
  together(trustInChecked(seen), trustOfTerms(terms));

/** The valves whose rods hang on a reading: turns of an adjuster tell of those of its kind that have none of their own. */
function placesMoved({ engine }: Seen, { measure, place }: Pick<Taken, 'measure' | 'place'>): string[] {
  if (measure !== 'trial-turns') return [place];
  const { kind } = parseValve(place)!;
  return placesOf(engine, 'valve').filter((one) => parseValve(one)!.kind === kind);
}

/** The length to order for one valve, with what it does not know. */
function ordered(seen: Seen, place: string): Made[] {
  const found = lengthToOrder(seen, place);
  if (!found) return [];
  const { of, length, terms, lacks, unknownAngle } = found;
  const hints: Hint[] = [
    ...(lacks.length > 0 ? [{ code: 'not-corrected', lacks } as const] : []),
    ...(unknownAngle ? [{ code: 'angle-unknown', ...unknownAngle } as const] : []),
  ];
  const doubt = unknownAngle?.by ?? 0;
  const uncertainty = together(trustInLength(seen, found), doubt);
  return [{ measure: 'pushrod-length', place, of, value: length, uncertainty, terms, hints, ...(lacks.length > 0 ? { isSuspect: true } : {}) }]; // prettier-ignore
}

/** The fitted rod against it. */
function offAt(seen: Seen, place: string): Made[] {
  const fitted = seen.latest('pushrod-fitted', place);
  const wanted = lengthToOrder(seen, place);
  if (!fitted || !wanted || wanted.lacks.length > 0) return [];
  const terms: Term[] = [
    readTerm('+', fitted, 'mm', trustOf(seen, fitted)),
    { name: 'pushrod-length', sign: '−', value: wanted.length, unit: 'mm', source: 'rule', uncertainty: trustInLength(seen, wanted) },
  ]; // prettier-ignore
  return [
    {
      measure: 'pushrod-off',
      place,
      of: fitted,
      value: fitted.value - wanted.length,
      uncertainty: trustOfTerms(terms),
      terms,
    },
  ];
}

/** How long the checking rod stood, where its turns were counted; and the length to order. */
export const pushrodLengthToOrder: Rule = {
  name: 'pushrod-length',
  wokenBy: CHECKED,
  reads: [],
  stirredBy: MOVED_SINCE,
  gives: ['pushrod-checked', 'pushrod-length'],
  first: (gives) => (gives === 'pushrod-length' ? 'pushrod-checked' : null),
  derive({ measure, place }, seen) {
    const rod = checkedRod(seen, place);
    const counted: Made[] =
      rod && measure === 'pushrod-tool-turns'
        ? [{ measure: 'pushrod-checked', value: rod.value, uncertainty: trustInChecked(seen), terms: rod.terms }]
        : [];
    return [...counted, ...placesMoved(seen, { measure, place }).flatMap((one) => ordered(seen, one))];
  },
};

/** What the fitted rod is longer than the one that was to be ordered. */
export const pushrodOff: Rule = {
  name: 'pushrod-off',
  wokenBy: ['pushrod-fitted'],
  reads: CHECKED,
  stirredBy: [...CHECKED, ...MOVED_SINCE],
  gives: ['pushrod-off'],
  first: () => 'pushrod-fitted',
  derive: ({ measure, place }, seen) => placesMoved(seen, { measure, place }).flatMap((one) => offAt(seen, one)),
};
