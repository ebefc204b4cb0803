import { useMemo } from 'react';
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
  const go = (step: Slot | undefined) => {
    if (!step) return;
    entry.clear();
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
    goBy: (by: 1 | -1) => go(steps[index + by]),
    /** Takes what is typed and steps on; with nothing typed, just steps on. */
    take: () => {
      if (entry.typed !== '' && !entry.take()) return;
      go(steps[index + 1]);
    },
    cycleUnit: () => cycleUnit(lengthUnit),
  };
}

export type Steps = ReturnType<typeof useSteps>;
