import type { Basis } from '../../core/plan/spec-sets.js';
import type { LimitSource } from '../../core/sheet/limits.js';
import { UNIT_LABEL } from '../../core/units/format.js';
import type { Unit } from '../../core/units/units.js';

/** What the figures of a limit are in, by what it is measured from. */
const IN: Record<Basis, (label: string) => string> = {
  absolute: (label) => label,
  'of-bore': () => '× bore',
  'of-card': (label) => `${label} from the card`,
};

/** A limit as the shop wrote it: in its unit, as a factor of the bore, or from the card. */
export function wordLimit({
  min,
  max,
  unit,
  basis = 'absolute',
}: {
  min?: number;
  max?: number;
  unit: Unit;
  basis?: Basis;
}): string {
  const label = IN[basis](UNIT_LABEL[unit]);
  // As many places as the trade writes, more only where the shop wrote more: 0.020, not 0.02.
  const places: Partial<Record<Unit, number>> = basis === 'of-bore' ? {} : { in: 3, mm: 2, turn: 2 };
  const figure = (value: number) => {
    const short = value.toFixed(places[unit] ?? 0);
    return (Number(short) === value ? short : String(value)).replace('-', '−');
  };
  const behind = label.startsWith('°') ? label : ` ${label}`;
  if (min !== undefined && max !== undefined) return `${figure(min)} to ${figure(max)}${behind}`;
  return min !== undefined ? `${figure(min)}${behind} or more` : `${figure(max!)}${behind} or less`;
}

const ROD_FITS = {
  plunger: 'The plunger’s window (Pushrods)',
  adjuster: 'The adjuster’s range (Limits, practice)',
  mark: 'The mark’s place on the tip, and the adjuster’s range (Limits, practice)',
};

/** Who states a limit, in words. */
export function wordSource(source: LimitSource): string {
  switch (source.code) {
    case 'shop':
      return source.note;
    case 'card':
      return `Cam card, ${source.expected}°; ${source.note}`;
    case 'tightening':
      return `Target of the pass: ${source.note}`;
    case 'rod-fits':
      return ROD_FITS[source.by];
    case 'plunger-travel':
      return 'The lifter’s own plunger travel (engine data)';
    case 'card-lift':
      return `Lobe lift of the cam card, and a dial within ${source.lineDeg}° of its line`;
  }
}
