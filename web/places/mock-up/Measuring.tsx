import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { wrapCycle } from '../../../core/engine/crank.js';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import { isOwnKey } from '../../../core/plan/own-measure.js';
import { mockUpsOf } from '../../../core/sheet/papers.js';
import type { Slot } from '../../../core/sheet/slot.js';
import type { Lack } from '../../../core/valvetrain/mock-up.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { OwnDrawing } from '../../measuring/OwnDrawing.js';
import { sayStepNext } from '../../measuring/say-step-next.js';
import { Todo } from '../../measuring/Todo.js';
import { TurningStrip } from '../../measuring/TurningStrip.js';
import type { Steps } from '../../measuring/use-steps.js';
import { useTurning } from '../../measuring/use-turning.js';
import { useDesk } from '../../state/use-desk.js';
import { AskFigures } from '../intake/AskFigures.js';
import { ClayInside } from './ClayInside.js';
import { overlapTop } from './over-top.js';
import { facesOf } from '../../measuring/faces.js';
import { sayClosest, sayTop, Section } from './Section.js';
import { OF_SPRINGS, SpringsHere, WorstAndLikely } from './told.js';
import { useClearancesOf } from './use-clearances-of.js';
import { useCrankOver } from './use-crank-over.js';

const KEYS: [string, string][] = [
  ['0 … 9 . /', 'into the active valve'],
  ['N', 'clay untouched: at least so much; or a blade that won’t go in: less than so much'],
  ['Enter', 'take the value and go on: thinnest, middle, radial, then the next valve'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['← →', 'the step before, the step after'],
  ['[  ]', 'turn the crank by a degree; at the strip, ← → turns it too'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

/** The engine’s figures that each lack asks for. */
const FIGURES_OF: Partial<Record<Lack, (kind: string) => string>> = {
  stroke: () => 'stroke',
  'rod-length': () => 'rod-length',
  'valve-angle': (kind) => `valve-angle-${kind}`,
};

/** One number of the mock-up at a time, on the valve map; beside it the section that turns with the crank. */
export function Measuring({
  steps,
  slots,
  list,
  onSetUp,
}: {
  steps: Steps;
  slots: Slot[];
  list: ReactNode;
  onSetUp: () => void;
}) {
  const { active, target, entry, engine, lengthUnit } = steps;
  const { measure } = target;
  const file = useDesk((desk) => desk.file!);
  const turning = useTurning();
  const { cylinder, kind } = parseValve(active.place) ?? { cylinder: 1, kind: 'I' as const };
  const clearances = useClearancesOf(cylinder);
  const isOver = measure.key.startsWith('pv-');
  const isOwn = isOwnKey(measure.key);
  // The dial is read with the crank held where it says.
  const turned = useCrankOver(cylinder, clearances.find((one) => one.kind === kind)?.closestDeg ?? 0);
  const crank = active.at ? wrapCycle(overlapTop(engine, cylinder) + active.at.value) : turned.crankDeg;
  const deg = active.at ? active.at.value : turned.deg;
  const { turnTo } = turned;
  const noSetUp = mockUpsOf(file).length === 0;
  const lacks = clearances.find((one) => one.kind === kind)?.lacks ?? [];
  const ids = lacks.flatMap((lack) => FIGURES_OF[lack]?.(kind === 'I' ? 'intake' : 'exhaust') ?? []);

  return (
    <MeasuringPlace
      stage="mock-up"
      steps={steps}
      title="Mock-up"
      line={
        <span className="measuring-count">
          {measure.title}
          {active.at && `, ${sayTop(active.at.value)}`}
        </span>
      }
      list={list}
      notice={<ClayInside />}
      drawing={
        isOwn ? (
          <OwnDrawing steps={steps} />
        ) : (
          <ValveMap
            banks={engine.banks}
            faces={facesOf(steps)}
            active={active.place}
            typed={entry.typed}
            onPick={(place) => steps.go(slots.find((slot) => slot.measure === measure.key && slot.place === place))}
          />
        )
      }
      where={active.place === 'engine' ? measure.title : spokenPlace(active.place)}
      todo={
        <>
          <Todo measure={measure} />
          {active.at && <p>Crank at {sayTop(active.at.value)}; push the valve down to its first touch.</p>}
        </>
      }
      turn={(by) => turnTo(crank + by)}
      walk={(heading) => steps.goBy(heading === 'left' || heading === 'up' ? -1 : 1)}
      next={sayStepNext(steps)}
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> take and go on{' '}
          {measure.mayNotPass && (
            <>
              <kbd>N</kbd> blade won’t go in{' '}
            </>
          )}
          {measure.mayBeClear && (
            <>
              <kbd>N</kbd> untouched{' '}
            </>
          )}
          {isOver && (
            <>
              <kbd>[</kbd> <kbd>]</kbd> turn the crank
            </>
          )}
        </>
      }
      strip={
        isOver && (
          <div className="mock-up-strip">
            <div>
              <TurningStrip turning={turning} crankDeg={crank} onTurn={active.at ? undefined : turnTo} />
            </div>
            <figure className="mock-up-section">
              <Section clearances={clearances} deg={deg} unit={lengthUnit} active={kind} />
              <figcaption>
                cylinder {cylinder}, {sayTop(deg)}
                {sayClosest(clearances, deg)}
              </figcaption>
            </figure>
          </div>
        )
      }
    >
      {noSetUp && (isOver || measure.key === 'pushrod-side-gap') && (
        <div className="now-hint">
          No set-up of a check is filed yet: nothing is brought to the final build, and nothing is judged.{' '}
          <Button size="small" onClick={onSetUp}>
            File the set-up
          </Button>
        </div>
      )}
      {isOver && ids.length > 0 && (
        <AskFigures
          ids={ids}
          why="How valve and piston move over each other hangs on figures that nobody has filed yet."
        />
      )}
      {isOver && lacks.includes('lobe') && (
        <p className="now-hint">No lobe is known: sweep one, or file a card with its lift and two durations.</p>
      )}
      {isOver && <WorstAndLikely steps={steps} />}
      {OF_SPRINGS.includes(measure.key) && <SpringsHere steps={steps} />}
    </MeasuringPlace>
  );
}
