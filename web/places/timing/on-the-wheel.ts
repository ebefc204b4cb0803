import { onWheel } from '../../../core/drawing/wheel-finds.js';
import type { Steps } from '../../bench/use-steps.js';

/** Where the crank stands, after overlap top centre: at what is typed, at what was last read here, or at the top. */
export function crankOf({ entry, target, desk }: Steps): number {
  const { measure, place, atLiftMm } = target;
  if (!measure.sides?.deadCentre) return 0;
  const read = desk.readings.findLast(
    (reading) => reading.measure === measure.key && reading.place === place && reading.atLiftMm === atLiftMm,
  );
  const value = entry.preview?.value ?? read?.value;
  return value === undefined ? 0 : onWheel(measure.key, value);
}
