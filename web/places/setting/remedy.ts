import type { Engine } from '../../../core/engine/engine.js';
import type { Hint } from '../../../core/judge/hints.js';
import type { SheetRow } from '../../../core/sheet/row.js';
import { formatValue } from '../../../core/units/format.js';
import type { Unit } from '../../../core/units/units.js';
import type { Begun } from '../../measuring/WantPart.js';

/** What brings an adjuster back into its reach: mm; the shim is unknown where only the rod was computed. */
export interface RemedyFound {
  pushrodChange: number;
  pivotShim: number | null;
}

/** The remedy among the hints of a valve, or null. */
export function remedyIn(hints: readonly Hint[]): RemedyFound | null {
  for (const hint of hints) {
    if (hint.code === 'too-deep') return hint;
    if (hint.code === 'no-lash-left' && hint.remedy) return hint.remedy;
    if (hint.code === 'adjuster-off') return { pushrodChange: hint.pushrodChange, pivotShim: null };
  }
  return null;
}

/** Another pushrod for one valve: of a length, where the fitted one is known, else by how much it is to differ. */
export function rodWanted(
  engine: Pick<Engine, 'lifter'> & { id: string },
  rows: readonly Pick<SheetRow, 'measure' | 'place' | 'value'>[],
  place: string,
  { pushrodChange }: RemedyFound,
  unit: Unit,
): Begun {
  const fitted = rows.find((row) => row.measure === 'pushrod-fitted' && row.place === place)?.value;
  const change = `${formatValue(Math.abs(pushrodChange), unit)} ${pushrodChange < 0 ? 'shorter' : 'longer'}`;
  return {
    engineId: engine.id,
    places: [place],
    part: 'pushrods',
    what: fitted === undefined ? `Pushrod, ${change} than fitted` : `Pushrod, ${formatValue(fitted + pushrodChange, unit)}, ${change}`, // prettier-ignore
    ...(fitted === undefined ? {} : { lengthMm: fitted + pushrodChange }),
  };
}

/** A shim under the pivot for one valve. */
export const shimWanted = (engineId: string, place: string, pivotShim: number, unit: Unit): Begun => ({
  engineId,
  places: [place],
  part: 'other',
  what: `Shim under the rocker’s pivot, ${formatValue(Math.abs(pivotShim), unit)}`,
});
