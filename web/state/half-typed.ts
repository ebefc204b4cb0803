import { create } from 'zustand';
import type { Unit } from '../../core/units/units.js';

/** What somebody has typed on an engine and not taken yet: into which slot, what, and in which unit it was begun. */
export interface HalfTyped {
  slot: string;
  text: string;
  unit: Unit;
  /** It was not a hand that typed it. */
  how?: 'gauge';
  /** It was refused as it stands: the next digit begins anew. */
  isRefused?: true;
}

/**
 * Half-typed numbers, each person's own on each engine: who takes over the bench leaves them as they are, and who comes
 * back finds them. In memory alone: a key press waits for nothing.
 */
export const useHalfTyped = create<Record<string, HalfTyped>>(() => ({}));

/** What a person has typed into a slot of an engine; undefined where that is nothing. */
export const typedInto = (all: Record<string, HalfTyped>, whose: string, slot: string): HalfTyped | undefined =>
  all[whose]?.slot === slot && all[whose].text !== '' ? all[whose] : undefined;

/** What is typed now, to be changed: its text, and whether it was refused. */
type Change = (text: string, isRefused: boolean) => string;

/**
 * Changes what is typed into a slot; what was typed into another one of the engine is dropped. A number keeps the unit that
 * it was begun in, whatever unit the bench shows meanwhile.
 */
export function typeInto(
  whose: string,
  slot: string,
  unit: Unit,
  change: Change,
  more: Pick<HalfTyped, 'how'> & { unit?: Unit } = {},
): void {
  useHalfTyped.setState((all) => {
    const before = typedInto(all, whose, slot);
    const text = change(before?.text ?? '', before?.isRefused === true);
    return { [whose]: { slot, unit: before?.unit ?? unit, ...more, text } };
  });
}

/** Marks what stands in a slot as refused. */
export function refuseTyped(whose: string, slot: string): void {
  useHalfTyped.setState((all) => {
    const typed = typedInto(all, whose, slot);
    return typed ? { [whose]: { ...typed, isRefused: true } } : {};
  });
}
