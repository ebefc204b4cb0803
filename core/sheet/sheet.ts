import { keyedMeasure } from '../derive/rules.js';
import type { Engine } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import type { Stage } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import type { SpecSet } from '../plan/spec-sets.js';
import type { Disposition } from './acts.js';
import type { EngineFile } from './engine-file.js';
import { decidedIn, flagsIn, type Flag } from './flags.js';
import { judgingOf } from './judging-of.js';
import { rowOf, type SheetRow } from './row.js';
import { isBuild } from './slot.js';
import { standOf, type Stand, type Try } from './stand.js';

export interface Missing {
  measure: string;
  place: string;
  /** The acceptance, once the lead has given one. */
  disposition?: Disposition;
}

/** Of the values that the spec requires: how many there are, and how many are taken. */
interface Taken {
  required: number;
  taken: number;
}

export interface Sheet extends Taken {
  rows: SheetRow[];
  flags: Flag[];
  missing: Missing[];
  /** The same counts, stage by stage; a stage of which nothing is required has none. */
  stages: Partial<Record<Stage, Taken>>;
}

/**
 * The slots in the order in which they were first written to; where one measure has several at a place (an angle at
 * two lifts, a re-check), those of the build come first, the one read last before the others.
 */
function inOrder(stand: Stand): (readonly Try[])[] {
  const rank = (history: readonly Try[]) => {
    const last = history[history.length - 1];
    return (isBuild(last) ? 0 : stand.turns) - last.turn;
  };
  const groups = new Map<string, (readonly Try[])[]>();
  for (const history of stand.all()) {
    const key = `${history[0].measure} ${history[0].place}`;
    groups.set(key, [...(groups.get(key) ?? []), history]);
  }
  return [...groups.values()].flatMap((group) => group.sort((a, b) => rank(a) - rank(b)));
}

/** Every required limit at every place where it applies. */
export function requiredPlaces(engine: Engine, spec: SpecSet): { measure: string; place: string }[] {
  return spec.limits
    .filter((limit) => limit.required)
    .flatMap((limit) =>
      placesOf(engine, measureOf(limit.measure).scope)
        .filter((place) => !limit.valve || parseValve(place)?.kind === limit.valve)
        .map((place) => ({ measure: limit.measure, place })),
    );
}

/**
 * The whole state of an engine's values, recomputed from its file: what counts, what is out, what is missing, and what
 * was decided. Earlier tries stay behind the one that counts.
 *
 * @param stand the file's readings walked through, where somebody keeps it
 */
export function sheetOf(file: EngineFile, stand: Stand = standOf(file)): Sheet {
  const { engine, spec } = file;
  const judging = judgingOf(file, stand);
  const decided = decidedIn(file);

  const rows: SheetRow[] = [];
  const flags: Flag[] = [];
  for (const history of inOrder(stand)) {
    const row = rowOf(judging, history);
    rows.push(row);
    flags.push(...flagsIn(judging, history, row, decided));
  }

  const present = new Set(rows.filter(isBuild).map(({ measure, place }) => `${measure} ${place}`));
  const required = requiredPlaces(engine, spec);
  const absent = required.filter(({ measure, place }) => !present.has(`${measure} ${place}`));
  const missing = absent.map(({ measure, place }): Missing => {
    const keyed = keyedMeasure(engine, measure);
    const disposition = decided(null, keyed, place);
    return { measure: keyed, place, ...(disposition ? { disposition } : {}) };
  });
  const stages: Sheet['stages'] = {};
  const countIn = (at: { measure: string }, one: Taken) => {
    const { stage } = measureOf(at.measure);
    const { required: asked = 0, taken = 0 } = stages[stage] ?? {};
    stages[stage] = { required: asked + one.required, taken: taken + one.taken };
  };
  for (const at of required) countIn(at, { required: 1, taken: 1 });
  for (const at of absent) countIn(at, { required: 0, taken: -1 });
  return { rows, flags, missing, stages, required: required.length, taken: required.length - missing.length };
}
