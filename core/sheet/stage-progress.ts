import { placesOf } from '../engine/places.js';
import type { Engine } from '../engine/engine.js';
import type { Stage } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Sheet } from './sheet.js';

/** How far a stage is: nothing taken, begun, or everything that the spec set has a limit on taken and settled. */
export type Progress = 'empty' | 'open' | 'done';

/** Any one of these groups, taken whole, makes the timing known. */
const TIMING_KNOWN = [
  ['intake-open', 'intake-close', 'exhaust-open', 'exhaust-close'],
  ['intake-centreline', 'exhaust-centreline'],
];

export function stageProgress(engine: Engine, spec: SpecSet, sheet: Sheet, stage: Stage): Progress {
  const asked = sheet.stages[stage];
  if (stage === 'setting' && asked) return asked.taken === 0 ? 'empty' : asked.taken < asked.required ? 'open' : 'done';
  const rows = sheet.rows.filter((row) => measureOf(row.measure).stage === stage);
  if (rows.length === 0) return 'empty';
  const has = (measure: string, place: string) => rows.some((row) => row.measure === measure && row.place === place);
  const settled = !sheet.flags.some((flag) => flag.open && measureOf(flag.measure).stage === stage);
  if (stage === 'cam-timing') {
    const known = TIMING_KNOWN.some((group) => group.every((measure) => has(measure, 'engine')));
    return settled && known ? 'done' : 'open';
  }
  const limits = spec.limits.filter(
    ({ measure }) => measureOf(measure).stage === stage && measureOf(measure).needs.length === 0,
  );
  const complete = limits.every(({ measure }) =>
    placesOf(engine, measureOf(measure).scope).every((place) => has(measure, place)),
  );
  return settled && complete ? 'done' : 'open';
}
