import { ImpossibleInput } from '../impossible.js';

export interface TorqueAdapterInput {
  /** What arrives at the fastener, in any unit of torque. */
  target: number;
  /** From the mark on the wrench's handle to its drive, and from the drive to the fastener; in one unit of length. */
  wrenchLength: number;
  adapterLength: number;
  /** Between the line of the adapter and that of the wrench: 0 straight on, 90 across, 180 folded back. */
  angleDeg: number;
}

export interface TorqueAdapter {
  /** What the wrench is set to, in the unit of the target. */
  setting: number;
  factor: number;
}

/**
 * What a torque wrench is set to where an extension or a crowfoot lengthens it: target · L / (L + E·cosβ).
 *
 * @example torqueAdapter({ target: 64, wrenchLength: 16, adapterLength: 3, angleDeg: 90 }).setting // 64
 * @throws ImpossibleInput for an adapter that folds back past the handle
 */
export function torqueAdapter({ target, wrenchLength, adapterLength, angleDeg }: TorqueAdapterInput): TorqueAdapter {
  // Square is square: the last bit of a cosine is no lever.
  const along = angleDeg % 180 === 90 ? 0 : adapterLength * Math.cos((angleDeg * Math.PI) / 180);
  const lever = wrenchLength + along;
  if (lever <= 0) throw new ImpossibleInput({ path: ['angleDeg'], code: 'adapter-past-handle' });
  const factor = wrenchLength / lever;
  return { setting: target * factor, factor };
}
