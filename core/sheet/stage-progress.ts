import { keyedMeasure } from '../derive/rules.js';
import { parseValve, placesOf } from '../engine/places.js';
import type { Engine } from '../engine/engine.js';
import { gateAsks, GATES } from '../plan/gates.js';
import type { Stage } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Sheet } from './sheet.js';

/** How far a stage is: nothing taken, begun, or everything that the shop asks there taken and settled. */
export type Progress = 'empty' | 'open' | 'done';

/** Any one of these groups, taken whole, makes the timing known. */
const TIMING_KNOWN = [
  ['intake-open', 'intake-close', 'exhaust-open', 'exhaust-close'],
  ['intake-centreline', 'exhaust-centreline'],
];

/** Everything that the shop's limits and gates ask of a stage, at each place where they do. */
function askedAt(engine: Engine, spec: SpecSet, stage: Stage): { measure: string; place: string }[] {
  const ofLimits = spec.limits.map(({ measure, valve }) => ({ measure, valve }));
  const ofGates = GATES.flatMap((gate) => gateAsks(spec.practice, gate).asks).flatMap((ask) =>
    ask.startsWith('measure:') ? [{ measure: ask.slice('measure:'.length), valve: undefined }] : [],
  );
  return [...ofLimits, ...ofGates].flatMap(({ measure, valve }) => {
    const keyed = measureOf(keyedMeasure(engine, measure));
    if (keyed.stage !== stage || (keyed.lifter && keyed.lifter !== engine.lifter)) return [];
    const places = placesOf(engine, keyed.scope);
    return places.filter((place) => !valve || parseValve(place)?.kind === valve).map((place) => ({ measure: keyed.key, place })); // prettier-ignore
  });
}

/** A stage is done once what is asked there is there for all of its places and nothing is open; of nothing asked it never is. */
export function stageProgress(engine: Engine, spec: SpecSet, sheet: Sheet, stage: Stage): Progress {
  const counted = sheet.stages[stage];
  if (stage === 'setting' && counted)
    return counted.taken === 0 ? 'empty' : counted.taken < counted.required ? 'open' : 'done';
  const rows = sheet.rows.filter((row) => measureOf(row.measure).stage === stage);
  if (rows.length === 0) return 'empty';
  const accepted = sheet.missing.filter(({ disposition }) => disposition);
  const taken = new Set([...rows, ...accepted].map(({ measure, place }) => `${measure} ${place}`));
  const has = (measure: string, place: string) => taken.has(`${measure} ${place}`);
  const settled =
    !sheet.flags.some((flag) => flag.open && measureOf(flag.measure).stage === stage) &&
    // Lift that does not arrive is no flag where the shop has no limit on it, and nothing is proven while it is lost.
    !rows.some(({ hints, limit }) => !limit && hints.some(({ code }) => code === 'lift-lost'));
  if (stage === 'cam-timing') {
    const known = TIMING_KNOWN.some((group) => group.every((measure) => has(measure, 'engine')));
    return settled && known ? 'done' : 'open';
  }
  const asked = askedAt(engine, spec, stage);
  return settled && asked.length > 0 && asked.every(({ measure, place }) => has(measure, place)) ? 'done' : 'open';
}
