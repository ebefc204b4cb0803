import Button from '@mui/material/Button';
import { clearanceDeg } from '../../../core/cam/base-circle.js';
import { DEFAULT_MARGIN_DEG } from '../../../core/cam/valve-stops.js';
import { sameCrank } from '../../../core/engine/crank.js';
import { spokenPlace } from '../../../core/engine/places.js';
import { settingLimit, settingValue } from '../../../core/record/setting-value.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import { Cautions, Hints, JustTaken, LimitNote, ReadHereBefore, StandingCaution } from '../../bench/panel-parts.js';
import '../../bench/panel.css';
import { sayFormula, saySpare } from '../../bench/say-formula.js';
import { MarginBar } from '../../drawings/MarginBar.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import type { SettingState } from './use-setting.js';
import { howToTake, turnFirst, whyHere } from './words.js';

/** What to do now, the number being typed, how its verdict comes about, and what was read here before. */
export function NowPanel({ setting }: { setting: SettingState }) {
  const {
    engine,
    sheet,
    active,
    step,
    span,
    crank,
    stops,
    method,
    measure,
    entryUnit,
    lengthUnit,
    typed,
    problem,
    preview,
    lastTaken,
  } = setting;
  const clearance = clearanceDeg(span, crank);
  const rests = clearance >= DEFAULT_MARGIN_DEG;
  const atStop = step !== null && sameCrank(step.crankDeg, crank);
  const row = settingValue(sheet.rows, active);
  const taken = sheet.rows.find((candidate) => candidate.place === active && candidate.measure === measure.key);

  const current = preview
    ? {
        value: preview.judgedAs?.value ?? preview.value,
        verdict: preview.verdict,
        limit: preview.limit,
        formula: preview.judgedAs?.formula,
      }
    : row && { value: row.value, verdict: row.verdict, limit: row.limit, formula: row.derivedFrom?.formula };
  const limit = current?.limit ?? settingLimit(engine.specSet, active);
  const limitUnit = limit?.stated.unit === 'turn' ? 'turn' : lengthUnit;
  const depth = preview?.judgedAs ?? (row?.derivedFrom ? row : null);
  const siblings = limit
    ? sheet.rows
        .filter((other) => other.measure === limit.measure && other.place !== active)
        .map((other) => other.value)
    : [];

  return (
    <aside className="now" aria-label="What to do now">
      <div className="now-rest" tabIndex={0}>
        <h2>{spokenPlace(active)}</h2>
        <Cautions stage="setting" />
        {rests ? (
          <p>
            {atStop ? `${whyHere(method, active, stops.indexOf(step.crankDeg), stops.length)} ` : ''}
            {howToTake(engine, measure.key)}
          </p>
        ) : (
          <p style={{ color: 'var(--flag)' }}>{turnFirst(active, crank, clearance, step?.crankDeg ?? null)}</p>
        )}
        {!rests && step && (
          <Button variant="outlined" size="small" onClick={() => setting.turnTo(step.crankDeg)}>
            Turn there
          </Button>
        )}
        <p className="now-number">
          <span className="figure" data-testid="active-number">
            {typed || (taken ? taken.entered : '–')}
          </span>
          <span>{UNIT_LABEL[entryUnit]}</span>
        </p>
        {problem && (
          <p role="alert" style={{ color: 'var(--flag)' }}>
            {measure.title}: {problem}
          </p>
        )}
        {current && (
          <p className="now-verdict">
            {depth && (
              <>
                plunger <strong className="figure">{formatValue(depth.value, lengthUnit)}</strong>{' '}
              </>
            )}
            <VerdictMark mark={current.verdict} size={16} />
            {current.limit && <span className="now-spare">, {saySpare(current.value, current.limit, limitUnit)}</span>}
          </p>
        )}
        {limit && (
          <MarginBar
            limit={limit}
            uncertainty={limit.uncertainty}
            value={current?.value ?? null}
            mark={current?.verdict ?? 'missing'}
            siblings={siblings}
            figure={(value) => formatFigure(value, limitUnit)}
          />
        )}
        {current?.formula && <p className="figure now-formula">{sayFormula(current.formula, lengthUnit)}</p>}
        {preview && <Hints hints={preview.hints} unit={entryUnit} />}
        {!preview && taken && <Hints hints={taken.hints} unit={entryUnit} />}

        <JustTaken
          readingId={lastTaken}
          shown={(rows) => {
            const made = settingValue(rows, rows[0]?.place);
            return made?.derivedFrom ? formatValue(made.value, lengthUnit) : null;
          }}
        />
        <ReadHereBefore measure={measure.key} place={active} />
        <LimitNote limit={limit} />
      </div>
      <StandingCaution stage="setting" />
    </aside>
  );
}
