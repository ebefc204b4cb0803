import { median, probit } from 'simple-statistics';
import { placesOf } from '../engine/places.js';
import type { Engine } from '../engine/engine.js';
import type { Measure } from '../plan/measure.js';
import { deviationOf, type Practice } from '../plan/practice.js';
import type { SheetRow } from './row.js';
import { BUILD } from './slot.js';

/** Which of two occasions comes first: what was tried out was so before the build, everything else comes after it. */
export const comparedWithBuild = (occasion: string): [from: string, to: string] =>
  occasion.startsWith('try-out') ? [occasion, BUILD] : [BUILD, occasion];

/** What a change of one valve since another occasion may come from. */
export const DRIFT_CAUSES = ['opened', 'closed', 'sagged', 'with-all'] as const;
export type DriftCause = (typeof DRIFT_CAUSES)[number];

/** How one valve has changed between two occasions; canonical. */
export interface Drift {
  place: string;
  before: number;
  after: number;
  change: number;
  /** What the change may be by the measuring of both alone, among so many that are compared. */
  uncertainty: number;
  /** More than that. */
  isReal: boolean;
  /** Unlike the changes of its siblings. */
  isAlone: boolean;
  /** Null where nothing says more than that it was measured twice, or nobody can tell. */
  cause: DriftCause | null;
}

/** Of engines that have not changed, at most so many are to have a value said to: one in twenty, and a re-check reads up to five measures. */
const ENGINES_CHANGED = 0.05 / 5;
/** Of the variance of one of many normal values, times their number. */
const VARIANCE_OF_MEDIAN = Math.PI / 2;

const LASHES = ['lash-cold', 'lash-hot'];

/** A change that all have in common has one cause, one that a valve has alone another; for what is neither nobody can say. */
function causeOf(measure: string, change: number, { isReal, isAlone, withAll }: { isReal: boolean; isAlone: boolean; withAll: boolean }): DriftCause | null {
  if (!isReal) return null;
  if (!isAlone) return withAll ? 'with-all' : null;
  if (measure === 'spring-open-load' || measure === 'spring-seat-load') return change < 0 ? 'sagged' : null;
  // More lash, or less preload: something has worn or has let go. Less lash: the valve has gone into its seat.
  const opened = LASHES.includes(measure) ? change > 0 : change < 0;
  return opened ? 'opened' : 'closed';
} // prettier-ignore

/**
 * How the values of a measure have changed from one occasion to another, valve by valve: each tested against what both
 * readings may be off, with a cut for how many are compared, and against the middle of all, so that what they have in
 * common (another gasket, a colder day) is told from what one has alone. How often an engine that has not changed is said
 * to have: `docs/doubt.md`.
 *
 * @param rows of the sheet, of all occasions
 */
export function driftOf(
  engine: Pick<Engine, 'banks' | 'pins' | 'mains'>,
  practice: Pick<Practice, 'uncertainty'>,
  rows: readonly Pick<SheetRow, 'measure' | 'place' | 'occasion' | 'value'>[],
  measure: Measure,
  [from, to]: [string, string],
): Drift[] {
  const at = (place: string, occasion: string) =>
    rows.find((row) => row.measure === measure.key && row.place === place && (row.occasion ?? BUILD) === occasion)?.value; // prettier-ignore
  const changes = placesOf(engine, measure.scope).flatMap((place) => {
    const [before, after] = [at(place, from), at(place, to)];
    return before === undefined || after === undefined ? [] : [{ place, before, after, value: after - before }];
  });
  if (changes.length === 0) return [];
  const cut = probit(1 - ENGINES_CHANGED / (2 * changes.length));
  // Two readings, each off by itself.
  const uncertainty = cut * Math.SQRT2 * deviationOf(practice, measure);
  const all = changes.map(({ value }) => value);
  const withAll = all.length > 1 && Math.abs(median(all)) > uncertainty * Math.sqrt(VARIANCE_OF_MEDIAN / all.length);
  return changes.map(({ value: change, ...one }, index) => {
    const others = all.filter((_value, other) => other !== index);
    const isReal = Math.abs(change) > uncertainty;
    const apart = others.length === 0 ? 0 : Math.abs(change - median(others));
    const isAlone = isReal && apart > uncertainty * Math.sqrt(1 + VARIANCE_OF_MEDIAN / Math.max(1, others.length));
    const told = { isReal, isAlone, withAll };
    return { ...one, change, uncertainty, isReal, isAlone, cause: causeOf(measure.key, change, told) };
  });
}
