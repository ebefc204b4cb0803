import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { toCanonical } from '../units/units.js';
import { K } from '../tolerances.js';
import type { Seen, Taken, Term } from './rule.js';
import { grownBy } from './warmth.js';

/** How far what a paper says is trusted (k = 2), mm and degrees: what a careful hand, a gasket or a sprocket is off by. */
export const PAPER_TRUST = {
  gasketAtCheck: toCanonical(0.001, 'in'),
  /** Another gasket crushes as it will. */
  gasketFinal: toCanonical(0.002, 'in'),
  milled: toCanonical(0.001, 'in'),
  /** Where the cam was degreed, for the check and the build alike; and what moving it adds for the build alone. */
  camPositionDeg: 0.5,
  camMovedDeg: 0.5,
  rockerRatio: 0.02,
  valveAngleDeg: 0.5,
  /** A diameter or a height taken with a caliper. */
  caliper: toCanonical(0.002, 'in'),
} as const;

/** How far a value is trusted: a derived one by its own terms, the mean of several tries further than one of them, a warm part less. */
export function trustOf(
  { practice, engine }: Pick<Seen, 'practice' | 'engine'>,
  one: Pick<Taken, 'measure' | 'value' | 'derived' | 'agreed' | 'note'>,
): number {
  if (one.derived) return one.derived.uncertainty;
  return Math.hypot(
    one.agreed?.uncertainty ?? uncertaintyOf(practice, measureOf(one.measure)),
    K * grownBy(engine, one),
  );
}

/** U of what is made of terms that are off independently of each other: each says what it adds. */
export const trustOfTerms = (terms: readonly Pick<Term, 'uncertainty'>[]): number =>
  Math.hypot(...terms.map(({ uncertainty = 0 }) => uncertainty));
