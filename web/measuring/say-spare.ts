import { formatFigure, formatValue } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';

/** How far a value is from the nearer limit. */
export function saySpare(value: number, { min, max }: { min?: number; max?: number }, unit: Unit): string {
  const spare = Math.min(min === undefined ? Infinity : value - min, max === undefined ? Infinity : max - value);
  return spare >= 0 ? `${formatFigure(spare, unit)} to spare` : `${formatValue(-spare, unit)} outside`;
}
