import type { Engine } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import { toCanonical, UNITS, type Unit } from '../units/units.js';

/** What is tightened together. */
export const FASTENED = ['mains', 'rods', 'heads', 'cam-sprocket', 'damper', 'rocker-studs', 'shafts', 'covers', 'other'] as const; // prettier-ignore
export type Fastened = (typeof FASTENED)[number];

/**
 * One pass over the fasteners of a group: seated by hand, drawn to a torque or by an angle or until it has stretched so
 * far, loosened again, or looked at once more, which changes nothing unless one moves.
 */
export const STEP_KINDS = ['seat', 'torque', 'angle', 'stretch', 'loosen', 'check'] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export const TORQUE_UNITS = ['lbft', 'lbin', 'Nm'] as const satisfies Unit[];
type TargetUnit = (typeof TORQUE_UNITS)[number] | 'deg' | 'in' | 'mm';

/** A figure as the maker's card has it. */
export interface Target {
  value: number;
  unit: TargetUnit;
  /** How far off it may be, in the same unit; the tool's own where it is left out. */
  tolerance?: number;
}

export interface TighteningStep {
  kind: StepKind;
  /** For a torque, an angle or a stretch; a check is made at the torque that is to hold. */
  target?: Target;
}

/** How the fasteners of one group lie: in rows along the part, in a ring, or as one. */
export const PATTERNS = ['rows', 'ring'] as const;
type Pattern = (typeof PATTERNS)[number];

/** A longer lever between wrench and fastener. */
export interface Adapter {
  wrenchLength: number;
  adapterLength: number;
  unit: 'in' | 'mm';
  angleDeg: number;
}

/** How a group of fasteners is tightened: the maker's card for it, and with what. Filed anew rather than edited. */
export interface TighteningPlan {
  /** As its places spell it: `heads-1`. */
  group: string;
  title: string;
  fastened: Fastened;
  count: number;
  pattern: Pattern;
  /** In rows: how many. */
  rows: number;
  /** Every fastener once, as it is drawn counted from the front and the first row. */
  order: number[];
  steps: TighteningStep[];
  /** Where the figures are from: the maker's card. */
  source: string;
  lubricant: string;
  washer: string;
  tool: string;
  toolNumber: string;
  /** The day on which the tool was last checked; null where nobody knows. */
  toolCheckedOn: string | null;
  /** They have been tightened before. */
  isReused: boolean;
  /** Locking compound on the threads; empty for none. */
  compound: string;
  adapter?: Adapter;
  /** Counts up when the whole group is done anew: earlier passes then count no more. */
  round: number;
}

/** What of a group is usual: how many, how they lie, and between which torques the last pass ends, N·m. */
interface Usual {
  group: (engine: Pick<Engine, 'banks' | 'mains'>) => { count: number; rows: number; pattern: Pattern };
  likely: [number, number];
}

const cylinders = ({ banks }: Pick<Engine, 'banks'>) => banks.reduce((sum, bank) => sum + bank.cylinders.length, 0);
const ofBank = ({ banks }: Pick<Engine, 'banks'>) => banks[0].cylinders.length;

/** Bounds wide enough for any engine, and narrow enough that a target in the wrong unit falls outside. */
export const USUAL: Record<Fastened, Usual> = {
  mains: { group: ({ mains }) => ({ count: 2 * mains, rows: 2, pattern: 'rows' }), likely: [40, 250] },
  rods: { group: (engine) => ({ count: 2 * cylinders(engine), rows: 2, pattern: 'rows' }), likely: [20, 130] },
  heads: { group: (engine) => ({ count: 2 * (ofBank(engine) + 1), rows: 2, pattern: 'rows' }), likely: [30, 220] },
  'cam-sprocket': { group: () => ({ count: 3, rows: 1, pattern: 'ring' }), likely: [12, 110] },
  damper: { group: () => ({ count: 1, rows: 1, pattern: 'ring' }), likely: [50, 400] },
  'rocker-studs': { group: (engine) => ({ count: 2 * ofBank(engine), rows: 1, pattern: 'rows' }), likely: [30, 110] },
  shafts: { group: (engine) => ({ count: ofBank(engine) + 1, rows: 1, pattern: 'rows' }), likely: [15, 80] },
  covers: { group: (engine) => ({ count: 2 * (ofBank(engine) + 1), rows: 2, pattern: 'rows' }), likely: [4, 30] },
  other: { group: () => ({ count: 4, rows: 1, pattern: 'ring' }), likely: [1, 1000] },
};

/** The least and the most fasteners of a group. */
export const FASTENER_COUNT = { least: 1, most: 60 };

/**
 * From the middle outwards, the rows in turn, as plates and heads are drawn down; a ring crosswise. The maker's own order
 * goes before it. Counted from the front, the first row first.
 *
 * @example usualOrder({ count: 6, rows: 2, pattern: 'rows' }) // [2, 5, 1, 4, 3, 6]
 * @example usualOrder({ count: 6, rows: 1, pattern: 'ring' }) // [1, 4, 2, 5, 3, 6]
 */
export function usualOrder({ count, rows, pattern }: Pick<TighteningPlan, 'count' | 'rows' | 'pattern'>): number[] {
  const all = Array.from({ length: count }, (_none, index) => index + 1);
  if (pattern === 'ring') {
    const half = Math.floor(count / 2);
    const isEven = count % 2 === 0;
    const step = isEven ? half : Math.max(1, half);
    if (isEven) return all.slice(0, half).flatMap((nth) => [nth, nth + step]);
    // Crosswise round an odd ring: always the one nearest to opposite.
    return all.map((_nth, index) => ((index * step) % count) + 1);
  }
  const along = Math.ceil(count / rows);
  const middle = (along - 1) / 2;
  const columns = Array.from({ length: along }, (_none, index) => index).sort(
    (a, b) => Math.abs(a - middle) - Math.abs(b - middle) || a - b,
  );
  return columns.flatMap((column) =>
    Array.from({ length: rows }, (_none, row) => row * along + column + 1).filter((nth) => nth <= count),
  );
}

/**
 * The unit that a torque was probably meant in, where the one it is stated in lies far from anything usual: 70 lb·in on a
 * head bolt. Null where it may well be so.
 */
export function meantUnit(fastened: Fastened, { value, unit }: Target): (typeof TORQUE_UNITS)[number] | null {
  if (!(TORQUE_UNITS as readonly string[]).includes(unit)) return null;
  const [least, most] = USUAL[fastened].likely;
  const isLikely = (one: Unit) => toCanonical(value, one) >= least && toCanonical(value, one) <= most;
  return isLikely(unit) ? null : (TORQUE_UNITS.find((one) => one !== unit && isLikely(one)) ?? null);
}

/** The last torque of a plan: what its fasteners are to hold. */
export const finalTorque = ({ steps }: Pick<TighteningPlan, 'steps'>): Target | undefined =>
  steps.findLast(({ kind, target }) => kind === 'torque' && target)?.target;

const quantityOfStep: Record<StepKind, 'torque' | 'angle' | 'length' | null> = {
  seat: null,
  torque: 'torque',
  angle: 'angle',
  stretch: 'length',
  loosen: null,
  check: 'torque',
};

/** Everything for which a group could never be tightened so. */
export function checkTighteningPlan({ count, rows, order, steps, adapter }: TighteningPlan): Impossibility[] {
  const issues: Impossibility[] = [];
  const isWhole = order.length === count && new Set(order).size === count && order.every((nth) => nth >= 1 && nth <= count); // prettier-ignore
  if (!isWhole) issues.push({ path: ['order'], code: 'order-not-whole', params: { count } });
  if (rows > count) issues.push({ path: ['rows'], code: 'rows-without-fasteners' });
  steps.forEach(({ kind, target }, index) => {
    const wanted = quantityOfStep[kind];
    const at = ['steps', index, 'target'];
    if (wanted === null ? target !== undefined : target === undefined && kind !== 'check')
      issues.push({ path: at, code: wanted === null ? 'step-takes-no-target' : 'step-needs-target' });
    else if (target && UNITS[target.unit].quantity !== wanted) issues.push({ path: at, code: 'step-target-unit' });
  });
  if (adapter && adapter.wrenchLength + adapter.adapterLength * Math.cos((adapter.angleDeg * Math.PI) / 180) <= 0)
    issues.push({ path: ['adapter', 'angleDeg'], code: 'adapter-past-handle' });
  return issues;
}

/** The engine's groups with one more, or with another count in one. */
export const withGroup = (
  fasteners: Engine['fasteners'] = [],
  { group, count }: Pick<TighteningPlan, 'group' | 'count'>,
): NonNullable<Engine['fasteners']> =>
  fasteners.some((one) => one.group === group)
    ? fasteners.map((one) => (one.group === group ? { group, count } : one))
    : [...fasteners, { group, count }];
