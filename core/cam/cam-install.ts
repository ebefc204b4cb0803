import { SAME_ANGLE_DEG } from '../tolerances.js';

export interface CamInstallInput {
  /** Measured with the sprocket at `currentOffset`, degrees after top centre. */
  measuredCentreline: number;
  targetCentreline: number;
  /** Positions of the sprocket: +n advances the cam by n crank degrees. */
  availableOffsets: number[];
  currentOffset: number;
  /** By how much the chain lets the cam fall back as it settles. */
  settleRetard: number;
  tolerance: number;
}

export interface CamInstall {
  offset: number;
  centrelineNow: number;
  centrelineSettled: number;
  errorSettled: number;
  within: boolean;
}

/** What one position of the sprocket gives: advancing by n makes the centreline fall by n. */
export function installAt(input: Omit<CamInstallInput, 'availableOffsets'>, offset: number): CamInstall {
  const centrelineNow = input.measuredCentreline - (offset - input.currentOffset);
  const centrelineSettled = centrelineNow + input.settleRetard;
  const errorSettled = centrelineSettled - input.targetCentreline;
  const within = Math.abs(errorSettled) <= input.tolerance + SAME_ANGLE_DEG;
  return { offset, centrelineNow, centrelineSettled, errorSettled, within };
}

/**
 * The position that comes nearest to the target once the chain has settled; of two as near, the one that changes least.
 * Crank degrees. `availableOffsets` must not be empty.
 *
 * @example camInstall({ measuredCentreline: 110.5, targetCentreline: 107, availableOffsets: [-4, -2, 0, 2, 4], currentOffset: 0, settleRetard: 0.5, tolerance: 1 }).offset // 4
 */
export function camInstall(input: CamInstallInput): CamInstall {
  const cost = (at: CamInstall) => Math.abs(at.errorSettled);
  const change = (at: CamInstall) => Math.abs(at.offset - input.currentOffset);
  return input.availableOffsets
    .map((offset) => installAt(input, offset))
    .reduce((best, at) => {
      const nearer = cost(at) - cost(best);
      if (Math.abs(nearer) < SAME_ANGLE_DEG) return change(at) < change(best) ? at : best;
      return nearer < 0 ? at : best;
    });
}
