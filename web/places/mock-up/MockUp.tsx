import { useMemo, useState, type ReactNode } from 'react';
import { worstOf, type Mark } from '../../../core/judge/mark.js';
import { feeds } from '../../../core/derive/rules.js';
import { ownMeasures } from '../../../core/plan/own-measure.js';
import { isClayInside } from '../../../core/sheet/engine-file.js';
import { worstMark } from '../../../core/sheet/marks.js';
import { mockUpsOf, springsOf } from '../../../core/sheet/papers.js';
import { MeasureList } from '../../drawings/MeasureList.js';
import { ownSlots } from '../../measuring/OwnDrawing.js';
import { FormPlace } from '../../measuring/FormPlace.js';
import { useSteps } from '../../measuring/use-steps.js';
import { useDesk } from '../../state/use-desk.js';
import { clayPlan } from '../../../core/sheet/clay-plan.js';
import type { Judging } from '../../../core/sheet/judging.js';
import type { Sheet } from '../../../core/sheet/sheet.js';
import { BeforeClay } from './BeforeClay.js';
import { Across } from './Across.js';
import { Lists } from './Lists.js';
import { Measuring } from './Measuring.js';
import { SetUp } from './SetUp.js';
import { SpringsForm } from './SpringsForm.js';
import { mockUpSteps, TYPED } from './steps.js';
import '../timing/timing.css';
import './mock-up.css';

type Form = 'set-up' | 'before' | 'across' | 'springs' | 'lists';
const FORMS: Record<Form, { title: string; Screen: () => ReactNode }> = {
  'set-up': { title: 'Set-up of the check', Screen: SetUp },
  before: { title: 'Before the clay', Screen: BeforeClay },
  across: { title: 'Across cam positions', Screen: Across },
  springs: { title: 'Springs', Screen: SpringsForm },
  lists: { title: 'Lists and clay out', Screen: Lists },
};
/** Before which measures each form stands on the list: where it is wanted. */
const BEFORE: Record<string, Form[]> = {
  'pv-depth': ['set-up', 'before'],
  'spring-installed-height': ['across'],
  'spring-seat-load': ['springs'],
};

/** Mock-up: what comes close to what, brought to the final build, and what the cam may still do. */
export function MockUp() {
  const [form, setForm] = useState<Form | null>(null);
  const file = useDesk((desk) => desk.file!);
  const engine = useDesk((desk) => desk.engine!);
  const judging = useDesk((desk) => desk.judging);
  const { spec } = file;
  const own = useMemo(() => ownMeasures(spec, 'mock-up'), [spec]);
  const slots = useMemo(() => [...mockUpSteps(engine, spec.practice), ...ownSlots(engine, own)], [engine, spec, own]);
  const steps = useSteps('mock-up', slots);
  const { sheet } = steps;
  const typed = TYPED.filter(({ key }) => slots.some(({ measure }) => measure === key));

  const ofOthers = useMemo(() => clayMark(judging!, sheet), [judging, sheet]);
  const markOf: Record<Form, Mark> = {
    'set-up': mockUpsOf(file).length > 0 ? 'in' : 'missing',
    before: ofOthers,
    across: worstMark(sheet, ['pv-depth-final']),
    springs: springsOf(file, 'I') || springsOf(file, 'E') ? 'in' : 'missing',
    lists: isClayInside(file) ? 'doubt' : 'missing',
  };
  const formEntry = (key: Form) => ({ key, title: FORMS[key].title, mark: markOf[key] });
  const choose = (key: string) => {
    if (key in FORMS) return setForm(key as Form);
    setForm(null);
    steps.goToMeasure(key);
  };
  const list = (
    <MeasureList
      label="Parts of the mock-up"
      active={form ?? steps.active.measure}
      onPick={choose}
      entries={[
        ...[...typed, ...own].flatMap(({ key, title }) => [
          ...(BEFORE[key] ?? []).map(formEntry),
          {
            key,
            title,
            mark: sheet.rows.some(({ measure }) => measure === key)
              ? worstMark(sheet, [key, ...feeds(key)])
              : ('missing' as const),
          },
        ]),
        formEntry('lists'),
      ]}
    />
  );
  if (!form) return <Measuring steps={steps} slots={slots} list={list} onSetUp={() => setForm('set-up')} />;
  const { Screen } = FORMS[form];
  return (
    <FormPlace list={list} leave={() => setForm(null)} cycleUnit={steps.cycleUnit}>
      <Screen />
    </FormPlace>
  );
}

/** What clay at one cylinder says of the valves without any: the worst of it. */
function clayMark(judging: Judging, sheet: Sheet): Mark {
  const { byAnother } = clayPlan(judging, sheet);
  return byAnother.length === 0 ? 'missing' : worstOf(byAnother.map(({ verdict }) => verdict));
}
