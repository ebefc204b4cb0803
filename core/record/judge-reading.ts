import type { Engine } from '../engine/engine.js';
import { hintsFor, type Hint } from '../judge/hints.js';
import { judge, type Verdict } from '../judge/judge.js';
import { measureOf } from '../plan/measures.js';
import { limitFor, type SpecLimit, type SpecSet } from '../plan/spec-sets.js';
import { toCanonical, type Unit } from '../units/units.js';
import { derive, type Derived } from './derive.js';
import type { Reading } from './reading.js';

/** The limit that a verdict went by, in canonical units, with the shop's own figures and their source beside it. */
export interface AppliedLimit {
  measure: string;
  min?: number;
  max?: number;
  uncertainty: number;
  stated: { min?: number; max?: number; unit: Unit };
  source: string;
}

export interface Judged {
  verdict: Verdict | 'unjudged';
  limit: AppliedLimit | null;
  /** The derived value that the verdict went by, where the spec names that and not the value typed. */
  judgedAs?: Derived;
  hints: Hint[];
}

export function applyLimit(limit: SpecLimit, uncertainty: number): AppliedLimit {
  const { measure, min, max, unit, source } = limit;
  return {
    measure,
    ...(min === undefined ? {} : { min: toCanonical(min, unit) }),
    ...(max === undefined ? {} : { max: toCanonical(max, unit) }),
    uncertainty,
    stated: { min, max, unit },
    source,
  };
}

type Value = Pick<Reading, 'measure' | 'place' | 'value'>;

/** Which limit a value is judged by: its own if the spec names it, else that of the value derived from it. */
export function judgeValue(engine: Engine, spec: SpecSet, { measure, place, value }: Value): Omit<Judged, 'hints'> {
  const own = limitFor(spec, measure, place);
  if (own) {
    const limit = applyLimit(own, measureOf(measure).uncertainty);
    return { verdict: judge(value, limit, limit.uncertainty), limit };
  }
  const derived = derive(engine, measure, place, value);
  const through = derived && limitFor(spec, derived.measure, place);
  if (!through) return { verdict: 'unjudged', limit: null };
  const limit = applyLimit(through, derived.uncertainty);
  return { verdict: judge(derived.value, limit, derived.uncertainty), limit, judgedAs: derived };
}

/** Places whose values are compared with each other: those judged by the same limit. */
function alike(spec: SpecSet, measure: string, a: string, b: string): boolean {
  return limitFor(spec, measure, a) === limitFor(spec, measure, b);
}

/**
 * Judges one reading against the spec and against its siblings.
 *
 * @param others the latest readings of the same measure at other places, as they stood when this one was taken
 */
export function judgeReading(engine: Engine, spec: SpecSet, reading: Value, others: Value[]): Judged {
  const judged = judgeValue(engine, spec, reading);
  const { measure, place, value } = reading;
  const hints = hintsFor({
    measure: measureOf(measure),
    place,
    value,
    others: others.filter((other) => other.place !== place && alike(spec, measure, place, other.place)),
    withinLimit: judged.limit
      ? (trial) => judgeValue(engine, spec, { measure, place, value: trial }).verdict === 'in'
      : null,
  });
  return { ...judged, hints };
}
