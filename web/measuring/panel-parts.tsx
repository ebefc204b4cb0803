import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useMemo } from 'react';
import { wordHint } from '../../contracts/wording/hint.js';
import { wordLimit, wordSource } from '../../contracts/wording/limit.js';
import type { Hint } from '../../core/judge/hints.js';
import { wordNarrow } from '../../contracts/wording/narrow.js';
import { unitOfLimit } from '../../core/plan/spec-sets.js';
import { narrowWindows } from '../../core/sheet/narrow-windows.js';
import { parseValve, spokenPlace } from '../../core/engine/places.js';
import { cautionsOf, STANDING_CAUTION } from '../../core/plan/cautions.js';
import type { Stage } from '../../core/plan/measure.js';
import { measureOf } from '../../core/plan/measures.js';
import type { Corrections } from './use-corrections.js';
import { CHECKED, useHintAnswers } from './use-hint-answers.js';
import { actsOf } from '../../core/sheet/acts.js';
import type { AppliedLimit } from '../../core/sheet/limits.js';
import { ordersBroken } from '../../core/sheet/gates.js';
import { acknowledgedOf } from '../../core/sheet/engine-file.js';
import { hintsTogether } from '../../core/sheet/answer.js';
import type { SheetRow } from '../../core/sheet/row.js';
import { formatRow, UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { VerdictMark } from '../drawings/VerdictMark.js';
import { useDesk } from '../state/use-desk.js';
import { useLooksOn, useSession } from '../state/session.js';

/** What the panel beside every measuring drawing is made of. */

/**
 * What is odd, in words; and what was found when somebody looked.
 *
 * @param readingIds the readings of which it is odd, once they are taken: then it can be answered
 */
export function Hints({
  hints,
  unit,
  at,
  readingIds = [],
}: {
  hints: Hint[];
  unit: Unit;
  /** The value that they are told with. */
  at: { measure: string; place: string };
  readingIds?: readonly string[];
}) {
  const looksOn = useLooksOn();
  const { answerTo, answer } = useHintAnswers();
  return hints.map((hint, index) => {
    const left = readingIds.filter((id) => !answerTo(id, hint.code));
    const answered = left.length === 0 ? readingIds.map((id) => answerTo(id, hint.code)).at(-1) : undefined;
    const says = left.length > 1 ? `${CHECKED} of all ${left.length}` : CHECKED;
    return (
      <div key={`${hint.code} ${index}`} className={answered ? 'now-hint answered' : 'now-hint'}>
        <p>{wordHint(hint, unit, at)}</p>
        {answered && (
          <p className="now-quiet">
            “{answered.reason}”, {answered.by} {format(new Date(answered.at), 'd MMM, HH:mm')}
          </p>
        )}
        {left.length > 0 && !looksOn && (
          <Button
            size="small"
            aria-label={`${says}: ${wordHint(hint, unit, at)}`}
            onClick={(event) => {
              // The keys go back to the bench.
              event.currentTarget.blur();
              void answer(left, hint.code, CHECKED);
            }}
          >
            {says}
          </Button>
        )}
      </div>
    );
  });
}

/** The answer to the value just taken; it stays while the next place is already active. */
export function JustTaken({
  readingId,
  corrections: { undoable, undo },
  shown,
}: {
  readingId: string | null;
  corrections: Pick<Corrections, 'undoable' | 'undo'>;
  shown: (row: SheetRow[]) => string | null;
}) {
  const desk = useDesk();
  const reading = desk.readings.find((candidate) => candidate.id === readingId);
  if (!reading || actsOf(desk.file!, 'reading-struck').some(({ readingId: id }) => id === reading.id)) return null;
  const rows = desk.sheet!.rows.filter((row) => row.readingId === reading.id);
  const row = rows.find((candidate) => candidate.verdict !== 'unjudged') ?? rows[0];
  const also = shown(rows);
  const own = rows.find(({ measure }) => measure === reading.measure);
  const hints = own ? hintsTogether(own, rows.filter((one) => one !== own)) : []; // prettier-ignore
  const saved = desk.saved[reading.id];
  return (
    <section className="now-taken" aria-label="Just taken">
      <p>
        <strong>
          {spokenPlace(reading.place) === 'engine' ? measureOf(reading.measure).title : spokenPlace(reading.place)}
        </strong>{' '}
        <span className="figure">{reading.entered}</span> {UNIT_LABEL[reading.unit]}{' '}
        {also && <span className="figure">→ {also} </span>}
        {row && row.verdict !== 'unjudged' && <VerdictMark mark={row.verdict} />}
      </p>
      <Hints hints={hints} unit={reading.unit} at={reading} />
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
          {undoable?.id === reading.id && (
            <Button size="small" onClick={undo}>
              Undo&nbsp;<kbd>Z</kbd>
            </Button>
          )}
        </p>
      )}
    </section>
  );
}

/** The cautions of a stage in this shop, and whether whoever works here has read them on this engine. */
function useCautions(stage: Stage) {
  const file = useDesk((desk) => desk.file!);
  const handle = useSession((session) => session.person?.handle ?? '');
  return { cautions: cautionsOf(file.spec.practice, stage), isRead: acknowledgedOf(file, handle).includes(stage) };
}

/** The cautions of a stage, whole, until whoever works here has acknowledged them for this engine; then the first stays in view. */
export function Cautions({ stage }: { stage: Stage }) {
  const acknowledge = useDesk((desk) => desk.acknowledge);
  const looksOn = useLooksOn();
  const { cautions, isRead } = useCautions(stage);
  if (cautions.length === 0 || isRead) return null;
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

/** What comes before this measure and is not there yet: told before much is done that would be undone. */
export function ComesFirst({ measure }: { measure: string }) {
  const file = useDesk((desk) => desk.file!);
  const stand = useDesk((desk) => desk.stand!);
  const broken = useMemo(() => ordersBroken({ file, stand }).filter(({ before }) => before === measure), [file, stand, measure]); // prettier-ignore
  return broken.map(({ first, why, taken, upTo }) => (
    <p key={first} className="now-hint">
      {measureOf(first).title} comes first{taken > upTo && `, and ${taken} are taken already`}: {why}.
    </p>
  ));
}

export function StandingCaution({ stage }: { stage: Stage }) {
  const { cautions, isRead } = useCautions(stage);
  const [first] = cautions;
  return isRead && first ? <p className="now-caution">{first}</p> : null;
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

/** That a window is narrower than its readings can tell, before any is read, and what helps. */
export function Narrow({ measure, place }: { measure: string; place: string }) {
  const judging = useDesk((desk) => desk.judging!);
  const found = useMemo(() => narrowWindows(judging), [judging]);
  const kind = parseValve(place)?.kind ?? null;
  const narrow = found.find((one) => one.measure === measure && one.kind === kind);
  return narrow ? <p className="now-hint">{wordNarrow(narrow, unitOfLimit(judging.spec, measure))}</p> : null;
}

/** A derived value with its measure: what a reading brings forth. */
export function sayDerived(
  rows: Pick<SheetRow, 'measure' | 'value' | 'span' | 'isClear' | 'isUnder' | 'derivedFrom'>[],
  lengthUnit: Unit,
): string | null {
  const made = rows.find((row) => row.derivedFrom);
  if (!made) return null;
  const { quantity, title, units } = measureOf(made.measure);
  const shown = quantity === 'length' ? lengthUnit : quantity === 'angle' ? 'deg' : units[0];
  return `${title.toLowerCase()} ${formatRow(made, shown)}`;
}
