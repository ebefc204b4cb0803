import type { Lifter, ValveKind } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import type { Unit } from '../units/units.js';

/** One limit of a spec set, in the unit in which the shop wrote it down. */
export interface SpecLimit {
  measure: string;
  /** Only for valves of this kind; both when left out. */
  valve?: ValveKind;
  min?: number;
  max?: number;
  unit: Unit;
  /** Whether signing asks for this value at every place. */
  required: boolean;
  /** Where the figure comes from. */
  source: string;
}

/** The shop's limits for one kind of build. A version never changes once it is issued; a change is a new version. */
export interface SpecSet {
  id: string;
  version: number;
  title: string;
  lifter: Lifter;
  limits: SpecLimit[];
}

/** The limit for `measure` at `place`, if the set has one. */
export function limitFor(spec: Pick<SpecSet, 'limits'>, measure: string, place: string): SpecLimit | undefined {
  const kind = parseValve(place)?.kind;
  return spec.limits.find((limit) => limit.measure === measure && (!limit.valve || limit.valve === kind));
}

const PRACTICE = 'General shop practice, an example: the part maker’s card comes first';

/** What every set asks of a bench that adjusts valves, beyond its own window. */
const depth = (min: number, max: number): SpecLimit => ({
  measure: 'plunger-depth',
  min,
  max,
  unit: 'in',
  required: true,
  source: PRACTICE,
});
const lashCold = (valve: ValveKind, min: number, max: number, unit: Unit = 'in'): SpecLimit => ({
  measure: 'lash-cold',
  valve,
  min,
  max,
  unit,
  required: true,
  source: PRACTICE,
});

/** Example sets that come with Utex, from general shop practice, and say so. A shop replaces them by its own. */
export const EXAMPLE_SPEC_SETS: SpecSet[] = [
  { id: 'shop-hydraulic', version: 1, title: 'Shop hydraulic', lifter: 'hydraulic', limits: [depth(0.02, 0.06)] },
  {
    id: 'shop-solid',
    version: 1,
    title: 'Shop solid',
    lifter: 'solid',
    limits: [lashCold('I', 0.012, 0.02), lashCold('E', 0.014, 0.022)],
  },
  {
    id: 'hydroplane-hydraulic',
    version: 3,
    title: 'Hydroplane hydraulic',
    lifter: 'hydraulic',
    limits: [depth(0.02, 0.06)],
  },
  {
    id: 'tractor-solid',
    version: 2,
    title: 'Tractor solid',
    lifter: 'solid',
    limits: [lashCold('I', 0.014, 0.018), lashCold('E', 0.018, 0.022)],
  },
  {
    id: 'sidecar-solid',
    version: 1,
    title: 'Sidecar solid, metric',
    lifter: 'solid',
    limits: [lashCold('I', 0.08, 0.14, 'mm'), lashCold('E', 0.1, 0.16, 'mm')],
  },
  {
    id: 'pump-hydraulic',
    version: 1,
    title: 'Pump race hydraulic, by turns',
    lifter: 'hydraulic',
    limits: [
      { measure: 'preload-turns', min: 0.25, max: 0.75, unit: 'turn', required: true, source: PRACTICE },
      { measure: 'plunger-travel-left', min: 0.02, unit: 'in', required: false, source: PRACTICE },
    ],
  },
];
