import { pitchMmOf, ratioOf, type ValveKind } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import { stopNutShims } from '../valvetrain/stop-nut-shims.js';
import { marginIn } from '../valvetrain/within.js';
import type { Judging } from './judging.js';
import { shimStacks } from './shim-rod-pairs.js';

/** One height of shims under the pedestals of some valves, and who stays out of the window with it; mm. */
export interface StopShim {
  shim: number;
  /** Of the valves that were read. */
  inside: number;
  of: number;
  /** Those that stay out, and by how much: plus too deep, minus too little. */
  out: { place: string; depth: number; by: number }[];
}

/** Shims under pedestals that are drawn to a stop: one height for the whole head, or one by kind. */
export interface StopShims {
  one: StopShim;
  byKind: { kind: ValveKind; best: StopShim }[];
}

/**
 * The shims that bring most plungers into their window, where bolts go to a stop and their turns from zero lash were read.
 * Null where nothing is drawn to a stop, no window is filed or nothing was read.
 */
export function stopShims({ engine, spec, stand }: Judging): StopShims | null {
  const window = stand.seen().onFile.pushrods?.plunger;
  if (engine.mount !== 'pedestal-shim' || engine.lifter !== 'hydraulic' || !window) return null;
  const pitch = pitchMmOf(engine);
  const shims = shimStacks(spec.practice, engine.thread.unit);
  const kinds = (['I', 'E'] as const).flatMap((kind) => {
    const turns = placesOf(engine, 'valve').flatMap((place) => {
      const read = parseValve(place)!.kind === kind ? stand.latest('stop-turns', place) : undefined;
      // What lies there by now was part of the turns.
      return read ? [{ place, turns: read.value + (stand.latest('stand-shim', place)?.value ?? 0) / pitch }] : [];
    });
    return turns.length === 0 ? [] : [{ kind, ...stopNutShims({ pitch, rockerRatio: ratioOf(engine, kind), turns, window, shims }) }]; // prettier-ignore
  });
  if (kinds.length === 0) return null;
  const told = (shim: number, depths: { place: string; depth: number }[]): StopShim => {
    const out = depths.filter(({ depth }) => marginIn(window, depth) < 0).map((one) => ({ ...one, by: one.depth > window.max ? one.depth - window.max : one.depth - window.min })); // prettier-ignore
    return { shim, inside: depths.length - out.length, of: depths.length, out };
  };
  const depthsAt = (one: (typeof kinds)[number], shim: number) => one.candidates.find((at) => at.shim === shim)!.depths;
  const ofAll = shims.map((shim) => told(shim, kinds.flatMap((one) => depthsAt(one, shim))));
  const worst = ({ out }: StopShim) => Math.max(0, ...out.map(({ by }) => Math.abs(by)));
  const margin = ({ shim }: StopShim) => Math.min(...kinds.flatMap((one) => depthsAt(one, shim).map(({ depth }) => marginIn(window, depth)))); // prettier-ignore
  const better = (a: StopShim, b: StopShim) => b.inside - a.inside || worst(a) - worst(b) || margin(b) - margin(a);
  return {
    one: [...ofAll].sort(better)[0],
    byKind: kinds.map((one) => ({ kind: one.kind, best: told(one.pick, depthsAt(one, one.pick)) })),
  };
} // prettier-ignore
