import type { CompletedCard } from '../cam/cam-card.js';
import type { Engine } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import type { Hint } from '../judge/hints.js';
import { groupBy } from '../group-by.js';
import { measureOf } from '../plan/measures.js';
import type { SpecSet } from '../plan/spec-sets.js';
import { CANONICAL_UNIT, type Unit } from '../units/units.js';
import { angleDoubts, isSuspect, withDoubt } from './angle-doubts.js';
import { derivations } from './derivations.js';
import { derive, keyedMeasure, type Formula } from './derive.js';
import { judgeReading, judgeValue, limitAt, type AppliedLimit, type Judged } from './judge-reading.js';
import { judgingOf, type Judging } from './judging.js';
import type { Disposition, Reading } from './reading.js';
import type { Try } from './try.js';

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

/**
 * A value out of its limit, or an angle that must be read again. `open` until the lead accepts it, or a later reading at
 * its place lies within.
 */
export interface Flag {
  measure: string;
  place: string;
  verdict: 'low' | 'high' | 'suspect';
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
  card?: CompletedCard | null;
}

const keyOf = (at: { measure: string; place: string }) => `${at.measure}@${at.place}`;

/** Readings, and what follows from several of them, gathered by measure and place in the order in which they came about. */
export function triesByPlace(engine: Engine, readings: Reading[]): Map<string, Try[]> {
  const order = new Map(readings.map((reading, index) => [reading.id, index]));
  const tries = groupBy<Try, string>([...readings, ...derivations(engine, readings)], keyOf);
  for (const taken of tries.values()) taken.sort((a, b) => order.get(a.id)! - order.get(b.id)!);
  return tries;
}

const isOut = (verdict: Judged['verdict']): verdict is Flag['verdict'] =>
  verdict === 'low' || verdict === 'high' || verdict === 'suspect';

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

/** Judges by the engine's own readings: its bores, and the target that was chosen. */
export function judgingBy({ engine, spec, readings, card }: Omit<SheetInput, 'dispositions'>): Judging {
  const latest = new Map(readings.map((reading) => [keyOf(reading), reading]));
  return judgingOf(engine, spec, card, (measure, place) => latest.get(keyOf({ measure, place })));
}

/**
 * The whole state of an engine's values, recomputed from its readings: what is current, what is out, what is
 * missing, and what was decided. The newest value at a place is the current one; earlier ones stay as tries.
 */
export function buildSheet(input: SheetInput): Sheet {
  const { engine, spec, readings, dispositions } = input;
  const judging = judgingBy(input);
  const tries = triesByPlace(engine, readings);
  const order = new Map(readings.map((reading, index) => [reading.id, index]));
  const doubtOf = angleDoubts(tries, order);
  const current = [...tries.values()].map((taken) => taken[taken.length - 1]);
  const byMeasure = groupBy(current, ({ measure }) => measure);
  const byPlace = groupBy(current, ({ place }) => place);

  const rows: SheetRow[] = [];
  const flags: Flag[] = [];
  for (const one of current) {
    const { measure, place } = one;
    const taken = tries.get(keyOf(one))!;
    const derived = derive(engine, measure, place, one.value);
    const direct = derived && tries.get(keyOf({ measure: derived.measure, place }))?.at(-1);
    const overtaken = direct !== undefined && direct !== null && order.get(direct.id)! > order.get(one.id)!;
    // A depth measured with a dial after the turns were counted takes over the judging; the turns only stand by.
    const own = withDoubt(judgeReading(judging, one, byMeasure.get(measure)!), doubtOf(one));
    const judged: Judged = overtaken && own.judgedAs ? { verdict: 'unjudged', limit: null, hints: own.hints } : own;
    // The other way round, a newer count of turns replaces the older dial reading as the value that is judged.
    const stale = byPlace
      .get(place)!
      .some(
        (other) =>
          order.get(other.id)! > order.get(one.id)! &&
          derive(engine, other.measure, place, other.value)?.measure === measure,
      );
    if (stale) continue;

    const common = {
      place,
      takenAt: one.takenAt,
      by: one.by,
      count: taken.length,
      readingId: one.id,
      entered: one.entered,
      enteredUnit: one.unit,
    };
    rows.push({
      ...common,
      measure,
      value: one.value,
      unit: CANONICAL_UNIT[measureOf(measure).quantity],
      verdict: judged.verdict,
      limit: judged.limit,
      hints: judged.hints,
      ...(one.derived ? { derivedFrom: { measure: one.derived.from, formula: one.derived.formula } } : {}),
    });
    if (derived && !overtaken) {
      rows.push({
        ...common,
        measure: derived.measure,
        value: derived.value,
        unit: CANONICAL_UNIT[measureOf(derived.measure).quantity],
        verdict: judgeDerived(judging, derived.measure, place, judged, derived.value),
        limit: limitAt(judging, derived.measure, place, derived.uncertainty),
        hints: [],
        derivedFrom: { measure, formula: derived.formula },
      });
    }
    flags.push(
      ...flagsAt(taken, judged, dispositions, (earlier) =>
        isSuspect(doubtOf(earlier)) ? 'suspect' : judgeValue(judging, earlier).verdict,
      ),
    );
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
  judging: Judging,
  measure: string,
  place: string,
  judged: Judged,
  value: number,
): Judged['verdict'] {
  if (judged.judgedAs?.measure === measure) return judged.verdict;
  return judgeValue(judging, { measure, place, value }).verdict;
}

/** The flags of one place: the current value if it is out, and the last one that was, if it was settled since. */
function flagsAt(
  taken: Try[],
  judged: Judged,
  dispositions: Disposition[],
  verdictOf: (earlier: Try) => Judged['verdict'],
): Flag[] {
  const latest = taken[taken.length - 1];
  const decided = ({ id, measure, place }: Try) =>
    dispositions.findLast((made) => made.readingId === id && made.measure === measure && made.place === place);
  const flag = (one: Try, verdict: Flag['verdict']) => ({
    measure: one.measure,
    place: one.place,
    verdict,
    readingId: one.id,
    value: one.value,
  });
  if (isOut(judged.verdict)) {
    const disposition = decided(latest);
    return [
      {
        ...flag(latest, judged.verdict),
        open: disposition?.action !== 'accepted',
        ...(disposition ? { disposition } : {}),
      },
    ];
  }
  for (const earlier of taken.slice(0, -1).reverse()) {
    const verdict = verdictOf(earlier);
    if (isOut(verdict)) return [{ ...flag(earlier, verdict), open: false, disposition: decided(earlier) ?? null }];
  }
  return [];
}
