import { wheelPasses, type WheelPass } from '../wheel/wheel-passes.js';
import type { Practice } from '../plan/practice.js';
import type { Taken } from './rule.js';
import { ROUGH } from './rules/wheel-error-rough.js';

/** A pass over dead centre, with the try that it ended in; one that was put right stands where it was first taken. */
export type PassFound<One extends Taken = Taken> = WheelPass<{
  errorDeg: number;
  rough: boolean;
  by: string;
  halfSpanDeg?: number;
  turn: number;
  reading: One;
}>;

/** The measure of the last reading of a pass without its way: what tells its means. */
const meansOf = ({ derived, measure }: Taken) => (derived?.from ?? measure).replace(/-(first|second)$/, '');

/** Half of what the two readings of a pass lie apart. */
function halfSpanOf({ derived }: Taken): number | undefined {
  const [first, second] = derived?.formula.terms ?? [];
  return first && second?.source === 'reading' ? Math.abs(first.value - second.value) / 2 : undefined;
}

/** The passes over dead centre, in order. @param errors every try of the wheel's error */
export function passesFound<One extends Taken>(errors: readonly One[], { deadCentre }: Pick<Practice, 'deadCentre'>): PassFound<One>[] {
  /** When each pass was first taken, by the reading that closed it. */
  const firstTurn = new Map<string, number>();
  const standing = new Map<string, One>();
  for (const one of errors) {
    const pass = one.derived?.replaces ?? one.id;
    if (!firstTurn.has(pass)) firstTurn.set(pass, one.turn);
    standing.set(pass, one);
  }
  const found = [...standing].map(([pass, reading]) => ({
    errorDeg: reading.value,
    rough: reading.derived?.formula.rule === ROUGH,
    by: meansOf(reading),
    halfSpanDeg: halfSpanOf(reading),
    turn: firstTurn.get(pass)!,
    reading,
  }));
  return wheelPasses(found, deadCentre.trueWithinDeg);
} // prettier-ignore
