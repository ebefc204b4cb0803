import type { Engine, Metal } from '../engine/engine.js';
import type { Taken } from './rule.js';

/** At what sizes are told, and gauges zeroed; °C. */
const REFERENCE = 20;
/** By what part of itself a metal grows for each degree. */
const GROWS: Record<Metal, number> = { iron: 11e-6, aluminium: 23e-6 };

/** Sizes that a warm part is read too large by, and of which metal it is; the block may be of either. */
const OF_METAL: Record<string, Metal | 'block'> = {
  bore: 'block',
  'main-bore': 'block',
  'main-journal': 'iron',
  'rod-bore': 'iron',
  'rod-journal': 'iron',
  'piston-skirt': 'aluminium',
};

/** A temperature in a note: `block at 31 °C`. */
function notedCelsius(note: string | undefined): number | null {
  const [, figure, unit] = /(-?\d+(?:[.,]\d+)?)\s*°\s*([CF])\b/i.exec(note ?? '') ?? [];
  if (figure === undefined) return null;
  const degrees = Number(figure.replace(',', '.'));
  return unit.toUpperCase() === 'C' ? degrees : ((degrees - 32) * 5) / 9;
}

/** What a size may be off by the warmth that was noted with it, one standard deviation, mm: αLΔT; 0 where none was, or it is no size. */
export function grownBy(
  { metals }: Pick<Engine, 'metals'>,
  { measure, value, note }: Pick<Taken, 'measure' | 'value' | 'note'>,
): number {
  const celsius = notedCelsius(note);
  const metal = OF_METAL[measure];
  if (celsius === null || metal === undefined) return 0;
  return Math.abs(GROWS[metal === 'block' ? metals.block : metal] * value * (celsius - REFERENCE));
}
