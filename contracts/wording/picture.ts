import { spokenPlace } from '../../core/engine/places.js';

/** Where a picture was taken: `bottom end, cylinder 5`; of the whole engine the stage alone. */
export const wordTakenAt = (stage: string, place: string): string =>
  `${stage.replace('-', ' ')}${place === 'engine' ? '' : `, ${spokenPlace(place)}`}`;
