import type { Unit } from '../units/units.js';

/** How a value got in. */
export type ReadingSource = 'keyed' | 'gauge' | 'imported' | 'computed';

/** One value as it was taken. Append-only: a correction is another reading. */
export interface Reading {
  id: string;
  measure: string;
  place: string;
  /** The text as typed, and the unit it was typed in. */
  entered: string;
  unit: Unit;
  /** Canonical value. */
  value: number;
  /** ISO 8601, UTC. */
  takenAt: string;
  /** Handle of who took it. */
  by: string;
  how: ReadingSource;
  instrument?: string;
  /** The lift above the base circle, or the drop below the nose or the top, at which an angle was read; mm. */
  atLiftMm?: number;
  note?: string;
  /** The earlier reading at this place that this one replaces. */
  supersedes?: string;
}

export const DISPOSITION_ACTIONS = ['re-measured', 'reworked', 'replaced', 'accepted'] as const;
export type DispositionAction = (typeof DISPOSITION_ACTIONS)[number];

/** What was decided about a value out of limits, or about one that was never taken (`readingId` null). */
export interface Disposition {
  id: string;
  measure: string;
  place: string;
  action: DispositionAction;
  reason: string;
  readingId: string | null;
  by: string;
  at: string;
}
