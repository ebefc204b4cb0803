import { worstOf, type Mark } from '../judge/mark.js';
import type { Stage } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import type { Flag } from './flags.js';
import type { SheetRow } from './row.js';
import type { Sheet } from './sheet.js';

/**
 * What a row has to show: its verdict, or what became of that. What says a reading otherwise that a later one settled
 * shows nothing: the later one stands there.
 *
 * @param flags that are open, or accepted
 */
export function markOf(flags: readonly Flag[], { verdict, readingId }: Pick<SheetRow, 'verdict' | 'readingId'>): Mark {
  if (verdict === 'in' || verdict === 'unjudged' || verdict === 'doubt') return verdict;
  const flag = flags.find((one) => one.readingId === readingId && one.verdict === verdict);
  if (!flag) return 'unjudged';
  return flag.open ? verdict : 'accepted';
}

/** Those of a sheet's flags that are of values that count. */
const standing = ({ flags }: Sheet): Flag[] => flags.filter((flag) => !flag.settled);

/** The worst mark among the values of some measures. */
export function worstMark(sheet: Sheet, measures: string[]): Mark {
  const flags = standing(sheet);
  return worstOf(sheet.rows.filter((row) => measures.includes(row.measure)).map((row) => markOf(flags, row)));
}

/**
 * What a place has to show for one stage, over every measure of it that was taken or is asked for there. A lobe that
 * lifts short is no fault of how its valve is set: it stands with the timing.
 */
export function stageMark(sheet: Sheet, stage: Stage, place: string): Mark {
  const flags = standing(sheet);
  const here = (at: { measure: string; place: string }) => at.place === place && measureOf(at.measure).stage === stage;
  return worstOf([
    ...sheet.rows.filter(here).map((row) => markOf(flags, row)),
    ...sheet.missing.filter(here).map(({ disposition }): Mark => (disposition ? 'accepted' : 'missing')),
  ]);
}
