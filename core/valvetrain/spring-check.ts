import { sameValue } from '../tolerances.js';

/** One valve spring, or a nest of them that stand side by side, as it is fitted. Lengths in one unit, loads in another. */
export interface SpringCheckInput {
  installedHeight: number;
  solidHeight: number;
  valveLift: number;
  /** Load per length. */
  rate: number;
  /** Load at the installed height. */
  seatLoad: number;
  /** What must be left between the coils at full lift. */
  coilBindLimit: number;
}

export interface SpringCheck {
  openHeight: number;
  /** What is left before the coils touch, at full lift. */
  coilBindMargin: number;
  openLoad: number;
  ok: boolean;
}

/**
 * A spring at full lift: its height, its load, and what is left before its coils touch. MATHS, spring-check.
 *
 * @example springCheck({ installedHeight: 1.9, solidHeight: 1.15, valveLift: 0.6, rate: 400, seatLoad: 150, coilBindLimit: 0.06 }).openLoad // 390
 */
export function springCheck(input: SpringCheckInput): SpringCheck {
  const { installedHeight, solidHeight, valveLift, rate, seatLoad, coilBindLimit } = input;
  const openHeight = installedHeight - valveLift;
  const coilBindMargin = openHeight - solidHeight;
  return {
    openHeight,
    coilBindMargin,
    openLoad: seatLoad + rate * valveLift,
    // Binary fractions of what a gauge reads: 1.9 − 0.6 − 1.24 is a hair below 0.06.
    ok: coilBindMargin >= coilBindLimit || sameValue(coilBindMargin, coilBindLimit),
  };
}
