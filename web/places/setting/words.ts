import type { StopMethod } from '../../../core/cam/valve-stops.js';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import type { Engine } from '../../../core/engine/engine.js';

/** The methods as builders call them. */
export const METHOD_NAME: Record<StopMethod, string> = {
  eoic: 'Exhaust opening, intake closing',
  'each-tdc': 'Each cylinder at its firing dead centre',
  'two-positions': 'Two positions',
  'quarter-turns': 'Quarter turns',
  fewest: 'Fewest stops',
};

const degrees = (deg: number) => `${Math.round(deg * 2) / 2}°`;

/** Why the valve may be set at this stop. */
export function whyHere(method: StopMethod, place: string, stop: number, stops: number): string {
  const { cylinder, kind } = parseValve(place)!;
  switch (method) {
    case 'eoic':
      return kind === 'I' ? `Exhaust ${cylinder} starts to open.` : `Intake ${cylinder} has closed.`;
    case 'each-tdc':
      return `Cylinder ${cylinder} at its firing dead centre.`;
    case 'two-positions':
      return stop === 0 ? 'First position.' : 'One turn later.';
    case 'quarter-turns':
      return 'A quarter turn on.';
    case 'fewest':
      return `Stop ${stop + 1} of ${stops}.`;
  }
}

/** How this valve is taken. */
export function howToTake(engine: Engine, measure: string): string {
  switch (measure) {
    case 'preload-turns':
      return engine.mount === 'stud-nut'
        ? 'Take out the play, socket off the nut, fingers light; then count turns.'
        : 'Take out the play with the screw, fingers light; then count turns.';
    case 'plunger-depth':
      return 'Tighten the pedestal to its torque, then measure how deep the plunger stands.';
    case 'lash-hot':
      return 'Engine hot and stopped. Feeler between tip and rocker, a light drag.';
    default:
      return 'Engine cold. Feeler between tip and rocker, a light drag.';
  }
}

/** The valve does not rest here: what to do. */
export function turnFirst(place: string, crankDeg: number, clearance: number, to: number | null): string {
  const how = clearance < 0 ? 'is on its lobe' : `is only ${degrees(clearance)} from a ramp`;
  const then = to === null ? 'This method cannot set it on this cam; choose another.' : `Turn to ${degrees(to)}.`;
  return `At ${degrees(crankDeg)} ${spokenPlace(place)} ${how}. ${then}`;
}
