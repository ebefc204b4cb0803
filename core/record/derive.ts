import type { DropPair } from '../cam/cam-centreline.js';
import { pitchMmOf, ratioOf, type Engine } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import { ImpossibleInput } from '../impossible.js';
import { measureOf } from '../plan/measures.js';
import { lash } from '../valvetrain/lash.js';
import { preload } from '../valvetrain/preload.js';

/** How a derived value came about, with this valve's numbers; the screens and the record word it. */
export type Formula =
  | {
      kind: 'lever';
      turns: number;
      threadsPerUnit: number;
      threadUnit: 'in' | 'mm';
      ratio: number;
      leverFactor: number;
    }
  | { kind: 'growth'; fromMm: number; growthMm: number; to: 'hot' | 'cold' }
  /** One part larger than another, mm. */
  | { kind: 'difference'; bigger: number; smaller: number }
  /** Largest less smallest of these, mm. */
  | { kind: 'range'; values: number[] }
  /** Midway between two readings of the wheel, plus after dead centre. */
  | { kind: 'midway'; method: 'piston-stop' | 'equal-drop'; first: number; second: number; halfSpanDeg: number }
  | { kind: 'rough' }
  /** The mean of the middles of several drops (mm), and their spread. */
  | { kind: 'drops'; pairs: DropPair[]; spread: number };

export interface Derived {
  measure: string;
  /** Canonical value and its uncertainty. */
  value: number;
  uncertainty: number;
  formula: Formula;
}

function depthFromTurns(engine: Engine, place: string, turns: number): Derived | null {
  const valve = parseValve(place);
  if (!valve || engine.mount === 'pedestal-shim') return null;
  const ratio = ratioOf(engine, valve.kind);
  const pitch = pitchMmOf(engine);
  const { leverFactor, plungerTravel } = preload({ mount: engine.mount, rockerRatio: ratio, turns, pitch });
  const { threadsPerUnit, unit: threadUnit } = engine.thread;
  return {
    measure: 'plunger-depth',
    value: plungerTravel!,
    uncertainty: measureOf('preload-turns').uncertainty * pitch * leverFactor,
    formula: { kind: 'lever', turns, threadsPerUnit, threadUnit, ratio, leverFactor },
  };
}

function otherLash(engine: Engine, state: 'hot' | 'cold', valueMm: number): Derived | null {
  const { block, head } = engine.metals;
  try {
    const both = lash({ state, value: valueMm, block, head, unit: 'mm' });
    const to = state === 'hot' ? 'cold' : 'hot';
    return {
      measure: `lash-${to}`,
      value: both[to],
      uncertainty: measureOf(`lash-${state}`).uncertainty,
      formula: { kind: 'growth', fromMm: valueMm, growthMm: both.growth, to },
    };
  } catch (error) {
    // Metals without a tabled growth, or a lash that closes up: then only what was measured counts.
    if (error instanceof ImpossibleInput) return null;
    throw error;
  }
}

/** The value of another measure that follows from this reading on this engine, if one does. */
export function derive(engine: Engine, measure: string, place: string, value: number): Derived | null {
  switch (measure) {
    case 'preload-turns':
      return depthFromTurns(engine, place, value);
    case 'lash-hot':
      return otherLash(engine, 'hot', value);
    case 'lash-cold':
      return otherLash(engine, 'cold', value);
    default:
      return null;
  }
}

/** What the builder types to settle a limit on `measure`: turns for a plunger depth, wherever the adjuster turns. */
export function keyedMeasure(engine: Pick<Engine, 'mount'>, measure: string): string {
  return measure === 'plunger-depth' && engine.mount !== 'pedestal-shim' ? 'preload-turns' : measure;
}
