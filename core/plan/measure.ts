import type { Lifter } from '../engine/engine.js';
import type { Scope } from '../engine/places.js';
import type { Plausible } from './plausible.js';
import { toCanonical, type Quantity, type Unit } from '../units/units.js';

export const STAGES = [
  'bottom-end',
  'dead-centre',
  'cam-timing',
  'mock-up',
  'geometry',
  'torque',
  'setting',
  'proof',
] as const;
export type Stage = (typeof STAGES)[number];

/** The two sides of a measure that has a sign, as they are spoken; their first letters are keys at the bench. */
export interface Sides {
  plus: string;
  minus: string;
  /** For an angle read on the wheel: the dead centre that it is counted from. */
  deadCentre?: 'TDC' | 'BDC';
}

/**
 * What tells one value of a measure at a place from another: the lift above the base circle or the drop below the nose
 * at which an angle is read (mm), the setting of a trial (mm), the position of the crank (degrees), the pass over a
 * group of fasteners (counted from 1; see `core/tightening/`).
 */
export const AT_BY = ['lift', 'drop', 'setting', 'crank', 'pass'] as const;
export type AtBy = (typeof AT_BY)[number];
export interface At {
  by: AtBy;
  /** Canonical. */
  value: number;
}

/** What a measure's value is taken at, as fine as any instrument tells: 0.05 in and 1.27 mm are one lift. */
export const atValue = (value: number): number => Number(value.toFixed(6));

/**
 * How the tries in one slot count: the newest alone; the worst of them, until they agree; or each, because what follows
 * hangs on all of them and on their order.
 */
export const COUNTS = ['newest', 'worst', 'each'] as const;
type Counts = (typeof COUNTS)[number];

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
  /** Default measuring uncertainty (k = 2), canonical unit: the width of the doubt on each side of a limit. */
  uncertainty: number;
  /** How it is taken, in a sentence. */
  how: string;
  /** Measures whose values this one is computed with or hangs on. */
  needs: string[];
  /** For a measure that is named rather than counted: its options, in a fixed order. */
  options?: string[];
  sides?: Sides;
  /** For a size that may be taken in several directions, up to four numbers: front, front across, rear, rear across. */
  several?: true;
  counts: Counts;
  /** It may be typed by its two edges, inner and outer, from the same side: then it is what lies between them. */
  hasEdges?: true;
  /** It may show that there is more than could be measured: clay that bears no mark is at least as thick as it is. */
  mayBeClear?: true;
  /** It may show that there is less than could be measured: the thinnest blade that did not go in. */
  mayNotPass?: true;
  /** Told apart by this too, besides measure and place. */
  at?: AtBy;
  /** What is ever read of it; what lies outside is asked about. */
  plausible?: Plausible;
  /** It is read on a dial, whose needle may be taken for a turn too many or too few. */
  onDial?: true;
  /** It differs between intakes and exhausts by its nature: each is compared with its own kind alone. */
  byKind?: true;
  /** Only on engines with these lifters: the others have no such thing. */
  lifter?: Lifter;
}

const IN = (inches: number) => toCanonical(inches, 'in');

/** A length taken with an inch tool that shows `resolution` and is trusted to `uncertainty`, both in inches. */
export const length = (
  key: string,
  title: string,
  stage: Stage,
  scope: Scope,
  [resolution, uncertainty]: [number, number],
  how: string,
  more: Partial<Measure> = {},
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
  needs: [],
  counts: 'newest',
  ...more,
});

/** Signs of the cam card and of the wheel: an angle before or after one of the dead centres. */
export const SIDES = {
  afterTdc: { plus: 'after', minus: 'before', deadCentre: 'TDC' },
  beforeTdc: { plus: 'before', minus: 'after', deadCentre: 'TDC' },
  afterBdc: { plus: 'after', minus: 'before', deadCentre: 'BDC' },
  beforeBdc: { plus: 'before', minus: 'after', deadCentre: 'BDC' },
} as const satisfies Record<string, Sides>;

/** An angle read on the builder's own wheel, of the whole engine. */
export const wheelAngle = (
  key: string,
  title: string,
  stage: Stage,
  sides: Sides,
  how: string,
  more: Partial<Measure> = {},
): Measure => ({
  key,
  title,
  stage,
  scope: 'engine',
  quantity: 'angle',
  units: ['deg', 'deg360', 'deg360r'],
  resolution: 0.25,
  uncertainty: 0.5,
  how,
  needs: [],
  sides,
  counts: 'newest',
  ...more,
});

/** An angle that is computed or chosen rather than read on the wheel. */
export const plainAngle = (
  key: string,
  title: string,
  stage: Stage,
  uncertainty: number,
  how: string,
  more: Partial<Measure> = {},
): Measure => ({
  key,
  title,
  stage,
  scope: 'engine',
  quantity: 'angle',
  units: ['deg'],
  resolution: 0.25,
  uncertainty,
  how,
  needs: [],
  counts: 'newest',
  ...more,
});

export const turns = (key: string, title: string, how: string, more: Partial<Measure> = {}): Measure => ({
  key,
  title,
  stage: 'setting',
  scope: 'valve',
  quantity: 'turns',
  units: ['turn'],
  resolution: 1 / 8,
  uncertainty: 1 / 32,
  how,
  needs: [],
  counts: 'newest',
  ...more,
});

/** What is named rather than counted, at a valve while it is set. */
export const choice = (
  key: string,
  title: string,
  options: string[],
  how: string,
  more: Partial<Measure> = {},
): Measure => ({
  key,
  title,
  stage: 'setting',
  scope: 'valve',
  quantity: 'choice',
  units: ['choice'],
  resolution: 1,
  uncertainty: 0,
  how,
  needs: [],
  options,
  counts: 'newest',
  ...more,
});

export const torque = (key: string, title: string, stage: Stage, scope: Scope, how: string): Measure => ({
  key,
  title,
  stage,
  scope,
  quantity: 'torque',
  units: ['lbft', 'lbin', 'Nm'],
  resolution: 0.5,
  uncertainty: 1,
  how,
  needs: [],
  counts: 'newest',
});
