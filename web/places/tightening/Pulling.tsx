import Button from '@mui/material/Button';
import { useSnackbar } from 'notistack';
import { useEffect, type ReactNode } from 'react';
import { wordFastened } from '../../../contracts/wording/gate.js';
import type { Slot } from '../../../core/sheet/slot.js';
import { readByClick, wrenchSetting, type Tightening } from '../../../core/sheet/tightening.js';
import { passSlot, stepOfPass } from '../../../core/sheet/passes.js';
import { formatFigure, UNIT_LABEL } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import { act, sayError } from '../../app/api.js';
import { sayWholeDay } from '../../app/say-day.js';
import { TighteningPattern, type FastenerFace } from '../../drawings/TighteningPattern.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { useSteps } from '../../measuring/use-steps.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { sayStep } from './plan-form.js';

const KEYS: [string, string][] = [
  ['Enter', 'the wrench has clicked at its target: taken, and on to the next'],
  ['0 … 9 .', 'another value than the target'],
  ['M', 'at a check: it has moved'],
  ['← →', 'the fastener before, the next: one that is passed by stays open'],
  ['[  ]', 'the pass before, the next pass'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['?', 'these keys'],
];
const MOVED = 'moved';

/** Pass after pass over one group: Enter takes a fastener and goes to the next one of the order. */
export function Pulling({ stand, list, onWrite }: { stand: Tightening; list: ReactNode; onWrite: () => void }) {
  const { plan, passes, moved, off, skipped, next } = stand;
  const looksOn = useLooksOn();
  const reload = useDesk((desk) => desk.reload);
  const { enqueueSnackbar } = useSnackbar();
  const slots = passes.flatMap(({ index }) => plan.order.map((nth) => passSlot(plan, index, nth)));
  const indexOf = (step: number, nth: number) => step * plan.count + plan.order.indexOf(nth);
  const unitOf = (slot: Slot): Unit | undefined => {
    const { kind: of, target: to } = plan.steps[stepOfPass(slot)];
    return of === 'check' ? undefined : to?.unit;
  };
  const steps = useSteps(`torque.${plan.group}.${plan.round}`, slots, unitOf);
  const { active, entry, desk, index } = steps;
  const step = Math.floor(index / plan.count);
  const nth = plan.order[index % plan.count];
  const pass = passes[step];
  const { kind, target } = pass.step;
  // The first time one comes here, the hand is where the work is.
  const remembered = steps.isRemembered;
  useEffect(() => {
    if (!remembered && next) steps.go(slots[indexOf(next.step, next.nth)]);
    // Once, as the group is entered.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  const takeAs = (entered: string, unit: string) => {
    if (looksOn) return;
    desk.take({ ...active, entered, unit: unit as Unit, how: 'keyed' });
    steps.go(slots[index + 1]);
  };
  const clicked = readByClick(plan, step);
  const take = () => {
    if (entry.typed !== '' || pass.pulled[index % plan.count].row) return steps.take();
    if (clicked) takeAs(clicked.entered, clicked.unit);
  };
  const faces = Object.fromEntries(
    pass.pulled.map(({ nth: one, row, isOff }): [number, FastenerFace] => [
      one,
      {
        state: row === null ? (skipped.includes(one) && next?.step === step ? 'skipped' : 'open') : isOff ? (kind === 'check' ? 'moved' : 'off') : 'done',
        figure: row === null ? '' : row.enteredUnit === 'choice' ? row.entered : formatFigure(row.value, row.enteredUnit),
        unit: row?.enteredUnit,
      },
    ]),
  ); // prettier-ignore
  const setting = target && wrenchSetting(plan, target);
  const again = async () => {
    try {
      await act('POST /api/engines/:id/papers/:kind', {
        params: { id: desk.engine!.id, kind: 'tightening' },
        body: { ...plan, round: plan.round + 1 },
      });
      await reload();
    } catch (error) {
      enqueueSnackbar(sayError(error), { variant: 'error', persist: true });
    }
  };
  const lastTorque = plan.steps.findLastIndex((one) => one.kind === 'torque');
  const todo = {
    seat: 'Seat it by hand.',
    torque: `Draw slowly to ${target && sayStep(pass.step)}, in one pull.`,
    angle: `Turn on by ${target && sayStep(pass.step)}.`,
    stretch: `Draw until it has stretched by ${target && sayStep(pass.step)}; type what the gauge reads.`,
    loosen: 'Loosen it again.',
    check: 'Draw to the last torque again: Enter if it holds, M if it moves before that.',
  }[kind];
  return (
    <MeasuringPlace
      stage="torque"
      steps={{ ...steps, take }}
      title={plan.title}
      line={
        <span className="tightening-passes" role="group" aria-label="Passes">
          {passes.map((one) => (
            <button
              key={one.index}
              type="button"
              aria-pressed={one.index === step}
              onClick={(event) => {
                event.currentTarget.blur();
                steps.go(slots[indexOf(one.index, one.pulled.find(({ row }) => row === null)?.nth ?? plan.order[0])]);
              }}
            >
              {one.isDone ? '● ' : one.pulled.some(({ row }) => row) ? '◐ ' : '○ '}
              {one.index + 1}. {sayStep(one.step)}
            </button>
          ))}
        </span>
      }
      list={list}
      notice={
        stand.isDone ? (
          <p className="tightening-done">● Every pass is whole, nothing moved.</p>
        ) : (
          (moved.length > 0 || off.length > 0) && (
            <p className="tightening-wrong" role="status">
              {moved.length > 0 &&
                `▲ Moved when looked at once more: fastener ${moved.join(', ')}. Draw ${moved.length === 1 ? 'it' : 'them'} again. `}
              {off.length > 0 &&
                `▲ Off the target: ${off.map((one) => `fastener ${one.nth} in pass ${one.step + 1}`).join(', ')}. Draw again, or have the lead accept it in the review.`}
              {moved.length > 0 && lastTorque >= 0 && (
                <Button
                  size="small"
                  onClick={(event) => {
                    // The keys go back to the bench.
                    event.currentTarget.blur();
                    steps.go(slots[indexOf(lastTorque, moved[0])]);
                  }}
                >
                  Go to the first
                </Button>
              )}
            </p>
          )
        )
      }
      drawing={
        <TighteningPattern
          plan={plan}
          faces={faces}
          active={nth}
          typed={entry.typed}
          onPick={(one) => steps.go(slots[indexOf(step, one)])}
          label={`${plan.title}, pass ${step + 1}`}
        />
      }
      where={`fastener ${nth}, pass ${step + 1}`}
      todo={<p>{todo}</p>}
      turn={(heading) => steps.go(slots[indexOf(Math.min(passes.length - 1, Math.max(0, step + heading)), nth)])}
      walk={(heading) => steps.goBy(heading === 'left' || heading === 'up' ? -1 : 1)}
      more={kind === 'check' ? { m: () => takeAs(MOVED, 'choice') } : undefined}
      padKeys={[
        ...(kind === 'check' ? [{ key: 'm', shows: 'moved' }] : []),
        { key: '[', shows: '‹ pass', says: 'pass before' },
        { key: ']', shows: 'pass ›', says: 'next pass' },
      ]}
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> {clicked ? 'clicked at its target, on to the next' : 'take and go on'}{' '}
          {kind === 'check' && (
            <>
              <kbd>M</kbd> it moved{' '}
            </>
          )}
          <kbd>→</kbd> pass it by
        </>
      }
    >
      <section aria-label="The card and the tool">
        <h3>By the card</h3>
        <p>
          {plan.source}. {plan.isReused ? 'Used before. ' : 'New. '}
          {plan.lubricant ? `Lubricant: ${plan.lubricant}. ` : 'No lubricant said. '}
          {plan.washer && `Washer: ${plan.washer}. `}
          {plan.compound && `Locking compound: ${plan.compound}. `}
        </p>
        <p>
          {plan.tool
            ? `${plan.tool}${plan.toolNumber ? `, number ${plan.toolNumber}` : ''}`
            : `${wordFastened(plan.fastened)}: no tool said`}
          {plan.toolCheckedOn
            ? `, checked ${sayWholeDay(plan.toolCheckedOn)}.`
            : ', nobody has said when it was checked.'}
        </p>
        {setting != null && (
          <p>
            With the adapter the wrench is set to <strong className="figure">{setting.toFixed(1)}</strong>{' '}
            {UNIT_LABEL[target!.unit]}.
          </p>
        )}
        {!looksOn && (
          <p>
            <Button size="small" onClick={onWrite}>
              Write the plan anew
            </Button>
            {passes.some(({ pulled }) => pulled.some(({ row }) => row)) && (
              <Button size="small" onClick={() => void again()}>
                All anew, from the first pass
              </Button>
            )}
          </p>
        )}
      </section>
    </MeasuringPlace>
  );
}
