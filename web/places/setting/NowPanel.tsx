import Button from '@mui/material/Button';
import { wordHint, wordLimit } from '../../../contracts/wording.js';
import { clearanceDeg } from '../../../core/cam/base-circle.js';
import { DEFAULT_MARGIN_DEG } from '../../../core/cam/valve-stops.js';
import { sameCrank } from '../../../core/engine/crank.js';
import { spokenPlace } from '../../../core/engine/places.js';
import { CAUTIONS, STANDING_CAUTION } from '../../../core/plan/cautions.js';
import type { Hint } from '../../../core/judge/hints.js';
import { settingLimit, settingValue } from '../../../core/record/setting-value.js';
import { formatFigure, formatValue, UNIT_LABEL } from '../../../core/units/format.js';
import { MarginBar } from '../../drawings/MarginBar.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { useSession } from '../../state/session.js';
import type { SettingState } from './use-setting.js';
import { howToTake, sayFormula, saySpare, turnFirst, whyHere } from './words.js';

function Hints({ hints, unit }: { hints: Hint[]; unit: Parameters<typeof wordHint>[1] }) {
  return hints.map((hint) => (
    <p key={hint.code} className="now-hint">
      {wordHint(hint, unit)}
    </p>
  ));
}

/** The answer to the value just taken; it stays while the next valve is already active. */
function JustTaken({ setting }: { setting: SettingState }) {
  const { desk, sheet, lastTaken, lengthUnit } = setting;
  const reading = desk.readings.find((candidate) => candidate.id === lastTaken);
  if (!reading) return null;
  const row = sheet.rows.find((candidate) => candidate.readingId === reading.id && !candidate.derivedFrom);
  const shown = settingValue(
    sheet.rows.filter((candidate) => candidate.readingId === reading.id),
    reading.place,
  );
  const saved = desk.saved[reading.id];
  return (
    <section className="now-taken" aria-live="polite" aria-label="Just taken">
      <p>
        <strong>{spokenPlace(reading.place)}</strong> <span className="figure">{reading.entered}</span>{' '}
        {UNIT_LABEL[reading.unit]}{' '}
        {shown?.derivedFrom && <span className="figure">→ {formatValue(shown.value, lengthUnit)} </span>}
        {row && <VerdictMark mark={row.verdict} />}
      </p>
      {row && <Hints hints={row.hints} unit={reading.unit} />}
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

/** The cautions of the stage, whole, until somebody has acknowledged them for this engine. */
function Cautions({ setting }: { setting: SettingState }) {
  const { acknowledge } = setting.desk;
  const looksOn = useSession((state) => state.person?.role === 'apprentice');
  return (
    <section className="now-caution" aria-label="Cautions">
      {[...CAUTIONS.setting!, STANDING_CAUTION].map((caution) => (
        <p key={caution}>{caution}</p>
      ))}
      {!looksOn && (
        <Button variant="outlined" size="small" onClick={() => void acknowledge('setting')}>
          Read and understood
        </Button>
      )}
    </section>
  );
}

/** What to do now, the number being typed, how its verdict comes about, and what was read here before. */
export function NowPanel({ setting }: { setting: SettingState }) {
  const {
    engine,
    sheet,
    desk,
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
  } = setting;
  const clearance = clearanceDeg(span, crank);
  const acknowledged = desk.acknowledged.includes('setting');
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
  const tries = desk.readings.filter((reading) => reading.place === active && reading.measure === measure.key);
  const siblings = limit
    ? sheet.rows
        .filter((other) => other.measure === limit.measure && other.place !== active)
        .map((other) => other.value)
    : [];

  return (
    <aside className="now" aria-label="What to do now">
      <div className="now-rest" tabIndex={0}>
        <h2>{spokenPlace(active)}</h2>
        {!acknowledged && <Cautions setting={setting} />}
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

        <JustTaken setting={setting} />

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
                  {reading.by}{' '}
                  {new Date(reading.takenAt).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}
                  {desk.saved[reading.id] === 'kept-here' && ', kept here'}
                </span>
              </li>
            ))}
          </ol>
        )}
        {limit && (
          <>
            <h3>Limit</h3>
            <p>
              <span className="figure">{wordLimit(limit.stated)}</span>, {engine.specSet.title} v
              {engine.specSet.version}
              <br />
              <span className="now-quiet">{limit.source}</span>
            </p>
          </>
        )}
      </div>
      {acknowledged && <p className="now-caution">{CAUTIONS.setting![0]}</p>}
    </aside>
  );
}
