import type { Mark } from '../../core/record/mark.js';
import { measureOf } from '../../core/plan/measures.js';
import type { Sheet } from '../../core/record/sheet.js';
import type { Unit } from '../../core/units/units.js';
import { useDesk } from '../state/desk.js';
import { FIRST_POSITION, usePreferences, type LengthUnit } from '../state/preferences.js';
import { useEntry, type Target } from './use-entry.js';

/** One number to be taken in a stage. */
export interface Step {
  measure: string;
  place: string;
  /** The lift or drop at which an angle is read, mm. */
  atLiftMm?: number;
}

export const stepKey = ({ measure, place, atLiftMm }: Step) => `${measure}@${place}@${atLiftMm ?? ''}`;

const WORST: Mark[] = ['suspect', 'low', 'high', 'doubt', 'accepted', 'in', 'unjudged', 'missing'];

/** The worst mark among the values of some measures, with what was accepted counted as settled. */
export function worstMark(sheet: Sheet, measures: string[]): Mark {
  const marks = sheet.rows
    .filter((row) => measures.includes(row.measure))
    .map((row): Mark => {
      const settled = sheet.flags.some(
        (flag) => flag.readingId === row.readingId && flag.measure === row.measure && !flag.open,
      );
      return settled && row.verdict !== 'in' && row.verdict !== 'unjudged' ? 'accepted' : row.verdict;
    });
  return WORST.find((mark) => marks.includes(mark)) ?? 'missing';
}

/**
 * The way through the numbers of a stage: which is active (it comes back after a reload), what is typed into it, and
 * the acts of the keys. `steps` is in the order in which Enter walks.
 */
export function useSteps(stage: string, steps: Step[]) {
  const desk = useDesk();
  const engine = desk.engine!;
  const sheet = desk.sheet!;
  const position = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const { unit: chosenUnit, wheel, move, cycleUnit } = usePreferences();
  const remembered = position.steps?.[stage];
  // From the review only measure and place are known; the lift or drop is this list's own.
  const active = steps.find((step) => remembered && stepKey(step).startsWith(remembered)) ?? steps[0];
  const measure = measureOf(active.measure);

  const stated = engine.specSet.limits.find((limit) => measureOf(limit.measure).quantity === 'length')?.unit;
  const lengthUnit: LengthUnit = chosenUnit ?? (stated === 'mm' ? 'mm' : 'in');
  const wheelUnit: Unit = wheel.face !== '0-360' ? 'deg' : wheel.runs === 'with' ? 'deg360' : 'deg360r';
  const unit: Unit =
    measure.quantity === 'length' ? lengthUnit : measure.units.includes(wheelUnit) ? wheelUnit : measure.units[0];
  const target: Target = { measure, place: active.place, unit, atLiftMm: active.atLiftMm };
  const entry = useEntry(target);

  const index = steps.indexOf(active);
  const go = (step: Step | undefined) => {
    if (!step) return;
    entry.clear();
    move(engine.id, { steps: { ...position.steps, [stage]: stepKey(step) } });
  };
  return {
    desk,
    engine,
    sheet,
    active,
    index,
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
