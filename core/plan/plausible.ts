import { toCanonical, type Unit } from '../units/units.js';

/** From the least to the most that is met in this trade, canonical; on the line counts as met. */
export interface Plausible {
  least: number;
  most: number;
}

type Range = [least: number, most: number, unit?: Unit];

/**
 * What is ever read of a measure, in inches unless said: from the smallest engine to the largest and a good way beyond,
 * for what lies outside is asked about. Nothing at all, 0, is always met: it touches.
 */
const RANGES: Record<string, Range> = {
  'main-bore': [0.7, 7],
  'main-journal': [0.7, 7],
  'main-clearance': [0.0002, 0.02],
  'crank-end-play': [0.0005, 0.08],
  'rod-bore': [0.5, 5],
  'rod-journal': [0.5, 5],
  'rod-clearance': [0.0002, 0.02],
  'rod-side-clearance': [0.001, 0.15],
  bore: [1.2, 8],
  'piston-skirt': [1.2, 8],
  'piston-wall': [0.0002, 0.06],
  'ring-gap-top': [0.003, 0.15],
  'ring-gap-second': [0.003, 0.15],
  'deck-height': [-0.4, 0.4],
  'cam-end-play': [0.0005, 0.08],
  'lobe-lift': [0.1, 0.9],
  'pv-depth': [0.004, 0.5],
  'pv-depth-middle': [0.004, 0.5],
  'pv-dial': [0.004, 1.5],
  'pv-radial': [0.004, 0.5],
  'spring-installed-height': [0.8, 4],
  'coil-bind-margin': [0.004, 1.2],
  'spring-seat-load': [10, 1000, 'lbf'],
  'spring-open-load': [30, 2500, 'lbf'],
  'retainer-seal-gap': [0.003, 1],
  'rocker-retainer-gap': [0.003, 0.8],
  'rocker-retainer-open-gap': [0.003, 0.8],
  'rocker-retainer-bare-gap': [0.003, 0.8],
  'rocker-retainer-bare-open-gap': [0.003, 0.8],
  'rocker-stud-gap': [0.003, 0.6],
  'pushrod-side-gap': [0.003, 0.6],
  'mark-width': [0.01, 0.5],
  'mark-offset': [-0.3, 0.3],
  'trial-lift': [0.08, 1.5],
  'pushrod-checked': [3, 18],
  'pushrod-fitted': [3, 18],
  'pushrod-tool-turns': [0, 80, 'turn'],
  'trial-tool-turns': [0, 80, 'turn'],
  'stop-turns': [0, 12, 'turn'],
  'preload-turns': [0, 12, 'turn'],
  'plunger-depth': [-0.02, 0.5],
  'held-open': [0, 0.5],
  'adjuster-turns-used': [0, 30, 'turn'],
  'adjuster-turns-left': [0, 30, 'turn'],
  'lash-cold': [0.001, 0.08],
  'lash-hot': [0.001, 0.08],
  'valve-lift': [0.08, 1.5],
  'lock-torque': [1, 200, 'Nm'],
  torque: [1, 1200, 'Nm'],
  'fastener-angle': [2, 720, 'deg'],
  'fastener-stretch': [0.0005, 0.06],
  'intake-open': [-60, 140, 'deg'],
  'intake-close': [-30, 160, 'deg'],
  'exhaust-open': [-30, 160, 'deg'],
  'exhaust-close': [-60, 140, 'deg'],
};

/** What is read on a dial that goes round: feelers, clay, wires and gauges of height have no turns to miss. */
export const ON_DIAL = [
  'crank-end-play',
  'deck-height',
  'cam-end-play',
  'lobe-lift',
  'pv-dial',
  'trial-lift',
  'plunger-depth',
  'held-open',
  'valve-lift',
  'fastener-stretch',
];

/** What is read with blades or wires, of which one may not go in: then there is less than it is thick. */
export const BY_BLADE = [
  'rod-side-clearance',
  'ring-gap-top',
  'ring-gap-second',
  'coil-bind-margin',
  'retainer-seal-gap',
  'rocker-retainer-gap',
  'rocker-retainer-open-gap',
  'rocker-retainer-bare-gap',
  'rocker-retainer-bare-open-gap',
  'rocker-stud-gap',
  'pushrod-side-gap',
];

/** What is ever read of a measure; undefined where anything may be. */
export function plausibleOf(key: string): Plausible | undefined {
  const range = RANGES[key];
  if (!range) return undefined;
  const [least, most, unit = 'in'] = range;
  return { least: toCanonical(least, unit), most: toCanonical(most, unit) };
}

/** Keys that have a range: each must be one of the catalogue. */
export const RANGED = Object.keys(RANGES);
