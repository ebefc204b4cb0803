import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { parseValve, spokenPlace } from '../../../core/engine/places.js';
import { isOwnKey } from '../../../core/plan/own-measure.js';
import { turnedRod } from '../../../core/derive/turned-rod.js';
import { rockersOf } from '../../../core/sheet/papers.js';
import type { Slot } from '../../../core/sheet/slot.js';
import { toolTurns } from '../../../core/valvetrain/pushrod-set-up.js';
import { formatFigure } from '../../../core/units/format.js';
import { ValveMap } from '../../drawings/ValveMap.js';
import { facesOf } from '../../measuring/faces.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { Options } from '../../measuring/Options.js';
import { STEP_KEYS } from '../../measuring/NumberPad.js';
import { OwnDrawing } from '../../measuring/OwnDrawing.js';
import { sayStepNext } from '../../measuring/say-step-next.js';
import { Todo } from '../../measuring/Todo.js';
import type { Steps } from '../../measuring/use-steps.js';
import { useDesk } from '../../state/use-desk.js';
import { AskFigures } from '../intake/AskFigures.js';
import { ClayInside } from '../mock-up/ClayInside.js';
import { afterTrial, type BegunTrial, isOfTrial, settingTyped, TRIAL, TRIAL_TURNS } from './steps.js';
import { TrialStrip } from './TrialStrip.js';
import { TrialTable } from './TrialTable.js';
import { useGeometry } from './use-geometry.js';
import { sayFit, sayLength, settingName } from './words.js';

const KEYS: [string, string][] = [
  ['0 … 9 . /', 'into the active valve; ; between the two edges of a mark'],
  ['1  2', 'where something is named: the first, the second'],
  ['Enter', 'take the value and go on: what is set, its mark, what speaks against it, then the next setting'],
  ['T', 'the next trial of this valve, at the setting that tells most'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['← →', 'the step before, the step after'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];

/** One number of the geometry at a time, on the valve map; for trials the tip and the marks so far along the bottom. */
export function Measuring({
  steps,
  slots,
  list,
  available,
  onBegun,
  onSetUp,
}: {
  steps: Steps;
  slots: Slot[];
  list: ReactNode;
  /** Settings that can be had for the active kind, mm. */
  available: number[];
  /** A setting is taken: its mark comes next. */
  onBegun: (trial: BegunTrial) => void;
  onSetUp: () => void;
}) {
  const { active, target, entry, engine, lengthUnit } = steps;
  const { measure } = target;
  const { kind } = parseValve(active.place) ?? { kind: 'I' as const };
  const found = useGeometry(kind);
  const file = useDesk((desk) => desk.file!);
  const isTrial = isOfTrial(measure.key);
  const noSetUp = rockersOf(file).length === 0;

  const settingAs = settingTyped(engine, steps.sheet.rows, found.tool !== null, active.place);
  const isInTurns = measure.key === TRIAL_TURNS;
  const isSetting = isInTurns || measure.key === TRIAL;

  const take = () => {
    const typed = entry.typed === '' ? null : (entry.preview?.value ?? null);
    const next = afterTrial(slots, active, {
      value: typed !== null && isInTurns ? turnedRod(found.tool!, typed).value : typed,
      hasEdges: entry.typed.includes(';'),
      settingAs,
    });
    if (!next) return steps.take();
    if (entry.typed !== '' && !entry.take()) return;
    if (isSetting) onBegun({ place: active.place, value: next.at!.value });
    steps.go(next);
  };
  const nextTrial = () => {
    const slot: Slot = { measure: settingAs, place: active.place };
    steps.go(slot);
    const setting = found.next?.setting ?? found.firstWay?.setting;
    if (setting === undefined) return;
    const asTyped = settingAs === TRIAL_TURNS ? toolTurns(found.tool!, setting).toFixed(1) : formatFigure(setting, lengthUnit); // prettier-ignore
    entry.propose(slot, asTyped.replace('−', '-'));
  };
  const at = active.at ? `, at ${sayLength(active.at.value, lengthUnit)}` : '';
  return (
    <MeasuringPlace
      stage="geometry"
      steps={{ ...steps, take }}
      title="Geometry"
      line={
        <span className="measuring-count">
          {measure.title}
          {at}
        </span>
      }
      list={list}
      notice={<ClayInside />}
      drawing={
        isOwnKey(measure.key) ? (
          <OwnDrawing steps={steps} />
        ) : (
          <ValveMap
            banks={engine.banks}
            faces={facesOf(steps)}
            active={active.place}
            typed={entry.typed}
            onPick={(place) =>
              steps.go(
                slots.find((slot) => slot.measure === (isTrial ? settingAs : measure.key) && slot.place === place),
              )
            }
          />
        )
      }
      where={active.place === 'engine' ? measure.title : spokenPlace(active.place)}
      todo={
        <>
          {isSetting ? (
            <p>
              <strong>Trial.</strong> Set{' '}
              {isInTurns
                ? 'the checking pushrod by its turns'
                : found.mount === 'stud-nut'
                  ? 'a checking pushrod to a length'
                  : 'shims under the stand'}
              , dye the tip, turn the engine twice, read what was rubbed. First: what is set.
              {isInTurns && ' To type a length instead, press Enter.'}
            </p>
          ) : (
            <Todo measure={measure} />
          )}
          <Options measure={measure} entry={entry} />
        </>
      }
      turn={() => {}}
      walk={(heading) => steps.goBy(heading === 'left' || heading === 'up' ? -1 : 1)}
      next={sayStepNext(steps)}
      keys={KEYS}
      more={{ t: nextTrial }}
      padKeys={isTrial ? [...STEP_KEYS, { key: 't', shows: 'next trial' }] : undefined}
      keyLine={
        <>
          <kbd>Enter</kbd> take and go on{' '}
          {isTrial && (
            <>
              <kbd>T</kbd> next trial{' '}
            </>
          )}
          <kbd>P</kbd> part wanted{' '}
        </>
      }
      strip={isTrial && <TrialStrip steps={steps} available={available} />}
    >
      {isTrial && noSetUp && (
        <div className="now-hint">
          Nobody has said which rockers rub on which tips yet: a mark’s place and its safe zone hang on it.{' '}
          <Button size="small" onClick={onSetUp}>
            File rockers and tips
          </Button>
        </div>
      )}
      {isTrial && found.lacks.includes('rocker-arm') && (
        <AskFigures
          ids={[kind === 'I' ? 'rocker-arm-intake' : 'rocker-arm-exhaust']}
          why="Where the narrowest mark lies hangs on the rocker’s length, which nobody has filed yet."
        />
      )}
      {isTrial && (
        <section aria-label="Trials so far">
          <p>{sayFit(found, lengthUnit)}</p>
          <TrialTable
            found={found}
            unit={lengthUnit}
            onPick={({ place, tried }) =>
              steps.go({ measure: 'mark-width', place, at: { by: 'setting', value: tried } })
            }
          />
          <p className="now-quiet">
            {settingName(found)}, {found.school === 'narrowest' ? 'narrowest first' : `by the shop’s school`}
          </p>
        </section>
      )}
    </MeasuringPlace>
  );
}
