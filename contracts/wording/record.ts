import { measureOf } from '../../core/plan/measures.js';
import type { RecordCounts } from '../../core/record/record-counts.js';
import { dialUnit, settingValue } from '../../core/sheet/setting-value.js';
import { isBuild } from '../../core/sheet/slot.js';
import { UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';

/** As much of a recorded value as its map tells. */
type MappedRow = Parameters<typeof settingValue>[0][number] & { enteredUnit: Unit; occasion?: string };

/** What a record holds, in one line. */
export function wordCounts({ within, doubt, accepted, notMeasured }: RecordCounts): string {
  return [
    `${within} within limits`,
    ...(doubt ? [`${doubt} in doubt`] : []),
    ...(accepted ? [`${accepted} accepted outside limits, with a reason`] : []),
    notMeasured ? `${notMeasured} not measured` : 'everything required was measured',
  ].join('; ');
}

/** What the map of a record shows. */
export function wordMap(all: readonly MappedRow[]): string {
  const values = all.filter(isBuild);
  const shown = values.find((row) => settingValue(values, row.place) === row);
  const caption = shown
    ? `${measureOf(shown.measure).title} of each valve, ${UNIT_LABEL[dialUnit(shown)]}`
    : 'No valve was measured';
  return `${caption}. Front of the engine to the left; the green of each ring is its limit.`;
}
