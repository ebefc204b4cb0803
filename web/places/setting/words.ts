import type { StopMethod } from '../../../core/cam/valve-stops.js';
import { formatDistanceToNowStrict } from 'date-fns/formatDistanceToNowStrict';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import type { Engine } from '../../../core/engine/engine.js';
import { turnBetween } from '../../../core/plan/setting-order.js';

/** The methods where there is room for a word or two. */
export const METHOD_SHORT: Record<StopMethod, string> = {
  eoic: 'Opening, closing',
  'each-tdc': 'Firing dead centres',
  'two-positions': 'Two positions',
  'quarter-turns': 'Quarter turns',
  fewest: 'Fewest stops',
};

/** How each is done, in a sentence. */
export const METHOD_HOW: Record<StopMethod, string> = {
  eoic: 'When a cylinder’s exhaust starts to open its intake is set; when its intake has closed, its exhaust.',
  'each-tdc': 'Both valves of a cylinder at its firing dead centre, from mark to mark on the damper.',
  'two-positions': 'All that rest at one firing dead centre, the others one turn later.',
  'quarter-turns':
    'The slack is taken from all, then from what comes loose quarter by quarter; then all are set at once.',
  fewest:
    'The least number of crank positions that puts every valve on its base circle, each as far from a ramp as can be.',
};

export const degrees = (deg: number) => `${Math.round(deg * 2) / 2}°`;

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
      return 'A whole cycle brought nothing loose: every valve is at zero, wherever the crank stands.';
    case 'fewest':
      return `Stop ${stop + 1} of ${stops}.`;
  }
}

/** How this valve is taken. */
export function howToTake(engine: Engine, measure: string): string | null {
  switch (measure) {
    case 'preload-turns':
      return engine.mount === 'stud-nut'
        ? 'Take out the play, socket off the nut, fingers light; then count turns.'
        : 'Take out the play with the screw, fingers light; then count turns.';
    case 'plunger-depth':
      return 'Tighten the pedestal to its torque, then measure how deep the plunger stands.';
    case 'lash-hot':
      return 'Engine hot and stopped. Feeler between tip and rocker, a light drag.';
    case 'lash-cold':
      return 'Engine cold. Feeler between tip and rocker, a light drag.';
    default:
      return null;
  }
}

/** What the crank is turned by to get there. */
export function sayTurn(from: number, to: number): string {
  const { forwards, back } = turnBetween(from, to);
  return `Turn to ${degrees(to)}: ${degrees(forwards)} on${back === null ? '' : `, or ${degrees(back)} back`}.`;
}

/** The valve does not rest here: what to do. */
export function turnFirst(place: string, crankDeg: number, clearance: number, to: number | null): string {
  const how = clearance < 0 ? 'is on its lobe' : `is only ${degrees(clearance)} from a ramp`;
  const then = to === null ? 'This method cannot set it on this cam; choose another.' : sayTurn(crankDeg, to);
  return `At ${degrees(crankDeg)} ${spokenPlace(place)} ${how}. ${then}`;
}

/** After so long a hand is no longer there, ms. */
const GONE_MS = 3_600_000;

/** How long ago a hand was at its valve, where it is no longer there. */
export const sayAgo = (at: string): string =>
  Date.now() - Date.parse(at) < GONE_MS ? '' : `, ${formatDistanceToNowStrict(new Date(at))} ago`;

/** What a method cannot set on this cam, and what it falls short by. */
export const sayUnsafe = (unsafe: { place: string; clearanceDeg: number }[], marginDeg: number): string =>
  unsafe
    .map(({ place, clearanceDeg }) =>
      clearanceDeg < 0
        ? `${spokenPlace(place)} (${degrees(-clearanceDeg)} up its lobe)`
        : `${spokenPlace(place)} (${degrees(marginDeg - clearanceDeg)} short of ${degrees(marginDeg)})`,
    )
    .join(', ');
