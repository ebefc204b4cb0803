import { useMemo, useState } from 'react';
import type { Mark } from '../../../core/judge/mark.js';
import { placesOf } from '../../../core/engine/places.js';
import { FASTENED } from '../../../core/tightening/plan.js';
import { headsUnplanned, OTHER_HEAD, tighteningsOf } from '../../../core/sheet/tightening.js';
import { MeasureList } from '../../drawings/MeasureList.js';
import { FormPlace } from '../../measuring/FormPlace.js';
import { useDesk } from '../../state/use-desk.js';
import { useNavigate } from 'react-router';
import { begunPlan, planFormOf } from './plan-form.js';
import { PlanPart } from './PlanPart.js';
import { Pulling } from './Pulling.js';
import '../timing/timing.css';
import './tightening.css';

const NEW = '+';

/** Tightening: a plan for each group from the maker’s card, then pass after pass over its drawing. */
export function Tightening() {
  const engine = useDesk((desk) => desk.engine!);
  const file = useDesk((desk) => desk.file!);
  const rows = useDesk((desk) => desk.sheet!.rows);
  const navigate = useNavigate();
  const stands = useMemo(() => tighteningsOf(file, rows), [file, rows]);
  const plans = stands.map(({ plan }) => plan);
  const lacksHead = headsUnplanned(file) > 0;
  const [chosen, setChosen] = useState<string | null>(null);
  const [writes, setWrites] = useState(false);
  const first = stands.find(({ isDone }) => !isDone) ?? stands[0];
  const active = chosen ?? first?.plan.group ?? NEW;
  const stand = stands.find(({ plan }) => plan.group === active);
  const groups = plans.map(({ group }) => group);
  const markOf = ({ isDone, moved, off, next }: (typeof stands)[number]): Mark =>
    moved.length > 0 || off.length > 0 ? 'high' : isDone ? 'in' : next ? 'missing' : 'doubt';
  const list = (
    <MeasureList
      label="Groups of fasteners"
      active={active}
      onPick={(key) => {
        setChosen(key);
        setWrites(false);
      }}
      entries={[
        ...stands.map((one) => ({
          key: one.plan.group,
          title: one.plan.title,
          mark: markOf(one),
          count: [
            one.passes.flatMap(({ pulled }) => pulled.filter(({ row }) => row)).length,
            one.plan.count * one.plan.steps.length,
          ] as [number, number],
        })),
        { key: NEW, title: lacksHead ? OTHER_HEAD : 'Another group', mark: 'missing' as const },
      ]}
    />
  );
  const isPlaced = stand && placesOf(engine, 'fastener').includes(`F:${stand.plan.group}:${stand.plan.count}`);
  if (!stand || writes || !isPlaced) {
    const filed = stand
      ? planFormOf(stand.plan, engine.thread.unit)
      : begunPlan(engine, lacksHead ? 'heads' : (FASTENED.find((one) => plans.every(({ fastened }) => fastened !== one)) ?? 'other'), groups); // prettier-ignore
    return (
      <FormPlace list={list} leave={() => (writes ? setWrites(false) : void navigate('/'))} cycleUnit={() => {}}>
        <PlanPart
          key={filed.group}
          filed={filed}
          groups={groups.filter((group) => group !== stand?.plan.group)}
          onFiled={(group) => {
            setChosen(group);
            setWrites(false);
          }}
        />
      </FormPlace>
    );
  }
  return <Pulling key={stand.plan.group} stand={stand} list={list} onWrite={() => setWrites(true)} />;
}
