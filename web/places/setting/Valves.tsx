import Button from '@mui/material/Button';
import Select from '@mui/material/Select';
import type { ReactNode } from 'react';
import { STOP_METHODS } from '../../../core/cam/valve-stops.js';
import { neighbourValve, valveMapLayout } from '../../../core/drawing/valve-map.js';
import { sameCrank } from '../../../core/engine/crank.js';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
import { ALONG, type Along } from '../../../core/plan/practice.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { VerdictMark } from '../../drawings/VerdictMark.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { TurningStrip } from '../../measuring/TurningStrip.js';
import { useSetting } from './use-setting.js';
import { howToTake, METHOD_NAME, turnFirst, whyHere } from './words.js';

const KEYS: [string, string][] = [
  ['0 … 9 . / −', 'into the active valve; 5/8 and 1 3/8 are read as fractions'],
  ['Enter', 'take the value and step on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['[  ]', 'turn the crank to the stop before, the stop after'],
  ['← → ↑ ↓', 'walk over the valves'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

const ALONG_NAME: Record<Along, string> = { firing: 'by firing order', bank: 'along the bank' };

/** A choice in the line over the drawing: how the work is walked. */
function Choice<Value extends string>({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: Value;
  options: (readonly [Value, string])[];
  onChoose: (value: Value) => void;
}) {
  return (
    <Select
      size="small"
      variant="standard"
      disableUnderline
      value={value}
      onChange={(event) => onChoose(event.target.value as Value)}
      native
      inputProps={{ 'aria-label': label }}
      className="measuring-choice"
    >
      {options.map(([key, said]) => (
        <option key={key} value={key}>
          {said}
        </option>
      ))}
    </Select>
  );
}

/**
 * Setting the valves: the number goes into the engine, the engine says what to turn to next.
 *
 * @param list the measures of the stage, where there are more than the valves
 */
export function Valves({ list }: { list?: ReactNode }) {
  const setting = useSetting();
  const { engine, sheet, order, active, crank, stops, method, along, step, rests, clearance } = setting;
  const { choose, pick, turnTo } = setting;
  const { taken, required } = sheet.stages.setting ?? { taken: 0, required: 0 };
  const next = order.steps[order.steps.findIndex((one) => one.place === active) + 1];
  const flags = sheet.flags.filter(
    (flag) => flag.open && parseValve(flag.place) && measureOf(flag.measure).stage === 'setting',
  );
  const atStop = step !== null && sameCrank(step.crankDeg, crank);
  return (
    <MeasuringPlace
      stage="setting"
      steps={setting}
      list={list}
      title="Setting the valves"
      line={
        <>
          <span className="measuring-count">
            <span className="figure">
              {taken} of {required}
            </span>{' '}
            taken
          </span>
          {flags.slice(0, 1).map((flag) => (
            <span key={flag.measure + flag.place} style={{ color: 'var(--flag)' }}>
              <VerdictMark mark={flag.verdict} word={false} /> {spokenPlace(flag.place)} {flag.verdict}
            </span>
          ))}
          {flags.length > 1 && <span style={{ color: 'var(--flag)' }}>{flags.length - 1} more</span>}
          <span className="measuring-rest" />
          <Choice
            label="Method"
            value={method}
            options={STOP_METHODS.map((name) => [name, METHOD_NAME[name]])}
            onChoose={(name) => choose({ method: name })}
          />
          <Choice
            label="Order"
            value={along}
            options={ALONG.map((way) => [way, ALONG_NAME[way]])}
            onChoose={(way) => choose({ along: way })}
          />
        </>
      }
      notice={
        order.unsafe.length > 0 && (
          <p className="measuring-unsafe">
            <VerdictMark mark="high" word={false} /> This method cannot set{' '}
            {order.unsafe.map(({ place }) => spokenPlace(place)).join(', ')} on this cam.
          </p>
        )
      }
      drawing={
        <ValveMap
          banks={engine.banks}
          faces={setting.faces}
          active={active}
          typed={setting.entry.typed}
          onPick={pick}
        />
      }
      where={spokenPlace(active)}
      todo={
        rests ? (
          <p>
            {atStop ? `${whyHere(method, active, stops.indexOf(step.crankDeg), stops.length)} ` : ''}
            {howToTake(engine, setting.target.measure.key)}
          </p>
        ) : (
          <>
            <p style={{ color: 'var(--flag)' }}>{turnFirst(active, crank, clearance, step?.crankDeg ?? null)}</p>
            {step && (
              <Button variant="outlined" size="small" onClick={() => turnTo(step.crankDeg)}>
                Turn there
              </Button>
            )}
          </>
        )
      }
      turn={setting.turn}
      walk={(heading) => pick(neighbourValve(valveMapLayout(engine.banks), active, heading))}
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> take{next && ` and go to ${spokenPlace(next.place)}`} <kbd>[</kbd> <kbd>]</kbd> turn the
          crank
        </>
      }
      strip={<TurningStrip turning={setting.turning} crankDeg={crank} stops={stops} onTurn={turnTo} />}
    />
  );
}
