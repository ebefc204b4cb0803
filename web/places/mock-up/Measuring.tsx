import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { feeds } from '../../../core/derive/rules.js';
import { wrapCycle } from '../../../core/engine/crank.js';
import { parseValve, placesOf, spokenPlace } from '../../../core/engine/places.js';
import { isOwnKey } from '../../../core/plan/own-measure.js';
import { measureOf } from '../../../core/plan/measures.js';
import { mockUpsOf, springPaperOf } from '../../../core/sheet/papers.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import type { Slot } from '../../../core/sheet/slot.js';
import { formatAtLeast, formatValue } from '../../../core/units/format.js';
import type { Lack } from '../../../core/valvetrain/mock-up.js';
import { ValveMap, type DialFace } from '../../drawings/ValveMap.js';
import { MeasuringPlace } from '../../measuring/MeasuringPlace.js';
import { OwnDrawing } from '../../measuring/OwnDrawing.js';
import { Todo } from '../../measuring/Todo.js';
import { TurningStrip } from '../../measuring/TurningStrip.js';
import type { Steps } from '../../measuring/use-steps.js';
import { useTurning } from '../../measuring/use-turning.js';
import { useDesk } from '../../state/use-desk.js';
import { AskFigures } from '../intake/AskFigures.js';
import { ClayInside } from './ClayInside.js';
import { overlapTop } from './over-top.js';
import { sayClosest, sayTop, Section } from './Section.js';
import { useClearancesOf } from './use-clearances-of.js';
import { useCrankOver } from './use-crank-over.js';

const KEYS: [string, string][] = [
  ['0 … 9 . /', 'into the active valve'],
  ['N', 'nothing touched: at least the clay’s thickness'],
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
      keys={KEYS}
      keyLine={
        <>
          <kbd>Enter</kbd> take and go on{' '}
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
                cylinder {cylinder}, {sayTop(deg)}{sayClosest(clearances, deg)}
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
        <AskFigures ids={ids} why="How valve and piston move over each other hangs on figures that nobody has filed yet." />
      )}
      {isOver && lacks.includes('lobe') && (
        <p className="now-hint">No lobe is known: sweep one, or file a card with its lift and two durations.</p>
      )}
      {isOver && <WorstAndLikely steps={steps} />}
      {OF_SPRINGS.includes(measure.key) && <SpringsHere steps={steps} />}
    </MeasuringPlace>
  );
} // prettier-ignore

/** The thinnest of the clay against its middle, both brought to the build: judged by the worst, the likely beside it. */
function WorstAndLikely({ steps: { sheet, active, lengthUnit } }: { steps: Steps }) {
  const at = (measure: string) => sheet.rows.find((row) => row.measure === measure && row.place === active.place);
  const [worst, likely] = [at('pv-depth-final'), at('pv-depth-middle-final')];
  if (!worst || !likely) return null;
  return (
    <p>
      In the build: worst <span className="figure">{formatAtLeast(worst, lengthUnit)}</span>, likely{' '}
      <span className="figure">{formatAtLeast(likely, lengthUnit)}</span>,{' '}
      {formatValue(Math.abs(likely.value - worst.value), lengthUnit)} apart. Judged by the worst.
    </p>
  );
}

/** Where what the springs do is told: their height, their loads, what is left of them. */
const OF_SPRINGS = ['spring-installed-height', 'coil-bind-margin', 'spring-seat-load', 'spring-open-load'];

/** What the springs of this valve do, closed and at full lift. */
function SpringsHere({ steps: { sheet, active, lengthUnit } }: { steps: Steps }) {
  const file = useDesk((desk) => desk.file!);
  const loadUnit = springPaperOf(file)?.loadUnit ?? 'lbf';
  const told = ['spring-seat-load', 'spring-open-height', 'spring-open-load', 'coil-bind-margin'].flatMap((key) => {
    const row = sheet.rows.find((one) => one.measure === key && one.place === active.place);
    return row
      ? [{ title: measureOf(key).title, value: formatValue(row.value, row.unit === 'N' ? loadUnit : lengthUnit) }]
      : [];
  });
  if (told.length === 0) return null;
  return (
    <dl className="springs-here">
      {told.map(({ title, value }) => (
        <div key={title}>
          <dt>{title.replace('Spring ', '')}</dt>
          <dd className="figure">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** What each valve shows of the measure: what follows from it where that has a limit, else what was read. */
function facesOf({ sheet, engine, entry, active, target, lengthUnit }: Steps): Record<string, DialFace> {
  const { measure, unit } = target;
  const shownIn = measure.quantity === 'length' ? lengthUnit : unit;
  // Of several angles of the dial, or tries, the row that was read last comes first.
  const rowAt = (key: string, place: string) => sheet.rows.find((row) => row.measure === key && row.place === place);
  return Object.fromEntries(
    placesOf(engine, 'valve').map((place): [string, DialFace] => {
      const own = rowAt(measure.key, place);
      const through = feeds(measure.key).flatMap((key) => rowAt(key, place) ?? []);
      const shown: SheetRow | undefined = (own?.limit ? own : through.find(({ limit }) => limit)) ?? own;
      const made = place === active.place ? entry.preview?.rows : undefined;
      const preview = made?.find(({ limit }) => limit) ?? made?.[0];
      const face = preview ?? shown;
      return [
        place,
        {
          mark: face?.verdict ?? 'missing',
          value: face?.value ?? null,
          limit: face?.limit ?? null,
          figure: shown ? formatAtLeast(shown, shownIn) : '',
        },
      ];
    }),
  );
}
