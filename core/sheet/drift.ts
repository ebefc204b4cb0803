import { median } from 'simple-statistics';
import { placesOf } from '../engine/places.js';
import type { Engine } from '../engine/engine.js';
import { FEWEST_SIBLINGS, siblings } from '../judge/siblings.js';
import type { Measure } from '../plan/measure.js';
import { uncertaintyOf, type Practice } from '../plan/practice.js';
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
  /** What the change may be by the measuring of both alone. */
  uncertainty: number;
  /** More than that. */
  isReal: boolean;
  /** Unlike the changes of its siblings. */
  isAlone: boolean;
  /** Null where nothing says more than that it was measured twice. */
  cause: DriftCause | null;
}

const LASHES = ['lash-cold', 'lash-hot'];

function causeOf(measure: string, change: number, withAll: boolean): DriftCause | null {
  if (withAll) return 'with-all';
  if (measure === 'spring-open-load' || measure === 'spring-seat-load') return change < 0 ? 'sagged' : null;
  // More lash, or less preload: something has worn or has let go. Less lash: the valve has gone into its seat.
  const opened = LASHES.includes(measure) ? change > 0 : change < 0;
  return opened ? 'opened' : 'closed';
}

/**
 * How the values of a measure have changed from one occasion to another, valve by valve: each tested against what both
 * readings may be off, and against its siblings, so that what all have in common (another gasket, a colder day) is told
 * from what one has alone.
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
  const uncertainty = Math.hypot(uncertaintyOf(practice, measure), uncertaintyOf(practice, measure));
  const changes = placesOf(engine, measure.scope).flatMap((place) => {
    const [before, after] = [at(place, from), at(place, to)];
    return before === undefined || after === undefined ? [] : [{ place, before, after, value: after - before }];
  });
  if (changes.length === 0) return [];
  const enough = changes.length >= FEWEST_SIBLINGS;
  const { scores } = siblings(changes, measure.resolution);
  const common = enough ? median(changes.map(({ value }) => value)) : 0;
  return changes.map(({ value: change, ...one }, index) => {
    const isReal = Math.abs(change) > uncertainty;
    const isAlone = enough && scores[index].flagged && Math.abs(change - common) > uncertainty;
    const withAll = enough && !isAlone && Math.abs(common) > uncertainty;
    return {
      ...one,
      change,
      uncertainty,
      isReal,
      isAlone,
      cause: isReal ? causeOf(measure.key, change, withAll) : null,
    };
  });
}
