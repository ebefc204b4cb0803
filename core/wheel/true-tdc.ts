import { ImpossibleInput } from '../impossible.js';
import { SAME_ANGLE_DEG } from '../tolerances.js';

/** What the wheel reads at one stop, or at one of two equal drops. */
interface StopReading {
  deg: number;
  side: 'before' | 'after';
}

export interface TrueTdcInput {
  method: 'piston-stop' | 'equal-drop';
  /** Turning one way, then the other. */
  first: StopReading;
  second: StopReading;
}

export interface TrueTdc {
  /** What the wheel reads at the real dead centre: plus when it reads after. */
  wheelErrorDeg: number;
  /** What it ought to read at either stop. */
  halfSpanDeg: number;
}

/** Signed wheel reading: plus after dead centre. */
const signed = ({ deg, side }: StopReading) => (side === 'after' ? deg : -deg);

/**
 * The piston stands equally high at equal angles before and after dead centre, so the truth is midway between the two
 * readings. It holds for any stop height and any rod length. Crank degrees.
 *
 * @example trueTdc({ method: 'piston-stop', first: { deg: 31.5, side: 'after' }, second: { deg: 26, side: 'before' } }).wheelErrorDeg // 2.75
 * @throws ImpossibleInput when both readings are the same: the crank was not turned to the other side
 */
export function trueTdc({ first, second }: TrueTdcInput): TrueTdc {
  const [one, other] = [signed(first), signed(second)];
  const halfSpanDeg = Math.abs(one - other) / 2;
  if (halfSpanDeg < SAME_ANGLE_DEG) throw new ImpossibleInput({ path: ['second', 'deg'], code: 'same-stop' });
  return { wheelErrorDeg: (one + other) / 2, halfSpanDeg };
}
