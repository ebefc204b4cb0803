import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { wordHint } from '../../contracts/wording/hint.js';
import { wordLimit, wordSource } from '../../contracts/wording/limit.js';
import type { Hint } from '../../core/judge/hints.js';
import { spokenPlace } from '../../core/engine/places.js';
import { CAUTIONS, STANDING_CAUTION } from '../../core/plan/cautions.js';
import type { Stage } from '../../core/plan/measure.js';
import { measureOf } from '../../core/plan/measures.js';
import type { AppliedLimit } from '../../core/sheet/limits.js';
import { slotKey, type Slot } from '../../core/sheet/slot.js';
import type { SheetRow } from '../../core/sheet/row.js';
import { formatValue, UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { VerdictMark } from '../drawings/VerdictMark.js';
import { useDesk } from '../state/use-desk.js';
import { useLooksOn } from '../state/session.js';

/** What the panel beside every measuring drawing is made of. */

export function Hints({ hints, unit }: { hints: Hint[]; unit: Unit }) {
  return hints.map((hint) => (
    <p key={hint.code} className="now-hint">
      {wordHint(hint, unit)}
    </p>
  ));
}

/** The answer to the value just taken; it stays while the next place is already active. */
export function JustTaken({
  readingId,
  shown,
}: {
  readingId: string | null;
  shown: (row: SheetRow[]) => string | null;
}) {
  const desk = useDesk();
  const reading = desk.readings.find((candidate) => candidate.id === readingId);
  if (!reading) return null;
  const rows = desk.sheet!.rows.filter((row) => row.readingId === reading.id);
  const row = rows.find((candidate) => candidate.verdict !== 'unjudged') ?? rows[0];
  const also = shown(rows);
  const hints = rows.flatMap((one) => one.hints);
  const saved = desk.saved[reading.id];
  return (
    <section className="now-taken" aria-live="polite" aria-label="Just taken">
      <p>
        <strong>
          {spokenPlace(reading.place) === 'engine' ? measureOf(reading.measure).title : spokenPlace(reading.place)}
        </strong>{' '}
        <span className="figure">{reading.entered}</span> {UNIT_LABEL[reading.unit]}{' '}
        {also && <span className="figure">→ {also} </span>}
        {row && row.verdict !== 'unjudged' && <VerdictMark mark={row.verdict} />}
      </p>
      <Hints hints={[...new Map(hints.map((hint) => [hint.code, hint])).values()]} unit={reading.unit} />
      {typeof saved === 'object' ? (
        <p role="alert" style={{ color: 'var(--flag)' }}>
          The server refused it: {saved.refused}{' '}
          <Button size="small" onClick={() => void desk.drop(reading.id)}>
            Take it off the sheet
          </Button>
        </p>
      ) : (
        <p className="now-saved" data-saved={saved}>
          {saved === 'kept-here' ? '◔ kept here' : '✓ on the server'}
        </p>
      )}
    </section>
  );
}

/** The cautions of a stage, whole, until somebody has acknowledged them for this engine; then the first stays in view. */
export function Cautions({ stage }: { stage: Stage }) {
  const { acknowledge, acknowledged } = useDesk();
  const looksOn = useLooksOn();
  const cautions = CAUTIONS[stage];
  if (!cautions || acknowledged.includes(stage)) return null;
  return (
    <section className="now-caution" aria-label="Cautions">
      {[...cautions, STANDING_CAUTION].map((caution) => (
        <p key={caution}>{caution}</p>
      ))}
      {!looksOn && (
        <Button variant="outlined" size="small" onClick={() => void acknowledge(stage)}>
          Read and understood
        </Button>
      )}
    </section>
  );
}

export function StandingCaution({ stage }: { stage: Stage }) {
  const acknowledged = useDesk((state) => state.acknowledged.includes(stage));
  const [first] = CAUTIONS[stage] ?? [];
  return acknowledged && first ? <p className="now-caution">{first}</p> : null;
}

/** Every try at a place, the replaced ones struck small. */
export function ReadHereBefore({ slot }: { slot: Slot }) {
  const { readings, saved } = useDesk();
  const tries = readings.filter((reading) => slotKey(reading) === slotKey(slot));
  return (
    <>
      <h3>Read here before</h3>
      {tries.length === 0 ? (
        <p className="now-quiet">nothing yet</p>
      ) : (
        <ol className="now-tries" aria-label="Read here before">
          {tries.map((reading, index) => (
            <li key={reading.id} className={index === tries.length - 1 ? 'figure' : 'figure struck'}>
              {reading.entered} {UNIT_LABEL[reading.unit]}
              <span className="now-quiet">
                {' '}
                {reading.by} {format(new Date(reading.takenAt), 'HH:mm')}
                {saved[reading.id] === 'kept-here' && ', kept here'}
              </span>
            </li>
          ))}
        </ol>
      )}
    </>
  );
}

/** The limit and where it comes from; named where it bounds what follows from the measure `of`. */
export function LimitNote({ limit, of }: { limit: AppliedLimit | null; of: string }) {
  const specSet = useDesk((state) => state.engine!.specSet);
  if (!limit) return null;
  return (
    <>
      <h3>Limit</h3>
      <p>
        {limit.measure !== of && `${measureOf(limit.measure).title.toLowerCase()} `}
        <span className="figure">{wordLimit(limit.stated)}</span>, {specSet.title} v{specSet.version}
        <br />
        <span className="now-quiet">{wordSource(limit.source)}</span>
      </p>
    </>
  );
}

/** A derived value with its measure: what a reading brings forth. */
export function sayDerived(
  rows: Pick<SheetRow, 'measure' | 'value' | 'isClear' | 'derivedFrom'>[],
  lengthUnit: Unit,
): string | null {
  const made = rows.find((row) => row.derivedFrom);
  if (!made) return null;
  const { quantity, title } = measureOf(made.measure);
  const value = formatValue(made.value, quantity === 'angle' ? 'deg' : lengthUnit);
  return `${title.toLowerCase()} ${made.isClear ? '≥ ' : ''}${value}`;
}
