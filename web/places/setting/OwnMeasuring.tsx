import type { ReactNode } from 'react';
import { spokenPlace } from '../../../core/engine/places.js';
import type { Slot } from '../../../core/sheet/slot.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { OwnDrawing } from '../../measuring/OwnDrawing.js';
import { sayStepNext } from '../../measuring/say-step-next.js';
import { Todo } from '../../measuring/Todo.js';
import { useSteps } from '../../measuring/use-steps.js';

const KEYS: [string, string][] = [
  ['0 … 9 . / −', 'into the active place'],
  ['Enter', 'take the value and step on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['← →  [  ]', 'the place before, the place after'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

/** What the shop measures of its own while the valves are set: place by place, measure by measure. */
export function OwnMeasuring({ slots, list }: { slots: Slot[]; list: ReactNode }) {
  const steps = useSteps('setting', slots);
  const { active, target } = steps;
  const { measure } = target;
  return (
    <MeasuringPlace
      stage="setting"
      steps={steps}
      title="Setting"
      line={<span className="measuring-count">{measure.title}</span>}
      list={list}
      drawing={<OwnDrawing steps={steps} />}
      where={active.place === 'engine' ? measure.title : spokenPlace(active.place)}
      todo={<Todo measure={measure} />}
      turn={steps.goBy}
      walk={(heading) => steps.goBy(heading === 'left' || heading === 'up' ? -1 : 1)}
      next={sayStepNext(steps)}
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> take and go on <kbd>[</kbd> <kbd>]</kbd> place before, after
        </>
      }
    />
  );
}
