import type { RockerMount } from '../engine/engine.js';
import { rodPerTurn } from './rod-adjuster.js';

/** Something that is otherwise in the build than at the check. */
interface Moved {
  atCheck: number;
  final: number;
}

/**
 * What stands above or below a pushrod and is another than at the check; what stays as it was is left out. Lengths in one
 * unit.
 */
export interface RodMovesInput {
  mount: RockerMount;
  rockerRatio: number;
  /** Shims under the rocker's stand; minus where metal comes off it. A stud has no stand. */
  standShim?: Moved;
  /** Thickness of the cap on the tip. */
  lashCap?: Moved;
  /** Turns of the adjuster, downward from wholly up, and what one of them travels. */
  adjuster?: Moved & { pitch: number };
  /** Diameter of the cam's base circle. */
  baseCircle?: Moved;
  /** From a lifter's foot up to where the rod stands in it. */
  lifterSeat?: Moved;
}

/** One of them, and what it adds to the length of the rod. */
export interface RodMove {
  name: 'stand-shim' | 'lash-cap' | 'adjuster' | 'base-circle' | 'lifter-seat';
  value: number;
}

/**
 * What is added to a rod that fitted at the check, so that the valve is driven as it was there. The rocker is a lever: its
 * pivot raised by s takes the rod's end with it, and the tip that stays on its valve turns it up by s/R more. A cap raises
 * the tip: where the nut follows, the whole rocker goes up; where the stand stays, the rod's end goes down by t/R. An
 * adjuster that is to end further out than it stood makes room for a longer rod. What raises the lifter shortens the rod.
 *
 * @example rodMoves({ mount: 'rocker-screw', rockerRatio: 1.65, standShim: { atCheck: 0, final: 0.024 } })[0].value // 0.0385
 */
export function rodMoves({
  mount,
  rockerRatio,
  standShim,
  lashCap,
  adjuster,
  baseCircle,
  lifterSeat,
}: RodMovesInput): RodMove[] {
  // prettier-ignore
  const by = (moved: Moved | undefined) => (moved ? moved.final - moved.atCheck : 0);
  const perTurn = adjuster && mount !== 'pedestal-shim' ? rodPerTurn(mount, adjuster.pitch, rockerRatio) : 0;
  const moves: RodMove[] = [
    { name: 'stand-shim', value: mount === 'stud-nut' ? 0 : by(standShim) * (1 + 1 / rockerRatio) },
    { name: 'lash-cap', value: mount === 'stud-nut' ? by(lashCap) : -by(lashCap) / rockerRatio },
    { name: 'adjuster', value: -by(adjuster) * perTurn },
    { name: 'base-circle', value: -by(baseCircle) / 2 },
    { name: 'lifter-seat', value: -by(lifterSeat) },
  ];
  return moves.filter(({ value }) => value !== 0);
}
