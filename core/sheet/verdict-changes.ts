import type { EngineFile } from './engine-file.js';
import type { SheetRow } from './row.js';
import { sheetOf } from './sheet.js';
import { slotKey } from './slot.js';
import { standOf } from './stand.js';

/** What a value would be judged to be, beside what it is; `missing` where it was never taken. */
export interface VerdictChange {
  measure: string;
  place: string;
  before: SheetRow['verdict'] | 'missing' | 'not-asked';
  after: SheetRow['verdict'] | 'missing' | 'not-asked';
}

/**
 * Which verdicts on an engine would change if something else stood in its file: another spec set, another engine,
 * another paper. In the order of its sheet.
 */
export function verdictChanges(
  file: EngineFile,
  change: Partial<Pick<EngineFile, 'engine' | 'spec' | 'papers' | 'readings'>>,
): VerdictChange[] {
  const changed = { ...file, ...change };
  const [before, after] = [sheetOf(file, standOf(file)), sheetOf(changed, standOf(changed))];
  const now = new Map(after.rows.map((row) => [slotKey(row), row.verdict]));
  const values = before.rows.flatMap((row): VerdictChange[] => {
    const verdict = now.get(slotKey(row)) ?? row.verdict;
    return verdict === row.verdict
      ? []
      : [{ measure: row.measure, place: row.place, before: row.verdict, after: verdict }];
  });
  const at = ({ measure, place }: { measure: string; place: string }) => `${measure} ${place}`;
  const [asked, willBeAsked] = [before, after].map(({ missing }) => new Set(missing.map(at)));
  return [
    ...values,
    ...after.missing
      .filter((one) => !asked.has(at(one)))
      .map(({ measure, place }): VerdictChange => ({ measure, place, before: 'not-asked', after: 'missing' })),
    ...before.missing
      .filter((one) => !willBeAsked.has(at(one)))
      .map(({ measure, place }): VerdictChange => ({ measure, place, before: 'missing', after: 'not-asked' })),
  ];
}
