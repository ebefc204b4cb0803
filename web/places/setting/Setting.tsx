import { useMemo } from 'react';
import { MEASURES } from '../../../core/plan/measures.js';
import { ownMeasures } from '../../../core/plan/own-measure.js';
import { worstMark } from '../../../core/sheet/marks.js';
import { familyKey, slotKey } from '../../../core/sheet/slot.js';
import { MeasureList } from '../../drawings/MeasureList.js';
import { ownSlots } from '../../measuring/OwnDrawing.js';
import { FIRST_POSITION, usePreferences } from '../../state/preferences.js';
import { useDesk } from '../../state/use-desk.js';
import { OwnMeasuring } from './OwnMeasuring.js';
import { Valves } from './Valves.js';

/** What the catalogue has measured at the valves. */
const CATALOGUE = MEASURES.filter(({ stage }) => stage === 'setting').map(({ key }) => key);
/** What of Setting is no measure of the shop's own. */
const VALVES = 'valves';

/** Setting the valves; beside them, where the shop takes more at this stage, its own measures. */
export function Setting() {
  const engine = useDesk((desk) => desk.engine!);
  const spec = useDesk((desk) => desk.file!.spec);
  const sheet = useDesk((desk) => desk.sheet!);
  const { steps } = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const move = usePreferences((state) => state.move);
  const own = useMemo(() => ownMeasures(spec, 'setting'), [spec]);
  const slots = useMemo(() => ownSlots(engine, own), [engine, own]);
  if (own.length === 0) return <Valves />;

  const active = own.find(({ key }) => steps.setting?.startsWith(`${key}@`))?.key ?? VALVES;
  const pick = (key: string) => {
    const of = slots.filter((one) => one.measure === key);
    const slot = of.find((one) => !sheet.rows.some((row) => slotKey(row) === slotKey(one))) ?? of[0];
    move(engine.id, { steps: { ...steps, setting: slot ? familyKey(slot) : '' } });
  };
  const valves = sheet.stages.setting;
  const list = (
    <MeasureList
      label="Measures of setting"
      active={active}
      onPick={pick}
      entries={[
        {
          key: VALVES,
          title: 'The valves',
          mark: worstMark(sheet, CATALOGUE),
          ...(valves ? { count: [valves.taken, valves.required] } : {}),
        },
        ...own.map(({ key, title }) => ({ key, title, mark: worstMark(sheet, [key]) })),
      ]}
    />
  );
  return active === VALVES ? <Valves list={list} /> : <OwnMeasuring slots={slots} list={list} />;
}
