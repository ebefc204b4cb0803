import type { At } from '../plan/measure.js';
import type { Engine } from '../engine/engine.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Usual } from '../judge/odd-one.js';
import type { ShopHistory } from '../plan/shop-history.js';
import type { TighteningPlan } from '../tightening/plan.js';
import type { AngleStands } from './angle-doubts.js';
import type { Stand, Try } from './stand.js';

/** What tells whether a rod fits: the plunger where nothing turns, the screw's range, the mark at the height that results. */
export type FitsBy = 'plunger' | 'adjuster' | 'mark';

/** What a rod may be longer than the required one, from `min` to `max` mm, and by what. */
export interface RodWindow {
  by: FitsBy;
  min: number;
  max: number;
}

/** All that a value is judged by: the engine, the shop's limits, what its cam card says, and what else was read there. */
export interface Judging {
  engine: Engine;
  spec: SpecSet;
  stand: Stand;
  /**
   * What the card (with the chosen target) lets expect, canonical, by measure and kind of valve; of an event by the lift
   * at which it is read, undefined where the card states none there.
   */
  expected: (measure: string, place: string, at?: At) => number | undefined;
  /** The lifts at which the card states events, mm; empty while there is no card. */
  cardLifts: readonly number[];
  /** The unit in which the card prints its lifts. */
  cardUnit: 'in' | 'mm';
  /** The bore of the cylinder that a place belongs to, mm: as measured, else as the engine's data state it. */
  boreMm: (place: string) => number | undefined;
  /** What the rod of a valve may be longer than wanted, from `min` to `max` mm, and by what; null where nobody can tell. */
  rodWindow: (place: string) => RodWindow | null;
  /** How the fasteners of each group are tightened. */
  plans: readonly TighteningPlan[];
  /** What this shop's finished builds showed. */
  history: ShopHistory;
  /** By how much values of a measure lie apart on a good engine, and how many are tested on this one. */
  usual: (measure: string) => Usual;
  /** How an angle stands: by how much its wheel was off, or why it cannot be trusted. */
  angleStands: (one: Try) => AngleStands;
}
