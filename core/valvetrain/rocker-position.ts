import { ImpossibleInput } from '../impossible.js';

/** A rocker's tip over its valve: the pivot at 0, lengths along the valve upward, in one unit. */
export interface RockerPositionInput {
  /** From the pivot to the roller's centre, or to where the pad touches. */
  armLength: number;
  /** How far that centre stands above the pivot with the valve closed. */
  closedHeight: number;
  lift: number;
}

export interface RockerPosition {
  /** Of the arm over the square to the valve: plus while the tip stands above the pivot. */
  angleDeg: number;
  /** From the pivot across the valve. */
  reach: number;
  /** Plus outward, away from the pivot, from where the tip stood closed. */
  shift: number;
}

/** How far a tip reaches across with its centre so far above the pivot. */
export const reachAt = (armLength: number, height: number): number =>
  Math.sqrt(armLength * armLength - height * height);

/**
 * The nearest and the furthest that a tip reaches across on its way from closed to open: furthest where the arm stands
 * square to the valve, if it does, else at one of the ends.
 *
 * @example sweptReach({ armLength: 5, closedHeight: 3, lift: 6 }) // { least: 4, most: 5 }
 */
export function sweptReach({ armLength, closedHeight, lift }: RockerPositionInput): { least: number; most: number } {
  const ends = [reachAt(armLength, closedHeight), reachAt(armLength, closedHeight - lift)];
  const isSquare = closedHeight >= 0 && closedHeight <= lift;
  return { least: Math.min(...ends), most: isSquare ? armLength : Math.max(...ends) };
}

/**
 * Where a rocker's tip stands across the valve at a lift. MATHS, rocker-position.
 *
 * @throws ImpossibleInput where the arm is too short to reach so far up or down
 */
export function rockerPosition({ armLength, closedHeight, lift }: RockerPositionInput): RockerPosition {
  const height = closedHeight - lift;
  if (Math.abs(closedHeight) >= armLength) throw new ImpossibleInput({ path: ['closedHeight'], code: 'arm-too-short' });
  if (Math.abs(height) >= armLength) throw new ImpossibleInput({ path: ['lift'], code: 'arm-too-short' });
  const reach = reachAt(armLength, height);
  return {
    angleDeg: (Math.asin(height / armLength) * 180) / Math.PI,
    reach,
    shift: reach - reachAt(armLength, closedHeight),
  };
}
