import { rulesWokenBy } from '../derive/rules.js';
import type { Derivation, Made, Rule, Seen } from '../derive/rule.js';
import type { Engine } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import type { Practice } from '../plan/practice.js';
import type { EngineFile } from './engine-file.js';
import type { Reading } from './reading.js';
import { familyKey, slotKey, type Slot } from './slot.js';

/**
 * A value as it stands in its slot: read there, or (`derived`) made at the moment when the last of its readings was
 * taken. A derived one carries the id, time and hand of that last reading.
 */
export interface Try extends Reading {
  /** Its turn among everything that was read on the engine. */
  turn: number;
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
  private readonly families = new Map<string, History[]>();
  private readonly measures = new Map<string, Set<History>>();
  private readonly places = new Map<string, Set<History>>();
  private readonly makings = new Map<string, Try[]>();
  /** For each turn, the histories that it was written to. */
  private readonly log: History[][] = [];

  constructor(
    private readonly engine: Engine,
    private readonly practice: Practice,
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
    const one: Try = { ...reading, turn: this.turns };
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
    while (this.log.length > turns) for (const history of this.log.pop()!.reverse()) history.pop();
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

  /** The newest try of a measure at a place during the build. */
  latest(measure: string, place: string): Try | undefined {
    return newest(this.families.get(familyKey({ measure, place })) ?? []);
  }

  /** Every slot that was ever written to, in the order in which they first were. */
  all(): (readonly Try[])[] {
    return [...this.slots.values()].filter((history) => history.length > 0);
  }

  /** Every slot of a measure. */
  ofMeasure(measure: string): (readonly Try[])[] {
    return [...(this.measures.get(measure) ?? [])].filter((history) => history.length > 0);
  }

  /** Every slot at a place. */
  atPlace(place: string): (readonly Try[])[] {
    return [...(this.places.get(place) ?? [])].filter((history) => history.length > 0);
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

  private write(one: Try): History {
    const key = slotKey(one);
    let history = this.slots.get(key);
    if (!history) {
      history = [];
      this.slots.set(key, history);
      const family = familyKey(one);
      this.families.set(family, [...(this.families.get(family) ?? []), history]);
      this.measures.set(one.measure, (this.measures.get(one.measure) ?? new Set()).add(history));
      this.places.set(one.place, (this.places.get(one.place) ?? new Set()).add(history));
    }
    history.push(one);
    return history;
  }

  private seenFrom({ occasion }: Slot): Seen {
    const histories = (measure: string, place: string) =>
      (this.families.get(familyKey({ measure, place, occasion })) ?? []).filter((history) => history.length > 0);
    return {
      engine: this.engine,
      practice: this.practice,
      histories,
      latest: (measure, place, before) => newest(histories(measure, place), before),
    };
  }
}

/** Everything read on an engine, walked through once. */
export function standOf({ engine, spec, readings }: Pick<EngineFile, 'engine' | 'spec' | 'readings'>): Stand {
  const stand = new Stand(engine, spec.practice);
  for (const reading of readings) stand.add(reading);
  return stand;
}

/** The newest of several histories, before a turn where one is given. */
function newest(histories: readonly (readonly Try[])[], before = Infinity): Try | undefined {
  let found: Try | undefined;
  for (const history of histories) {
    const last = history.findLast(({ turn }) => turn < before);
    if (last && (!found || last.turn > found.turn)) found = last;
  }
  return found;
}

function asTry(woken: Try, rule: Rule, { measure, place, value, uncertainty, terms, hints = [] }: Made): Try {
  const { at, ...reading } = woken;
  const formula = { rule: rule.name, terms };
  const derived: Derivation = { from: woken.measure, uncertainty, formula, hints, carried: rule.carries ?? false };
  return { ...reading, measure, place: place ?? woken.place, value, derived };
}
