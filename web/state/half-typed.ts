import { create } from 'zustand';

/** What somebody has typed on an engine and not taken yet: into which slot, and what. */
interface HalfTyped {
  slot: string;
  text: string;
  /** It was not a hand that typed it. */
  how?: 'gauge';
}

/**
 * Half-typed numbers, each person's own on each engine: who takes over the bench leaves them as they are, and who comes
 * back finds them. In memory alone: a key press waits for nothing.
 */
export const useHalfTyped = create<Record<string, HalfTyped>>(() => ({}));

/** What a person has typed into a slot of an engine; empty where that is nothing. */
export const typedInto = (all: Record<string, HalfTyped>, whose: string, slot: string): string =>
  all[whose]?.slot === slot ? all[whose].text : '';

/** Changes what is typed into a slot; what was typed into another one of the engine is dropped. */
export function typeInto(whose: string, slot: string, change: (text: string) => string, how?: 'gauge'): void {
  useHalfTyped.setState((all) => ({ [whose]: { slot, text: change(typedInto(all, whose, slot)), ...(how ? { how } : {}) } })); // prettier-ignore
}

/** How what somebody has typed into a slot came there. */
export function typedBy(whose: string, slot: string): 'keyed' | 'gauge' {
  const typed = useHalfTyped.getState()[whose];
  return typed?.slot === slot ? (typed.how ?? 'keyed') : 'keyed';
}
