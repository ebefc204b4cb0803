import { EVENT_MEASURES } from '../../../core/cam/expected-from-card.js';
import { measureOf } from '../../../core/plan/measures.js';
import type { SheetRow } from '../../../core/record/sheet.js';
import { afterTdc, type AngleSides } from '../../../core/wheel/wheel-face.js';
import type { Steps } from '../../bench/use-steps.js';
import type { WheelFind } from '../../drawings/DegreeWheel.js';

/** Crank degrees after top centre of an angle in its measure's own signs. */
export const onWheel = (measure: string, value: number) => afterTdc(value, measureOf(measure).sides as AngleSides);

/** Where the crank stands, after overlap top centre: at what is typed, at what was last read here, or at the top. */
export function crankOf({ entry, target, desk }: Steps): number {
  const { measure, place, atLiftMm } = target;
  if (!measure.sides?.deadCentre) return 0;
  const read = desk.readings.findLast(
    (reading) => reading.measure === measure.key && reading.place === place && reading.atLiftMm === atLiftMm,
  );
  const value = entry.preview?.value ?? read?.value;
  return value === undefined ? 0 : onWheel(measure.key, value);
}

export const SHORT: Record<string, { label: string; kind: 'intake' | 'exhaust' }> = {
  'intake-open': { label: 'I opens', kind: 'intake' },
  'intake-close': { label: 'I closes', kind: 'intake' },
  'exhaust-open': { label: 'E opens', kind: 'exhaust' },
  'exhaust-close': { label: 'E closes', kind: 'exhaust' },
  'intake-centreline': { label: 'I nose', kind: 'intake' },
  'exhaust-centreline': { label: 'E nose', kind: 'exhaust' },
};
export const COMPARED = [...Object.values(EVENT_MEASURES), 'intake-centreline', 'exhaust-centreline'];

/** The events and noses that are measured, as they lie on the wheel. */
export function findsOf(rows: SheetRow[]): WheelFind[] {
  return COMPARED.flatMap((measure) => {
    const row = rows.find((candidate) => candidate.measure === measure);
    return row ? [{ key: measure, deg: onWheel(measure, row.value), ...SHORT[measure] }] : [];
  });
}
