import { isWithin, marginIn, widest } from './within.js';

/** The rods of some valves that want the same length. Lengths in one unit. */
export interface RodsWanted {
  /** What they are called: a kind of valve, or a place. */
  name: string;
  count: number;
  /** The lengths with which plunger or adjuster stands where it may. */
  window: { min: number; max: number };
}

/** A length for some valves. */
interface RodChoice {
  name: string;
  length: number;
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

/** The choice with the largest margin, of those that lie within their windows. */
const pick = <One extends { length: number; margin: number }>(choices: One[]): One | null =>
  widest(choices.filter(({ length, margin }) => isWithin(margin, length)));

/** One set of rods for all valves against a length for each kind: what the difference brings. */
export function rodSets(wanted: readonly RodsWanted[], lengths: number[]): RodSets {
  const choicesAt = (length: number) =>
    wanted.map(({ name, window }): RodChoice => ({ name, length, margin: marginIn(window, length) }));
  const each = wanted.map((_, index) => pick(lengths.map((length) => choicesAt(length)[index])));
  const together = lengths.map((length) => {
    const choices = choicesAt(length);
    return { length, margin: Math.min(...choices.map(({ margin }) => margin)), choices };
  });
  const one = wanted.length > 0 ? pick(together) : null;
  const least = each.every((choice) => choice !== null) ? Math.min(...each.map((choice) => choice.margin)) : null;
  return { each, one, gained: one && least !== null ? least - one.margin : null };
}
