import { judge } from '../judge/judge.js';
import type { Measure } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import { trustPartsOf } from '../plan/practice.js';
import { K } from '../tolerances.js';
import type { EngineFile } from './engine-file.js';
import { judgingOf } from './judging-of.js';
import type { Judging } from './judging.js';
import { isOfOldSprings } from './after-springs.js';
import type { SheetRow } from './row.js';
import { sheetOf, type Sheet } from './sheet.js';
import { standOf, type Stand, type Try } from './stand.js';

/** Since this day values are judged by formulas 11; what arrived before was judged by those before them. */
const SINCE = '2026-12-02T00:00:00.000Z';

/** Why a verdict is another by the formulas of today: what of them it comes from. */
export const CHANGED_BY = ['step', 'terms', 'tries', 'directions'] as const;

/** A value whose verdict is another than it was when it was read. */
export interface JudgedBefore {
  measure: string;
  place: string;
  before: SheetRow['verdict'];
  after: SheetRow['verdict'];
  by: (typeof CHANGED_BY)[number];
}

/** Clearances that were bore less part, each off by itself, before their directions were looked at. */
const DIFFERENCES: Record<string, [string, string]> = {
  'main-clearance': ['main-bore', 'main-journal'],
  'rod-clearance': ['rod-bore', 'rod-journal'],
  'piston-wall': ['bore', 'piston-skirt'],
};
/** Half of the step that turns are counted in was all that they were trusted to. */
const TURNS_BEFORE = 1 / 16;

/** How far a measure was trusted while the step of its gauge did not count. */
function trustBefore({ spec }: Judging, measure: Measure): number {
  if (measure.quantity === 'turns') return TURNS_BEFORE;
  const { repeat, system, rounding } = trustPartsOf(spec.practice, measure);
  return K * Math.sqrt(Math.max(0, repeat + system - rounding));
}

/** The verdict on a value by the formulas before: its newest reading, or the mean of its directions, by the trust of then. */
function verdictBefore(judging: Judging, one: Try, row: SheetRow): SheetRow['verdict'] {
  const { limit } = row;
  if (!limit || row.corrected || one.isClear || one.isUnder) return row.verdict;
  const measure = measureOf(one.measure);
  const parts = DIFFERENCES[one.measure];
  const before = (key: string) => trustBefore(judging, measureOf(key));
  const ratio = one.derived && measureOf(one.derived.from).quantity === 'turns' ? before(one.derived.from) / measureOf(one.derived.from).uncertainty : null; // prettier-ignore
  const trust = parts && one.derived ? Math.hypot(...parts.map(before)) : ratio !== null ? one.derived!.uncertainty * ratio : trustBefore(judging, measure); // prettier-ignore
  return judge(one.read ?? one.value, limit, trust);
}

const changedBy = ({ meanOf, span, derivedFrom }: SheetRow): JudgedBefore['by'] =>
  meanOf ? 'tries' : span ? 'directions' : derivedFrom ? 'terms' : 'step';

/**
 * Values of an open engine whose verdict is another by the formulas of today than it was by those before them, when it was
 * read; nothing of an engine that was begun since.
 */
export function judgedBefore(
  file: EngineFile,
  stand: Stand = standOf(file),
  { rows }: Pick<Sheet, 'rows'> = sheetOf(file, stand),
): JudgedBefore[] {
  const judging = judgingOf(file, stand);
  const arrived = new Map(file.readings.map(({ id, receivedAt }) => [id, receivedAt]));
  return rows.flatMap((row): JudgedBefore[] => {
    if ((arrived.get(row.readingId) ?? SINCE) >= SINCE || row.verdict === 'suspect') return [];
    const one = stand.tries(row).findLast(({ id }) => id === row.readingId);
    // What says a reading otherwise is told at the reading.
    if (!one || one.derived?.carried || isOfOldSprings(judging, one)) return [];
    const judged = row.limit && row.limit.measure !== one.measure ? stand.carried(one) : one;
    const before = judged ? verdictBefore(judging, judged, row) : row.verdict;
    const { measure, place, verdict: after } = row;
    return before === after ? [] : [{ measure, place, before, after, by: changedBy(row) }];
  });
}
