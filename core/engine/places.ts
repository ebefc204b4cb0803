import { cylindersOf, type Engine, type ValveKind } from './engine.js';

/** Where on an engine a reading belongs; see `docs/formats.md` for the strings. */
export type Scope = 'engine' | 'cylinder' | 'valve' | 'main' | 'pin' | 'bank';

type Laid = Pick<Engine, 'banks' | 'pins' | 'mains'>;

/** The valves along one bank, front to rear. */
export function valvesOfBank(bank: Engine['banks'][number]): string[] {
  return [...bank.valveOrder].map((kind, index) => `${bank.cylinders[index >> 1]}${kind}`);
}

/** Every place of `scope` on this engine, in the order in which one walks past them. */
export function placesOf(engine: Laid, scope: Scope): string[] {
  switch (scope) {
    case 'engine':
      return ['engine'];
    case 'cylinder':
      return cylindersOf(engine).map(String);
    case 'valve':
      return engine.banks.flatMap(valvesOfBank);
    case 'main':
      return Array.from({ length: engine.mains }, (_, index) => `M${index + 1}`);
    case 'pin':
      return engine.pins.map((_, index) => `P${index + 1}`);
    case 'bank':
      return engine.banks.map((_, index) => `B${index + 1}`);
  }
}

/** Whether `place` exists on this engine. */
export function hasPlace(engine: Laid, scope: Scope, place: string): boolean {
  return placesOf(engine, scope).includes(place);
}

/** Cylinder and kind of a valve place. @example parseValve('3I') // { cylinder: 3, kind: 'I' } */
export function parseValve(place: string): { cylinder: number; kind: ValveKind } | null {
  const match = /^(\d+)([IE])$/.exec(place);
  return match ? { cylinder: Number(match[1]), kind: match[2] as ValveKind } : null;
}

/** A place as it is spoken. @example spokenPlace('3I') // '3 intake' */
export function spokenPlace(place: string): string {
  const valve = parseValve(place);
  if (valve) return `${valve.cylinder} ${valve.kind === 'I' ? 'intake' : 'exhaust'}`;
  if (/^\d+$/.test(place)) return `cylinder ${place}`;
  const named = /^([MPB])(\d+)$/.exec(place);
  if (named) return `${{ M: 'main', P: 'crank pin', B: 'bank' }[named[1]]} ${named[2]}`;
  return place;
}
