import { GENERAL_PRACTICE, type Practice } from './practice.js';
import { HELD_TO_CARD, type SpecLimit, type SpecSet } from './spec-sets.js';

/** A limit as the first version wrote it down: factors of the bore by a mark of their own, no basis. */
type FirstLimit = Omit<SpecLimit, 'basis' | 'preferred'> & { perBore?: true; basis?: SpecLimit['basis'] };

/** A spec set as it stands in a database or a signed record, of whichever version. */
export type StoredSpecSet = Omit<SpecSet, 'limits' | 'practice'> & { limits: FirstLimit[]; practice?: Practice };

/** The practice that was in the code while sets had none: it asked for no check lift, and said nothing of mock-up and geometry. */
const { mockUp, geometry, ...FIRST_PARTS } = GENERAL_PRACTICE;
const { checkLift, ...FIRST_TIMING } = FIRST_PARTS.timing;
const FIRST_PRACTICE: Practice = { ...FIRST_PARTS, timing: FIRST_TIMING };

/**
 * The set in today's shape, meaning what it meant: a version never changes once it is issued. How far a cam might differ
 * from its card was one limit on a measure of its own; it is a limit on each event and centreline now. Practice was in
 * the code, and was the general one.
 */
export function specSetOf({ limits, practice, ...set }: StoredSpecSet): SpecSet {
  const [toCard, own] = [true, false].map((held) =>
    limits.filter(({ measure }) => (measure === 'card-difference') === held),
  );
  return {
    ...set,
    // What the shop states of an event itself comes before its difference from the card.
    limits: [
      ...own.map(({ perBore, basis, ...limit }): SpecLimit => ({
        ...limit,
        basis: basis ?? (perBore ? 'of-bore' : 'absolute'),
      })),
      ...toCard.flatMap((limit) => HELD_TO_CARD.map((measure): SpecLimit => ({ ...limit, measure, basis: 'of-card' }))),
    ],
    practice: practice ?? FIRST_PRACTICE,
  };
}
