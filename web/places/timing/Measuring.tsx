import Button from '@mui/material/Button';
import { useMemo, type ReactNode } from 'react';
import { findsOf } from '../../../core/drawing/wheel-finds.js';
import { wrapCycle } from '../../../core/engine/crank.js';
import { placesOf, spokenPlace } from '../../../core/engine/places.js';
import type { Mark } from '../../../core/judge/mark.js';
import { isOwnKey } from '../../../core/plan/own-measure.js';
import { formatFigure, formatValue } from '../../../core/units/format.js';
import { toCanonical } from '../../../core/units/units.js';
import { DegreeWheel } from '../../drawings/DegreeWheel.js';
import type { DialFace } from '../../drawings/ValveDial.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { DialHelper } from '../../measuring/DialHelper.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { OwnDrawing } from '../../measuring/OwnDrawing.js';
import { sayStepNext } from '../../measuring/say-step-next.js';
import { Todo } from '../../measuring/Todo.js';
import { TurningStrip } from '../../measuring/TurningStrip.js';
import type { Steps } from '../../measuring/use-steps.js';
import { useTurning } from '../../measuring/use-turning.js';
import { WheelChoice } from '../../measuring/WheelChoice.js';
import { usePreferences } from '../../state/preferences.js';
import { CardTable } from './CardTable.js';
import { crankOf } from './on-the-wheel.js';
import { whatToRead } from './words.js';

const KEYS: [string, string][] = [
  ['0 … 9 .', 'the number on the wheel, or a lift'],
  ['A  B', 'after or before the event’s own dead centre; again takes it away'],
  ['Enter', 'take the reading and go on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['[  ]', 'the step before, the step after'],
  ['← → ↑ ↓', 'walk over the steps'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

/** One number of the degreeing at a time: on the wheel, or into the valve map for the lobe lifts. */
export function Measuring({
  steps,
  list,
  lifts,
  lift,
  onLift,
}: {
  steps: Steps;
  list: ReactNode;
  /** The lifts at which the card states events, in words, and which of them is read at. */
  lifts: string[];
  lift: number;
  onLift: (index: number) => void;
}) {
  const { active, target, entry, sheet, engine, desk, lengthUnit } = steps;
  const wheel = usePreferences((state) => state.wheel);
  const turning = useTurning();
  const { measure } = target;
  const isLift = measure.key === 'lobe-lift';
  const hasLifts = lifts.length > 1 && active.at?.by === 'lift';
  const isOwn = isOwnKey(measure.key);
  const finds = useMemo(() => findsOf(sheet.rows), [sheet]);
  const judging = desk.judging!;
  const expected = judging.expected(measure.key, active.place, active.at);
  const drop = active.at ? formatValue(active.at.value, lengthUnit) : null;
  const crank = crankOf(steps);
  return (
    <MeasuringPlace
      stage="cam-timing"
      steps={steps}
      title="Cam timing"
      list={list}
      line={
        <>
          <span className="measuring-count">
            {measure.title}
            {drop && !hasLifts && `, at ${drop}`}
          </span>
          {hasLifts && (
            <span role="group" aria-label="Check lift" className="timing-lifts">
              {lifts.map((says, index) => (
                <Button
                  key={says}
                  size="small"
                  aria-pressed={index === lift}
                  variant={index === lift ? 'outlined' : 'text'}
                  onClick={(event) => {
                    event.currentTarget.blur();
                    onLift(index);
                  }}
                >
                  {says}
                </Button>
              ))}
            </span>
          )}
          <span className="measuring-rest" />
          {!isLift && !isOwn && measure.quantity === 'angle' && <WheelChoice />}
        </>
      }
      drawing={
        isOwn ? (
          <OwnDrawing steps={steps} />
        ) : isLift ? (
          <ValveMap
            banks={engine.banks}
            faces={liftFaces(steps)}
            active={active.place}
            typed={entry.typed}
            onPick={(place) => steps.go({ measure: 'lobe-lift', place })}
          />
        ) : (
          <div className="timing-drawing">
            <DegreeWheel face={wheel.face} runs={wheel.runs} crankDeg={crank} finds={finds} />
            <CardTable sheet={sheet} judging={judging} />
          </div>
        )
      }
      where={active.place === 'engine' ? measure.title : spokenPlace(active.place)}
      todo={isOwn ? <Todo measure={measure} /> : <p>{whatToRead(active, drop, desk.card)}</p>}
      turn={steps.goBy}
      walk={(heading) => steps.goBy(heading === 'left' || heading === 'up' ? -1 : 1)}
      next={sayStepNext(steps)}
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> take and go on{' '}
          {measure.sides && (
            <>
              <kbd>A</kbd> <kbd>B</kbd> after, before{' '}
            </>
          )}
          <kbd>[</kbd> <kbd>]</kbd> step before, after
        </>
      }
      strip={<TurningStrip turning={turning} crankDeg={wrapCycle(360 + crank)} />}
    >
      {isLift && (
        <DialHelper
          unit={lengthUnit === 'mm' ? 'mm' : 'in'}
          onUse={(travel) => {
            entry.clear();
            // The helper works in inches or millimetres; a bench that reads in thou gets thou.
            entry.type(lengthUnit === 'thou' ? formatFigure(toCanonical(Number(travel), 'in'), 'thou') : travel);
          }}
        />
      )}
      {expected !== undefined && (
        <p className="now-quiet">
          By the card: {formatValue(expected, measure.quantity === 'angle' ? 'deg' : lengthUnit)}
        </p>
      )}
    </MeasuringPlace>
  );
}

/** Lobe lifts on the valve map: each dial has its card as its middle. */
function liftFaces({ sheet, engine, entry, active, lengthUnit }: Steps): Record<string, DialFace> {
  return Object.fromEntries(
    placesOf(engine, 'valve').map((place): [string, DialFace] => {
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
          unit: lengthUnit,
        },
      ];
    }),
  );
}
