import type { Engine } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import type { Hint } from '../judge/hints.js';
import type { At } from '../plan/measure.js';
import type { Practice } from '../plan/practice.js';
import type { Unit } from '../units/units.js';
import type { Agreed } from './agreed.js';
import type { OnFile } from './on-file.js';

/** A value as the rules see it: read at a place, or derived there. Values are canonical. */
export interface Taken {
  /** Of the reading itself, or of the last one that a derived value was made with. */
  id: string;
  measure: string;
  place: string;
  at?: At;
  entered: string;
  unit: Unit;
  value: number;
  takenAt: string;
  /** A temperature that stands in it counts. */
  note?: string;
  /** The earlier reading in this slot that this one replaces. */
  supersedes?: string;
  /** That one was wrong; without it, this is another try beside it. */
  corrects?: true;
  /** There is at least so much, rather than so much: clay that bears no mark. */
  isClear?: true;
  /** There is less than so much: a blade that does not go in. */
  isUnder?: true;
  /** Where it counts with tries before it that agree: `value` is the mean of them all. */
  agreed?: Agreed;
  /** Its turn among everything that was read on the engine; a derived value has that of its last reading. */
  turn: number;
  derived?: Derivation;
}

/** Where a term of a formula comes from. */
type TermSource = 'reading' | 'engine' | 'practice' | 'rule' | 'paper';

/** One term of a formula. `value` is canonical where `unit` is a unit, else plain: a ratio, a count, threads per length. */
export interface Term {
  /** A measure's key, or a name that the wording knows. */
  name: string;
  sign: '+' | '−' | '×' | '÷';
  value: number;
  unit: Unit | 'ratio' | 'per-in' | 'per-mm';
  source: TermSource;
  /** What its doubt adds to that of the whole (k = 2), in the whole's canonical unit; none where it is exact. */
  uncertainty?: number;
}

/** How a value came about, from left to right, with this place's own numbers. Whoever shows it need not know its rule. */
export interface Formula {
  rule: string;
  terms: Term[];
}

/** The least and the most of what differs by direction. */
export interface Span {
  least: number;
  most: number;
}

/** What a rule makes of readings. */
export interface Made {
  measure: string;
  /** Where it differs from the place of the reading that woke the rule. */
  place?: string;
  /** The reading that it is of, as `Seen` gave it, where another woke the rule. */
  of?: Taken;
  /** Where it is told apart by what it was taken at. */
  at?: At;
  value: number;
  /** There is at least so much. */
  isClear?: true;
  /** There is less than so much. */
  isUnder?: true;
  /** Something that it hangs on has changed and cannot be told: it must be read again, or what is missing be filed. */
  isSuspect?: true;
  uncertainty: number;
  /** From the least to the most that it is, where what it is made of was taken in several directions; `value` is by their means. */
  span?: Span;
  terms: Term[];
  /** The reading whose value it puts right: that one no longer counts. */
  replaces?: string;
  /** What is odd about the way it came about. */
  hints?: Hint[];
}

/** How a derived value came about. */
export interface Derivation {
  /** The measure of the reading that it was made with last. */
  from: string;
  uncertainty: number;
  span?: Span;
  formula: Formula;
  hints: Hint[];
  isSuspect?: true;
  replaces?: string;
  /** It is that one reading, said otherwise. */
  carried: boolean;
  /** It tells of that one reading alone, while that is the newest of its measure there. */
  ofNewest?: true;
}

/** Everything that was read and derived up to now, on the same occasion. */
export interface Seen {
  engine: Engine;
  practice: Practice;
  onFile: OnFile;
  /** What the shop sets a measure to at a place: the line that it prefers, else the middle of its limit, canonical; undefined where it has none. */
  setTo: (measure: string, place: string) => number | undefined;
  /** The least that a measure may be at a place by the shop's limit, canonical; undefined where it states none. */
  leastAt: (measure: string, place: string) => number | undefined;
  /** The newest value of a measure at a place, whatever it was taken at; before `turn` where one is given. */
  latest: (measure: string, place: string, before?: number) => Taken | undefined;
  /**
   * The tries of a measure at a place, those taken at one lift, drop or setting together, each in order; those of which
   * one was read last come last.
   */
  histories: (measure: string, place: string) => readonly (readonly Taken[])[];
  /** Those of them that were taken at one lift, drop or setting. */
  tries: (measure: string, place: string, at: At | undefined) => readonly Taken[];
}

/** One thing that follows from readings. */
export interface Rule {
  name: string;
  /** Readings of these wake it. */
  wokenBy: string[];
  /** What else it computes with. */
  reads: string[];
  /** What only tells it which of those belong together. */
  heeds?: string[];
  /** Readings that change what it gave already, at other places too, without being what that is made of. */
  stirredBy?: string[];
  gives: string[];
  /** What is read first to get what it gives, where that is not typed itself; null where it is. */
  first: (gives: string, engine: Pick<Engine, 'mount'>) => string | null;
  /**
   * It says one reading otherwise, at the same place: a limit on what it gives judges the reading, and a flag stands
   * there.
   */
  carries?: true;
  /** It tells of the newest reading alone: the next one takes its place whole, whatever that tells. */
  ofNewest?: true;
  /** What follows, nothing while too little is known, or why this reading cannot be, given those before it. */
  derive: (woken: Taken, seen: Seen) => Made[] | Impossibility;
}

/** The tries of a slot that nobody has replaced; of a measure whose every try counts, those that nobody put right. */
export function standing<One extends { id: string; supersedes?: string; corrects?: true }>(
  tries: readonly One[],
  counts: 'worst' | 'each' = 'worst',
): One[] {
  const replaced = new Set(
    tries.filter(({ corrects }) => counts === 'worst' || corrects).map(({ supersedes }) => supersedes),
  );
  return tries.filter(({ id }) => !replaced.has(id));
}

/**
 * The tries of a measure whose every try counts, in the order in which they tell: one that puts another right stands where,
 * and when, that one did.
 */
export function inPlace<One extends Pick<Taken, 'id' | 'turn' | 'takenAt' | 'supersedes' | 'corrects'>>(
  tries: readonly One[],
): One[] {
  const byId = new Map(tries.map((one) => [one.id, one]));
  const firstOf = (one: One): One => {
    const corrected = one.corrects && byId.get(one.supersedes!);
    return corrected ? firstOf(corrected) : one;
  };
  return standing(tries, 'each')
    .map((one) => ({ ...one, turn: firstOf(one).turn, takenAt: firstOf(one).takenAt }))
    .sort((a, b) => a.turn - b.turn);
}

/** Two values that both may be off, independent of each other. */
export const together = (a: number, b: number): number => Math.hypot(a, b);

/** A term that was read: named by its measure. */
export const readTerm = (
  sign: Term['sign'],
  { measure, value }: Pick<Taken, 'measure' | 'value'>,
  unit: Unit,
  uncertainty?: number,
): Term => ({
  name: measure,
  sign,
  value,
  unit,
  source: 'reading',
  ...(uncertainty === undefined ? {} : { uncertainty }),
});
