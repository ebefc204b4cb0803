import type { Along } from '../../core/plan/practice.js';
import type { StopMethod } from '../../core/cam/valve-stops.js';

/** The methods as builders call them. */
export const METHOD_TITLE: Record<StopMethod, string> = {
  eoic: 'Exhaust opening, intake closing',
  'each-tdc': 'Each cylinder at its firing dead centre',
  'two-positions': 'Two positions',
  'quarter-turns': 'Quarter turns',
  fewest: 'Fewest stops',
};

/** How one walks along the valves. */
export const ALONG_NAME: Record<Along, string> = {
  firing: 'by firing order',
  bank: 'along the bank',
  kind: 'intakes, then exhausts',
};
