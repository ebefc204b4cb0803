import { useMemo } from 'react';
import { feeds } from '../../../core/derive/rules.js';
import { placesOf, spokenPlace } from '../../../core/engine/places.js';
import { ownMeasures } from '../../../core/plan/own-measure.js';
import { limitFor } from '../../../core/plan/spec-sets.js';
import { MEASURES } from '../../../core/plan/measures.js';
import { worstMark } from '../../../core/sheet/marks.js';
import type { Slot } from '../../../core/sheet/slot.js';
import { formatFigure } from '../../../core/units/format.js';
import { MeasureList } from '../../drawings/MeasureList.js';
import type { CellFace } from '../../drawings/PlaceCell.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { PlaceDrawing } from '../../measuring/PlaceDrawing.js';
import { sayStepNext } from '../../measuring/say-step-next.js';
import { Todo } from '../../measuring/Todo.js';
import { useSteps } from '../../measuring/use-steps.js';
import { useDesk } from '../../state/use-desk.js';
import { AskFigures } from '../intake/AskFigures.js';

const KEYS: [string, string][] = [
  ['N', 'a blade that won’t go in: less than so much'],
  ['0 … 9 . / −', 'into the active place'],
  [';', 'between sizes taken in several directions: front; front across; rear; rear across'],
  ['A  B', 'above or below the deck'],
  ['Enter', 'take the value and step on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['← →', 'the place before, the place after'],
  ['[  ]', 'the measure before, the measure after'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

/** What the catalogue has typed in: all of the stage but what follows from other readings. */
const CATALOGUE = MEASURES.filter(({ stage, needs }) => stage === 'bottom-end' && needs.length === 0);

/** Bottom end: the crank from the side, its mains, pins and cylinders as the places to type into. */
export function BottomEnd() {
  const engine = useDesk((desk) => desk.engine!);
  const spec = useDesk((desk) => desk.file!.spec);
  const typed = useMemo(() => [...CATALOGUE, ...ownMeasures(spec, 'bottom-end')], [spec]);
  const slots = useMemo(
    () => typed.flatMap(({ key, scope }) => placesOf(engine, scope).map((place): Slot => ({ measure: key, place }))),
    [engine, typed],
  );
  const steps = useSteps('bottom-end', slots);
  const { active, sheet, target, entry, lengthUnit } = steps;
  const { measure } = target;
  const valueAt = (key: string, place: string) => sheet.rows.find((row) => row.measure === key && row.place === place);

  const judging = useDesk((desk) => desk.judging!);
  const limit = limitFor(judging.spec, measure.key, active.place);
  const hangsOnBore = limit?.basis === 'of-bore' && judging.boreMm(active.place) === undefined;
  const keys = typed.map(({ key }) => key);
  const turn = (by: 1 | -1) => {
    steps.goToMeasure(keys[(keys.indexOf(measure.key) + by + keys.length) % keys.length]);
  };

  const more: Record<string, CellFace> = {};
  // A bank's square follows from its pistons: it shows beside them, and takes no number of its own.
  if (measure.key === 'deck-height')
    for (const bank of placesOf(engine, 'bank')) {
      const square = valueAt('deck-square', bank);
      if (square)
        more[bank] = { mark: square.verdict, figure: formatFigure(square.value, lengthUnit), unit: lengthUnit };
    }
  return (
    <MeasuringPlace
      stage="bottom-end"
      steps={steps}
      title="Bottom end"
      line={<span className="measuring-count">{measure.title}</span>}
      list={
        <MeasureList
          label="Measures of the bottom end"
          active={measure.key}
          onPick={steps.goToMeasure}
          entries={typed.map(({ key, title, scope }) => ({
            key,
            title,
            mark: worstMark(sheet, [key, ...feeds(key)]),
            count: [sheet.rows.filter((row) => row.measure === key).length, placesOf(engine, scope).length],
          }))}
        />
      }
      drawing={
        <PlaceDrawing
          measure={measure}
          unit={measure.quantity === 'length' ? lengthUnit : target.unit}
          active={active.place}
          typed={entry.typed}
          onPick={(place) => steps.go(slots.find((slot) => slot.measure === measure.key && slot.place === place))}
          more={more}
        />
      }
      where={active.place === 'engine' ? measure.title : spokenPlace(active.place)}
      todo={<Todo measure={measure} />}
      turn={turn}
      walk={(heading) => steps.goBy(heading === 'left' || heading === 'up' ? -1 : 1)}
      next={sayStepNext(steps)}
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> take and go on <kbd>[</kbd> <kbd>]</kbd> measure before, after{' '}
          {measure.several && (
            <>
              <kbd>;</kbd> next direction{' '}
            </>
          )}
          {measure.sides && (
            <>
              <kbd>A</kbd> <kbd>B</kbd> {measure.sides.plus}, {measure.sides.minus}
            </>
          )}
        </>
      }
    >
      {hangsOnBore && (
        <AskFigures
          ids={['bore']}
          why="This limit is stated per bore, and no bore is known yet. Until it is measured, the engine’s own counts."
        />
      )}
    </MeasuringPlace>
  );
}
