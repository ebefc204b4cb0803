import { DEFAULT_MARGIN_DEG, STOP_METHODS, type StopMethod } from '../cam/valve-stops.js';
import type { Metal } from '../engine/engine.js';
import { toCanonical, type Unit } from '../units/units.js';
import { DEFAULT_GROWTH } from '../valvetrain/lash.js';
import type { School } from '../valvetrain/schools.js';
import type { ShopHistory } from './shop-history.js';
import { K } from '../tolerances.js';
import { trustOfMean, trustParts, withRounding, type TrustParts } from './trust.js';
import type { Gate, OrderRule } from './gates.js';
import type { Measure, Stage } from './measure.js';

/** Along the firing order, along the heads, or all intakes and then all exhausts. */
export const ALONG = ['firing', 'bank', 'kind'] as const;
export type Along = (typeof ALONG)[number];

/** What a shop may ask at each valve besides what settles it, in the order in which it is come by. */
export const ASKED_BESIDES = [
  'rod-in-cups',
  'trunnion-way',
  'rocker-square',
  'rod-in-hole',
  'plunger-state',
  'zero-felt-by',
  'held-open',
  'feeler',
  'plunger-travel-left',
  'adjuster-turns-used',
  'adjuster-turns-left',
  'lock-screw-depth',
  'thread-locker',
  'lock-torque',
] as const;

export type AskedBesides = (typeof ASKED_BESIDES)[number];

/** What the time until something is looked at again is counted in. */
export const RECHECK_COUNTS = ['hours', 'nights', 'runs', 'months'] as const;
export type RecheckCount = (typeof RECHECK_COUNTS)[number];

/** Something that is looked at again in a running engine: sooner, the higher it was turned. */
export interface Recheck {
  /** What is looked at: valve lash, springs. */
  what: string;
  every: number;
  count: RecheckCount;
  /** The factor of the highest band whose speed was exceeded shortens `every`; by none, it stays. */
  bands: { overRpm: number; factor: number }[];
}

/** How a shop walks the path. What it leaves out goes by the examples of general practice. */
export interface PathPractice {
  /** What each gate asks, as `core/plan/gates.ts` spells it. */
  gates?: { gate: Gate; asks: string[] }[];
  /** What comes before much of something else is done. */
  orders?: OrderRule[];
  /** Cautions of the shop's own, beside those that every stage has. */
  cautions?: { stage: Stage; says: string }[];
  /** What lies on the bench before a stage is begun. */
  bench?: { stage: Stage; items: string[] }[];
  /** The first guess of how long one value of a measure takes, or a stage beside its values, until the shop's own acts tell. */
  minutes?: { of: string; minutes: number }[];
  /** What a customer is told when a promise slips: {name}, {engine}, {promised}, {expected}, {why} and {shop} are filled in. */
  told?: string;
}

/**
 * What a shop does, rather than what it allows: the schools that it works by and how far it trusts its instruments. It
 * is part of a spec set, so that a record says by which practice it was judged.
 */
export interface Practice {
  setting: {
    /** How the crank is walked unless the builder chooses otherwise. */
    method: StopMethod;
    along: Along;
    /** Crank degrees that a valve keeps from either ramp while it is set. */
    marginDeg: number;
    /** What is asked at each valve besides what settles it; sets from before it was asked, nothing. */
    asks?: AskedBesides[];
    /** Turns that a zero felt by the pushrod's drag is commonly tighter by, where the shop knows it. */
    dragTurns?: number;
  };
  deadCentre: {
    /** A pointer within this reads true: a wheel is read to a quarter or half degree. */
    trueWithinDeg: number;
    /** How far the quick dial is trusted: the piston dwells two or three degrees either way. */
    roughDeg: number;
  };
  timing: {
    /** Drops below the nose at which the centreline is taken, as dials are graduated. */
    drops: Record<'in' | 'mm', number[]>;
    /** The lift at which events are read while no card says one. Sets from before it was asked leave it open. */
    checkLift?: Record<'in' | 'mm', number>;
    /** Drops whose middles lie further apart than this tell of an asymmetric lobe, or of a doubtful set-up. */
    dropSpreadDeg: number;
    /** A careful hand sets a dial within this of the lifter's line. */
    dialInLineDeg: number;
    /** Targets by school, in crank degrees from the card's intake centreline. */
    targets: { school: 'card' | 'retarded' | 'advanced'; shiftDeg: number }[];
    /** Positions of the sprocket, and what the chain lets the cam fall back by as it settles. */
    offsetsDeg: number[];
    settleDeg: number;
    toleranceDeg: number;
  };
  /** Sets from before it was asked leave it open. */
  mockUp?: {
    /** Crank degrees from overlap top centre at which a valve is pushed down to its piston; for exhausts before it. */
    dialAnglesDeg: number[];
    /** Thicknesses of the shims for springs that the shop keeps. */
    springShims: Record<'in' | 'mm', number[]>;
  };
  /** Sets from before it was asked leave it open. */
  geometry?: {
    /** What the best setting of a rocker goes by, and why. */
    school: School;
    why: string;
    /** What a mark keeps clear of the tip's edge. */
    edgeKept: Record<'in' | 'mm', number>;
    /** How wide a mark is that does not move at all, where the shop knows it: then two trials are enough. */
    lineWidth?: Record<'in' | 'mm', number>;
    /** Where off the middle of the tip the shop wants a mark that it centres, plus outward; the middle unless it says. */
    markAim?: Record<'in' | 'mm', number>;
    /** Turns that an adjuster is to end within, from where its maker lets it start. */
    adjusterTurns: { least: number; most: number };
    /** Shims for stands that the shop keeps. */
    standShims: Record<'in' | 'mm', number[]>;
  };
  /** How much the lash opens from cold to hot. */
  growth: { block: Metal; head: Metal; growth: number; unit: 'in' | 'mm' }[];
  /** Where the shop trusts an instrument otherwise than the catalogue does. */
  uncertainty: { measure: string; value: number; unit: Unit }[];
  /**
   * By how much the shop's own hands differ from themselves, one standard deviation, canonical, by measure: what its
   * finished builds showed. It is added where an engine is judged, and is no part of a stored set.
   */
  repeats?: Readonly<Record<string, number>>;
  /** What is looked at again after hand-over, and when. Sets from before it was asked say nothing of it. */
  rechecks?: Recheck[];
  /** Sets from before it was asked go by general practice. */
  path?: PathPractice;
}

/** General shop practice, until a shop writes down its own. */
export const GENERAL_PRACTICE: Practice = {
  setting: { method: STOP_METHODS[0], along: 'firing', marginDeg: DEFAULT_MARGIN_DEG },
  deadCentre: { trueWithinDeg: 0.5, roughDeg: 2.5 },
  timing: {
    drops: { in: [0.02, 0.05], mm: [0.5, 1] },
    checkLift: { in: 0.05, mm: 1 },
    dropSpreadDeg: 1,
    dialInLineDeg: 6,
    targets: [
      { school: 'card', shiftDeg: 0 },
      { school: 'retarded', shiftDeg: 2 },
      { school: 'advanced', shiftDeg: -2 },
    ],
    offsetsDeg: [-4, -2, 0, 2, 4],
    settleDeg: 0.5,
    toleranceDeg: 1,
  },
  mockUp: {
    dialAnglesDeg: [-5, 0, 5, 8, 10, 12, 15, 20],
    springShims: { in: [0.015, 0.03, 0.06], mm: [0.4, 0.8, 1.5] },
  },
  geometry: {
    school: 'narrowest',
    why: 'the width is the sideways drag on the guide; centring alone has been seen to wear guides',
    edgeKept: { in: 0.03, mm: 0.8 },
    adjusterTurns: { least: 1, most: 4 },
    standShims: { in: [0.015, 0.03, 0.06], mm: [0.4, 0.8, 1.5] },
  },
  growth: DEFAULT_GROWTH,
  uncertainty: [],
};

/** As much of a practice as says how far readings are trusted. */
type Trusts = Pick<Practice, 'uncertainty' | 'repeats'>;

const statedOf = ({ uncertainty }: Trusts, key: string): number | undefined => {
  const own = uncertainty.find(({ measure }) => measure === key);
  return own && toCanonical(own.value, own.unit);
};

/** How far one value of this measure is trusted here (k = 2), canonical: as the shop says, else by its own tries, else as is general. */
export function uncertaintyOf(practice: Trusts, measure: Measure): number {
  const stated = statedOf(practice, measure.key);
  if (stated !== undefined) return stated;
  return practice.repeats?.[measure.key] === undefined
    ? measure.uncertainty
    : trustOfMean(trustPartsOf(practice, measure), 1);
}

/** What that trust is made of. */
export const trustPartsOf = (practice: Trusts, { key, uncertainty, resolution }: Measure): TrustParts =>
  trustParts(statedOf(practice, key) ?? uncertainty, resolution, practice.repeats?.[key]);

/** The standard deviation of one reading, its own rounding included, whoever stated its trust; canonical. */
export function deviationOf(practice: Trusts, measure: Measure): number {
  const stated = statedOf(practice, measure.key);
  return (stated === undefined ? uncertaintyOf(practice, measure) : withRounding(stated, measure.resolution)) / K;
}

/** How much the lash opens from cold to hot on these metals, mm; undefined where the shop has no figure. */
export function growthMm({ growth }: Pick<Practice, 'growth'>, block: Metal, head: Metal): number | undefined {
  const row = growth.find((one) => one.block === block && one.head === head);
  return row && toCanonical(row.growth, row.unit);
}

/** A practice with what the shop's own tries showed of its hands. */
export function withRepeats(practice: Practice, history: ShopHistory = {}): Practice {
  const repeats = Object.entries(history).flatMap(([key, { repeat }]) => (repeat === undefined ? [] : [[key, repeat]]));
  return repeats.length === 0
    ? practice
    : { ...practice, repeats: Object.fromEntries(repeats) as Record<string, number> };
}
