import type { PartsAnswer } from '../../../contracts/parts.js';
import { rodsAtHand, type RodAtHand } from '../../../core/parts/stock.js';
import type { Practice } from '../../../core/plan/practice.js';
import { toCanonical } from '../../../core/units/units.js';
import type { RockerGeometry } from '../../../core/sheet/rocker-geometry.js';

/** How far beside a wanted length rods are still looked at, mm. */
const ROD_REACH = 3;
/** Shims of a stand that are laid on each other at most. */
const MOST_SHIMS = 4;

/** The rods that come into question for a length; none before the book of parts was read. */
export const rodsFor = (book: PartsAnswer | null, wanted: number): RodAtHand[] =>
  book ? rodsAtHand(book.items, book.shelf, wanted, ROD_REACH) : [];

/** Every height that the shop's stand shims make, a few of them on each other, mm. */
function shimStacks({ geometry }: Pick<Practice, 'geometry'>, unit: 'in' | 'mm'): number[] {
  const shims = geometry?.standShims[unit] ?? [];
  const stacks = new Set([0]);
  for (let layer = 0; layer < MOST_SHIMS; layer++)
    for (const height of [...stacks]) for (const shim of shims) stacks.add(Number((height + shim).toFixed(6)));
  return [...stacks].map((height) => toCanonical(height, unit));
}

/** The settings near the trials that can be had: rods on the shelf or in a catalogue; stacks of the shop's shims. */
export function settingsToBeHad(
  found: Pick<RockerGeometry, 'mount' | 'best' | 'trials'>,
  book: PartsAnswer | null,
  practice: Pick<Practice, 'geometry'>,
  unit: 'in' | 'mm',
): number[] {
  const near = found.best ?? found.trials[0]?.setting;
  if (near === undefined) return [];
  if (found.mount === 'shaft') return shimStacks(practice, unit);
  return [...new Set(rodsFor(book, near).filter(({ from }) => from !== 'cut').map(({ length }) => length))]; // prettier-ignore
}
