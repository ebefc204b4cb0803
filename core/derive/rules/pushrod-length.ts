import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { checkedRod, lengthToOrder } from '../length-to-order.js';
import { readTerm, together, type Made, type Rule, type Seen } from '../rule.js';

const CHECKED = ['pushrod-checked', 'pushrod-tool-turns'];

const trustInChecked = ({ practice }: Seen) => uncertaintyOf(practice, measureOf('pushrod-checked'));

/** How long the checking rod stood, where its turns were counted; and the length to order. */
export const pushrodLengthToOrder: Rule = {
  name: 'pushrod-length',
  wokenBy: CHECKED,
  reads: [],
  gives: ['pushrod-checked', 'pushrod-length'],
  first: (gives) => (gives === 'pushrod-length' ? 'pushrod-checked' : null),
  derive({ measure, place }, seen) {
    const rod = checkedRod(seen, place);
    const uncertainty = trustInChecked(seen);
    const counted: Made[] =
      rod && measure === 'pushrod-tool-turns'
        ? [{ measure: 'pushrod-checked', value: rod.value, uncertainty, terms: rod.terms }]
        : [];
    const found = lengthToOrder(seen, place);
    if (!found) return counted;
    const { of, length, terms, lacks } = found;
    return [
      ...counted,
      {
        measure: 'pushrod-length',
        of,
        value: length,
        uncertainty,
        terms,
        ...(lacks.length > 0 ? { isSuspect: true as const, hints: [{ code: 'not-corrected' as const, lacks }] } : {}),
      },
    ];
  },
};

/** What the fitted rod is longer than the one that was to be ordered. */
export const pushrodOff: Rule = {
  name: 'pushrod-off',
  wokenBy: ['pushrod-fitted'],
  reads: CHECKED,
  stirredBy: CHECKED,
  gives: ['pushrod-off'],
  first: () => 'pushrod-fitted',
  derive({ place }, seen) {
    const fitted = seen.latest('pushrod-fitted', place);
    const wanted = lengthToOrder(seen, place);
    if (!fitted || !wanted || wanted.lacks.length > 0) return [];
    return [
      {
        measure: 'pushrod-off',
        of: fitted,
        value: fitted.value - wanted.length,
        uncertainty: together(uncertaintyOf(seen.practice, measureOf('pushrod-fitted')), trustInChecked(seen)),
        terms: [
          readTerm('+', fitted, 'mm'),
          { name: 'pushrod-length', sign: '−', value: wanted.length, unit: 'mm', source: 'rule' },
        ],
      },
    ];
  },
};
