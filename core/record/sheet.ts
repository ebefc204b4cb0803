import type { Engine } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import type { Hint } from '../judge/hints.js';
import { measureOf } from '../plan/measures.js';
import { limitFor, type SpecSet } from '../plan/spec-sets.js';
import { CANONICAL_UNIT, type Unit } from '../units/units.js';
import { derive, keyedMeasure, type Formula } from './derive.js';
import { applyLimit, judgeReading, judgeValue, type AppliedLimit, type Judged } from './judge-reading.js';
import type { Disposition, Reading } from './reading.js';

/** The current value of one measure at one place. */
export interface SheetRow {
  measure: string;
  place: string;
  value: number;
  unit: Unit;
  entered: string;
  enteredUnit: Unit;
  verdict: Judged['verdict'];
  limit: AppliedLimit | null;
  hints: Hint[];
  takenAt: string;
  by: string;
  /** How many readings of this measure were taken at this place. */
  count: number;
  readingId: string;
  /** For a value computed from another measure's reading: from which, and how. */
  derivedFrom?: { measure: string; formula: Formula };
}

/** A value out of its limit. `open` until the lead accepts it, or a later reading at its place lies within. */
export interface Flag {
  measure: string;
  place: string;
  verdict: 'low' | 'high';
  readingId: string;
  value: number;
  open: boolean;
  /** What was decided; `null` where a later reading settled it without a word. */
  disposition?: Disposition | null;
}

export interface Missing {
  measure: string;
  place: string;
  /** The acceptance, once the lead has given one. */
  disposition?: Disposition;
}

export interface Sheet {
  rows: SheetRow[];
  flags: Flag[];
  missing: Missing[];
  /** Of the values that the spec requires: how many there are, and how many are taken. */
  required: number;
  taken: number;
}

export interface SheetInput {
  engine: Engine;
  spec: SpecSet;
  /** In the order in which they were taken. */
  readings: Reading[];
  /** In the order in which they were made. */
  dispositions: Disposition[];
}

const keyOf = (at: { measure: string; place: string }) => `${at.measure}@${at.place}`;

/** Readings gathered by measure and place, in order of first appearance. */
export function triesByPlace(readings: Reading[]): Map<string, Reading[]> {
  const tries = new Map<string, Reading[]>();
  for (const reading of readings) {
    const key = keyOf(reading);
    const known = tries.get(key);
    if (known) known.push(reading);
    else tries.set(key, [reading]);
  }
  return tries;
}

const isOut = (verdict: Judged['verdict']): verdict is 'low' | 'high' => verdict === 'low' || verdict === 'high';

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
 * The whole state of an engine's values, recomputed from its readings: what is current, what is out, what is
 * missing, and what was decided. The newest reading at a place is the current one; earlier ones stay as tries.
 */
export function buildSheet({ engine, spec, readings, dispositions }: SheetInput): Sheet {
  const tries = triesByPlace(readings);
  const order = new Map(readings.map((reading, index) => [reading.id, index]));
  const current = [...tries.values()].map((taken) => taken[taken.length - 1]);
  const currentOf = (measure: string) => current.filter((reading) => reading.measure === measure);

  const rows: SheetRow[] = [];
  const flags: Flag[] = [];
  for (const reading of current) {
    const { measure, place } = reading;
    const taken = tries.get(keyOf(reading))!;
    const derived = derive(engine, measure, place, reading.value);
    const direct = derived && tries.get(keyOf({ measure: derived.measure, place }))?.at(-1);
    const overtaken = direct !== undefined && direct !== null && order.get(direct.id)! > order.get(reading.id)!;
    // A depth measured with a dial after the turns were counted takes over the judging; the turns only stand by.
    const own = judgeReading(engine, spec, reading, currentOf(measure));
    const judged: Judged = overtaken && own.judgedAs ? { verdict: 'unjudged', limit: null, hints: own.hints } : own;
    // The other way round, a newer count of turns replaces the older dial reading as the value that is judged.
    const stale = current.some(
      (other) =>
        other.place === place &&
        order.get(other.id)! > order.get(reading.id)! &&
        derive(engine, other.measure, place, other.value)?.measure === measure,
    );
    if (stale) continue;

    const common = {
      place,
      takenAt: reading.takenAt,
      by: reading.by,
      count: taken.length,
      readingId: reading.id,
      entered: reading.entered,
      enteredUnit: reading.unit,
    };
    rows.push({
      ...common,
      measure,
      value: reading.value,
      unit: CANONICAL_UNIT[measureOf(measure).quantity],
      verdict: judged.verdict,
      limit: judged.limit,
      hints: judged.hints,
    });
    if (derived && !overtaken) {
      const limit = limitFor(spec, derived.measure, place);
      rows.push({
        ...common,
        measure: derived.measure,
        value: derived.value,
        unit: CANONICAL_UNIT[measureOf(derived.measure).quantity],
        verdict: judgeDerived(engine, spec, derived.measure, place, judged, derived.value),
        limit: limit ? applyLimit(limit, derived.uncertainty) : null,
        hints: [],
        derivedFrom: { measure, formula: derived.formula },
      });
    }
    flags.push(...flagsAt(engine, spec, taken, judged, dispositions));
  }

  const present = new Set(rows.map(keyOf));
  const required = requiredPlaces(engine, spec);
  const missing = required
    .filter((at) => !present.has(keyOf(at)))
    .map(({ measure, place }): Missing => {
      const keyed = keyedMeasure(engine, measure);
      const disposition = dispositions.findLast(
        (made) => made.measure === keyed && made.place === place && made.readingId === null,
      );
      return { measure: keyed, place, ...(disposition ? { disposition } : {}) };
    });
  return { rows, flags, missing, required: required.length, taken: required.length - missing.length };
}

/** A derived value has the verdict of the reading that is judged through it; on its own it may have another limit. */
function judgeDerived(
  engine: Engine,
  spec: SpecSet,
  measure: string,
  place: string,
  judged: Judged,
  value: number,
): Judged['verdict'] {
  if (judged.judgedAs?.measure === measure) return judged.verdict;
  return judgeValue(engine, spec, { measure, place, value }).verdict;
}

/** The flags of one place: the current value if it is out, and the last one that was, if it was settled since. */
function flagsAt(engine: Engine, spec: SpecSet, taken: Reading[], judged: Judged, dispositions: Disposition[]): Flag[] {
  const latest = taken[taken.length - 1];
  const decided = (id: string) => dispositions.findLast((made) => made.readingId === id);
  const flag = (reading: Reading, verdict: 'low' | 'high') => ({
    measure: reading.measure,
    place: reading.place,
    verdict,
    readingId: reading.id,
    value: reading.value,
  });
  if (isOut(judged.verdict)) {
    const disposition = decided(latest.id);
    return [
      {
        ...flag(latest, judged.verdict),
        open: disposition?.action !== 'accepted',
        ...(disposition ? { disposition } : {}),
      },
    ];
  }
  for (const earlier of taken.slice(0, -1).reverse()) {
    const { verdict } = judgeValue(engine, spec, earlier);
    if (isOut(verdict)) return [{ ...flag(earlier, verdict), open: false, disposition: decided(earlier.id) ?? null }];
  }
  return [];
}
