import { worstOf, type Mark } from '../judge/mark.js';
import type { Stage } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import type { SheetRow } from './row.js';
import type { Sheet } from './sheet.js';

/** What a row has to show: its verdict, or that it was accepted in spite of it. */
function markOf({ flags }: Pick<Sheet, 'flags'>, row: SheetRow): Mark {
  if (row.verdict === 'in' || row.verdict === 'unjudged') return row.verdict;
  const accepted = flags.some((flag) => flag.readingId === row.readingId && flag.verdict === row.verdict && !flag.open);
  return accepted ? 'accepted' : row.verdict;
}

/** The worst mark among the values of some measures. */
export function worstMark(sheet: Sheet, measures: string[]): Mark {
  return worstOf(sheet.rows.filter((row) => measures.includes(row.measure)).map((row) => markOf(sheet, row)));
}

/**
 * What a place has to show for one stage, over every measure of it that was taken or is asked for there. A lobe that
 * lifts short is no fault of how its valve is set: it stands with the timing.
 */
export function stageMark(sheet: Sheet, stage: Stage, place: string): Mark {
  const here = (at: { measure: string; place: string }) => at.place === place && measureOf(at.measure).stage === stage;
  return worstOf([
    ...sheet.rows.filter(here).map((row) => markOf(sheet, row)),
    ...sheet.missing.filter(here).map(({ disposition }): Mark => (disposition ? 'accepted' : 'missing')),
  ]);
}
