import { onWheel } from '../../../core/drawing/wheel-finds.js';
import { slotKey } from '../../../core/sheet/slot.js';
import type { Steps } from '../../measuring/use-steps.js';

/** Where the crank stands, after overlap top centre: at what is typed, at what was last read here, or at the top. */
export function crankOf({
  entry,
  target: { measure, slot },
  desk,
}: {
  entry: { preview: { value: number } | null };
  target: Pick<Steps['target'], 'measure' | 'slot'>;
  desk: { readings: readonly { measure: string; place: string; value: number }[] };
}): number {
  if (!measure.sides?.deadCentre) return 0;
  const read = desk.readings.findLast((reading) => slotKey(reading) === slotKey(slot));
  const value = entry.preview?.value ?? read?.value;
  return value === undefined ? 0 : onWheel(measure.key, value);
}
