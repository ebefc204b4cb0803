import { useMemo, useState } from 'react';
import { feeds } from '../../core/derive/rules.js';
import { measureOf } from '../../core/plan/measures.js';
import { familyKey, slotKey, type Slot } from '../../core/sheet/slot.js';
import type { Unit } from '../../core/units/units.js';
import { FIRST_POSITION, usePreferences } from '../state/preferences.js';
import { useDesk } from '../state/use-desk.js';
import { useLengthUnit } from './use-length-unit.js';
import { useEntry, type Target } from './use-entry.js';

/**
 * The way through the numbers of a stage: which slot is active (it comes back after a reload), what is typed into it, and
 * the acts of the keys. `steps` is in the order in which Enter walks.
 *
 * @param unitOf the unit in which a slot is read, where it says one itself
 */
export function useSteps(stage: string, steps: Slot[], unitOf?: (slot: Slot) => Unit | undefined) {
  const desk = useDesk();
  const engine = desk.engine!;
  const sheet = desk.sheet!;
  const position = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const { wheel, move, cycleUnit } = usePreferences();
  const remembered = position.steps?.[stage];
  // From the review only measure and place are known; the lift or drop is this list's own.
  const active =
    steps.find((step) => slotKey(step) === remembered) ??
    steps.find((step) => familyKey(step) === remembered) ??
    // A value of several places (a bank's deck) is made from the first of them.
    steps.find((step) => remembered?.startsWith(`${step.measure}@`)) ??
    steps[0];
  const measure = measureOf(active.measure);

  const stated = engine.specSet.limits.find((limit) => measureOf(limit.measure).quantity === 'length')?.unit;
  const lengthUnit = useLengthUnit(stated === 'mm' ? 'mm' : 'in');
  const wheelUnit: Unit = wheel.face !== '0-360' ? 'deg' : wheel.runs === 'with' ? 'deg360' : 'deg360r';
  const unit: Unit =
    unitOf?.(active) ??
    (measure.quantity === 'length' ? lengthUnit : measure.units.includes(wheelUnit) ? wheelUnit : measure.units[0]);
  const target = useMemo((): Target => ({ slot: active, measure, unit }), [active, measure, unit]);
  const entry = useEntry(target);

  const index = steps.indexOf(active);
  /** Slots with a value: typed, or made of other readings. */
  const [typed, made] = useMemo(() => {
    const of = (isMade: boolean) => new Set(sheet.rows.filter((row) => (row.derivedFrom !== undefined) === isMade).map(slotKey)); // prettier-ignore
    return [of(false), of(true)];
  }, [sheet]);
  const lacks = (step: Slot) => !typed.has(slotKey(step));
  /** What is typed next: values that follow from others are passed by. */
  const next = steps.slice(index + 1).find((step) => !lacks(step) || !made.has(slotKey(step)));
  const [endedAt, setEndedAt] = useState<string | null>(null);
  const go = (step: Slot | undefined) => {
    if (!step) return;
    entry.clear();
    setEndedAt(null);
    move(engine.id, { steps: { ...position.steps, [stage]: slotKey(step) } });
  };
  return {
    desk,
    engine,
    sheet,
    active,
    index,
    /** Whether one has been here before. */
    isRemembered: remembered !== undefined,
    target,
    entry,
    lengthUnit,
    go,
    /** To the first place of a measure that lacks a value; to its first where none does. */
    goToMeasure: (key: string) => {
      const named = steps.filter((step) => step.measure === key);
      // What follows from others is measured by those.
      const own = named.length > 0 ? named : steps.filter((step) => feeds(step.measure).includes(key));
      go(own.find(lacks) ?? own[0]);
    },
    lacks,
    /** What Enter goes to; undefined at the end of the stage. */
    next,
    /** Whether Enter was pressed at the last of the stage. */
    isAtEnd: endedAt === slotKey(active),
    goBy: (by: 1 | -1) => go(steps[index + by]),
    /** Takes what is typed and steps on; with nothing typed, just steps on. */
    take: () => {
      if (entry.typed !== '' && !entry.take()) return;
      if (next) go(next);
      else setEndedAt(slotKey(active));
    },
    cycleUnit: () => cycleUnit(lengthUnit, active.measure),
  };
}

export type Steps = ReturnType<typeof useSteps>;
