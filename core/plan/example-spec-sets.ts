import type { ValveKind } from '../engine/engine.js';
import type { Unit } from '../units/units.js';
import { GENERAL_PRACTICE } from './practice.js';
import { HELD_TO_CARD, type SpecLimit, type SpecSet } from './spec-sets.js';

const PRACTICE = 'General shop practice, an example: the part maker’s card comes first';

/** What every set asks of a bench that adjusts valves, beyond its own window. */
const depth = (min: number, max: number): SpecLimit => ({
  measure: 'plunger-depth',
  min,
  max,
  unit: 'in',
  basis: 'absolute',
  required: true,
  source: PRACTICE,
});
const lashCold = (valve: ValveKind, min: number, max: number, unit: Unit = 'in'): SpecLimit => ({
  measure: 'lash-cold',
  valve,
  min,
  max,
  unit,
  basis: 'absolute',
  required: true,
  source: PRACTICE,
});

const hold = (measure: string, min: number | undefined, max: number | undefined, unit: Unit = 'in'): SpecLimit => ({
  measure,
  ...(min === undefined ? {} : { min }),
  ...(max === undefined ? {} : { max }),
  unit,
  basis: 'absolute',
  required: false,
  source: PRACTICE,
});

/** Ring gap by the cylinder's own bore: more for the harder worked engine. */
const ringGap = (measure: string, factor: number, unit: Unit = 'in'): SpecLimit => ({
  ...hold(measure, factor, undefined, unit),
  basis: 'of-bore',
});

const card = (deg: number): SpecLimit[] =>
  HELD_TO_CARD.map((measure) => ({ ...hold(measure, -deg, deg, 'deg'), basis: 'of-card' }));

/** What is kept between valve and piston, coils, retainers and rods: the least, and the line above it that is kept where it can be. */
const keep = (
  measure: string,
  min: number,
  preferred: number | undefined,
  unit: Unit,
  valve?: ValveKind,
): SpecLimit => ({
  ...hold(measure, min, undefined, unit),
  ...(preferred === undefined ? {} : { preferred }),
  ...(valve ? { valve } : {}),
});
const MOCK_UP: SpecLimit[] = [
  keep('pv-depth-final', 0.08, 0.1, 'in', 'I'),
  keep('pv-depth-final', 0.1, 0.12, 'in', 'E'),
  keep('pv-radial-final', 0.05, 0.06, 'in'),
  keep('coil-bind-margin', 0.05, 0.06, 'in'),
  keep('retainer-seal-gap', 0.05, 0.06, 'in'),
  keep('rocker-retainer-gap', 0.03, 0.04, 'in'),
  keep('rocker-retainer-open-gap', 0.03, 0.04, 'in'),
  keep('rocker-stud-gap', 0.04, 0.06, 'in'),
  keep('pushrod-side-gap', 0.03, 0.04, 'in'),
];
const MOCK_UP_METRIC: SpecLimit[] = [
  keep('pv-depth-final', 1.5, 2, 'mm', 'I'),
  keep('pv-depth-final', 2, 2.5, 'mm', 'E'),
  keep('pv-radial-final', 1, 1.3, 'mm'),
  keep('coil-bind-margin', 1, 1.3, 'mm'),
  keep('retainer-seal-gap', 1, 1.5, 'mm'),
];

/** Bottom end, dead centre and timing of a shop that works in inches. None is required: many jobs start at the valves. */
const SHORT_BLOCK: SpecLimit[] = [
  hold('main-clearance', 0.002, 0.003),
  hold('main-journal-taper', undefined, 0.0003),
  hold('main-journal-round', undefined, 0.0003),
  hold('rod-clearance', 0.002, 0.003),
  hold('rod-journal-taper', undefined, 0.0003),
  hold('rod-journal-round', undefined, 0.0003),
  hold('crank-end-play', 0.004, 0.009),
  hold('rod-side-clearance', 0.012, 0.024),
  hold('bore-taper', undefined, 0.0008),
  hold('bore-round', undefined, 0.0008),
  hold('piston-wall', 0.003, 0.006),
  ringGap('ring-gap-top', 0.0045),
  ringGap('ring-gap-second', 0.005),
  hold('deck-height', -0.012, 0.006),
  hold('deck-square', undefined, 0.004),
  hold('tdc-wheel-error', -0.5, 0.5, 'deg'),
  ...card(1.5),
  hold('cam-end-play', 0.004, 0.01),
];

/** The same for a twin that is measured in millimetres, with roller bearings on one pin. */
const SHORT_BLOCK_METRIC: SpecLimit[] = [
  hold('rod-side-clearance', 0.3, 0.6, 'mm'),
  hold('crank-end-play', 0.1, 0.3, 'mm'),
  hold('piston-wall', 0.05, 0.1, 'mm'),
  ringGap('ring-gap-top', 0.0045, 'mm'),
  ringGap('ring-gap-second', 0.0045, 'mm'),
  hold('deck-height', -0.6, 0, 'mm'),
  hold('tdc-wheel-error', -0.5, 0.5, 'deg'),
  ...card(1.5),
  hold('cam-end-play', 0.1, 0.25, 'mm'),
];

const EXAMPLES: Omit<SpecSet, 'practice'>[] = [
  {
    id: 'shop-hydraulic',
    version: 1,
    title: 'Shop hydraulic',
    lifter: 'hydraulic',
    limits: [depth(0.02, 0.06), ...SHORT_BLOCK, ...MOCK_UP],
  },
  {
    id: 'shop-solid',
    version: 1,
    title: 'Shop solid',
    lifter: 'solid',
    limits: [lashCold('I', 0.012, 0.02), lashCold('E', 0.014, 0.022), ...SHORT_BLOCK, ...MOCK_UP],
  },
  {
    id: 'hydroplane-hydraulic',
    version: 3,
    title: 'Hydroplane hydraulic',
    lifter: 'hydraulic',
    limits: [depth(0.02, 0.06), ...SHORT_BLOCK, ...MOCK_UP],
  },
  {
    id: 'tractor-solid',
    version: 2,
    title: 'Tractor solid',
    lifter: 'solid',
    limits: [lashCold('I', 0.014, 0.018), lashCold('E', 0.018, 0.022), ...SHORT_BLOCK, ...MOCK_UP],
  },
  {
    id: 'sidecar-solid',
    version: 1,
    title: 'Sidecar solid, metric',
    lifter: 'solid',
    limits: [lashCold('I', 0.08, 0.14, 'mm'), lashCold('E', 0.1, 0.16, 'mm'), ...SHORT_BLOCK_METRIC, ...MOCK_UP_METRIC],
  },
  {
    id: 'pump-hydraulic',
    version: 1,
    title: 'Pump race hydraulic, by turns',
    lifter: 'hydraulic',
    limits: [
      {
        measure: 'preload-turns',
        min: 0.25,
        max: 0.75,
        unit: 'turn',
        basis: 'absolute',
        required: true,
        source: PRACTICE,
      },
      { measure: 'plunger-travel-left', min: 0.02, unit: 'in', basis: 'absolute', required: false, source: PRACTICE },
      ...SHORT_BLOCK,
      ...MOCK_UP,
    ],
  },
];

/** Example sets that come with Utex, from general shop practice, and say so. A shop replaces them by its own. */
export const EXAMPLE_SPEC_SETS: SpecSet[] = EXAMPLES.map((set) => ({ ...set, practice: GENERAL_PRACTICE }));
