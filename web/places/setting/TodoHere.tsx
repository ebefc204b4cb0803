import Button from '@mui/material/Button';
import { sameCrank } from '../../../core/engine/crank.js';
import { Todo } from '../../measuring/Todo.js';
import type { SettingState } from './use-setting.js';
import { degrees, howToTake, sayTurn, turnFirst, whyHere } from './words.js';

/** What to do at the active valve: where to turn first, why it may be set here, and how it is taken. */
export function TodoHere({ setting }: { setting: SettingState }) {
  const { engine, method, active, crank, step, stops, clearance, rests, isAnywhere, target, aside, entry } = setting;
  const how = howToTake(engine, target.measure.key);
  const atStop = step !== null && sameCrank(step.crankDeg, crank);
  const turnThere = step && !atStop && !isAnywhere && (
    <Button variant="outlined" size="small" onClick={() => setting.turnTo(step.crankDeg)}>
      Turn there
    </Button>
  );
  return (
    <>
      {aside[active] && (
        <p>
          Left out by {aside[active].by}: {aside[active].reason}. <kbd>W</kbd> takes it up again.
        </p>
      )}
      {!rests ? (
        <p style={{ color: 'var(--flag)' }}>{turnFirst(active, crank, clearance, step?.crankDeg ?? null)}</p>
      ) : isAnywhere || atStop ? (
        <p>{whyHere(method, active, step ? stops.indexOf(step.crankDeg) : -1, stops.length)}</p>
      ) : (
        <p>
          {step
            ? `${sayTurn(crank, step.crankDeg)} It rests here too, ${degrees(clearance)} from a ramp.`
            : `This method does not stop for it; here it rests, ${degrees(clearance)} from a ramp.`}
        </p>
      )}
      {entry.preview?.hints.some(({ code }) => code === 'on-its-lobe') && (
        <p className="now-hint">
          {clearance < 0
            ? `Turned more than the others and still loose: by the strip it stands ${degrees(-clearance)} up its lobe here.`
            : `By the strip it rests here, ${degrees(clearance)} from a ramp: it is not the lobe, if the crank stands where the strip says.`}
        </p>
      )}
      {turnThere}
      {how ? <p>{how}</p> : <Todo measure={target.measure} />}
    </>
  );
}
