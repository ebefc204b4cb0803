import { pushrodPick } from './pushrod-pick.js';

/** The rods of some valves that want the same length. Lengths in one unit. */
export interface RodsWanted {
  /** What they are called: a kind of valve, or a place. */
  name: string;
  count: number;
  required: number;
  /** How deep the plunger stands with the required length, and where it may. */
  plungerTarget: number;
  window: { min: number; max: number };
}

/** A length for some valves. */
interface RodChoice {
  name: string;
  length: number;
  plungerDepth: number;
  margin: number;
}

export interface RodSets {
  /** The best length for each, where there is one within its window. */
  each: (RodChoice | null)[];
  /** The one length whose worst margin is the largest; null where none lies within all windows. */
  one: { length: number; margin: number; choices: RodChoice[] } | null;
  /** What a length for each brings over one for all: the margin that is gained where it is least. */
  gained: number | null;
}

/** One set of rods for all valves against a length for each kind: what the difference brings. */
export function rodSets(wanted: readonly RodsWanted[], lengths: number[]): RodSets {
  const picks = wanted.map(({ name, required, plungerTarget, window }) => ({
    name,
    ...pushrodPick({ required, plungerTarget, window, available: lengths }),
  }));
  const each = picks.map(({ name, candidates, pick }): RodChoice | null => {
    const found = candidates.find(({ length }) => length === pick);
    return found ? { name, length: found.length, plungerDepth: found.plungerDepth, margin: found.margin } : null;
  });
  const together = lengths.flatMap((length, index) => {
    const own = picks.map(({ name, candidates }) => ({ name, ...candidates[index] }));
    if (own.length === 0 || own.some(({ ok }) => !ok)) return [];
    const choices = own.map(({ name, plungerDepth, margin }) => ({ name, length, plungerDepth, margin }));
    return [{ length, margin: Math.min(...choices.map(({ margin }) => margin)), choices }];
  });
  const one = together.reduce<RodSets['one']>((best, next) => (!best || next.margin > best.margin ? next : best), null);
  const least = each.every((choice) => choice !== null) ? Math.min(...each.map((choice) => choice.margin)) : null;
  return { each, one, gained: one && least !== null ? least - one.margin : null };
}
