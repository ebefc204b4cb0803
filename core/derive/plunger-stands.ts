import { pitchMmOf, ratioOf, type Engine, type ValveKind } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import { leverFactor, preload } from '../valvetrain/preload.js';
import { readTerm, type Seen, type Taken, type Term } from './rule.js';

/** How deep a plunger stands, and by which terms. */
export interface PlungerStands {
  depth: number;
  /** What a turn of the adjuster moves it by, mm; nothing where the depth itself was read. */
  perTurn: number;
  terms: Term[];
}

/** What a turn of the adjuster, or of a bolt that goes to a stop, presses the plunger by at the valves of a kind, mm. */
export const plungerPerTurn = (engine: Pick<Engine, 'mount' | 'ratio' | 'thread'>, kind: ValveKind): number =>
  pitchMmOf(engine) * leverFactor(engine.mount, ratioOf(engine, kind));

/** How deep turns past zero bring the plunger: by the thread and the rocker's lever. Null where nothing turns. */
export function plungerByTurns({ engine }: Pick<Seen, 'engine'>, turns: Taken): PlungerStands | null {
  const valve = parseValve(turns.place);
  if (!valve || engine.mount === 'pedestal-shim') return null;
  const pitch = pitchMmOf(engine);
  const rockerRatio = ratioOf(engine, valve.kind);
  const { leverFactor, plungerTravel } = preload({ mount: engine.mount, rockerRatio, turns: turns.value, pitch });
  const { threadsPerUnit, unit } = engine.thread;
  return {
    depth: plungerTravel!,
    perTurn: pitch * leverFactor,
    terms: [
      readTerm('+', turns, 'turn'),
      { name: 'thread', sign: '÷', value: threadsPerUnit, unit: `per-${unit}`, source: 'engine' },
      { name: leverFactor === 1 ? 'one-to-one' : 'lever', sign: '×', value: leverFactor, unit: 'ratio', source: 'engine' },
    ],
  }; // prettier-ignore
}
