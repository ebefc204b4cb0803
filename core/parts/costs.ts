import { isBought, type PartLine } from './line.js';

/** What the pieces of a line cost, minor units; null while nobody has said the price of one. */
export const priceOf = ({ priceEach, quantity, spares }: PartLine): number | null =>
  priceEach === null ? null : priceEach * (quantity + spares);

/** What an engine cost in parts, minor units. */
export interface Costs {
  parts: number;
  freight: number;
  /** Came back for what was sent back or sold on. */
  refunds: number;
  total: number;
  /** Of that: what was bought for a place and bought again, with its freight, less what came back for it. */
  twice: number;
  /** Lines whose price nobody has said: the sums are without them. */
  unpriced: number;
}

/** Whether two lines are for the same thing: the same part at a place that both have, or the same words for none. */
const isSameThing = (a: PartLine, b: PartLine): boolean =>
  a.engineId === b.engineId &&
  a.part === b.part &&
  (a.places.length === 0 && b.places.length === 0 ? a.what === b.what : a.places.some((place) => b.places.includes(place))); // prettier-ignore

/** What was bought again later: the earlier of any two bought lines that are for the same thing. */
export const boughtTwice = (lines: readonly PartLine[]): PartLine[] =>
  lines.filter(
    (line, index) => isBought(line) && lines.slice(index + 1).some((later) => isBought(later) && isSameThing(line, later)), // prettier-ignore
  );

/**
 * What lines cost.
 *
 * @param lines in the order in which they were wanted
 */
export function costsOf(lines: readonly PartLine[]): Costs {
  const bought = lines.filter(isBought);
  const sum = (of: (line: PartLine) => number, from: readonly PartLine[] = bought) =>
    from.reduce((all, line) => all + of(line), 0);
  const parts = sum((line) => priceOf(line) ?? 0);
  const freight = sum((line) => line.freight ?? 0);
  const refunds = sum((line) => line.refund ?? 0);
  const lost = (line: PartLine) => (priceOf(line) ?? 0) + (line.freight ?? 0) - (line.refund ?? 0);
  return {
    parts,
    freight,
    refunds,
    total: parts + freight - refunds,
    twice: sum(lost, boughtTwice(lines)),
    unpriced: bought.filter(({ priceEach }) => priceEach === null).length,
  };
}
