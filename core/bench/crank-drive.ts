import { apart, direction, zeroBetween } from './plane.js';

/** Crank, rod and bore as they truly are, mm. */
export interface CrankDrive {
  throwLength: number;
  rod: number;
}

/**
 * How far the piston stands below its top at an angle of the crank, mm: its pin is where a point of the bore lies a rod's
 * length from the crank pin.
 *
 * @param crankDeg from top dead centre, either way
 */
export function pistonBelowTop({ throwLength, rod }: CrankDrive, crankDeg: number): number {
  const { x, y } = direction(90 - crankDeg);
  const pin = { x: throwLength * x, y: throwLength * y };
  const top = throwLength + rod;
  const off = (height: number) => apart({ x: 0, y: height }, pin) - rod;
  return top - zeroBetween(off, pin.y, top + rod)!;
}

/** How far after dead centre the piston is a drop below its top, degrees. */
export const crankAtDrop = (drive: CrankDrive, drop: number): number =>
  zeroBetween((deg) => pistonBelowTop(drive, deg) - drop, 0, 180)!;
