import type { Formula } from '../derive/rule.js';
import { keyedMeasure } from '../derive/rules.js';
import { parseValve, placesOf } from '../engine/places.js';
import type { Engine } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import type { Hint } from '../judge/hints.js';
import type { At, Stage } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import type { SpecSet } from '../plan/spec-sets.js';
import { CANONICAL_UNIT, type Unit } from '../units/units.js';
import { stillSo, type About, type Disposition } from './acts.js';
import { dispositionsOf, type EngineFile } from './engine-file.js';
import { judgeTry, verdictOn, type Judged } from './judge-try.js';
import { judgingOf, type Judging } from './judging.js';
import type { AppliedLimit } from './limits.js';
import type { Reading } from './reading.js';
import { isBuild, slotKey, type Slot } from './slot.js';
import { Stand, type Try } from './stand.js';

/** The value that counts in one slot. */
export interface SheetRow<Limit = AppliedLimit> {
  measure: string;
  place: string;
  at?: At;
  occasion?: string;
  value: number;
  unit: Unit;
  entered: string;
  enteredUnit: Unit;
  verdict: Judged['verdict'];
  limit: Limit | null;
  hints: Hint[];
  takenAt: string;
  by: string;
  /** How many tries there are in this slot. */
  count: number;
  readingId: string;
  /** For a value computed from readings: from which measure's, and how. */
  derivedFrom?: { measure: string; formula: Formula };
}

/**
 * A value out of its limit, or an angle that must be read again. `open` until the lead accepts it, or a later reading in
 * its slot lies within.
 */
export interface Flag {
  measure: string;
  place: string;
  verdict: 'low' | 'high' | 'suspect';
  readingId: string;
  value: number;
  /** The limit that it was held against, canonical. */
  limit: { min?: number; max?: number } | null;
  open: boolean;
  /** What was decided; `null` where a later reading settled it without a word. */
  disposition?: Disposition | null;
  /** It was accepted for a verdict, a value or a limit that is no longer so: the acceptance fell. */
  lapsed?: true;
}

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

/** Everything read on an engine, walked through once. */
export function standOf({ engine, spec, readings }: Pick<EngineFile, 'engine' | 'spec' | 'readings'>): Stand {
  const stand = new Stand(engine, spec.practice);
  for (const reading of readings) stand.add(reading);
  return stand;
}

const isOut = (verdict: Judged['verdict']): verdict is Flag['verdict'] =>
  verdict === 'low' || verdict === 'high' || verdict === 'suspect';

/** The try that counts in a slot: the newest; for a measure that counts the worst, the one with least to spare. */
function counting(judging: Judging, history: readonly Try[]): Try {
  const newest = history[history.length - 1];
  if (measureOf(newest.measure).counts !== 'worst') return newest;
  const { limit } = judgeTry(judging, newest);
  const spare = ({ value }: Try) =>
    Math.min(value - (limit?.min ?? (limit?.max === undefined ? 0 : -Infinity)), (limit?.max ?? Infinity) - value);
  const replaced = new Set(history.map(({ supersedes }) => supersedes));
  const standing = history.filter(({ id }) => !replaced.has(id));
  return standing.reduce((worst, one) => (spare(one) <= spare(worst) ? one : worst));
}

function rowOf(judging: Judging, history: readonly Try[]): SheetRow {
  const one = counting(judging, history);
  const { verdict, limit, hints } = judgeTry(judging, one);
  return {
    measure: one.measure,
    place: one.place,
    ...(one.at ? { at: one.at } : {}),
    ...(isBuild(one) ? {} : { occasion: one.occasion }),
    value: one.value,
    unit: CANONICAL_UNIT[measureOf(one.measure).quantity],
    entered: one.entered,
    enteredUnit: one.unit,
    verdict,
    limit,
    hints,
    takenAt: one.takenAt,
    by: one.by,
    count: history.length,
    readingId: one.id,
    ...(one.derived ? { derivedFrom: { measure: one.derived.from, formula: one.derived.formula } } : {}),
  };
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

/** The flags of one slot: the value that counts if it is out, and the last one that was, if it was settled since. */
function flagsIn(judging: Judging, history: readonly Try[], row: SheetRow, decided: Decided): Flag[] {
  // What says a reading otherwise is flagged at the reading.
  const own = history.filter(({ derived }) => !derived?.carried);
  const current = history.find(({ id }) => id === row.readingId)!;
  if (current.derived?.carried) return [];
  if (isOut(row.verdict)) {
    const { measure, place, value, verdict, readingId } = row;
    const limit = row.limit && limitsOf(row.limit);
    const disposition = decided(readingId, measure, place);
    const holds = disposition?.action === 'accepted' && stillSo(disposition.about, { verdict, value, limit });
    return [
      {
        measure,
        place,
        verdict,
        readingId,
        value,
        limit,
        open: !holds,
        ...(disposition ? { disposition } : {}),
        ...(disposition?.action === 'accepted' && !holds ? { lapsed: true } : {}),
      },
    ];
  }
  for (const earlier of own.filter(({ id }) => id !== current.id).reverse()) {
    const verdict = verdictOn(judging, earlier);
    if (!isOut(verdict)) continue;
    const { measure, place, id: readingId, value } = earlier;
    const disposition = decided(readingId, measure, place) ?? null;
    return [{ measure, place, verdict, readingId, value, limit: null, open: false, disposition }];
  }
  return [];
}

/** The newest decision about a reading as a value of a measure; about a missing value where there is no reading. */
type Decided = (readingId: string | null, measure: string, place: string) => Disposition | undefined;

const limitsOf = ({ min, max }: AppliedLimit): NonNullable<About['limit']> => ({
  ...(min === undefined ? {} : { min }),
  ...(max === undefined ? {} : { max }),
});

/** Every required limit at every place where it applies. */
function requiredPlaces(engine: Engine, spec: SpecSet): { measure: string; place: string }[] {
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
  const newest = new Map(
    dispositionsOf(file).map((made) => [`${made.readingId} ${made.measure} ${made.place}`, made] as const),
  );
  const decided: Decided = (readingId, measure, place) => newest.get(`${readingId} ${measure} ${place}`);

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

/** What a reading was answered with: its judgement, and the rows of the sheet that it stands in. */
export interface Answer extends Judged {
  rows: SheetRow[];
}

/**
 * The judgement of the reading that was taken last: what its rows on the sheet say. The value itself is judged if it
 * has a limit; if not, what follows from it.
 *
 * @param stand the file's readings walked through, where somebody keeps it
 */
export function judgeLast(file: EngineFile, stand: Stand = standOf(file)): Answer {
  const judging = judgingOf(file, stand);
  const last = file.readings[file.readings.length - 1];
  const own = rowOf(judging, stand.tries(last));
  const made = stand.madeBy(last.id).map((value) => rowOf(judging, stand.tries(value)));
  return { ...answerOf(own, made), rows: [own, ...made] };
}

/**
 * What a reading would be answered with if it were taken now, and why it cannot be, where it cannot. The stand is as
 * before when this returns.
 *
 * @param stand the file's readings walked through
 */
export function judgeNext(
  file: EngineFile,
  stand: Stand,
  reading: Reading,
): { answer: Answer; fault: Impossibility | null } {
  const { turns } = stand;
  try {
    const fault = stand.add(reading);
    return { answer: judgeLast({ ...file, readings: [...file.readings, reading] }, stand), fault };
  } finally {
    stand.rewind(turns);
  }
}

/** What the sheet answers for a slot: the judgement of the value that counts there; null while it has none. */
export function answerAt({ rows }: Pick<Sheet, 'rows'>, slot: Slot): Answer | null {
  const own = rows.find((row) => slotKey(row) === slotKey(slot));
  if (!own) return null;
  const made = rows.filter((row) => row !== own && row.derivedFrom && row.readingId === own.readingId);
  return { ...answerOf(own, made), rows: [own, ...made] };
}

/** The judgement of a reading from its rows on a sheet: its own, and those of what follows from it. */
export function answerOf(own: SheetRow, made: SheetRow[]): Judged {
  const judged = own.verdict === 'unjudged' ? (made.find(({ limit }) => limit !== null) ?? own) : own;
  const through = judged === own ? made.find(({ measure }) => own.limit && own.limit.measure === measure) : judged;
  const hints = new Map([own, ...made].flatMap((row) => row.hints.map((hint) => [hint.code, hint] as const)));
  return {
    verdict: judged.verdict,
    limit: judged.limit,
    ...(through?.derivedFrom && through.measure !== own.measure
      ? {
          judgedAs: {
            measure: through.measure,
            value: through.value,
            uncertainty: through.limit?.uncertainty ?? 0,
            formula: through.derivedFrom.formula,
          },
        }
      : {}),
    hints: [...hints.values()],
  };
}
