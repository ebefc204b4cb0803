import { clearanceDeg, valveSpans } from '../cam/base-circle.js';
import { quarterTurning } from '../cam/quarter-turns.js';
import { STOP_METHODS, valveStops, type StopMethod } from '../cam/valve-stops.js';
import { sameCrank, wrapCycle } from '../engine/crank.js';
import type { Engine } from '../engine/engine.js';
import { parseValve, placesOf, type Laid } from '../engine/places.js';
import type { Along } from './practice.js';

/** One valve to set, and where the crank stands for it. */
interface SettingStep {
  place: string;
  crankDeg: number;
  clearanceDeg: number;
}

export interface SettingOrder {
  steps: SettingStep[];
  /** Crank angles at which something is set, ascending. */
  stops: number[];
  /** Valves that this method cannot set on this cam, with the best that it offers; below nothing: on the lobe. */
  unsafe: { place: string; clearanceDeg: number }[];
  /** Degrees that the crank is turned forwards from the first valve to the last. */
  turningDeg: number;
}

type Turned = Laid & Pick<Engine, 'firingOrder' | 'intervals' | 'seatEvents'>;

/** What is turned forwards along a walk, stop by stop. */
function turningOf(steps: readonly SettingStep[]): number {
  return steps.slice(1).reduce((sum, { crankDeg }, index) => sum + wrapCycle(crankDeg - steps[index].crankDeg), 0);
}

/**
 * The builder's way through the valves: by the crank positions of the method, within one position in the order in
 * which one walks along the heads; or (`bank`) strictly along the heads, with more turning; or (`kind`) all intakes by those
 * positions, then all exhausts.
 */
export function settingOrder(engine: Turned, method: StopMethod, along: Along, marginDeg: number): SettingOrder {
  const walk = placesOf(engine, 'valve');
  const byWalk = (a: { place: string }, b: { place: string }) => walk.indexOf(a.place) - walk.indexOf(b.place);
  const { firingOrder, intervals, seatEvents } = engine;
  const plan = valveStops({ firingOrder, intervals, events: seatEvents, marginDeg, method });
  const found = plan.stops.flatMap(({ crankDeg, valves }) =>
    valves.map((valve) => ({ ...valve, crankDeg })).sort(byWalk),
  );
  const isIntake = ({ place }: { place: string }) => parseValve(place)!.kind === 'I';
  const byKind = () => [...found.filter(isIntake), ...found.filter((step) => !isIntake(step))];
  const steps = along === 'bank' ? found.sort(byWalk) : along === 'kind' ? byKind() : found;
  // Its valves are set all at once, where the crank stands: what is turned is the rounds before.
  const turningDeg =
    method === 'quarter-turns' ? quarterTurning(valveSpans(firingOrder, intervals, seatEvents), 0) : turningOf(steps);
  return { steps, stops: plan.stops.map(({ crankDeg }) => crankDeg), unsafe: plan.unsafe.sort(byWalk), turningDeg };
}

/** Whether all that an order sets at a stop rests with the crank at another angle, with the margin kept. */
export const mayStandAt =
  ({ steps }: Pick<SettingOrder, 'steps'>, engine: Turned, marginDeg: number) =>
  (stop: number, crankDeg: number): boolean => {
    const spans = valveSpans(engine.firingOrder, engine.intervals, engine.seatEvents);
    const here = steps.filter((step) => sameCrank(step.crankDeg, stop)).map(({ place }) => place);
    return spans.every((span) => !here.includes(span.place) || clearanceDeg(span, crankDeg) >= marginDeg);
  };

/** What each method comes to on this engine with this cam, so that one may choose. */
export const settingWays = (
  engine: Turned,
  along: Along,
  marginDeg: number,
): ({ method: StopMethod } & SettingOrder)[] =>
  STOP_METHODS.map((method) => ({ method, ...settingOrder(engine, method, along, marginDeg) }));

/**
 * What the crank is turned by to get from one angle to another: forwards, and back where that is the shorter way.
 *
 * @example turnBetween(690, 30) // { forwards: 60, back: null }
 */
export function turnBetween(from: number, to: number): { forwards: number; back: number | null } {
  if (sameCrank(from, to)) return { forwards: 0, back: null };
  const forwards = wrapCycle(to - from);
  const back = wrapCycle(from - to);
  return { forwards, back: back < forwards ? back : null };
}
