import { valveStops, type StopMethod } from '../cam/valve-stops.js';
import type { Engine } from '../engine/engine.js';
import { placesOf } from '../engine/places.js';
import type { Along } from './practice.js';

/** One valve to set, and where the crank stands for it. */
interface SettingStep {
  place: string;
  crankDeg: number;
  clearanceDeg: number;
}

export interface SettingOrder {
  steps: SettingStep[];
  /** Valves that this method cannot set on this cam. */
  unsafe: { place: string; clearanceDeg: number }[];
}

/**
 * The builder's way through the valves: by the crank positions of the method, within one position in the order in
 * which one walks along the heads; or (`bank`) strictly along the heads, with more turning.
 */
export function settingOrder(engine: Engine, method: StopMethod, along: Along, marginDeg: number): SettingOrder {
  const walk = placesOf(engine, 'valve');
  const byWalk = (a: { place: string }, b: { place: string }) => walk.indexOf(a.place) - walk.indexOf(b.place);
  const { firingOrder, intervals, seatEvents } = engine;
  const plan = valveStops({ firingOrder, intervals, events: seatEvents, marginDeg, method });
  const steps = plan.stops.flatMap(({ crankDeg, valves }) =>
    valves.map((valve) => ({ ...valve, crankDeg })).sort(byWalk),
  );
  return { steps: along === 'bank' ? steps.sort(byWalk) : steps, unsafe: plan.unsafe.sort(byWalk) };
}
