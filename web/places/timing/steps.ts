import type { Engine } from '../../../core/engine/engine.js';
import { placesOf } from '../../../core/engine/places.js';
import { atValue, type At } from '../../../core/plan/measure.js';
import type { Practice } from '../../../core/plan/practice.js';
import type { Slot } from '../../../core/sheet/slot.js';
import { toCanonical } from '../../../core/units/units.js';

/** The parts of Timing, in the order of the work. Those with a `title` alone have a screen of their own. */
export const PARTS = [
  { key: 'card', title: 'Cam card' },
  { key: 'intake-open', title: 'Intake opens' },
  { key: 'intake-close', title: 'Intake closes' },
  { key: 'exhaust-open', title: 'Exhaust opens' },
  { key: 'exhaust-close', title: 'Exhaust closes' },
  { key: 'intake-drops', title: 'Intake nose' },
  { key: 'exhaust-drops', title: 'Exhaust nose' },
  { key: 'whole', title: 'Events together' },
  { key: 'lobe-lift', title: 'Lobe lift' },
  { key: 'sweep', title: 'Sweep a lobe' },
  { key: 'curves', title: 'Lift curves' },
  { key: 'decision', title: 'Sprocket' },
  { key: 'cam-end-play', title: 'Cam end play' },
] as const;
export type Part = (typeof PARTS)[number]['key'];

/** Every number of the degreeing, in the order in which Enter walks: four events, the drops of each lobe and its rough peak,
 * lifts, end play. */
export function timingSteps(
  engine: Engine,
  checkLiftMm: number | undefined,
  unit: 'in' | 'mm',
  { timing }: Pick<Practice, 'timing'>,
): Slot[] {
  const lift: At | undefined = checkLiftMm === undefined ? undefined : { by: 'lift', value: atValue(checkLiftMm) };
  const event = (measure: string): Slot => ({ measure, place: 'engine', ...(lift ? { at: lift } : {}) });
  const drops = (lobe: 'intake' | 'exhaust') =>
    timing.drops[unit].flatMap((drop) =>
      ['opening', 'closing'].map((flank): Slot => ({
        measure: `${lobe}-drop-${flank}`,
        place: 'engine',
        at: { by: 'drop', value: atValue(toCanonical(drop, unit)) },
      })),
    );
  return [
    ...['intake-open', 'intake-close', 'exhaust-open', 'exhaust-close'].map(event),
    ...drops('intake'),
    ...drops('exhaust'),
    // Rough, and nobody's way unless he goes there.
    { measure: 'intake-peak', place: 'engine' },
    { measure: 'exhaust-peak', place: 'engine' },
    ...placesOf(engine, 'valve').map((place): Slot => ({ measure: 'lobe-lift', place })),
    { measure: 'cam-end-play', place: 'engine' },
  ];
}

/** The part of the list that a step belongs to. */
export function partOf({ measure }: Pick<Slot, 'measure'>): Part {
  const lobe = /^(intake|exhaust)-(?:drop|peak)/.exec(measure)?.[1];
  return (lobe ? `${lobe}-drops` : measure) as Part;
}
