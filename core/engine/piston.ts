/** What of the crank moves a piston, mm. */
export interface Throw {
  strokeMm: number;
  rodMm: number;
}

/**
 * How far the piston stands below its top, mm: s(φ) = r + l − (r cosφ + √(l² − r² sin²φ)), r half the stroke, the pin
 * not offset. MATHS, piston-valve.
 *
 * @param crankDeg degrees of the crank from top dead centre, either way
 * @example pistonDrop({ strokeMm: 90, rodMm: 150 }, 180) // 90
 */
export function pistonDrop({ strokeMm, rodMm }: Throw, crankDeg: number): number {
  const throwMm = strokeMm / 2;
  const angle = (crankDeg * Math.PI) / 180;
  return throwMm + rodMm - (throwMm * Math.cos(angle) + Math.sqrt(rodMm ** 2 - (throwMm * Math.sin(angle)) ** 2));
}

/**
 * Crank degrees on either side of dead centre within which the piston falls by less than a dial tells: there the dial
 * stands still while the crank turns. From s ≈ φ²·r(1 + r/l)/2 near the top.
 */
export function dwellDeg({ strokeMm, rodMm }: Throw, dialStepMm: number): number {
  const throwMm = strokeMm / 2;
  return (Math.sqrt((2 * dialStepMm) / (throwMm * (1 + throwMm / rodMm))) * 180) / Math.PI;
}
