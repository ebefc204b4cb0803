import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { standing } from '../../core/derive/rule.js';
import { measureOf } from '../../core/plan/measures.js';
import { uncertaintyOf } from '../../core/plan/practice.js';
import { spokenPlace } from '../../core/engine/places.js';
import { actsOf, notesOf, type ReadingStruck } from '../../core/sheet/acts.js';
import { isClear } from '../../core/plan/read-entry.js';
import type { Reading } from '../../core/sheet/reading.js';
import { slotKey, type Slot } from '../../core/sheet/slot.js';
import { formatValue, UNIT_LABEL } from '../../core/units/format.js';
import { useLooksOn } from '../state/session.js';
import { useDesk } from '../state/use-desk.js';
import type { EntryState } from './use-entry.js';
import type { Corrections } from './use-corrections.js';

/**
 * Every reading at a place, those that no longer count crossed out small. Where more than the newest counts, a wrong one
 * is put right by the next number, or struck with a reason.
 */
export function ReadHereBefore({
  slot,
  entry,
  corrections,
}: {
  slot: Slot;
  entry: Pick<EntryState, 'replaces' | 'replace'>;
  corrections: Corrections;
}) {
  const { readings, saved, file } = useDesk();
  const looksOn = useLooksOn();
  const struck = new Map(actsOf(file!, 'reading-struck').map((act) => [act.readingId, act]));
  const notes = notesOf(file!);
  const tries = readings.filter((reading) => slotKey(reading) === slotKey(slot));
  const { counts } = measureOf(slot.measure);
  const left = tries.filter(({ id }) => !struck.has(id));
  const counting = counts === 'newest' ? left.slice(-1) : standing(left, counts);
  const stands = new Set(counting.map(({ id }) => id));
  return (
    <>
      <h3>Earlier readings</h3>
      {tries.length === 0 ? (
        <p className="now-quiet">none yet</p>
      ) : (
        <ol className="now-tries" aria-label="Earlier readings">
          {tries.map((reading) => (
            <li key={reading.id} className={stands.has(reading.id) ? 'figure' : 'figure struck'}>
              {reading.entered} {UNIT_LABEL[reading.unit]}
              <span className="now-quiet">
                {' '}
                {reading.by} {format(new Date(reading.takenAt), 'HH:mm')}
                {saved[reading.id] === 'kept-here' && ', kept here'}
                {struck.has(reading.id) && `, ${sayStruck(struck.get(reading.id)!)}`}
              </span>
              {(notes.get(reading.id) ?? reading.note) && (
                <span className="now-note">“{notes.get(reading.id) ?? reading.note}”</span>
              )}
              {!struck.has(reading.id) && !looksOn && (
                <span className="now-reading-acts">
                  {counts !== 'newest' && stands.has(reading.id) && (
                    <Button
                      size="small"
                      aria-pressed={entry.replaces === reading.id}
                      aria-label={
                        entry.replaces === reading.id
                          ? `The next number corrects ${reading.entered}`
                          : `Correct ${reading.entered}`
                      }
                      onClick={(event) => {
                        // The keys go back to the bench.
                        event.currentTarget.blur();
                        entry.replace(entry.replaces === reading.id ? null : reading.id);
                      }}
                    >
                      {entry.replaces === reading.id ? 'Next number corrects it' : 'Correct'}
                    </Button>
                  )}
                  <Button
                    size="small"
                    aria-label={`Strike ${reading.entered}`}
                    onClick={() => corrections.ask('strike', reading)}
                  >
                    Strike
                  </Button>
                  <Button
                    size="small"
                    aria-label={`Note on ${reading.entered}`}
                    onClick={() => corrections.ask('note', reading)}
                  >
                    Note
                  </Button>
                </span>
              )}
            </li>
          ))}
        </ol>
      )}
      {counts === 'worst' && <Spread tries={counting} measure={slot.measure} />}
    </>
  );
}

/** Why a reading no longer counts: `struck: misread`, `moved to 3 exhaust: wrong place`. */
const sayStruck = ({ reason, moved }: ReadingStruck) =>
  `${moved ? `moved to ${spokenPlace(moved.place)}` : 'struck'}: ${reason}`;

/** How far the readings that count lie apart, and whether they agree: until they do, the worst of them counts. */
function Spread({ tries, measure }: { tries: Reading[]; measure: string }) {
  const { practice } = useDesk((desk) => desk.file!.spec);
  const read = tries.filter(({ entered }) => !isClear(measureOf(measure), entered)).map(({ value }) => value);
  if (read.length < 2) return null;
  const spread = Math.max(...read) - Math.min(...read);
  const agrees = spread <= uncertaintyOf(practice, measureOf(measure));
  return (
    <p>
      {read.length} tries, <span className="figure">{formatValue(spread, tries[0].unit)}</span> apart:{' '}
      {agrees ? 'they agree.' : 'take it again until they agree. The worst counts.'}
    </p>
  );
}
