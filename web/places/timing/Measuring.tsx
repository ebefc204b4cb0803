import Button from '@mui/material/Button';
import { useMemo } from 'react';
import { findsOf } from '../../../core/drawing/wheel-finds.js';
import { spokenPlace } from '../../../core/engine/places.js';
import type { Mark } from '../../../core/record/mark.js';
import { formatFigure, formatValue } from '../../../core/units/format.js';
import { toCanonical } from '../../../core/units/units.js';
import { DialHelper } from '../../bench/DialHelper.js';
import { StagePanel } from '../../bench/StagePanel.js';
import type { Steps } from '../../bench/use-steps.js';
import { WheelChoice } from '../../bench/WheelChoice.js';
import { DegreeWheel } from '../../drawings/DegreeWheel.js';
import { ValveMap, type DialFace } from '../../drawings/ValveMap.js';
import { usePreferences } from '../../state/preferences.js';
import { CardTable } from './CardTable.js';
import { crankOf } from './on-the-wheel.js';
import { whatToRead } from './words.js';

/** One number of the degreeing at a time: on the wheel, or into the valve map for the lobe lifts. */
export function Measuring({ bench, onHelp }: { bench: Steps; onHelp: () => void }) {
  const { active, target, entry, sheet, engine, desk, lengthUnit } = bench;
  const wheel = usePreferences((state) => state.wheel);
  const { measure } = target;
  const lifts = measure.key === 'lobe-lift';
  const finds = useMemo(() => findsOf(sheet.rows), [sheet]);
  const expected = entry.judging.expected(measure.key, active.place);
  const drop = active.atLiftMm === undefined ? null : formatValue(active.atLiftMm, lengthUnit);
  return (
    <>
      <section className="bench-main">
        <div className="bench-line">
          <h2>Cam timing</h2>
          <span className="bench-count">
            {measure.title}
            {drop && `, at ${drop}`}
          </span>
          <span className="bench-rest" />
          {!lifts && measure.quantity === 'angle' && <WheelChoice />}
        </div>
        <div className="bench-drawing timing-drawing">
          {lifts ? (
            <ValveMap
              banks={engine.banks}
              faces={liftFaces(bench)}
              active={active.place}
              typed={entry.typed}
              onPick={(place) => bench.go({ measure: 'lobe-lift', place })}
            />
          ) : (
            <>
              <DegreeWheel face={wheel.face} runs={wheel.runs} crankDeg={crankOf(bench)} finds={finds} />
              <CardTable sheet={sheet} judging={entry.judging} />
            </>
          )}
        </div>
        <p className="bench-keys">
          <kbd>Enter</kbd> take and go on{' '}
          {measure.sides && (
            <>
              <kbd>A</kbd> <kbd>B</kbd> after, before{' '}
            </>
          )}
          <kbd>[</kbd> <kbd>]</kbd> step before, after <kbd>U</kbd> {lengthUnit}{' '}
          <Button size="small" onClick={onHelp}>
            <kbd>?</kbd>&nbsp;keys
          </Button>
        </p>
      </section>
      <StagePanel
        stage="cam-timing"
        title={lifts ? spokenPlace(active.place) : measure.title}
        todo={<p>{whatToRead(active, drop, desk.card)}</p>}
        target={target}
        entry={entry}
        lengthUnit={lengthUnit}
      >
        {lifts && (
          <DialHelper
            unit={lengthUnit === 'mm' ? 'mm' : 'in'}
            onUse={(travel) => {
              entry.clear();
              // The helper works in inches or millimetres; a bench that reads in thou gets thou.
              const typed = lengthUnit === 'thou' ? formatFigure(toCanonical(Number(travel), 'in'), 'thou') : travel;
              entry.type(typed);
            }}
          />
        )}
        {expected !== undefined && (
          <p className="now-quiet">
            By the card: {formatValue(expected, measure.quantity === 'angle' ? 'deg' : lengthUnit)}
          </p>
        )}
      </StagePanel>
    </>
  );
}

/** Lobe lifts on the valve map: each dial has its card as its middle. */
function liftFaces({ sheet, engine, entry, active, lengthUnit }: Steps): Record<string, DialFace> {
  return Object.fromEntries(
    engine.banks.flatMap((bank) =>
      [...bank.valveOrder].map((kind, index): [string, DialFace] => {
        const place = `${bank.cylinders[index >> 1]}${kind}`;
        const row = sheet.rows.find((candidate) => candidate.measure === 'lobe-lift' && candidate.place === place);
        const preview = place === active.place ? entry.preview : null;
        const mark: Mark = preview?.verdict ?? row?.verdict ?? 'missing';
        return [
          place,
          {
            mark,
            value: preview?.value ?? row?.value ?? null,
            limit: preview?.limit ?? row?.limit ?? null,
            figure: row ? formatFigure(row.value, lengthUnit) : '',
          },
        ];
      }),
    ),
  );
}
