import { cylindersOf, type Engine, type ValveKind } from './engine.js';

/** As much of an engine as tells its places. */
export type Laid = Pick<Engine, 'banks' | 'pins' | 'mains' | 'fasteners'>;

/** The valves along one bank, front to rear. */
export function valvesOfBank(bank: Engine['banks'][number]): string[] {
  return [...bank.valveOrder].map((kind, index) => `${bank.cylinders[index >> 1]}${kind}`);
}

const counted = (letter: string, count: number) => Array.from({ length: count }, (_, index) => `${letter}${index + 1}`);

interface ScopeRow {
  /** Every place of this scope on an engine, in the order in which one walks past them. */
  places: (engine: Laid) => string[];
  /** How such a place is spelled, and spoken by the parts of its spelling. */
  spelled: RegExp;
  spoken: (...parts: string[]) => string;
}

/** Where on an engine a value belongs; see `docs/formats.md` for the strings. One row a scope. */
const SCOPE = {
  engine: { places: () => ['engine'], spelled: /^engine$/, spoken: () => 'engine' },
  cylinder: {
    places: (engine) => cylindersOf(engine).map(String),
    spelled: /^(\d+)$/,
    spoken: (cylinder) => `cylinder ${cylinder}`,
  },
  valve: {
    places: (engine) => engine.banks.flatMap(valvesOfBank),
    spelled: /^(\d+)([IE])$/,
    spoken: (cylinder, kind) => `${cylinder} ${kind === 'I' ? 'intake' : 'exhaust'}`,
  },
  main: {
    places: (engine) => counted('M', engine.mains),
    spelled: /^M(\d+)$/,
    spoken: (main) => `main ${main}`,
  },
  pin: {
    places: (engine) => counted('P', engine.pins.length),
    spelled: /^P(\d+)$/,
    spoken: (pin) => `crank pin ${pin}`,
  },
  bank: {
    places: (engine) => counted('B', engine.banks.length),
    spelled: /^B(\d+)$/,
    spoken: (bank) => `bank ${bank}`,
  },
  fastener: {
    places: (engine) =>
      (engine.fasteners ?? []).flatMap(({ group, count }) => counted('', count).map((nth) => `F:${group}:${nth}`)),
    spelled: /^F:([a-z0-9-]+):(\d+)$/,
    spoken: (group, nth) => `${group}, fastener ${nth}`,
  },
} satisfies Record<string, ScopeRow>;

export type Scope = keyof typeof SCOPE;
export const SCOPES = Object.keys(SCOPE) as [Scope, ...Scope[]];
const rowOf = (scope: Scope): ScopeRow => SCOPE[scope];

/** Every place of `scope` on this engine, in the order in which one walks past them. */
export function placesOf(engine: Laid, scope: Scope): string[] {
  return rowOf(scope).places(engine);
}

/**
 * The place of this engine that is meant, in its one spelling, whatever the case of its letters; undefined where there
 * is none. @example findPlace({ banks: [{ cylinders: [1], valveOrder: 'IE' }], pins: [[1]], mains: 2 }, 'valve', '1i') // '1I'
 */
export function findPlace(engine: Laid, scope: Scope, place: string): string | undefined {
  const places = placesOf(engine, scope);
  if (places.includes(place)) return place;
  const meant = place.toUpperCase();
  return places.find((own) => own.toUpperCase() === meant);
}

/** Cylinder and kind of a valve place. @example parseValve('3I') // { cylinder: 3, kind: 'I' } */
export function parseValve(place: string): { cylinder: number; kind: ValveKind } | null {
  const match = SCOPE.valve.spelled.exec(place);
  return match ? { cylinder: Number(match[1]), kind: match[2] as ValveKind } : null;
}

/** A place as it is spoken. @example spokenPlace('3I') // '3 intake' */
export function spokenPlace(place: string): string {
  for (const scope of SCOPES) {
    const { spelled, spoken } = rowOf(scope);
    const found = spelled.exec(place);
    if (found) return spoken(...found.slice(1));
  }
  return place;
}
