import { MARK_WORD } from '../../core/drawing/verdict-mark.js';
import { spokenPlace } from '../../core/engine/places.js';
import type { Mark } from '../../core/judge/mark.js';
import { UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';

/** A figure with its unit; one that has none stands alone. */
export function figureWithUnit(figure: string, unit: Unit | undefined): string {
  const label = unit ? UNIT_LABEL[unit] : '';
  return figure === '' || label === '' ? figure : `${figure}${label.startsWith('°') ? '' : ' '}${label}`;
}

/** What a place of a drawing is called, with what it shows: “3 intake: 42.3 thou, within”. */
export const saidPlace = (place: string, { mark, figure, unit }: { mark: Mark; figure: string; unit?: Unit }): string =>
  `${spokenPlace(place)}: ${figure ? `${figureWithUnit(figure, unit)}, ` : ''}${MARK_WORD[mark]}`;
