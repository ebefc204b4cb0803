import type { RecordSummary } from '../../contracts/record.js';
import type { BuildRecord } from '../../core/record/build-record.js';
import { recordCounts } from '../../core/record/record-counts.js';

/** As much of a record, of any format, as its summary needs: every format has had it. */
type Summarised = Pick<
  BuildRecord,
  'id' | 'revision' | 'shop' | 'engine' | 'lead' | 'signedAt' | 'values' | 'dealtWith' | 'notMeasured'
>;

/** What is told of a record in a few lines, from what was signed and from nothing else. */
export function summaryOf(record: Summarised, fingerprint: string): RecordSummary {
  const { id, revision, shop, engine, lead, signedAt } = record;
  return {
    id,
    engineId: engine.id,
    revision,
    fingerprint,
    tag: engine.tag,
    title: engine.title,
    customer: engine.customer,
    shop: shop.name,
    signedAt,
    signedBy: lead.name,
    counts: recordCounts(record),
  };
}
