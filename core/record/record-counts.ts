import { isBuild } from '../sheet/slot.js';
import type { BuildRecord } from './build-record.js';

/** A record in four figures: of what was measured, how much lies within, in doubt, or was accepted; and what was not. */
export interface RecordCounts {
  within: number;
  doubt: number;
  accepted: number;
  notMeasured: number;
}

/** Values that only follow from others are not counted beside them, nor those of another occasion than the build. */
export function recordCounts({
  values,
  dealtWith,
  notMeasured,
}: Pick<BuildRecord, 'values' | 'dealtWith' | 'notMeasured'>): RecordCounts {
  const measured = (verdict: string) =>
    values.filter((row) => isBuild(row) && !row.derivedFrom && row.verdict === verdict).length;
  return {
    within: measured('in'),
    doubt: measured('doubt'),
    accepted: dealtWith.filter((dealt) => dealt.disposition?.action === 'accepted').length,
    notMeasured: notMeasured.length,
  };
}
