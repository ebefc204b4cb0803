import { spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';

interface At {
  measure: string;
  place: string;
}

/** A place as it is spoken; for the whole engine, what is measured there. */
export function whereOf({ measure, place }: At): string {
  return place === 'engine' ? measureOf(measure).title.toLowerCase() : spokenPlace(place);
}

/** Where, and what: `6 exhaust, preload, turns`, or `intake opens`. */
export function Where({ at }: { at: At }) {
  return (
    <>
      <strong>{whereOf(at)}</strong>
      {at.place !== 'engine' && `, ${measureOf(at.measure).title.toLowerCase()}`}
    </>
  );
}
