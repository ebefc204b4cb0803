import type { Engine } from '../../../core/engine/engine.js';
import { placesOf } from '../../../core/engine/places.js';
import { toCanonical } from '../../../core/units/units.js';
import type { Step } from '../../bench/use-steps.js';

/** The parts of Timing, in the order of the work. Those with a `title` alone have a screen of their own. */
export const PARTS = [
  { key: 'card', title: 'Cam card' },
  { key: 'intake-open', title: 'Intake opens' },
  { key: 'intake-close', title: 'Intake closes' },
  { key: 'exhaust-open', title: 'Exhaust opens' },
  { key: 'exhaust-close', title: 'Exhaust closes' },
  { key: 'intake-drops', title: 'Intake nose' },
  { key: 'exhaust-drops', title: 'Exhaust nose' },
  { key: 'lobe-lift', title: 'Lobe lift' },
  { key: 'sweep', title: 'Sweep a lobe' },
  { key: 'curves', title: 'Lift curves' },
  { key: 'decision', title: 'Sprocket' },
  { key: 'cam-end-play', title: 'Cam end play' },
] as const;
export type Part = (typeof PARTS)[number]['key'];

/** Drops below the nose at which the centreline is taken, as dials are graduated. */
const DROPS: Record<'in' | 'mm', number[]> = { in: [0.02, 0.05], mm: [0.5, 1] };

/** Every number of the degreeing, in the order in which Enter walks: stops, four events, two drops a lobe, lifts, end play. */
export function timingSteps(engine: Engine, checkLiftMm: number | undefined, unit: 'in' | 'mm'): Step[] {
  const event = (measure: string): Step => ({ measure, place: 'engine', atLiftMm: checkLiftMm });
  const drops = (lobe: 'intake' | 'exhaust') =>
    DROPS[unit].flatMap((drop) =>
      ['opening', 'closing'].map((flank): Step => ({
        measure: `${lobe}-drop-${flank}`,
        place: 'engine',
        atLiftMm: toCanonical(drop, unit),
      })),
    );
  return [
    ...['intake-open', 'intake-close', 'exhaust-open', 'exhaust-close'].map(event),
    ...drops('intake'),
    ...drops('exhaust'),
    ...placesOf(engine, 'valve').map((place): Step => ({ measure: 'lobe-lift', place })),
    { measure: 'cam-end-play', place: 'engine' },
  ];
}

/** The part of the list that a step belongs to. */
export function partOf({ measure }: Step): Part {
  const lobe = /^(intake|exhaust)-drop/.exec(measure)?.[1];
  return (lobe ? `${lobe}-drops` : measure) as Part;
}
