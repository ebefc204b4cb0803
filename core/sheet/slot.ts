import type { At } from '../plan/measure.js';

/** Where a value belongs. Two values in one slot are tries of the same thing. */
export interface Slot {
  measure: string;
  place: string;
  /** What it was taken at, for a measure that tells its values apart by that. */
  at?: At;
  /** The build unless said otherwise; `first-heat`, `recheck-2`. */
  occasion?: string;
}

export const BUILD = 'build';

const occasionOf = ({ occasion = BUILD }: Slot) => (occasion === BUILD ? '' : `#${occasion}`);
const takenAt = ({ at }: Slot) => (at ? `@${at.by}=${at.value}` : '');

/** All slots of a measure at a place on one occasion, whatever they were taken at. @example familyKey({ measure: 'bore', place: '3' }) // 'bore@3' */
export const familyKey = (slot: Slot): string => `${slot.measure}@${slot.place}${occasionOf(slot)}`;

/**
 * The one spelling of a slot: equal keys, one slot.
 *
 * @example slotKey({ measure: 'intake-open', place: 'engine', at: { by: 'lift', value: 1.27 } }) // 'intake-open@engine@lift=1.27'
 */
export const slotKey = (slot: Slot): string => `${slot.measure}@${slot.place}${takenAt(slot)}${occasionOf(slot)}`;

/** The slots that differ in their place alone. @example siblingKey({ measure: 'bore', place: '3' }) // 'bore@' */
export const siblingKey = (slot: Slot): string => `${slot.measure}@${takenAt(slot)}${occasionOf(slot)}`;

/** Whether a slot was filled while the engine was built, rather than at a re-check. */
export const isBuild = ({ occasion = BUILD }: Pick<Slot, 'occasion'>): boolean => occasion === BUILD;
