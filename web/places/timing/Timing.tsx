import { useMemo, useState, type ReactNode } from 'react';
import type { Mark } from '../../../core/judge/mark.js';
import { ownMeasures } from '../../../core/plan/own-measure.js';
import { worstMark } from '../../../core/sheet/marks.js';
import { liftsOfCard } from '../../../core/cam/cam-card.js';
import { timingOf } from '../../../core/sheet/timing.js';
import type { EngineFile } from '../../../core/sheet/engine-file.js';
import type { Sheet } from '../../../core/sheet/sheet.js';
import { fromCanonical, toCanonical } from '../../../core/units/units.js';
import { MeasureList } from '../../drawings/MeasureList.js';
import { ownSlots } from '../../measuring/OwnDrawing.js';
import { FormPlace } from '../../measuring/FormPlace.js';
import { useSteps } from '../../measuring/use-steps.js';
import { useDesk } from '../../state/use-desk.js';
import { CamCardForm } from './CamCardForm.js';
import { Curves } from './Curves.js';
import { Decision } from './Decision.js';
import { EventsWhole } from './EventsWhole.js';
import { Measuring } from './Measuring.js';
import { PARTS, partOf, timingSteps, type Part } from './steps.js';
import { SweepForm } from './SweepForm.js';
import './timing.css';

/** The parts that have a screen of their own: a form, a table and a chart need the height, and no crank is turned at them. */
const FORMS: Partial<Record<Part, () => ReactNode>> = {
  card: CamCardForm,
  whole: EventsWhole,
  sweep: SweepForm,
  curves: Curves,
  decision: Decision,
};

/** Cam timing: the card, degreeing the cam against it, and where the sprocket goes. */
export function Timing() {
  const [form, setForm] = useState<Part | null>(null);
  const { card, sweeps, file } = useDesk();
  const engine = useDesk((desk) => desk.engine!);
  const { spec } = file!;
  const unit = card?.printed.unit ?? (spec.limits.some((limit) => limit.unit === 'in') ? 'in' : 'mm');
  // While no card says where events are read, the shop does.
  const shopLift = spec.practice.timing.checkLift?.[unit];
  const lifts = useMemo(
    () => (card ? liftsOfCard(card) : shopLift === undefined ? [] : [toCanonical(shopLift, unit)]),
    [card, shopLift, unit],
  );
  /** Which of the card's lifts the events are read at. */
  const [lift, setLift] = useState(0);
  const liftMm = lifts.at(lift) ?? lifts.at(0);
  const own = useMemo(() => ownMeasures(spec, 'cam-timing'), [spec]);
  const slots = useMemo(
    () => [...timingSteps(engine, liftMm, unit, spec.practice), ...ownSlots(engine, own)],
    [engine, liftMm, unit, spec, own],
  );
  const steps = useSteps('timing', slots);
  const { sheet } = steps;

  const together = useMemo(() => wholeMark(file!, sheet), [file, sheet]);

  const choose = (key: string) => {
    if (FORMS[key as Part]) return setForm(key as Part);
    setForm(null);
    const own = slots.filter((slot) => partOf(slot) === key);
    steps.go(own.find(steps.lacks) ?? own[0]);
  };
  const markOf = (key: Part): Mark => {
    if (key === 'card') return card ? (card.contradictions.length > 0 ? 'doubt' : 'in') : 'missing';
    if (key === 'sweep' || key === 'curves') return sweeps.length > 0 ? 'in' : 'missing';
    if (key === 'whole') return together;
    if (key === 'decision') return worstMark(sheet, ['cam-offset']);
    if (key === 'intake-drops') return worstMark(sheet, ['intake-centreline']);
    if (key === 'exhaust-drops') return worstMark(sheet, ['exhaust-centreline']);
    return worstMark(sheet, [key]);
  };
  const list = (
    <MeasureList
      label="Parts of the timing"
      active={form ?? partOf(steps.active)}
      onPick={choose}
      entries={[
        ...PARTS.map(({ key, title }) => ({ key, title, mark: markOf(key) })),
        ...own.map(({ key, title }) => ({ key, title, mark: worstMark(sheet, [key]) })),
      ]}
    />
  );
  if (!form)
    return <Measuring steps={steps} list={list} lifts={lifts.map((mm) => `${Number(fromCanonical(mm, unit).toFixed(4))} ${unit}`)} lift={lift} onLift={setLift} />; // prettier-ignore
  const Form = FORMS[form]!;
  return (
    <FormPlace list={list} leave={() => setForm(null)} cycleUnit={steps.cycleUnit}>
      <Form />
    </FormPlace>
  );
}

/** What the events say together, at every lift at which they were read. */
function wholeMark(file: EngineFile, sheet: Sheet): Mark {
  const codes = timingOf(file, sheet).lifts.flatMap(({ diagnosis }) => diagnosis.map(({ code }) => code));
  if (codes.every((code) => code === 'too-few')) return 'missing';
  return codes.every((code) => code === 'agrees' || code === 'too-few') ? 'in' : 'doubt';
}
