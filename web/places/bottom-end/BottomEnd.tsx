import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { placesOf, spokenPlace } from '../../../core/engine/places.js';
import { MEASURES } from '../../../core/plan/measures.js';
import { feeds } from '../../../core/record/derivations.js';
import type { Mark } from '../../../core/record/mark.js';
import { formatFigure } from '../../../core/units/format.js';
import '../../bench/bench.css';
import { BenchKeysHelp } from '../../bench/BenchKeysHelp.js';
import { StagePanel } from '../../bench/StagePanel.js';
import { useBenchKeys } from '../../bench/use-bench-keys.js';
import { useSteps, worstMark, type Step } from '../../bench/use-steps.js';
import { CrankSideView } from '../../drawings/CrankSideView.js';
import { useDesk } from '../../state/desk.js';
import type { CellFace } from '../../drawings/PlaceCell.js';
import { MeasureList } from '../../drawings/MeasureList.js';

const KEYS: [string, string][] = [
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

/** What is typed in: all of the stage but what follows from other readings. */
const TYPED = MEASURES.filter(({ stage, needs }) => stage === 'bottom-end' && needs.length === 0);

/** Bottom end: the crank from the side, its mains, pins and cylinders as the places to type into. */
export function BottomEnd() {
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  const engine = useDesk((state) => state.engine!);
  const steps = useMemo(
    () => TYPED.flatMap(({ key, scope }) => placesOf(engine, scope).map((place): Step => ({ measure: key, place }))),
    [engine],
  );
  const bench = useSteps('bottom-end', steps);
  const { active, sheet, target, entry, lengthUnit } = bench;
  const { measure } = target;
  const places = placesOf(engine, measure.scope);
  const valueAt = (key: string, place: string) => sheet.rows.find((row) => row.measure === key && row.place === place);

  const keys = TYPED.map(({ key }) => key);
  const turn = (by: 1 | -1) => {
    const key = keys[(keys.indexOf(measure.key) + by + keys.length) % keys.length];
    const open = steps.filter((step) => step.measure === key);
    bench.go(open.find((step) => !valueAt(key, step.place)) ?? open[0]);
  };
  useBenchKeys({
    type: entry.type,
    erase: entry.erase,
    escape: () => (entry.typed ? entry.clear() : void navigate('/')),
    take: bench.take,
    turn,
    walk: (heading) => bench.goBy(heading === 'left' || heading === 'up' ? -1 : 1),
    side: entry.side,
    cycleUnit: bench.cycleUnit,
    help: () => setHelp((shown) => !shown),
  });

  /** What a place shows: what is judged by this number if the number itself is not. */
  const faces = Object.fromEntries(
    places.map((place): [string, CellFace] => {
      const own = valueAt(measure.key, place);
      const through = feeds(measure.key).map((key) => valueAt(key, place));
      const judged = own && !own.limit ? (through.find((row) => row?.limit) ?? own) : own;
      const mark: Mark = judged?.verdict ?? 'missing';
      return [place, { mark, figure: own ? formatFigure(own.value, lengthUnit) : '' }];
    }),
  );
  // A bank's square follows from its pistons: it shows beside them, and takes no number of its own.
  if (measure.key === 'deck-height')
    for (const bank of placesOf(engine, 'bank')) {
      const square = valueAt('deck-square', bank);
      if (square) faces[bank] = { mark: square.verdict, figure: formatFigure(square.value, lengthUnit) };
    }
  return (
    <div className="bench">
      <MeasureList
        label="Measures of the bottom end"
        active={measure.key}
        onPick={(key) => bench.go(steps.find((step) => step.measure === key))}
        entries={TYPED.map(({ key, title, scope }) => ({
          key,
          title,
          mark: worstMark(sheet, [key, ...feeds(key)]),
          count: [sheet.rows.filter((row) => row.measure === key).length, placesOf(engine, scope).length],
        }))}
      />
      <section className="bench-main">
        <div className="bench-line">
          <h2>Bottom end</h2>
          <span className="bench-count">{measure.title}</span>
        </div>
        <div className="bench-drawing">
          <CrankSideView
            engine={engine}
            faces={faces}
            active={active.place}
            typed={entry.typed}
            onPick={(place) => bench.go(steps.find((step) => step.measure === measure.key && step.place === place))}
          />
        </div>
        <p className="bench-keys">
          <kbd>Enter</kbd> take and go on <kbd>[</kbd> <kbd>]</kbd> measure before, after{' '}
          {measure.several && (
            <>
              <kbd>;</kbd> next direction{' '}
            </>
          )}
          {measure.sides && (
            <>
              <kbd>A</kbd> <kbd>B</kbd> {measure.sides.plus}, {measure.sides.minus}{' '}
            </>
          )}
          <kbd>U</kbd> {lengthUnit} <kbd>?</kbd> keys
        </p>
      </section>
      <StagePanel
        stage="bottom-end"
        title={active.place === 'engine' ? measure.title : spokenPlace(active.place)}
        todo={
          <p>
            <strong>{measure.title}.</strong> {measure.how}
          </p>
        }
        target={target}
        entry={entry}
        lengthUnit={lengthUnit}
      />
      <BenchKeysHelp open={help} onClose={() => setHelp(false)} keys={KEYS} />
    </div>
  );
}
