import Button from '@mui/material/Button';
import Select from '@mui/material/Select';
import type { ReactNode } from 'react';
import { STOP_METHODS } from '../../../core/cam/valve-stops.js';
import { neighbourValve, valveMapLayout } from '../../../core/drawing/valve-map.js';
import { sameCrank } from '../../../core/engine/crank.js';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import { measureOf } from '../../../core/plan/measures.js';
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
          <Select
            size="small"
            variant="standard"
            disableUnderline
            value={method}
            onChange={(event) => choose({ method: event.target.value as typeof method })}
            native
            inputProps={{ 'aria-label': 'Method' }}
            className="measuring-choice"
          >
            {STOP_METHODS.map((name) => (
              <option key={name} value={name}>
                {METHOD_NAME[name]}
              </option>
            ))}
          </Select>
          <Select
            size="small"
            variant="standard"
            disableUnderline
            value={along}
            onChange={(event) => choose({ along: event.target.value as typeof along })}
            native
            inputProps={{ 'aria-label': 'Order' }}
            className="measuring-choice"
          >
            <option value="firing">by firing order</option>
            <option value="bank">along the bank</option>
          </Select>
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
