/**
 * The units that a bench uses and the one canonical unit of each quantity. Canonical values are what the store
 * keeps and what every limit is compared in; a unit is converted only at the border (entry and display).
 */
export type Quantity = 'length' | 'angle' | 'turns' | 'force' | 'torque' | 'choice';

export const UNITS = {
  mm: { quantity: 'length', canonicalPerUnit: 1 },
  in: { quantity: 'length', canonicalPerUnit: 25.4 },
  thou: { quantity: 'length', canonicalPerUnit: 0.0254 },
  deg: { quantity: 'angle', canonicalPerUnit: 1 },
  /** What a wheel of 0 to 360 shows, its numbers running with the engine or against it; see `record/read-entry.ts`. */
  deg360: { quantity: 'angle', canonicalPerUnit: 1 },
  deg360r: { quantity: 'angle', canonicalPerUnit: 1 },
  turn: { quantity: 'turns', canonicalPerUnit: 1 },
  N: { quantity: 'force', canonicalPerUnit: 1 },
  /** Avoirdupois pound-force, exact by definition. */
  lbf: { quantity: 'force', canonicalPerUnit: 4.4482216152605 },
  Nm: { quantity: 'torque', canonicalPerUnit: 1 },
  lbft: { quantity: 'torque', canonicalPerUnit: 4.4482216152605 * 0.3048 },
  lbin: { quantity: 'torque', canonicalPerUnit: 4.4482216152605 * 0.0254 },
  /** A measure that is named rather than counted; its value is the option's place in the catalogue. */
  choice: { quantity: 'choice', canonicalPerUnit: 1 },
} as const satisfies Record<string, { quantity: Quantity; canonicalPerUnit: number }>;

export type Unit = keyof typeof UNITS;

/** What a unit measures; undefined for a word that is none. */
export const quantityOf = (unit: string): Quantity | undefined =>
  unit in UNITS ? UNITS[unit as Unit].quantity : undefined;

export const CANONICAL_UNIT: Record<Quantity, Unit> = {
  length: 'mm',
  angle: 'deg',
  turns: 'turn',
  force: 'N',
  torque: 'Nm',
  choice: 'choice',
};

/** `value` in `unit`, as the canonical value of its quantity. @example toCanonical(0.5, 'in') // 12.7 */
export function toCanonical(value: number, unit: Unit): number {
  return value * UNITS[unit].canonicalPerUnit;
}

/** The canonical value `canonical`, in `unit`. @example fromCanonical(12.7, 'thou') // 500 */
export function fromCanonical(canonical: number, unit: Unit): number {
  return canonical / UNITS[unit].canonicalPerUnit;
}
