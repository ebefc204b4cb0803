import type { Unit } from '../units/units.js';
import type { Slot } from './slot.js';

/** How a value got in. */
export const READING_SOURCES = ['keyed', 'gauge', 'imported', 'computed'] as const;
export type ReadingSource = (typeof READING_SOURCES)[number];

/** One value as it was taken. Append-only: a correction is another reading. */
export interface Reading extends Slot {
  id: string;
  /** The text as typed, and the unit it was typed in. */
  entered: string;
  unit: Unit;
  /** Canonical value. */
  value: number;
  /** When it was taken, by the device that took it; ISO 8601, UTC. */
  takenAt: string;
  /** When it arrived: later, where the device was without its server. */
  receivedAt: string;
  /** Handle of who took it. */
  by: string;
  how: ReadingSource;
  instrument?: string;
  note?: string;
  /** The earlier reading in this slot that this one replaces. */
  supersedes?: string;
  /** That one was read or typed wrong, and this is what it should have been; without it, another try beside it. */
  corrects?: true;
}
