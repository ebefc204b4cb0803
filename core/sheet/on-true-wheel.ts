import { together, readTerm, type Formula } from '../derive/rule.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import type { Judging } from './judging.js';
import type { Try } from './stand.js';

/** An angle that was read on a wheel known to be off, as a true wheel would have shown it. */
export interface Corrected {
  /** What the wheel showed. */
  read: number;
  value: number;
  uncertainty: number;
  formula: Formula;
}

/**
 * What an angle truly is, where the wheel that it was read on is known to be off; null where the wheel read true, or
 * nobody knows how it stood. A wheel that reads after at dead centre shows so much too much of every angle that is
 * counted after one.
 */
export function correctedByWheel(judging: Judging, one: Try): Corrected | null {
  const { wheelErrorDeg, doubt } = judging.angleStands(one);
  if (wheelErrorDeg === 0 || doubt !== null) return null;
  const { practice } = judging.spec;
  const measure = measureOf(one.measure);
  const sign = measure.sides?.plus === 'before' ? 1 : -1;
  const own = one.derived?.uncertainty ?? uncertaintyOf(practice, measure);
  const proof = judging.stand.latest('tdc-wheel-error', one.place, one.occasion);
  const wheel = proof?.derived?.uncertainty ?? uncertaintyOf(practice, measureOf('tdc-wheel-error'));
  return {
    read: one.value,
    value: one.value + sign * wheelErrorDeg,
    uncertainty: together(own, wheel),
    formula: {
      rule: 'true-wheel',
      terms: [
        readTerm('+', one, 'deg', own),
        {
          name: 'tdc-wheel-error',
          sign: sign > 0 ? '+' : '−',
          value: wheelErrorDeg,
          unit: 'deg',
          source: 'reading',
          uncertainty: wheel,
        },
      ],
    },
  };
}
