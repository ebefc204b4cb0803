import type { PartLine } from './line.js';
import type { PartKind } from './part.js';

/** In which lengths a catalogue has a part: one; steps; or any between two, cut for whoever orders it. Lengths in mm. */
type Lengths =
  | { kind: 'one'; length: number }
  | { kind: 'steps'; from: number; to: number; step: number }
  | { kind: 'cut'; from: number; to: number };

/** A part that somebody sells, or that the shop keeps. Money in minor units, lengths in mm. */
export interface StockItem {
  id: string;
  part: PartKind | 'other';
  title: string;
  number: string;
  supplierId: string | null;
  lengths: Lengths | null;
  diameterMm: number | null;
  wallMm: number | null;
  priceEach: number | null;
  /** Days from the order until it is here. */
  leadDays: number | null;
  /** The least that the shop keeps of it; null where it keeps none. */
  keep: number | null;
}

/** Pieces that came to the shelf or went from it. */
export interface ShelfMove {
  itemId: string;
  lengthMm: number | null;
  pieces: number;
}

/** What lies on the shelf of an item, at one length. */
export interface OnShelf {
  itemId: string;
  lengthMm: number | null;
  pieces: number;
  /** Not meant for an engine yet. */
  free: number;
}

/** One length is one length however it was converted: to a ten-thousandth of a millimetre. */
const lengthKey = (length: number | null) => (length === null ? '' : length.toFixed(4));
export const shelfKey = ({ itemId, lengthMm }: Pick<ShelfMove, 'itemId' | 'lengthMm'>): string =>
  `${itemId}@${lengthKey(lengthMm)}`;

/** What lies on the shelf by all that came and went, and what of it is already meant for an engine. */
export function onShelf(moves: readonly ShelfMove[], lines: readonly PartLine[]): OnShelf[] {
  const shelf = new Map<string, OnShelf>();
  for (const { itemId, lengthMm, pieces } of moves) {
    const key = shelfKey({ itemId, lengthMm });
    const known = shelf.get(key) ?? { itemId, lengthMm, pieces: 0, free: 0 };
    shelf.set(key, { ...known, pieces: known.pieces + pieces, free: known.free + pieces });
  }
  for (const { state, engineId, itemId, lengthMm, quantity } of lines) {
    const place = itemId === null ? undefined : shelf.get(shelfKey({ itemId, lengthMm }));
    if (place && state === 'arrived' && engineId !== null) place.free -= quantity;
  }
  return [...shelf.values()].filter(({ pieces, free }) => pieces !== 0 || free !== 0);
}

/** A pushrod that can be had, and from where. Lengths in mm. */
export interface RodAtHand {
  item: StockItem;
  length: number;
  from: 'shelf' | 'catalogue' | 'cut';
  /** Pieces on the shelf that are meant for no engine; 0 where it must be ordered. */
  free: number;
}

/** Of a catalogue's steps the nearest is shown, and so many on each side of it. */
const STEPS_BESIDE = 1;

/**
 * The pushrods that come into question for a length: what lies on the shelf first, then what a catalogue has, cut to
 * length last; nearest first within each.
 *
 * @param reach how far beside the wanted length one is still shown, mm
 */
export function rodsAtHand(
  items: readonly StockItem[],
  shelf: readonly OnShelf[],
  wanted: number,
  reach: number,
): RodAtHand[] {
  const rods = items.filter(({ part }) => part === 'pushrods');
  const lying = shelf.flatMap(({ itemId, lengthMm, free }): RodAtHand[] => {
    const item = rods.find(({ id }) => id === itemId);
    return item && lengthMm !== null && free > 0 ? [{ item, length: lengthMm, from: 'shelf', free }] : [];
  });
  const sold = rods.flatMap((item): RodAtHand[] => {
    const { lengths, supplierId } = item;
    if (!lengths || supplierId === null) return [];
    if (lengths.kind === 'one') return [{ item, length: lengths.length, from: 'catalogue', free: 0 }];
    const { from, to } = lengths;
    if (lengths.kind === 'cut') return wanted < from || wanted > to ? [] : [{ item, length: wanted, from: 'cut', free: 0 }]; // prettier-ignore
    const nearest = Math.round((wanted - from) / lengths.step);
    return Array.from(
      { length: 2 * STEPS_BESIDE + 1 },
      (_, index) => from + (nearest - STEPS_BESIDE + index) * lengths.step,
    ) // prettier-ignore
      .filter((length) => length >= from - lengths.step / 1000 && length <= to + lengths.step / 1000)
      .map((length) => ({ item, length, from: 'catalogue', free: 0 }));
  });
  const apart = ({ length }: RodAtHand) => Math.abs(length - wanted);
  const ORDER = ['shelf', 'catalogue', 'cut'];
  return [...lying, ...sold]
    .filter((one) => apart(one) <= reach)
    .sort((a, b) => ORDER.indexOf(a.from) - ORDER.indexOf(b.from) || apart(a) - apart(b));
}
