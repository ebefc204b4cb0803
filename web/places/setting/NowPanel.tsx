import Button from '@mui/material/Button';
import { clearanceDeg } from '../../../core/cam/base-circle.js';
import { DEFAULT_MARGIN_DEG } from '../../../core/cam/valve-stops.js';
import { sameCrank } from '../../../core/engine/crank.js';
import { spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { derive } from '../../../core/record/derive.js';
import { settingLimit, settingValue } from '../../../core/record/setting-value.js';
import type { SheetRow } from '../../../core/record/sheet.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import {
  Cautions,
  Hints,
  JustTaken,
  LimitNote,
  ReadHereBefore,
  sayDerived,
  StandingCaution,
} from '../../bench/panel-parts.js';
import '../../bench/panel.css';
import { sayFormula, saySpare } from '../../bench/say-formula.js';
import { MarginBar } from '../../drawings/MarginBar.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import type { SettingState } from './use-setting.js';
import { howToTake, turnFirst, whyHere } from './words.js';

const nameOf = (measure: string) => measureOf(measure).title.toLowerCase();

/** What the value of a measure at a place makes, as it stands on the sheet. */
function madeBy(rows: SheetRow[], place: string, from: string) {
  const row = rows.find((other) => other.place === place && other.derivedFrom?.measure === from);
  return row && { measure: row.measure, value: row.value, formula: row.derivedFrom!.formula };
}

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
      }
    : row && { value: row.value, verdict: row.verdict, limit: row.limit };
  const limit = current?.limit ?? settingLimit(engine.specSet, active);
  const limitUnit = limit?.stated.unit === 'turn' ? 'turn' : lengthUnit;
  // Both are always shown, what is typed and what it makes; the spec set names the one that is judged.
  const makes = preview ? derive(engine, measure.key, active, preview.value) : madeBy(sheet.rows, active, measure.key);
  const judgedByIt = preview ? preview.judgedAs !== undefined : row?.derivedFrom !== undefined;
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
            {makes && judgedByIt && (
              <>
                {nameOf(makes.measure)} <strong className="figure">{formatValue(makes.value, lengthUnit)}</strong>{' '}
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
        {makes && (
          <p className="figure now-formula">
            {!judgedByIt && `${nameOf(makes.measure)} ${formatValue(makes.value, lengthUnit)} = `}
            {sayFormula(makes.formula, lengthUnit)}
          </p>
        )}
        {preview && <Hints hints={preview.hints} unit={entryUnit} />}
        {!preview && taken && <Hints hints={taken.hints} unit={entryUnit} />}

        <JustTaken readingId={lastTaken} shown={(made) => sayDerived(made, lengthUnit)} />
        <ReadHereBefore measure={measure.key} place={active} />
        <LimitNote limit={limit} />
      </div>
      <StandingCaution stage="setting" />
    </aside>
  );
}
