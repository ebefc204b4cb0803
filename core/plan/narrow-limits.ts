import { quantityOf, toCanonical, type Unit } from '../units/units.js';
import { SAME_VALUE_RATIO } from '../tolerances.js';
import type { Measure } from './measure.js';
import { measureOf } from './measures.js';
import { uncertaintyOf, type Practice } from './practice.js';

/** A limit between whose edges no more room is free of doubt than is in it. Canonical. */
export interface NarrowLimit {
  width: number;
  /** Of one reading, k = 2. */
  trust: number;
  /** No value at all can lie clear of both edges. */
  isHopeless: boolean;
}

/** Fewer widths of trust than that leave more of a window in doubt than free of it. */
const ROOM = 4;

/** Whether a window is narrow for what is measured; null where it has one edge only, hangs on a bore, or has room. */
export function narrowLimit(
  practice: Pick<Practice, 'uncertainty' | 'repeats'>,
  { measure, min, max, unit, basis }: { measure: string; min?: number; max?: number; unit: Unit; basis: string },
): NarrowLimit | null {
  const of: Measure = measureOf(measure);
  if (min === undefined || max === undefined || basis === 'of-bore' || quantityOf(unit) !== of.quantity) return null;
  const width = toCanonical(max, unit) - toCanonical(min, unit);
  const trust = uncertaintyOf(practice, of);
  if (width <= 0 || width >= ROOM * trust * (1 - SAME_VALUE_RATIO)) return null;
  return { width, trust, isHopeless: width < 2 * trust * (1 - SAME_VALUE_RATIO) };
}
