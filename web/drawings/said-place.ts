import { MARK_WORD } from '../../core/drawing/verdict-mark.js';
import { spokenPlace } from '../../core/engine/places.js';
import type { Mark } from '../../core/judge/mark.js';
import { withUnit } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';

/** What a place of a drawing is called, with what it shows: “3 intake: 42.3 thou, within”. */
export const saidPlace = (place: string, { mark, figure, unit }: { mark: Mark; figure: string; unit?: Unit }): string =>
  `${spokenPlace(place)}: ${figure ? `${unit ? withUnit(figure, unit) : figure}, ` : ''}${MARK_WORD[mark]}`;
