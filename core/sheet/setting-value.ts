import { keyedMeasure } from '../derive/rules.js';
import type { Engine } from '../engine/engine.js';
import { limitFor, type SpecSet } from '../plan/spec-sets.js';
import type { Unit } from '../units/units.js';
import type { Judging } from './judging.js';
import { limitAt, type AppliedLimit } from './limits.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';

/** What settles a valve, the value that most specs name first. */
const SETTING_MEASURES = ['plunger-depth', 'lash-cold', 'lash-hot', 'preload-turns'];

interface Row {
  measure: string;
  place: string;
  limit: { measure: string; stated: { unit: Unit } } | null;
}

/** The value that stands for a valve on the map: the one that its limit is on, else the first that was taken. */
export function settingValue<R extends Row>(rows: readonly R[], place: string): R | null {
  const here = SETTING_MEASURES.flatMap((measure) =>
    rows.filter((row) => row.measure === measure && row.place === place),
  );
  return here.find((row) => row.limit?.measure === row.measure) ?? here[0] ?? null;
}

/** The unit for a small dial: thousandths where the limit is in inches, or else many figures say little. */
export function dialUnit(row: Pick<Row, 'limit'> & { enteredUnit: Unit }): Unit {
  const unit = row.limit?.stated.unit ?? row.enteredUnit;
  return unit === 'in' ? 'thou' : unit;
}

/** What is typed at a valve to settle it: by the limit that the spec names, else what its lifters take. */
export function settingMeasure(engine: Pick<Engine, 'lifter' | 'mount'>, spec: SpecSet, place: string): string {
  const judged = SETTING_MEASURES.find((measure) => limitFor(spec, measure, place));
  return keyedMeasure(engine, judged ?? (engine.lifter === 'hydraulic' ? 'plunger-depth' : 'lash-cold'));
}

/** The limit on what stands for a valve, canonical, for a dial that has no value yet. */
export function settingLimit(judging: Judging, place: string): AppliedLimit | null {
  const { spec } = judging;
  const measure = SETTING_MEASURES.find((candidate) => limitFor(spec, candidate, place));
  return measure ? limitAt(judging, measure, place, uncertaintyOf(spec.practice, measureOf(measure))) : null;
}
