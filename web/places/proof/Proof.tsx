import Button from '@mui/material/Button';
import { format } from 'date-fns/format';
import { useMemo, useState } from 'react';
import { neighbourValve, valveMapLayout } from '../../../core/drawing/valve-map.js';
import { placesOf, spokenPlace } from '../../../core/engine/places.js';
import { ownMeasures } from '../../../core/plan/own-measure.js';
import { measureOf } from '../../../core/plan/measures.js';
import { worstMark } from '../../../core/sheet/marks.js';
import { plungerStands, turnedTwiceOf } from '../../../core/sheet/proof.js';
import type { Slot } from '../../../core/sheet/slot.js';
import { formatFigure, formatValue } from '../../../core/units/format.js';
import { MeasureList } from '../../drawings/MeasureList.js';
import type { DialFace } from '../../drawings/ValveDial.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { facesOf } from '../../measuring/faces.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { ownSlots } from '../../measuring/OwnDrawing.js';
import { sayStepNext } from '../../measuring/say-step-next.js';
import { Todo } from '../../measuring/Todo.js';
import { TurningStrip } from '../../measuring/TurningStrip.js';
import { useSignOff } from '../../measuring/use-sign-off.js';
import { useSteps } from '../../measuring/use-steps.js';
import { useTurning } from '../../measuring/use-turning.js';
import { useBench } from '../../state/bench.js';
import { useDesk } from '../../state/use-desk.js';
import { useLooksOn, useSession } from '../../state/session.js';
import { AskFigures } from '../intake/AskFigures.js';

const KEYS: [string, string][] = [
  ['0 … 9 . / −', 'into the active valve'],
  ['Enter', 'take the value and step on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['← → ↑ ↓', 'walk over the valves'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];
const LIFT = 'valve-lift';
const PLUNGER = 'plunger';

/** The proof: what arrives at each valve, where each plunger stands, and two turns by hand without a bind. */
export function Proof() {
  const engine = useDesk((desk) => desk.engine!);
  const sheet = useDesk((desk) => desk.sheet!);
  const { spec } = useDesk((desk) => desk.file!);
  const own = useMemo(() => ownMeasures(spec, 'proof'), [spec]);
  const slots = useMemo(
    () => [...placesOf(engine, 'valve').map((place): Slot => ({ measure: LIFT, place })), ...ownSlots(engine, own)],
    [engine, own],
  );
  const steps = useSteps('proof', slots);
  const turning = useTurning();
  const bench = useBench(engine.id);
  const [showsPlunger, setShowsPlunger] = useState(false);
  const { active, target, lengthUnit } = steps;
  const stands = useMemo(() => plungerStands(engine, spec.practice, sheet.rows), [engine, spec, sheet]);
  const isHydraulic = engine.lifter === 'hydraulic';
  const wrong = stands.filter(({ offClip, offBottom }) => offClip === false || offBottom === false);
  const known = stands.filter(({ depth }) => depth !== null);
  const lacksTravel = known.length > 0 && known.every(({ left }) => left === null);
  const plungerFaces = Object.fromEntries(
    stands.map(({ place, depth, left, offClip, offBottom }): [string, DialFace] => [
      place,
      {
        mark: depth === null ? 'missing' : offClip === false ? 'low' : offBottom === false ? 'high' : 'in',
        value: depth,
        // Between the clip and the bottom: the whole travel is the ring's band.
        limit: depth !== null && left !== null ? { min: 0, max: depth + left } : null,
        figure: left !== null ? formatFigure(left, lengthUnit) : depth === null ? '' : formatFigure(depth, lengthUnit),
        unit: lengthUnit,
      },
    ]),
  );
  const shown = showsPlunger && isHydraulic;
  const pick = (place: string) =>
    steps.go(slots.find((slot) => slot.measure === active.measure && slot.place === place));
  const entries = [
    { key: LIFT, title: measureOf(LIFT).title, mark: worstMark(sheet, [LIFT, 'lift-lost']), count: [sheet.rows.filter(({ measure }) => measure === LIFT).length, placesOf(engine, 'valve').length] as [number, number] }, // prettier-ignore
    ...(isHydraulic
      ? [{ key: PLUNGER, title: 'Plunger, clip to bottom', mark: wrong.length > 0 ? ('high' as const) : known.length === stands.length ? ('in' as const) : ('missing' as const), count: [known.length, stands.length] as [number, number] }] // prettier-ignore
      : []),
    ...own.map(({ key, title }) => ({ key, title, mark: worstMark(sheet, [key]) })),
  ];
  const here = stands.find(({ place }) => place === active.place);
  return (
    <MeasuringPlace
      stage="proof"
      steps={steps}
      title={shown ? 'Plunger, from its clip to its bottom' : 'Proof'}
      line={<span className="measuring-count">{shown ? 'what is left to the bottom' : target.measure.title}</span>}
      list={
        <MeasureList
          label="Parts of the proof"
          active={shown ? PLUNGER : active.measure}
          onPick={(key) => {
            setShowsPlunger(key === PLUNGER);
            if (key !== PLUNGER) steps.goToMeasure(key);
          }}
          entries={entries}
        />
      }
      drawing={
        <ValveMap
          banks={engine.banks}
          faces={shown ? plungerFaces : facesOf(steps)}
          active={active.place}
          typed={steps.entry.typed}
          onPick={pick}
        />
      }
      where={active.place === 'engine' ? target.measure.title : spokenPlace(active.place)}
      todo={<Todo measure={target.measure} />}
      turn={(heading) => steps.goBy(heading)}
      walk={(heading) => pick(neighbourValve(valveMapLayout(engine.banks), active.place, heading))}
      next={sayStepNext(steps)}
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> take and go on
        </>
      }
      strip={
        <TurningStrip turning={turning} crankDeg={bench.crankDeg} onTurn={(deg) => bench.move({ crankDeg: deg })} />
      }
    >
      {isHydraulic && here && (
        <section aria-label="Plunger">
          <h3>Plunger here</h3>
          {here.depth === null ? (
            <p className="now-quiet">not set yet</p>
          ) : (
            <p>
              <span className="figure">{formatValue(here.depth, lengthUnit)}</span> below its clip
              {here.left !== null && (
                <>
                  , <span className="figure">{formatValue(here.left, lengthUnit)}</span> left to its bottom
                </>
              )}
              .{here.offClip === false && ' It may still stand at its clip.'}
              {here.offBottom === false && ' It may stand on its bottom.'}
            </p>
          )}
          {lacksTravel && (
            <AskFigures
              ids={['plunger-travel']}
              why="What is left below a set plunger hangs on how far its lifter travels:"
            />
          )}
        </section>
      )}
      <TurnedTwice />
    </MeasuringPlace>
  );
}

/** The word that the engine was turned twice by hand and nothing bound, with a name to it. */
function TurnedTwice() {
  const file = useDesk((desk) => desk.file!);
  const person = useSession((session) => session.person);
  const looksOn = useLooksOn();
  const { sign, isBusy } = useSignOff('turned-twice', 'Signed: turned twice by hand, nothing bound');
  const given = turnedTwiceOf(file);
  return (
    <section aria-label="Turned by hand">
      <h3>Two turns by hand</h3>
      {given && (
        <p>
          Turned twice, nothing bound: {given.by}, {format(new Date(given.at), 'd MMM yyyy, HH:mm')}.
          {given.isStale && ' A valve was set after that: turn it again.'}
        </p>
      )}
      {(!given || given.isStale) && !looksOn && (
        <Button variant="outlined" disabled={isBusy} onClick={() => void sign()}>
          Turned twice, nothing bound: {person?.name}
        </Button>
      )}
    </section>
  );
}
