import { useMemo } from 'react';
import type { WheelFind } from '../../../core/drawing/wheel-finds.js';
import { passesOf, type Pass } from '../../../core/sheet/angle-doubts.js';
import { isOwnKey, ownMeasures } from '../../../core/plan/own-measure.js';
import { spokenPlace } from '../../../core/engine/places.js';
import { worstMark } from '../../../core/sheet/marks.js';
import type { Slot } from '../../../core/sheet/slot.js';
import { readWheel } from '../../../core/wheel/wheel-face.js';
import { DegreeWheel } from '../../drawings/DegreeWheel.js';
import { MeasureList } from '../../drawings/MeasureList.js';
import { DialHelper } from '../../measuring/DialHelper.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { OwnDrawing, ownSlots } from '../../measuring/OwnDrawing.js';
import { Todo } from '../../measuring/Todo.js';
import { useSteps } from '../../measuring/use-steps.js';
import { WheelChoice } from '../../measuring/WheelChoice.js';
import { usePreferences } from '../../state/preferences.js';
import { useDesk } from '../../state/use-desk.js';
import { DropAngle } from './DropAngle.js';
import { Dwell } from './Dwell.js';
import { oneSided, Passes } from './Passes.js';
import { whatToTurn } from './words.js';

const STEPS: Slot[] = ['tdc-stop-first', 'tdc-stop-second', 'tdc-drop-first', 'tdc-drop-second', 'tdc-quick', 'timing-mark-error'].map(
  (measure) => ({ measure, place: 'engine' }),
); // prettier-ignore

/** What Enter leads to: the two readings of a pass follow each other, and a pass is followed by the next. */
const NEXT: Record<string, string> = {
  'tdc-stop-first': 'tdc-stop-second',
  'tdc-stop-second': 'tdc-stop-first',
  'tdc-drop-first': 'tdc-drop-second',
  'tdc-drop-second': 'tdc-drop-first',
};

const KEYS: [string, string][] = [
  ['0 … 9 .', 'the number on the wheel'],
  ['A  B', 'after or before dead centre; again takes it away'],
  ['Enter', 'take the reading and go on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['[  ]', 'the step before, the step after'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

const ENTRIES = [
  { key: 'tdc-stop-first', title: 'Piston stop' },
  { key: 'tdc-drop-first', title: 'Equal drop' },
  { key: 'tdc-quick', title: 'Quick dial, rough' },
  { key: 'timing-mark-error', title: 'Damper mark' },
];
const groupOf = (measure: string) => measure.replace(/-second$/, '-first');

/** True dead centre: turn, type, turn back, type; the truth is midway. A second pass proves it, or finds that the wheel slipped. */
export function DeadCentre() {
  const wheel = usePreferences((state) => state.wheel);
  const { file, stand } = useDesk();
  const engine = useDesk((desk) => desk.engine!);
  const own = useMemo(() => ownMeasures(file!.spec, 'dead-centre'), [file]);
  const slots = useMemo(() => [...STEPS, ...ownSlots(engine, own)], [engine, own]);
  const steps = useSteps('dead-centre', slots);
  const { active, sheet, target, entry, lengthUnit } = steps;
  const passes = useMemo(() => passesOf(stand!, file!.spec.practice), [stand, file]);
  const last = passes[passes.length - 1];

  const latest = (measure: string) => stand!.latest(measure, 'engine')?.value;
  const group = groupOf(active.measure);
  const [first, second] = [latest(group), latest(group.replace(/-first$/, '-second'))];
  const finds: WheelFind[] = [];
  const isPair = NEXT[active.measure] !== undefined;
  // While the second of a pass is still to come, the one on file belongs to the pass before.
  const pending = active.measure.endsWith('-second');
  if (isPair && first !== undefined) finds.push({ key: 'first', deg: first, label: 'first', kind: 'stop' });
  if (isPair && !pending && second !== undefined)
    finds.push({ key: 'second', deg: second, label: 'other way', kind: 'stop' });
  if (last && !pending) finds.push({ key: 'centre', deg: last.errorDeg, label: 'dead centre', kind: 'centre' });
  const crankDeg = entry.preview?.value ?? (pending ? (first ?? 0) : (second ?? first ?? latest(active.measure) ?? 0));

  const isOwn = isOwnKey(active.measure);
  const goTo = (key: string) => steps.go(slots.find((step) => step.measure === key));
  const take = () => {
    if (entry.typed !== '' && !entry.take()) return;
    const next = NEXT[active.measure];
    // A side that was forgotten is said where it was: the hand stays there.
    const now = passesOf(steps.desk.upToDate().stand!, file!.spec.practice).at(-1);
    const asksForSide = active.measure.endsWith('-second') && now !== undefined && oneSided(now) !== undefined;
    if (asksForSide) return;
    if (next) goTo(next);
    else if (isOwn) steps.goBy(1);
  };
  return (
    <MeasuringPlace
      stage="dead-centre"
      steps={{ ...steps, take }}
      title="True dead centre"
      line={
        <>
          <span className="measuring-rest" />
          <WheelChoice />
        </>
      }
      list={
        <MeasureList
          label="Ways to dead centre"
          active={group}
          onPick={goTo}
          entries={[
            ...ENTRIES.map((row) => ({
              ...row,
              mark: row.key === 'timing-mark-error' ? worstMark(sheet, [row.key]) : passesMark(passes, row.key),
            })),
            ...own.map(({ key, title }) => ({ key, title, mark: worstMark(sheet, [key]) })),
          ]}
        />
      }
      drawing={
        isOwn ? (
          <OwnDrawing steps={steps} />
        ) : (
          <DegreeWheel face={wheel.face} runs={wheel.runs} crankDeg={crankDeg} finds={finds} />
        )
      }
      where={active.place === 'engine' ? target.measure.title : spokenPlace(active.place)}
      todo={
        isOwn ? (
          <Todo measure={target.measure} />
        ) : (
          <p>{whatToTurn(active.measure, last, (deg) => sayWheel(deg, wheel))}</p>
        )
      }
      turn={steps.goBy}
      walk={(heading) => steps.goBy(heading === 'left' || heading === 'up' ? -1 : 1)}
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> take and go on <kbd>A</kbd> <kbd>B</kbd> after, before <kbd>[</kbd> <kbd>]</kbd> step before,
          after
        </>
      }
    >
      <Passes passes={passes} say={(deg) => sayWheel(deg, wheel)} />
      {group === 'tdc-quick' && <Dwell unit={lengthUnit} />}
      {group === 'tdc-drop-first' && <DropAngle unit={lengthUnit === 'mm' ? 'mm' : 'in'} passes={passes} />}
      {group === 'tdc-drop-first' && <DialHelper unit={lengthUnit === 'mm' ? 'mm' : 'in'} />}
    </MeasuringPlace>
  );
}

type Wheel = ReturnType<typeof usePreferences.getState>['wheel'];

/** A crank position as the builder's own wheel shows it. */
function sayWheel(deg: number, { face, runs }: Wheel): string {
  const reads = readWheel(deg, face, runs);
  return `${Number(reads.deg.toFixed(2))}°${reads.side ? ` ${reads.side}` : ''}`;
}

function passesMark(passes: Pass[], group: string) {
  const own = passes.filter(({ reading }) => groupOf(reading.derived?.from ?? '') === group);
  const last = own[own.length - 1];
  if (!last) return 'missing' as const;
  const marks = {
    true: 'in',
    confirmed: 'in',
    off: 'high',
    slipped: 'suspect',
    misread: 'unjudged',
    rough: 'doubt',
  } as const;
  return marks[last.state];
}
