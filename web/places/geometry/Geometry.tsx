import { useEffect, useMemo, useState, type ReactNode } from 'react';
import { feeds } from '../../../core/derive/rules.js';
import { parseValve } from '../../../core/engine/places.js';
import type { Mark } from '../../../core/judge/mark.js';
import { measureOf } from '../../../core/plan/measures.js';
import { ownMeasures } from '../../../core/plan/own-measure.js';
import { worstMark } from '../../../core/sheet/marks.js';
import { pushrodsOf, rockersOf, rodsKeptOf } from '../../../core/sheet/papers.js';
import { MeasureList, type MeasureEntry } from '../../drawings/MeasureList.js';
import { FormPlace } from '../../measuring/FormPlace.js';
import { ownSlots } from '../../measuring/OwnDrawing.js';
import { useSteps } from '../../measuring/use-steps.js';
import { usePartsBook } from '../../state/parts-book.js';
import { useLooksOn } from '../../state/session.js';
import { useDesk } from '../../state/use-desk.js';
import { settingsToBeHad } from './available.js';
import { BestSetting } from './BestSetting.js';
import { Length } from './Length.js';
import { Measuring } from './Measuring.js';
import { PushrodsForm } from './PushrodsForm.js';
import { RodsKeptForm } from './RodsKeptForm.js';
import { RockersForm } from './RockersForm.js';
import { type BegunTrial, geometrySteps, isOfTrial, plainMeasures, settingTyped, TRIAL } from './steps.js';
import { useGeometry } from './use-geometry.js';
import { isGuess } from './words.js';
import '../timing/timing.css';
import '../mock-up/mock-up.css';
import './geometry.css';

type Form = 'rockers' | 'kept' | 'best' | 'pushrods' | 'length';
const TITLE: Record<Form, string> = {
  rockers: 'Rockers and tips',
  kept: 'Kept pushrods',
  best: 'Which setting',
  pushrods: 'Pushrods',
  length: 'Length to order',
};

/** Geometry: what a rocker rubs on its tip, which setting is best, and the rod that makes it so. */
export function Geometry() {
  const [form, setForm] = useState<Form | null>(null);
  const [begun, setBegun] = useState<BegunTrial | null>(null);
  const file = useDesk((desk) => desk.file!);
  const engine = useDesk((desk) => desk.engine!);
  const rows = useDesk((desk) => desk.sheet!.rows);
  const looksOn = useLooksOn();
  const { book, load } = usePartsBook();
  const { spec } = file;
  const own = useMemo(() => ownMeasures(spec, 'geometry'), [spec]);
  const hasTool = pushrodsOf(file)?.tool !== undefined;
  const slots = useMemo(
    () => [...geometrySteps(engine, rows, hasTool, begun), ...ownSlots(engine, own)],
    [engine, rows, hasTool, begun, own],
  );
  const steps = useSteps('geometry', slots);
  const { sheet, active } = steps;
  const found = useGeometry(parseValve(active.place)?.kind ?? 'I');
  useEffect(() => {
    // Who only looks on sees no parts and no prices.
    if (!book && !looksOn) void load();
  }, [book, load, looksOn]);
  const available = useMemo(() => settingsToBeHad(found, book, spec.practice, engine.thread.unit).map(({ setting }) => setting), [found, book, spec, engine]); // prettier-ignore

  const has = (measure: string) => sheet.rows.some((row) => row.measure === measure);
  const markOf = (key: string): Mark => (has(key) ? worstMark(sheet, [key, ...feeds(key)]) : 'missing');
  const measureEntry = (key: string): MeasureEntry => ({ key, title: measureOf(key).title, mark: markOf(key) });
  const formEntry = (key: Form, isDone: boolean): MeasureEntry => ({ key, title: TITLE[key], mark: isDone ? 'in' : 'missing' }); // prettier-ignore
  const plain = plainMeasures(engine, hasTool);
  const before = (keys: string[]) => plain.filter((key) => keys.includes(key)).map(measureEntry);
  const entries: MeasureEntry[] = [
    ...before(['stem-height']),
    formEntry('rockers', rockersOf(file).length > 0),
    { ...formEntry('kept', rodsKeptOf(file) !== undefined), ...(rodsKeptOf(file) ? {} : { mark: 'unjudged' as const }) },
    { key: TRIAL, title: 'Trials and marks', mark: has('mark-width') ? worstMark(sheet, ['mark-width', 'mark-offset']) : has('trial-lift') ? 'in' : 'missing' },
    { ...formEntry('best', found.best !== null), ...(isGuess(found) ? { mark: 'doubt' as const } : {}) },
    ...before(['stand-shim', 'stop-turns']),
    formEntry('pushrods', pushrodsOf(file) !== undefined),
    ...before(['pushrod-tool-turns', 'pushrod-checked']),
    formEntry('length', has('pushrod-length')),
    ...before(['pushrod-fitted', 'valve-lift']),
    ...own.map(({ key }) => measureEntry(key)),
  ]; // prettier-ignore
  const choose = (key: string) => {
    if (key in TITLE) return setForm(key as Form);
    setForm(null);
    // Trials are of one valve at a time: they go on at the one in hand.
    const typed = settingTyped(engine, rows, hasTool, active.place);
    const here = slots.find(({ measure, place }) => measure === typed && place === active.place);
    if (key === TRIAL && here) steps.go(here);
    else steps.goToMeasure(key === TRIAL ? typed : key);
  };
  const list = (
    <MeasureList
      label="Parts of the geometry"
      active={form ?? (isOfTrial(active.measure) ? TRIAL : active.measure)}
      onPick={choose}
      entries={entries}
    />
  );
  if (!form)
    return (
      <Measuring
        steps={steps}
        slots={slots}
        list={list}
        available={available}
        onBegun={setBegun}
        onSetUp={() => setForm('rockers')}
      />
    );
  const screens: Record<Form, ReactNode> = {
    rockers: <RockersForm />,
    kept: <RodsKeptForm />,
    best: <BestSetting />,
    pushrods: <PushrodsForm />,
    length: <Length onSetUp={() => setForm('pushrods')} />,
  };
  return (
    <FormPlace list={list} leave={() => setForm(null)} cycleUnit={steps.cycleUnit}>
      {screens[form]}
    </FormPlace>
  );
}
