import type { StopMethod } from '../../core/cam/valve-stops.js';

/** The methods as builders call them. */
export const METHOD_TITLE: Record<StopMethod, string> = {
  eoic: 'Exhaust opening, intake closing',
  'each-tdc': 'Each cylinder at its firing dead centre',
  'two-positions': 'Two positions',
  'quarter-turns': 'Quarter turns',
  fewest: 'Fewest stops',
};
