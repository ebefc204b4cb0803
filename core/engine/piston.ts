/** What of the crank moves a piston, mm. */
export interface Throw {
  strokeMm: number;
  rodMm: number;
}

/**
 * How far the piston stands below its top: s(φ) = r + l − (r cosφ + √(l² − r² sin²φ)), the pin not offset; in the unit of
 * its lengths. MATHS, piston-valve.
 *
 * @param r half the stroke
 * @param l the rod, centre to centre
 */
export function belowTop(r: number, l: number, sin: number, cos: number): number {
  const across = r * sin;
  return r + l - r * cos - Math.sqrt(l * l - across * across);
}

/**
 * How far the piston stands below its top, mm.
 *
 * @param crankDeg degrees of the crank from top dead centre, either way
 * @example pistonDrop({ strokeMm: 90, rodMm: 150 }, 180) // 90
 */
export function pistonDrop({ strokeMm, rodMm }: Throw, crankDeg: number): number {
  const angle = (crankDeg * Math.PI) / 180;
  return belowTop(strokeMm / 2, rodMm, Math.sin(angle), Math.cos(angle));
}

/**
 * Crank degrees on either side of dead centre within which the piston falls by less than a dial tells: there the dial
 * stands still while the crank turns. From s ≈ φ²·r(1 + r/l)/2 near the top.
 */
export function dwellDeg({ strokeMm, rodMm }: Throw, dialStepMm: number): number {
  const throwMm = strokeMm / 2;
  return (Math.sqrt((2 * dialStepMm) / (throwMm * (1 + throwMm / rodMm))) * 180) / Math.PI;
}
