import type { Laid } from '../../core/engine/places.js';
import { placesOf } from '../../core/engine/places.js';
import type { Measure } from '../../core/plan/measure.js';
import type { Slot } from '../../core/sheet/slot.js';
import { PlaceDrawing } from './PlaceDrawing.js';
import type { Steps } from './use-steps.js';

/** Every place that measures of the shop's own are taken at, measure by measure. */
export const ownSlots = (engine: Laid, own: Measure[]): Slot[] =>
  own.flatMap(({ key, scope }) => placesOf(engine, scope).map((place): Slot => ({ measure: key, place })));

/** The places of a measure of the shop's own, where its stage draws something else. */
export function OwnDrawing({ steps }: { steps: Steps }) {
  const { active, target, entry, lengthUnit } = steps;
  const { measure, unit } = target;
  return (
    <PlaceDrawing
      measure={measure}
      unit={measure.quantity === 'length' ? lengthUnit : unit}
      active={active.place}
      typed={entry.typed}
      onPick={(place) => steps.go({ measure: measure.key, place })}
    />
  );
}
