import { agreedTail, isFound, type Agreed } from '../derive/agreed.js';
import { rulesWokenBy } from '../derive/rules.js';
import type { Derivation, Made, Rule, Seen } from '../derive/rule.js';
import type { Engine } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import { withRepeats, type Practice } from '../plan/practice.js';
import { measureOf } from '../plan/measures.js';
import type { OnFile } from '../derive/on-file.js';
import { isClear, isUnder } from '../plan/read-entry.js';
import { actsOf, notesOf } from './acts.js';
import type { EngineFile } from './engine-file.js';
import { aimOf, leastOf } from '../plan/spec-sets.js';
import { onFileOf } from './on-file.js';
import type { Reading } from './reading.js';
import { familyKey, siblingKey, slotKey, type Slot } from './slot.js';

/**
 * A value as it stands in its slot: read there, or (`derived`) made at the moment when the last of its readings was
 * taken. A derived one carries the id, time and hand of that last reading.
 */
export interface Try extends Reading {
  /** Its turn among everything that was read on the engine. */
  turn: number;
  /** There is at least so much, rather than so much. */
  isClear?: true;
  /** There is less than so much. */
  isUnder?: true;
  /** What was read by itself, where tries that agree are counted together. */
  read?: number;
  /** Where it counts with tries before it that agree: `value` is the mean of them all. */
  agreed?: Agreed;
  derived?: Derivation;
}

/** The tries of one slot, in order. */
type History = Try[];

/**
 * Everything read on an engine with what follows from it, by slot: the one walk that applies the rules. It is kept
 * current by adding one reading after the other, and can be taken back to an earlier turn.
 */
export class Stand {
  private readonly slots = new Map<string, History>();
  /** The slots of a measure at a place, the one written last at the end. */
  private readonly families = new Map<string, History[]>();
  /** The slots that differ in their place alone. */
  private readonly siblings = new Map<string, Set<History>>();
  private readonly places = new Map<string, Set<History>>();
  private readonly makings = new Map<string, Try[]>();
  /** For each turn, the histories that it was written to. */
  private readonly log: History[][] = [];

  constructor(
    private readonly engine: Engine,
    private readonly practice: Practice,
    private readonly onFile: OnFile,
    private readonly shop: Pick<Seen, 'setTo' | 'leastAt'>,
    /** Readings that no longer count, by their ids. */
    private readonly struck: ReadonlySet<string> = new Set(),
  ) {}

  /** How many readings there are. */
  get turns(): number {
    return this.log.length;
  }

  /**
   * Adds a reading and what follows from it. Answers why it cannot be, given those before it (it is there all the same:
   * what was taken stands), or null.
   */
  add(reading: Reading): Impossibility | null {
    if (this.struck.has(reading.id)) {
      this.log.push([]);
      return null;
    }
    const one = this.withThoseBefore(asRead(reading, this.turns));
    const written = [this.write(one)];
    this.log.push(written);
    let fault: Impossibility | null = null;
    const rules = rulesWokenBy(one.measure);
    if (rules.length === 0) return null;
    const seen = this.seenFrom(one);
    const made: Try[] = [];
    for (const rule of rules) {
      const found = rule.derive(one, seen);
      if (Array.isArray(found)) made.push(...found.map((value) => asTry(one, rule, value)));
      else fault ??= found;
    }
    for (const value of made) written.push(this.write(value));
    this.makings.set(one.id, made);
    return fault;
  }

  /** Takes back everything from `turns` on. */
  rewind(turns: number): void {
    const families = new Set<History[]>();
    while (this.log.length > turns)
      for (const history of this.log.pop()!.reverse()) {
        const one = history.pop()!;
        // What another reading only stirred is of a reading that still stands.
        if (!one.derived) this.makings.delete(one.id);
        const family = this.families.get(familyKey(one))!;
        families.add(family);
        if (history.length === 0) this.drop(one, history, family);
      }
    const lastTurn = (history: History) => history[history.length - 1].turn;
    for (const family of families) family.sort((a, b) => lastTurn(a) - lastTurn(b));
  }

  /** The tries in a slot, in order. */
  tries(slot: Slot): readonly Try[] {
    return this.slots.get(slotKey(slot)) ?? [];
  }

  /** The tries of a measure at a place during the build, whatever they were taken at, in order. */
  triesAt(measure: string, place: string): Try[] {
    const histories = this.families.get(familyKey({ measure, place })) ?? [];
    return histories.length === 1 ? histories[0] : histories.flat().sort((a, b) => a.turn - b.turn);
  }

  /** The newest try of a measure at a place, during the build unless another occasion is named. */
  latest(measure: string, place: string, occasion?: string): Try | undefined {
    const history = this.families.get(familyKey({ measure, place, occasion }))?.at(-1);
    return history && this.isOfNow(history) ? history.at(-1) : undefined;
  }

  /** Every slot that was ever written to, in the order in which they first were. */
  all(): (readonly Try[])[] {
    return [...this.slots.values()].filter((history) => this.isOfNow(history));
  }

  /** Whether what a history ends in still tells of what was read last: what only tells of one reading goes with it. */
  private isOfNow(history: readonly Try[]): boolean {
    const last = history[history.length - 1];
    if (!last?.derived?.ofNewest) return true;
    const { from } = last.derived;
    return (
      this.families
        .get(familyKey({ ...last, measure: from }))
        ?.at(-1)
        ?.at(-1)?.id === last.id
    );
  }

  /** The newest values of the same measure at other places, taken at the same and on the same occasion. */
  siblingsOf(one: Slot): Try[] {
    const histories = [...(this.siblings.get(siblingKey(one)) ?? [])].filter((history) => this.isOfNow(history));
    const newest = histories.map((history) => history[history.length - 1]);
    return newest.filter(({ place }) => place !== one.place);
  }

  /** Every slot at a place. */
  atPlace(place: string): (readonly Try[])[] {
    return [...(this.places.get(place) ?? [])].filter((history) => this.isOfNow(history));
  }

  /** The values that were written at a turn: what was read, then what followed. */
  writtenAt(turn: number): Try[] {
    return this.log[turn].map((history) => history.findLast((one) => one.turn === turn)!);
  }

  /** What followed from a reading. */
  madeBy(id: string): readonly Try[] {
    return this.makings.get(id) ?? [];
  }

  /** What a reading says otherwise, whether it was taken or only might be. */
  carried(one: Try): Try | undefined {
    for (const rule of rulesWokenBy(one.measure)) {
      const found = rule.carries && !one.derived ? rule.derive(one, this.seenFrom(one)) : [];
      if (Array.isArray(found) && found.length > 0) return asTry(one, rule, found[0]);
    }
    return undefined;
  }

  /** What rules see of the build by now. */
  seen(): Seen {
    return this.seenFrom({ measure: '', place: '' });
  }

  /** A reading with the tries before it that agree: of what is found rather than set they count by their mean. */
  private withThoseBefore(one: Try): Try {
    const measure = measureOf(one.measure);
    if (measure.counts !== 'newest' || !isFound(measure) || one.isClear || one.isUnder) return one;
    const before = this.tries(one).filter((other) => !other.derived && !other.isClear && !other.isUnder);
    const right = before.filter(({ id }) => !one.corrects || id !== one.supersedes);
    const agreed = agreedTail([...right.map(({ read }) => read!), one.value], measure, this.practice);
    return { ...one, read: one.value, ...(agreed ? { agreed, value: agreed.value } : {}) };
  }

  private write(one: Try): History {
    const key = slotKey(one);
    const family = getOrMake(this.families, familyKey(one), () => []);
    let history = this.slots.get(key);
    if (!history) {
      history = [];
      this.slots.set(key, history);
      family.push(history);
      getOrMake(this.siblings, siblingKey(one), () => new Set()).add(history);
      getOrMake(this.places, one.place, () => new Set()).add(history);
    } else if (family[family.length - 1] !== history) {
      family.splice(family.lastIndexOf(history), 1);
      family.push(history);
    }
    history.push(one);
    return history;
  }

  /** Forgets a slot that has nothing in it any more. */
  private drop(one: Try, history: History, family: History[]): void {
    this.slots.delete(slotKey(one));
    family.splice(family.indexOf(history), 1);
    this.siblings.get(siblingKey(one))!.delete(history);
    this.places.get(one.place)!.delete(history);
  }

  private seenFrom({ occasion }: Slot): Seen {
    const histories = (measure: string, place: string) =>
      this.families.get(familyKey({ measure, place, occasion })) ?? [];
    return {
      engine: this.engine,
      practice: this.practice,
      onFile: this.onFile,
      ...this.shop,
      histories,
      tries: (measure, place, at) => this.tries({ measure, place, at, occasion }),
      latest: (measure, place, before) => newest(histories(measure, place), before),
    };
  }
}

/** Everything read on an engine, walked through once. */
export function standOf(file: Pick<EngineFile, 'engine' | 'spec' | 'readings' | 'papers' | 'acts' | 'history'>): Stand {
  const { engine, spec, readings } = file;
  const struck = new Set(actsOf(file, 'reading-struck').map(({ readingId }) => readingId));
  const shop = {
    setTo: (measure: string, place: string) => aimOf(spec, measure, place),
    leastAt: (measure: string, place: string) => leastOf(spec, measure, place),
  };
  const stand = new Stand(engine, withRepeats(spec.practice, file.history), onFileOf(file), shop, struck);
  const notes = notesOf(file);
  for (const reading of readings)
    stand.add(notes.has(reading.id) ? { ...reading, note: notes.get(reading.id) } : reading);
  return stand;
}

/** The newest of several histories, of which the one written last comes last; before a turn where one is given. */
function newest(histories: readonly (readonly Try[])[], before?: number): Try | undefined {
  if (before === undefined) return histories.at(-1)?.at(-1);
  let found: Try | undefined;
  for (const history of histories) {
    const last = history.findLast(({ turn }) => turn < before);
    if (last && (!found || last.turn > found.turn)) found = last;
  }
  return found;
}

function getOrMake<Key, Value>(map: Map<Key, Value>, key: Key, make: () => Value): Value {
  let value = map.get(key);
  if (value === undefined) map.set(key, (value = make()));
  return value;
}

function asRead(reading: Reading, turn: number): Try {
  const one: Try = { ...reading, turn };
  const measure = measureOf(reading.measure);
  if (isClear(measure, reading.entered)) one.isClear = true;
  if (isUnder(measure, reading.entered)) one.isUnder = true;
  return one;
}

function asTry(woken: Try, rule: Rule, made: Made): Try {
  const {
    measure,
    place,
    at,
    value,
    uncertainty,
    span,
    terms,
    hints = [],
    isClear,
    isUnder: isLess,
    isSuspect,
    replaces,
  } = made;
  // What `Seen` gives are tries.
  const {
    at: wasAt,
    isClear: wasClear,
    isUnder: wasUnder,
    derived: before,
    agreed,
    read,
    ...reading
  } = (made.of as Try | undefined) ?? woken;
  const formula = { rule: rule.name, terms };
  const derived: Derivation = { from: reading.measure, uncertainty, formula, hints, carried: rule.carries ?? false };
  if (span) derived.span = span;
  if (isSuspect) derived.isSuspect = true;
  if (replaces) derived.replaces = replaces;
  if (rule.ofNewest) derived.ofNewest = true;
  return {
    ...reading,
    measure,
    place: place ?? woken.place,
    ...(at ? { at } : {}),
    value,
    turn: woken.turn,
    ...(isClear ? { isClear } : {}),
    ...(isLess ? { isUnder: isLess } : {}),
    derived,
  };
}
