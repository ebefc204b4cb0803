import { ratioOf, type Engine } from '../../engine/engine.js';
import { parseValve } from '../../engine/places.js';
import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import { plungerPerTurn } from '../plunger-stands.js';
import { readTerm, type Rule } from '../rule.js';

/** What a turn of a bolt that goes to a stop presses the plunger by, mm; null where the adjuster itself turns. */
export const perTurnToStop = (engine: Pick<Engine, 'mount' | 'ratio' | 'thread'>, place: string): number | null =>
  engine.mount === 'pedestal-shim' ? plungerPerTurn(engine, parseValve(place)!.kind) : null;

/**
 * How deep a plunger stands where a bolt draws its pedestal to a stop: its turns from zero lash to its torque lower the
 * pivot, and the rod's end falls by (1 + 1/R) as much. Here turns are a result, and nothing that is set.
 */
export const stopDepth: Rule = {
  name: 'stop-depth',
  wokenBy: ['stop-turns'],
  reads: [],
  gives: ['plunger-depth'],
  first: () => null,
  derive(turns, { engine, practice }) {
    const perTurn = perTurnToStop(engine, turns.place);
    if (perTurn === null) return [];
    const lever = 1 + 1 / ratioOf(engine, parseValve(turns.place)!.kind);
    const { threadsPerUnit, unit } = engine.thread;
    return [
      {
        measure: 'plunger-depth',
        value: turns.value * perTurn,
        uncertainty: uncertaintyOf(practice, measureOf('stop-turns')) * perTurn,
        terms: [
          readTerm('+', turns, 'turn'),
          { name: 'thread', sign: '÷', value: threadsPerUnit, unit: `per-${unit}`, source: 'engine' },
          { name: 'lever', sign: '×', value: lever, unit: 'ratio', source: 'engine' },
        ],
      },
    ];
  },
};
