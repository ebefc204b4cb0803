import { useMemo, useState } from 'react';
import { useNavigate } from 'react-router';
import { valveSpans } from '../../../core/cam/base-circle.js';
import { turningEvents } from '../../../core/cam/turning-events.js';
import { DEFAULT_MARGIN_DEG } from '../../../core/cam/valve-stops.js';
import { wrapCycle } from '../../../core/engine/crank.js';
import type { Mark } from '../../../core/record/mark.js';
import { toCanonical } from '../../../core/units/units.js';
import '../../bench/bench.css';
import './timing.css';
import { BenchKeysHelp } from '../../bench/BenchKeysHelp.js';
import { sayEventSource } from '../../bench/say-event-source.js';
import { useBenchKeys } from '../../bench/use-bench-keys.js';
import { useSteps, worstMark } from '../../bench/use-steps.js';
import { CrankStrip } from '../../drawings/CrankStrip.js';
import { MeasureList } from '../../drawings/MeasureList.js';
import { useDesk } from '../../state/desk.js';
import { CamCardForm } from './CamCardForm.js';
import { Curves } from './Curves.js';
import { Decision } from './Decision.js';
import { Measuring } from './Measuring.js';
import { crankOf } from './on-the-wheel.js';
import { PARTS, partOf, timingSteps, type Part } from './steps.js';
import { SweepForm } from './SweepForm.js';

const KEYS: [string, string][] = [
  ['0 … 9 .', 'the number on the wheel, or a lift'],
  ['A  B', 'after or before the event’s own dead centre; again takes it away'],
  ['Enter', 'take the reading and go on'],
  ['Backspace', 'correct the last key'],
  ['Esc', 'leave what is typed; again, leave the bench'],
  ['[  ]', 'the step before, the step after'],
  ['← → ↑ ↓', 'walk over the steps'],
  ['U', 'inch, thou, millimetre'],
  ['?', 'these keys'],
];
const FORMS: Part[] = ['card', 'sweep', 'curves', 'decision'];

/** Cam timing: the card, degreeing the cam against it, and where the sprocket goes. */
export function Timing() {
  const navigate = useNavigate();
  const [help, setHelp] = useState(false);
  const [form, setForm] = useState<Part | null>(null);
  const engine = useDesk((state) => state.engine!);
  const { card, sweeps } = useDesk();
  const unit = card?.printed.unit ?? (engine.specSet.limits.some((limit) => limit.unit === 'in') ? 'in' : 'mm');
  const steps = useMemo(
    () => timingSteps(engine, card ? toCanonical(card.printed.checkLift, card.printed.unit) : undefined, unit),
    [engine, card, unit],
  );
  const bench = useSteps('timing', steps);
  const { active, sheet, entry } = bench;
  const part: Part = form ?? partOf(active);
  const measuring = form === null;

  const choose = (key: string) => {
    if (FORMS.includes(key as Part)) return setForm(key as Part);
    setForm(null);
    bench.go(steps.find((step) => partOf(step) === key));
  };
  useBenchKeys({
    type: (key) => measuring && entry.type(key),
    erase: () => measuring && entry.erase(),
    escape: () => (form ? setForm(null) : entry.typed ? entry.clear() : void navigate('/')),
    take: () => measuring && bench.take(),
    turn: (by) => measuring && bench.goBy(by),
    walk: (heading) => measuring && bench.goBy(heading === 'left' || heading === 'up' ? -1 : 1),
    side: (letter) => measuring && entry.side(letter),
    cycleUnit: bench.cycleUnit,
    help: () => setHelp((shown) => !shown),
  });

  const { events, source } = useMemo(() => turningEvents(engine, sheet.rows, card), [engine, sheet, card]);
  const spans = useMemo(() => valveSpans(engine.firingOrder, engine.intervals, events), [engine, events]);
  const crank = crankOf(bench);
  const markOf = (key: Part): Mark => {
    if (key === 'card') return card ? (card.contradictions.length > 0 ? 'doubt' : 'in') : 'missing';
    if (key === 'sweep' || key === 'curves') return sweeps.length > 0 ? 'in' : 'missing';
    if (key === 'decision') return worstMark(sheet, ['cam-offset']);
    if (key === 'intake-drops') return worstMark(sheet, ['intake-centreline']);
    if (key === 'exhaust-drops') return worstMark(sheet, ['exhaust-centreline']);
    return worstMark(sheet, [key]);
  };
  return (
    <div className="bench">
      <MeasureList
        label="Parts of the timing"
        active={part}
        onPick={choose}
        entries={PARTS.map(({ key, title }) => ({ key, title, mark: markOf(key) }))}
      />
      {measuring && <Measuring bench={bench} onHelp={() => setHelp(true)} />}
      {form === 'card' && <CamCardForm />}
      {form === 'sweep' && <SweepForm />}
      {form === 'curves' && <Curves />}
      {form === 'decision' && <Decision />}
      {/* A form, a table and a chart need the height, and no crank is turned at them. */}
      {measuring && (
        <section className="bench-strip" aria-label="Crank strip">
          <p className="bench-strip-source">{sayEventSource(source)}</p>
          <CrankStrip spans={spans} crankDeg={wrapCycle(360 + crank)} stops={[]} marginDeg={DEFAULT_MARGIN_DEG} />
        </section>
      )}
      <BenchKeysHelp open={help} onClose={() => setHelp(false)} keys={KEYS} />
    </div>
  );
}
