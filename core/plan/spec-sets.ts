import type { Lifter, ValveKind } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import { toCanonical, type Unit } from '../units/units.js';
import { measureOf } from './measures.js';
import type { OwnMeasure } from './own-measure.js';
import type { Practice } from './practice.js';

/**
 * What the figures of a limit are: values themselves; factors of the cylinder's measured bore; or differences from what
 * the cam card lets expect, in the unit.
 */
export const BASES = ['absolute', 'of-bore', 'of-card'] as const;
export type Basis = (typeof BASES)[number];

/** One limit of a spec set, in the unit in which the shop wrote it down. */
export interface SpecLimit {
  measure: string;
  /** Only for valves of this kind; both when left out. */
  valve?: ValveKind;
  min?: number;
  max?: number;
  /** The line inside the limit that the shop would rather keep. */
  preferred?: number;
  unit: Unit;
  basis: Basis;
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
  practice: Practice;
  /** What this shop measures besides the catalogue. */
  measures?: OwnMeasure[];
  /** By whom, when and why this version was issued; the examples came with Utex. */
  issued?: { by: string; at: string; reason: string };
}

/** The limits of a set by their measures: they are looked for some thousand times a sheet. */
const indexed = new WeakMap<readonly SpecLimit[], Map<string, SpecLimit[]>>();

function limitsOn(limits: SpecLimit[], measure: string): SpecLimit[] {
  let index = indexed.get(limits);
  if (!index) {
    index = new Map();
    for (const limit of limits) index.set(limit.measure, [...(index.get(limit.measure) ?? []), limit]);
    indexed.set(limits, index);
  }
  return index.get(measure) ?? [];
}

/** The limit for `measure` at `place`, if the set has one. */
export function limitFor({ limits }: Pick<SpecSet, 'limits'>, measure: string, place: string): SpecLimit | undefined {
  const on = limitsOn(limits, measure);
  if (on.every(({ valve }) => !valve)) return on[0];
  const kind = parseValve(place)?.kind;
  return on.find(({ valve }) => !valve || valve === kind);
}

/** The unit that a set states its limit on a measure in; that of the measure where it states none. */
export const unitOfLimit = ({ limits }: Pick<SpecSet, 'limits'>, measure: string): Unit =>
  limitsOn(limits, measure)[0]?.unit ?? measureOf(measure).units[0];

/** What a shop sets a measure to: the line that it prefers, else the middle of its limit, canonical; undefined where it states none, or only one edge. */
export function aimOf(set: Pick<SpecSet, 'limits'>, measure: string, place: string): number | undefined {
  const limit = limitFor(set, measure, place);
  if (!limit || limit.basis !== 'absolute') return undefined;
  const { min, max, preferred, unit } = limit;
  const aim = preferred ?? (min !== undefined && max !== undefined ? (min + max) / 2 : undefined);
  return aim === undefined ? undefined : toCanonical(aim, unit);
}

/** The least that a set lets a measure be at a place, canonical; undefined where it states none, or by the bore or card. */
export function leastOf(set: Pick<SpecSet, 'limits'>, measure: string, place: string): number | undefined {
  const limit = limitFor(set, measure, place);
  return limit?.basis === 'absolute' && limit.min !== undefined ? toCanonical(limit.min, limit.unit) : undefined;
}

/** What of the cam is held against its card: the four events and both centrelines. */
export const HELD_TO_CARD = [
  'intake-open',
  'intake-close',
  'exhaust-open',
  'exhaust-close',
  'intake-centreline',
  'exhaust-centreline',
];
