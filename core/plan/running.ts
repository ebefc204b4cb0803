import type { Impossibility } from '../impossible.js';
import type { RecheckCount } from './practice.js';
import { dayNumber } from './recheck-due.js';

/** What is counted of a running engine; months go by themselves. */
export const RUN_COUNTS = ['hours', 'nights', 'runs'] as const;
type RunCount = Exclude<RecheckCount, 'months'>;

/** How an engine was run since it was handed over, as its owner tells it on a day. */
export interface Running {
  /** The day: `2026-03-02`. */
  on: string;
  /** In all since the hand-over. */
  total: Partial<Record<RunCount, number>>;
  /** From here on, as far as one can say. */
  perWeek: Partial<Record<RunCount, number>>;
  /** The highest speed that was used. */
  highestRpm?: number;
}

/** Everything for which an engine cannot have run so. */
export function checkRunning({ on }: Pick<Running, 'on'>): Impossibility[] {
  return Number.isNaN(dayNumber(on)) ? [{ path: ['on'], code: 'no-such-day' }] : [];
}

/** Occasions on which the valves are read besides the build, each with its name. */
export const OCCASION_KINDS = ['try-out', 'first-heat', 'recheck', 'freshen-up'] as const;
export type OccasionKind = (typeof OCCASION_KINDS)[number];

/** A time when the valves were read anew: a set of readings beside those of the build. */
export interface Occasion {
  /** As it stands in the slots: `first-heat`, `recheck-2`. */
  occasion: string;
  kind: OccasionKind;
  on: string;
  /** What of the shop's table was looked at: counted anew from here on. */
  looked: string[];
}

/** What the next occasion of a kind is called; what comes once has no number. @example nextOccasion([], 'recheck') // 'recheck-1' */
export function nextOccasion(known: readonly Pick<Occasion, 'kind'>[], kind: OccasionKind): string {
  const before = known.filter((one) => one.kind === kind).length;
  if (kind === 'recheck' || kind === 'freshen-up') return `${kind}-${before + 1}`;
  return before === 0 ? kind : `${kind}-${before + 1}`;
}
