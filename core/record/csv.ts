import { stringify } from 'csv-stringify/browser/esm/sync';
import { formatFigure } from '../units/format.js';
import { CANONICAL_UNIT } from '../units/units.js';
import { measureOf } from '../plan/measures.js';
import { isClear, isUnder } from '../plan/read-entry.js';
import type { ReadingStruck } from '../sheet/acts.js';
import type { Reading } from '../sheet/reading.js';

/** Words of people as a spreadsheet must show them: what begins like a formula is run by some. */
const inert = (words: string | undefined) => (words !== undefined && /^[=+\-@\t\r]/.test(words) ? `'${words}` : words);

/** The columns and what stands in each; a column is never moved, new ones come last. */
const COLUMNS: [header: string, cell: (reading: Reading, why: string | undefined) => string | number | undefined][] = [
  ['id', ({ id }) => id],
  ['measure', ({ measure }) => measure],
  ['place', ({ place }) => place],
  ['entered', ({ entered }) => entered],
  ['unit', ({ unit }) => unit],
  ['value', ({ value }) => value],
  ['canonical_unit', ({ measure }) => CANONICAL_UNIT[measureOf(measure).quantity]],
  [
    'shown',
    ({ measure, entered, value, unit }) =>
      `${isClear(measureOf(measure), entered) ? '≥ ' : isUnder(measureOf(measure), entered) ? '< ' : ''}${formatFigure(value, unit)}`,
  ],
  ['taken_at', ({ takenAt }) => takenAt],
  ['by', ({ by }) => by],
  ['how', ({ how }) => how],
  ['instrument', ({ instrument }) => inert(instrument)],
  ['at_lift_mm', ({ at }) => (at?.by === 'lift' || at?.by === 'drop' ? at.value : undefined)],
  ['supersedes', ({ supersedes }) => supersedes],
  ['note', ({ note }) => inert(note)],
  ['at_by', ({ at }) => at?.by],
  ['at_value', ({ at }) => at?.value],
  ['occasion', ({ occasion }) => occasion],
  ['received_at', ({ receivedAt }) => receivedAt],
  ['corrects', ({ corrects }) => (corrects ? 'yes' : undefined)],
  ['struck', (_, why) => inert(why)],
];

/**
 * Every reading as a line of RFC 4180 CSV, earlier tries included, in the order in which they arrived. `value` has full
 * precision in the canonical unit; `shown` is what the screen says, in the unit of entry.
 */
export function readingsCsv(
  readings: readonly Reading[],
  {
    strikes = [],
    notes = new Map(),
  }: {
    strikes?: readonly Pick<ReadingStruck, 'readingId' | 'reason'>[];
    /** Words put to readings since they were taken. */
    notes?: ReadonlyMap<string, string>;
  } = {},
): string {
  const why = new Map(strikes.map(({ readingId, reason }) => [readingId, reason]));
  const noted = readings.map((one) => (notes.has(one.id) ? { ...one, note: notes.get(one.id) || undefined } : one));
  const rows = noted.map((reading) => COLUMNS.map(([, cell]) => cell(reading, why.get(reading.id))));
  return stringify([COLUMNS.map(([header]) => header), ...rows], { record_delimiter: '\r\n' });
}
