import type { ReactNode } from 'react';
import type { Stage } from '../../core/plan/measure.js';
import { measureOf } from '../../core/plan/measures.js';
import { limitAt } from '../../core/record/judge-reading.js';
import type { SheetRow } from '../../core/record/sheet.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';
import { MarginBar } from '../drawings/MarginBar.js';
import { VerdictMark } from '../drawings/VerdictMark.js';
import { useDesk } from '../state/desk.js';
import { Cautions, Hints, JustTaken, LimitNote, ReadHereBefore, sayDerived, StandingCaution } from './panel-parts.js';
import { sayFormula, saySpare } from './say-formula.js';
import './panel.css';
import type { EntryState, Target } from './use-entry.js';

interface Props {
  stage: Stage;
  title: string;
  /** What to do now, in a sentence or two. */
  todo: ReactNode;
  target: Target;
  entry: EntryState;
  lengthUnit: Unit;
  children?: ReactNode;
}

/** Width of the panel in parts of a figure's height: several sizes in one line stay whole. */
const NUMBER_ROOM = 410;

/** What is judged at the active place: the number typed, or the value that stands there, or what follows from it. */
function useJudged({ target, entry }: Pick<Props, 'target' | 'entry'>) {
  const rows = useDesk((state) => state.sheet!.rows);
  const { preview } = entry;
  if (preview) {
    const made = preview.judgedAs ?? preview.brings[0]?.derived;
    const measure = preview.judgedAs?.measure ?? preview.brings[0]?.measure ?? target.measure.key;
    const value = preview.judgedAs?.value ?? preview.brings[0]?.value ?? preview.value;
    return {
      measure,
      value,
      verdict: preview.verdict,
      limit: preview.limit,
      formula: made?.formula,
      hints: preview.hints,
    };
  }
  const here = rows.filter((row) => row.measure === target.measure.key && row.place === target.place);
  const made = rows.find((row) => row.derivedFrom && here.some((own) => own.readingId === row.readingId));
  const row: SheetRow | undefined = here[0]?.limit ? here[0] : (made ?? here[0]);
  return row
    ? { measure: row.measure, value: row.value, verdict: row.verdict, limit: row.limit, formula: row.derivedFrom?.formula, hints: row.hints } // prettier-ignore
    : null;
}

/** The panel beside a measuring drawing: what to do, the number, how its verdict comes about, what was read before. */
export function StagePanel({ stage, title, todo, target, entry, lengthUnit, children }: Props) {
  const rows = useDesk((state) => state.sheet!.rows);
  const readings = useDesk((state) => state.readings);
  const { measure, place, unit, atLiftMm } = target;
  const judged = useJudged({ target, entry });
  const latest = readings.findLast(
    (reading) => reading.measure === measure.key && reading.place === place && reading.atLiftMm === atLiftMm,
  );
  const shown = entry.typed || latest?.entered || '–';
  const limit = judged?.limit ?? limitAt(entry.judging, measure.key, place, measure.uncertainty);
  const shownIn = (key: string): Unit => (measureOf(key).quantity === 'angle' ? 'deg' : lengthUnit);
  const siblings = limit
    ? rows.filter((other) => other.measure === limit.measure && other.place !== place).map((other) => other.value)
    : [];
  return (
    <aside className="now" aria-label="What to do now">
      <div className="now-rest" tabIndex={0}>
        <h2>{title}</h2>
        <Cautions stage={stage} />
        <div className="now-todo">{todo}</div>
        <p className="now-number">
          <span
            className="figure"
            data-testid="active-number"
            style={{ fontSize: Math.min(58, NUMBER_ROOM / shown.length) }}
          >
            {shown}
          </span>
          <span>{UNIT_LABEL[unit]}</span>
        </p>
        {entry.problem && (
          <p role="alert" style={{ color: 'var(--flag)' }}>
            {measure.title}: {entry.problem}
          </p>
        )}
        {judged && (
          <p className="now-verdict">
            {judged.measure !== measure.key && (
              <>
                {measureOf(judged.measure).title.toLowerCase()}{' '}
                <strong className="figure">{formatValue(judged.value, shownIn(judged.measure))}</strong>{' '}
              </>
            )}
            {judged.verdict !== 'unjudged' && <VerdictMark mark={judged.verdict} size={16} />}
            {judged.limit && (
              <span className="now-spare">, {saySpare(judged.value, judged.limit, shownIn(judged.measure))}</span>
            )}
          </p>
        )}
        {limit && (
          <MarginBar
            limit={limit}
            uncertainty={limit.uncertainty}
            value={judged?.value ?? null}
            mark={judged && judged.verdict !== 'unjudged' ? judged.verdict : 'missing'}
            siblings={siblings}
            figure={(value) => formatFigure(value, shownIn(limit.measure))}
          />
        )}
        {judged?.formula && <p className="figure now-formula">{sayFormula(judged.formula, lengthUnit)}</p>}
        {judged && <Hints hints={judged.hints} unit={unit} />}
        {children}
        <JustTaken readingId={entry.lastTaken} shown={(made) => sayDerived(made, lengthUnit)} />
        <ReadHereBefore measure={measure.key} place={place} atLiftMm={atLiftMm} />
        <LimitNote limit={limit} />
      </div>
      <StandingCaution stage={stage} />
    </aside>
  );
}
