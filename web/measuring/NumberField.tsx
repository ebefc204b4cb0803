import { useId } from 'react';
import { measureOf } from '../../core/plan/measures.js';
import { formatFigure, formatTrust, formatValue, UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import type { Reading } from '../../core/sheet/reading.js';
import { useFinger } from '../state/finger.js';
import { usePreferences } from '../state/preferences.js';
import type { EntryState, Target } from './use-entry.js';

/** Width of the panel in parts of a figure's height: several sizes in one line stay whole. */
const NUMBER_ROOM = 400;
const LARGEST_PX = 58;

/**
 * What stands at the place in the bench's unit: as it was typed where that is its own, else converted. What is named, or
 * says more than one figure, stands as it was typed.
 */
function figureStanding({ entered, unit, value, measure }: Reading, shownIn: Unit): { figure: string; unit: Unit } {
  const isPlain = /^[+\-−]?[\d.,/ ]+$/.test(entered);
  if (unit === shownIn || !isPlain || measureOf(measure).options) return { figure: entered, unit };
  return { figure: formatFigure(value, shownIn), unit: shownIn };
}

/**
 * The number of the place in hand: a field, so that dictation, switches and screen readers reach it; keys that are pressed
 * anywhere on the bench go into it. With nothing typed it shows what stands on the sheet, in the unit of the bench.
 */
export function NumberField({
  target: { measure, unit },
  entry,
  latest,
  name,
  trust,
}: {
  target: Target;
  entry: EntryState;
  /** The reading that stands there. */
  latest: Reading | undefined;
  /** Place, measure and limit, as they are spoken. */
  name: string;
  /** How far it is trusted, canonical; null where nothing is told by it. */
  trust: number | null;
}) {
  const isFinger = useFinger();
  const unitFrom = usePreferences((state) => state.unitFrom);
  const says = useId();
  const isTyped = entry.typed !== '';
  const standing = latest && figureStanding(latest, unit);
  const shown = isTyped ? entry.typed : (standing?.figure ?? '–');
  const shownIn = isTyped ? entry.unit : (standing?.unit ?? unit);
  const converted = isTyped && entry.unit !== unit && entry.preview ? formatValue(entry.preview.value, unit) : null;
  const asTyped = !isTyped && latest && latest.unit !== shownIn ? `${latest.entered} ${UNIT_LABEL[latest.unit]}` : null;
  // A unit that was chosen for something else is named until a number here has it.
  const isLeftOver =
    unitFrom !== undefined && unitFrom !== measure.key && measure.quantity === 'length' && latest?.unit !== shownIn;
  return (
    <div className="now-number">
      <input
        className="figure now-field"
        data-testid="active-number"
        data-bench-field
        aria-label={name}
        aria-invalid={entry.problem !== null}
        aria-describedby={says}
        value={entry.typed}
        placeholder={standing?.figure ?? '–'}
        inputMode={isFinger ? 'none' : 'decimal'}
        autoComplete="off"
        autoCorrect="off"
        spellCheck={false}
        size={Math.max(3, shown.length + 1)}
        style={{ fontSize: Math.min(LARGEST_PX, NUMBER_ROOM / shown.length) }}
        onChange={({ target: { value } }) => entry.put(value)}
      />
      <span id={says} className="now-unit">
        {UNIT_LABEL[shownIn]}
        {trust !== null && <span className="now-quiet">&ensp;±{formatTrust(trust, shownIn)}</span>}
        {converted && <span className="now-quiet">&ensp;= {converted}</span>}
        {asTyped && <span className="now-quiet">&ensp;typed as {asTyped}</span>}
        {isLeftOver && shownIn === unit && (
          <span className="now-left-over">&ensp;from {measureOf(unitFrom).title.toLowerCase()}</span>
        )}
      </span>
    </div>
  );
}
