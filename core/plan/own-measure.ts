import { SCOPES, type Scope } from '../engine/places.js';
import { quantityOf, toCanonical, UNITS, type Quantity, type Unit } from '../units/units.js';
import type { Measure, Stage } from './measure.js';

/** Stages that have a list of measures to stand on. */
export const OWN_STAGES = [
  'bottom-end',
  'dead-centre',
  'cam-timing',
  'mock-up',
  'geometry',
  'setting',
  'proof',
] as const satisfies Stage[];
type OwnStage = (typeof OWN_STAGES)[number];

/**
 * A measure that a shop takes and the catalogue does not know. It is a row of the shop's spec set; its key says all of it
 * that a value must keep its meaning by, so that a reading of it, wherever it goes, needs no set beside it.
 */
export interface OwnMeasure {
  title: string;
  stage: OwnStage;
  scope: Scope;
  /** The unit that the instrument shows, and its smallest step in it. */
  unit: Unit;
  resolution: number;
  /** How it is taken, in a sentence. */
  how: string;
  caution?: string;
}

/** Where it can be taken: any place that every engine has. */
export const OWN_SCOPES: Scope[] = SCOPES.filter((scope) => scope !== 'fastener');
/** What instruments show; a wheel of 0 to 360 is read by measures that have a side. */
export const OWN_UNITS = (Object.keys(UNITS) as Unit[]).filter(
  (unit) => !['choice', 'deg360', 'deg360r'].includes(unit),
);
/** The longest title: with all that stands before it, a key is one word of a reading. */
export const LONGEST_TITLE = 32;

const MARK = 'own';
const PART = ':';

/** @example ownKey({ title: 'Coupling runout', stage: 'bottom-end', scope: 'engine', unit: 'in', resolution: 0.0005, how: '' }) // 'own:bottom-end:engine:in:0.0005:Coupling runout' */
export const ownKey = ({ title, stage, scope, unit, resolution }: OwnMeasure): string =>
  [MARK, stage, scope, unit, resolution, title].join(PART);

export const isOwnKey = (key: string): boolean => key.startsWith(MARK + PART);

/** Units that such a quantity is typed in, the instrument's own first. */
function unitsOf(quantity: Quantity, own: Unit): Unit[] {
  const others = quantity === 'length' ? (['in', 'thou', 'mm'] as const) : OWN_UNITS.filter((unit) => quantityOf(unit) === quantity); // prettier-ignore
  return [own, ...others.filter((unit) => unit !== own)];
}

/** The measure that a key describes; undefined where it describes none. */
export function readOwnKey(key: string): Measure | undefined {
  const [mark, stage, scope, unit, step, ...title] = key.split(PART);
  const resolution = Number(step);
  const [isStage, isScope, isUnit] = [OWN_STAGES.includes(stage as never), OWN_SCOPES.includes(scope as Scope), OWN_UNITS.includes(unit as Unit)]; // prettier-ignore
  if (mark !== MARK || !isStage || !isScope || !isUnit || !(resolution > 0) || title.length !== 1) return undefined;
  const quantity = quantityOf(unit)!;
  const canonical = toCanonical(resolution, unit as Unit);
  return {
    key,
    title: title[0],
    stage: stage as Stage,
    scope: scope as Scope,
    quantity,
    units: unitsOf(quantity, unit as Unit),
    resolution: canonical,
    // Until the shop's practice says otherwise, an instrument is trusted to its smallest step.
    uncertainty: canonical,
    how: '',
    needs: [],
    counts: 'newest',
  };
}

/** As much of a spec set as tells its own measures. */
type WithOwn = { measures?: OwnMeasure[] };

/** The row of a set that an own measure of it has. */
export const ownOf = ({ measures = [] }: WithOwn, key: string): OwnMeasure | undefined =>
  measures.find((one) => ownKey(one) === key);

/** The measures of a set's own that stand on the list of a stage. */
export const ownMeasures = ({ measures = [] }: WithOwn, stage: Stage): Measure[] =>
  measures.filter((one) => one.stage === stage).map((one) => ({ ...readOwnKey(ownKey(one))!, how: one.how }));
