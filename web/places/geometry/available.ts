import type { PartsAnswer } from '../../../contracts/parts.js';
import { rodsAtHand, type RodAtHand } from '../../../core/parts/stock.js';
import type { Practice } from '../../../core/plan/practice.js';
import { ROD_REACH_MM } from '../../../core/sheet/engine-lengths.js';
import { shimStacks } from '../../../core/sheet/shim-rod-pairs.js';
import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';

/** The rods that come into question for a length; none before the book of parts was read. */
export const rodsFor = (book: PartsAnswer | null, wanted: number): RodAtHand[] =>
  book ? rodsAtHand(book.items, book.shelf, wanted, ROD_REACH_MM) : [];

/** Something that can be had, and the setting at the check that it stands for in the build; mm. */
export interface ToBeHad {
  size: number;
  setting: number;
}

/**
 * What can be had near the trials: rods on the shelf or in a catalogue, by the same terms as the length to order; stacks
 * of the shop's shims, which stand in the build as they did at the check.
 */
export function settingsToBeHad(
  found: Pick<RockerGeometry, 'mount' | 'best' | 'trials' | 'toBuild'>,
  book: PartsAnswer | null,
  practice: Pick<Practice, 'geometry'>,
  unit: 'in' | 'mm',
): ToBeHad[] {
  const near = found.best ?? found.trials[0]?.setting;
  if (near === undefined) return [];
  if (found.mount === 'shaft') return shimStacks(practice, unit).map((size) => ({ size, setting: size }));
  const shift = found.toBuild?.shift ?? 0;
  const lengths = rodsFor(book, near + shift).filter(({ from }) => from !== 'cut').map(({ length }) => length); // prettier-ignore
  return [...new Set(lengths)].map((size) => ({ size, setting: size - shift }));
}
