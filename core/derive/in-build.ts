import { ratioOf } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import type { Hint } from '../judge/hints.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { SAME_PARTS, type Corrected, type MockUp, type Since } from '../valvetrain/mock-up.js';
import { readTerm, type Made, type Seen, type Taken } from './rule.js';
import { camTerm } from './valve-over-piston.js';

/** How much higher the piston of a cylinder stands over its deck by now than at a moment; where no deck was read, as said. */
function deckRise({ latest, histories }: Seen, cylinder: string, { takenAt }: Taken, { deckAtCheck }: MockUp): number {
  const now = latest('deck-height', cylinder)?.value;
  const read = histories('deck-height', cylinder).flat();
  const then = read.findLast((one) => one.takenAt <= takenAt)?.value ?? deckAtCheck;
  return now === undefined || then === undefined ? 0 : now - then;
}

export type Corrections = (check: MockUp, build: MockUp, since: Since) => Corrected;

/** One try of a gap brought to the final build; null while no set-up of a check is filed. */
export function inBuild(one: Taken, corrections: Corrections, seen: Seen): (Made & { of: Taken }) | null {
  const { engine, practice, onFile } = seen;
  const both = onFile.mockUpAt(one.takenAt);
  if (!both) return null;
  const { check, build } = both;
  const { cylinder, kind } = parseValve(one.place)!;
  const { terms, lacks } = corrections(check, build, {
    kind,
    rockerRatio: ratioOf(engine, kind),
    valveAngleDeg: onFile.figure(kind === 'I' ? 'valve-angle-intake' : 'valve-angle-exhaust'),
    deckRise: deckRise(seen, String(cylinder), one, check),
    camTerm: camTerm(seen, one.place, both),
  });
  const others = SAME_PARTS.filter((part) => !check.same[part]);
  const hints: Hint[] = [
    ...(lacks.length > 0 ? [{ code: 'not-corrected', lacks } as const] : []),
    ...(others.length > 0 ? [{ code: 'other-parts', parts: others } as const] : []),
  ];
  return {
    measure: one.measure,
    place: one.place,
    of: one,
    value: terms.reduce((sum, { value }) => sum + value, one.value),
    ...(one.isClear ? { isClear: true } : {}),
    ...(lacks.length > 0 ? { isSuspect: true } : {}),
    uncertainty: uncertaintyOf(practice, measureOf(one.measure)),
    terms: [
      readTerm('+', one, 'mm'),
      ...terms.map(({ name, value }) => ({ name, sign: '+', value, unit: 'mm', source: 'paper' }) as const),
    ],
    hints,
  };
}
