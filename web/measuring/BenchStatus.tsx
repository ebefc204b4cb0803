import { MARK_WORD } from '../../core/drawing/verdict-mark.js';
import { spokenPlace } from '../../core/engine/places.js';
import { measureOf } from '../../core/plan/measures.js';
import { answerAt } from '../../core/sheet/answer.js';
import type { Slot } from '../../core/sheet/slot.js';
import { UNIT_NAME } from '../../core/units/format.js';
import { useDesk } from '../state/use-desk.js';

/**
 * The bench for the ear, in one line: what was taken and how it is judged, then where the hand is, how that stands, where
 * the crank is and what is next. Said once, when it changes.
 */
export function BenchStatus({
  slot,
  where,
  taken,
  next,
  crankDeg,
}: {
  slot: Slot;
  where: string;
  /** The reading that was taken last here. */
  taken: string | null;
  next?: string;
  crankDeg?: number;
}) {
  const sheet = useDesk((desk) => desk.sheet!);
  const reading = useDesk((desk) => desk.readings.find(({ id }) => id === taken));
  const own = reading && sheet.rows.filter(({ readingId }) => readingId === reading.id);
  const judged = own?.find(({ verdict }) => verdict !== 'unjudged');
  const verdict = answerAt(sheet, slot)?.verdict;
  const standing = verdict === undefined ? 'not measured' : verdict === 'unjudged' ? 'measured' : MARK_WORD[verdict];
  return (
    <p role="status" className="sr-only">
      {reading &&
        `${reading.place === 'engine' ? measureOf(reading.measure).title : spokenPlace(reading.place)}, ${reading.entered} ${UNIT_NAME[reading.unit]}${judged ? `, ${MARK_WORD[judged.verdict]}` : ''} taken. `}
      {where}, {standing}.{crankDeg !== undefined && ` Crank at ${Math.round(crankDeg)} degrees.`}
      {next && ` Next: ${next}.`}
    </p>
  );
}
