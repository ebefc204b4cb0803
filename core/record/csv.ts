import { formatFigure } from '../units/format.js';
import { CANONICAL_UNIT } from '../units/units.js';
import { measureOf } from '../plan/measures.js';
import type { Reading } from './reading.js';

const COLUMNS = [
  'id', 'measure', 'place', 'entered', 'unit', 'value', 'canonical_unit', 'shown',
  'taken_at', 'by', 'how', 'instrument', 'at_lift_mm', 'supersedes', 'note',
]; // prettier-ignore

const cell = (text: string) => (/[",\r\n]/.test(text) ? `"${text.replaceAll('"', '""')}"` : text);

/**
 * Every reading as a line of RFC 4180 CSV, earlier tries included, in the order in which they were taken. `value`
 * has full precision in the canonical unit; `shown` is what the screen says, in the unit of entry.
 */
export function readingsCsv(readings: Reading[]): string {
  const lines = readings.map((reading) =>
    [
      reading.id,
      reading.measure,
      reading.place,
      reading.entered,
      reading.unit,
      String(reading.value),
      CANONICAL_UNIT[measureOf(reading.measure).quantity],
      formatFigure(reading.value, reading.unit),
      reading.takenAt,
      reading.by,
      reading.how,
      reading.instrument ?? '',
      reading.atLiftMm === undefined ? '' : String(reading.atLiftMm),
      reading.supersedes ?? '',
      reading.note ?? '',
    ].map(cell),
  );
  return [COLUMNS, ...lines].map((line) => `${line.join(',')}\r\n`).join('');
}
