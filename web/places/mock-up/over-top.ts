import { CYCLE_DEG, wrapCycle } from '../../../core/engine/crank.js';
import type { Engine } from '../../../core/engine/engine.js';
import { firingAngles } from '../../../core/engine/firing.js';

type Fires = Pick<Engine, 'firingOrder' | 'intervals'>;

/** Where the crank stands when a cylinder is at the top between exhaust and intake. */
export function overlapTop({ firingOrder, intervals }: Fires, cylinder: number): number {
  const fires = firingAngles(firingOrder, intervals).find((one) => one.cylinder === cylinder)!;
  return wrapCycle(fires.crankDeg + CYCLE_DEG / 2);
}

/** Crank degrees of a cylinder from that top, minus before it: −360 to 360. */
export function fromOverlap(engine: Fires, cylinder: number, crankDeg: number): number {
  const deg = wrapCycle(crankDeg - overlapTop(engine, cylinder));
  return deg > CYCLE_DEG / 2 ? deg - CYCLE_DEG : deg;
}
