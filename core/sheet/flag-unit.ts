import { measureOf } from '../plan/measures.js';
import type { Unit } from '../units/units.js';
import type { Reading } from './reading.js';
import type { Flag } from './flags.js';

/** The unit in which a flagged value is told: as it was typed; an angle in degrees, whatever the wheel's numbers. */
export function flagUnit(
  { readings }: { readings: readonly Pick<Reading, 'id' | 'unit'>[] },
  { measure, readingId }: Pick<Flag, 'measure' | 'readingId'>,
): Unit {
  const { quantity, units } = measureOf(measure);
  return quantity === 'angle' ? 'deg' : (readings.find(({ id }) => id === readingId)?.unit ?? units[0]);
}
