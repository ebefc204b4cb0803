import type { Scope } from '../engine/places.js';
import { toCanonical, type Quantity, type Unit } from '../units/units.js';

export const STAGES = [
  'bottom-end',
  'dead-centre',
  'cam-timing',
  'mock-up',
  'geometry',
  'setting',
  'proof',
  'torque',
] as const;
export type Stage = (typeof STAGES)[number];

export interface Measure {
  key: string;
  title: string;
  stage: Stage;
  scope: Scope;
  quantity: Quantity;
  /** Units offered on screen, the usual one first. */
  units: Unit[];
  /** Smallest step that the instrument shows, canonical unit. */
  resolution: number;
  /** Default measuring uncertainty, canonical unit; half the width of the doubt on each side of a limit. */
  uncertainty: number;
  /** How it is taken, in a sentence. */
  how: string;
  /** Measures whose values this one is computed with or hangs on. */
  needs: string[];
  /** For a measure that is named rather than counted: its options, in a fixed order. */
  options?: string[];
}

const IN = (inches: number) => toCanonical(inches, 'in');

/** A length taken with an inch tool that shows `resolution` and is trusted to `uncertainty`, both in inches. */
const length = (
  key: string,
  title: string,
  stage: Stage,
  scope: Scope,
  [resolution, uncertainty]: [number, number],
  how: string,
  needs: string[] = [],
): Measure => ({
  key,
  title,
  stage,
  scope,
  quantity: 'length',
  units: ['in', 'thou', 'mm'],
  resolution: IN(resolution),
  uncertainty: IN(uncertainty),
  how,
  needs,
});

const angle = (key: string, title: string, stage: Stage, how: string, needs: string[] = []): Measure => ({
  key,
  title,
  stage,
  scope: 'engine',
  quantity: 'angle',
  units: ['deg'],
  resolution: 0.25,
  uncertainty: 0.5,
  how,
  needs,
});

const turns = (key: string, title: string, how: string): Measure => ({
  key,
  title,
  stage: 'setting',
  scope: 'valve',
  quantity: 'turns',
  units: ['turn'],
  resolution: 1 / 8,
  uncertainty: 1 / 16,
  how,
  needs: [],
});

const torque = (key: string, title: string, stage: Stage, scope: Scope, how: string): Measure => ({
  key,
  title,
  stage,
  scope,
  quantity: 'torque',
  units: ['lbft', 'Nm'],
  resolution: 0.5,
  uncertainty: 1,
  how,
  needs: [],
});

/**
 * The catalogue of measures: one row here and the sheet, the CSV, the record and the API know it. Resolutions and
 * uncertainties are general shop practice for clean parts and a careful hand.
 */
export const MEASURES: Measure[] = [
  length(
    'main-clearance',
    'Main bearing clearance',
    'bottom-end',
    'main',
    [0.0001, 0.0002],
    'Bore less journal, or directly.',
  ),
  length(
    'rod-clearance',
    'Rod bearing clearance',
    'bottom-end',
    'cylinder',
    [0.0001, 0.0002],
    'Bore less journal, or directly.',
  ),
  length(
    'ring-gap-top',
    'Top ring gap',
    'bottom-end',
    'cylinder',
    [0.001, 0.0005],
    'Ring squared in its own bore, feeler in the gap.',
  ),
  length(
    'ring-gap-second',
    'Second ring gap',
    'bottom-end',
    'cylinder',
    [0.001, 0.0005],
    'Ring squared in its own bore, feeler in the gap.',
  ),
  length(
    'piston-wall',
    'Piston to wall',
    'bottom-end',
    'cylinder',
    [0.0001, 0.0003],
    'Bore less skirt, at the height that the piston maker names.',
  ),
  length(
    'deck-height',
    'Deck height',
    'bottom-end',
    'cylinder',
    [0.0005, 0.001],
    'Dial over the pin line at dead centre; plus above the deck, minus in the hole.',
  ),
  length(
    'rod-side-clearance',
    'Rod side clearance',
    'bottom-end',
    'pin',
    [0.001, 0.001],
    'Feeler between the rods on one pin, spread apart.',
  ),
  length(
    'crank-end-play',
    'Crank end play',
    'bottom-end',
    'engine',
    [0.0005, 0.0005],
    'Dial on the nose, crank levered to and fro.',
  ),
  angle(
    'tdc-wheel-error',
    'Wheel error at dead centre',
    'dead-centre',
    'Piston stop or equal drop: midway between the two readings.',
  ),
  angle('intake-open', 'Intake opens, before dead centre', 'cam-timing', 'At the card’s check lift.', [
    'tdc-wheel-error',
  ]),
  angle('intake-close', 'Intake closes, after bottom centre', 'cam-timing', 'At the card’s check lift.', [
    'tdc-wheel-error',
  ]),
  angle('exhaust-open', 'Exhaust opens, before bottom centre', 'cam-timing', 'At the card’s check lift.', [
    'tdc-wheel-error',
  ]),
  angle('exhaust-close', 'Exhaust closes, after dead centre', 'cam-timing', 'At the card’s check lift.', [
    'tdc-wheel-error',
  ]),
  angle(
    'intake-centreline',
    'Intake centreline',
    'cam-timing',
    'Equal drop either side of the nose, after dead centre.',
    ['tdc-wheel-error'],
  ),
  angle(
    'exhaust-centreline',
    'Exhaust centreline',
    'cam-timing',
    'Equal drop either side of the nose, before dead centre.',
    ['tdc-wheel-error'],
  ),
  length(
    'cam-end-play',
    'Cam end play',
    'cam-timing',
    'engine',
    [0.0005, 0.001],
    'Dial on the cam nose, cam pushed to and fro.',
  ),
  length(
    'lobe-lift',
    'Lobe lift',
    'cam-timing',
    'valve',
    [0.0005, 0.001],
    'Dial in line with the lifter, base circle to nose.',
  ),
  length(
    'pv-depth',
    'Piston to valve, depth',
    'mock-up',
    'valve',
    [0.001, 0.005],
    'Clay cut through its thinnest place, or valve pushed down against a dial.',
  ),
  length('pv-radial', 'Piston to valve, radial', 'mock-up', 'valve', [0.001, 0.005], 'From valve edge to pocket edge.'),
  length('coil-bind-margin', 'Coil bind margin', 'mock-up', 'valve', [0.001, 0.005], 'Open height less solid height.'),
  length('retainer-seal-gap', 'Retainer to seal', 'mock-up', 'valve', [0.001, 0.005], 'At full lift.'),
  length(
    'rocker-retainer-gap',
    'Rocker to retainer',
    'mock-up',
    'valve',
    [0.001, 0.005],
    'Wire gauge, closed and at full lift.',
  ),
  length(
    'pushrod-side-gap',
    'Pushrod to head or plate',
    'mock-up',
    'valve',
    [0.001, 0.005],
    'Feeler all round, through a full turn.',
  ),
  length(
    'spring-installed-height',
    'Spring installed height',
    'mock-up',
    'valve',
    [0.001, 0.002],
    'Height gauge between seat and retainer.',
  ),
  length('mark-width', 'Rubbed mark, width', 'geometry', 'valve', [0.001, 0.004], 'Callipers over the rubbed mark.'),
  length(
    'mark-offset',
    'Rubbed mark, off centre',
    'geometry',
    'valve',
    [0.001, 0.005],
    'Plus outward, away from the pivot.',
  ),
  length('stand-shim', 'Shim under the stand', 'geometry', 'valve', [0.001, 0.0005], 'As fitted.'),
  length(
    'pushrod-checked',
    'Pushrod length, checking rod',
    'geometry',
    'valve',
    [0.001, 0.003],
    'Length of the checking rod at the chosen mark.',
  ),
  length(
    'pushrod-fitted',
    'Pushrod length, fitted',
    'geometry',
    'valve',
    [0.001, 0.002],
    'Measured on the rod that goes in.',
  ),
  {
    key: 'plunger-state',
    title: 'Plunger at zero lash',
    stage: 'setting',
    scope: 'valve',
    quantity: 'choice',
    units: ['choice'],
    resolution: 1,
    uncertainty: 0,
    how: 'Where the plunger stood when the play was just gone.',
    needs: [],
    options: ['at-clip', 'part-way', 'bottomed'],
  },
  turns('preload-turns', 'Preload, turns', 'Turns of the adjuster past zero lash.'),
  length(
    'plunger-depth',
    'Plunger depth',
    'setting',
    'valve',
    [0.001, 0.003],
    'Plunger below its clip; computed from the turns, or measured with a dial.',
  ),
  length(
    'plunger-travel-left',
    'Plunger travel left',
    'setting',
    'valve',
    [0.001, 0.005],
    'From the set plunger down to its bottom.',
  ),
  turns('adjuster-turns-used', 'Adjuster turns used', 'Turns from the maker’s start to where it is set.'),
  length('lash-cold', 'Lash, cold', 'setting', 'valve', [0.001, 0.0005], 'Feeler between tip and rocker, engine cold.'),
  length(
    'lash-hot',
    'Lash, hot',
    'setting',
    'valve',
    [0.001, 0.0005],
    'Feeler between tip and rocker, engine hot and stopped.',
  ),
  torque('lock-torque', 'Lock torque', 'setting', 'valve', 'Lock nut or screw, adjuster held.'),
  length(
    'valve-lift',
    'Total lift at the valve',
    'proof',
    'valve',
    [0.001, 0.003],
    'Dial in line with the stem, lash and preload as set.',
  ),
  torque('torque', 'Tightening torque', 'torque', 'engine', 'As the maker’s steps say.'),
];

const byKey = new Map(MEASURES.map((measure) => [measure.key, measure]));

/** The measure of that key, or undefined. */
export function findMeasure(key: string): Measure | undefined {
  return byKey.get(key);
}

/** The measure of that key, which the caller knows to exist. */
export function measureOf(key: string): Measure {
  const measure = byKey.get(key);
  if (!measure) throw new Error(`No measure called ${key}`);
  return measure;
}
