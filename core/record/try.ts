import type { Formula } from './derive.js';
import type { Reading } from './reading.js';

/**
 * A value as it stands at a place: read there, or (`derived`) computed from several readings at the moment when the
 * last of them was taken. A derived one carries the id, time and hand of that last reading.
 */
export interface Try extends Reading {
  derived?: { from: string; uncertainty: number; formula: Formula };
}
