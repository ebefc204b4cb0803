import type { RockerMount } from '../engine/engine.js';

/**
 * By how much an adjuster ends further out for a tip that stands higher: on a stud the pivot rises with the tip by the
 * rocker's lever, a screw at the pushrod's end gives way by the ratio. The unit of `higher`.
 *
 * @param higher what the tip stands over its neighbours; minus below
 * @example adjusterMoves('stud-nut', 1.5, 0.02) // 0.008
 */
export const adjusterMoves = (mount: RockerMount, rockerRatio: number, higher: number): number =>
  mount === 'rocker-screw' ? higher / rockerRatio : higher / (1 + rockerRatio);
