import { agreedTail } from '../derive/agreed.js';
import { standing, type Formula, type Span } from '../derive/rule.js';
import type { AmongOthers } from '../judge/odd-one.js';
import type { Hint } from '../judge/hints.js';
import type { At } from '../plan/measure.js';
import { measureOf } from '../plan/measures.js';
import { CANONICAL_UNIT, type Unit } from '../units/units.js';
import { decisive, judgeTry, verdictOfCounting, type Judged } from './judge-try.js';
import type { Judging } from './judging.js';
import type { AppliedLimit } from './limits.js';
import { correctedByWheel } from './on-true-wheel.js';
import { isBuild } from './slot.js';
import type { Try } from './stand.js';

/** The value that counts in one slot. */
export interface SheetRow<Limit = AppliedLimit> {
  measure: string;
  place: string;
  at?: At;
  occasion?: string;
  /** What is judged; of a `span` the end that has less to spare. */
  value: number;
  /** The least and the most, where it differs by direction. */
  span?: Span;
  /** There is at least so much: clay that bore no mark. */
  isClear?: true;
  /** There is less than so much: a blade that did not go in. */
  isUnder?: true;
  unit: Unit;
  entered: string;
  enteredUnit: Unit;
  verdict: Judged['verdict'];
  limit: Limit | null;
  /** Where several tries agree, of how many it is the mean. */
  meanOf?: number;
  /** How it stands among enough others of its kind. */
  among?: AmongOthers;
  hints: Hint[];
  takenAt: string;
  by: string;
  /** Words that were put to the reading. */
  note?: string;
  /** How many tries there are in this slot. */
  count: number;
  readingId: string;
  /** For an angle that was read on a wheel known to be off: what it showed, and how `value` follows. */
  corrected?: { read: number; formula: Formula };
  /** For a value computed from readings: from which measure's, and how. */
  derivedFrom?: { measure: string; formula: Formula };
}

/** The try that counts in a slot: the newest; for a measure that counts the worst, the mean of those that agree, else the one with least to spare. */
export function counting(judging: Judging, history: readonly Try[]): Try {
  const newest = history[history.length - 1];
  if (measureOf(newest.measure).counts !== 'worst') return newest;
  const { limit } = verdictOfCounting(judging, newest);
  const spare = ({ value }: Try) =>
    Math.min(value - (limit?.min ?? (limit?.max === undefined ? 0 : -Infinity)), (limit?.max ?? Infinity) - value);
  const stands = standing(history);
  // What was touched is a figure. Where nothing was, the thickest clay says most.
  const touched = stands.filter((one) => !one.isClear);
  if (touched.length === 0) return stands.reduce((thickest, one) => (one.value >= thickest.value ? one : thickest));
  const last = touched[touched.length - 1];
  const agreed = agreedTail(
    touched.map(({ value }) => value),
    measureOf(last.measure),
    judging.spec.practice,
  );
  if (agreed?.of === touched.length) return { ...last, value: agreed.value, agreed };
  return touched.reduce((worst, one) => (spare(one) <= spare(worst) ? one : worst));
}

/** The row of a slot from all its tries, judged. */
export function rowOf(judging: Judging, history: readonly Try[]): SheetRow {
  const one = counting(judging, history);
  const { verdict, limit, among, hints } = judgeTry(judging, one);
  const corrected = correctedByWheel(judging, one);
  return {
    measure: one.measure,
    place: one.place,
    ...(one.at ? { at: one.at } : {}),
    ...(isBuild(one) ? {} : { occasion: one.occasion }),
    value: corrected?.value ?? decisive(one, limit),
    ...(one.agreed ? { meanOf: one.agreed.of } : {}),
    ...(one.derived?.span ? { span: one.derived.span } : {}),
    ...(corrected ? { corrected: { read: corrected.read, formula: corrected.formula } } : {}),
    ...(one.isClear ? { isClear: one.isClear } : {}),
    ...(one.isUnder ? { isUnder: one.isUnder } : {}),
    unit: CANONICAL_UNIT[measureOf(one.measure).quantity],
    entered: one.entered,
    enteredUnit: one.unit,
    verdict,
    limit,
    ...(among ? { among } : {}),
    hints,
    takenAt: one.takenAt,
    by: one.by,
    ...(one.note && !one.derived ? { note: one.note } : {}),
    count: history.length,
    readingId: one.id,
    ...(one.derived ? { derivedFrom: { measure: one.derived.from, formula: one.derived.formula } } : {}),
  };
}
