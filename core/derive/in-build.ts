import { ratioOf } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import type { Hint } from '../judge/hints.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { radialCorrections, SAME_PARTS, type Corrected, type MockUp, type Since } from '../valvetrain/mock-up.js';
import { readTerm, type Made, type Seen, type Taken, type Term } from './rule.js';
import { PAPER_TRUST, trustOf, trustOfTerms } from './trusts.js';
import { camInBuild, camTerm } from './valve-over-piston.js';

/** How much higher the piston of a cylinder stands over its deck by now than at a moment; where no deck was read, as said. */
function deckRise({ latest, histories }: Seen, cylinder: string, { takenAt }: Taken, { deckAtCheck }: MockUp): number {
  const now = latest('deck-height', cylinder)?.value;
  const read = histories('deck-height', cylinder).flat();
  const then = read.findLast((one) => one.takenAt <= takenAt)?.value ?? deckAtCheck;
  return now === undefined || then === undefined ? 0 : now - then;
}

/** How far what has changed since a check is known (k = 2), mm along the gap. */
function trustInCorrection(
  seen: Seen,
  place: string,
  name: Corrected['terms'][number]['name'],
  { value, both, along }: { value: number; both: { check: MockUp; build: MockUp }; along: number },
): number {
  const trust = (key: string) => uncertaintyOf(seen.practice, measureOf(key));
  switch (name) {
    case 'gasket':
      return along * Math.hypot(PAPER_TRUST.gasketAtCheck, PAPER_TRUST.gasketFinal);
    case 'deck':
      return along * Math.SQRT2 * trust('deck-height');
    case 'milled':
      return along * PAPER_TRUST.milled;
    case 'lash':
      return Math.SQRT2 * trust('lash-cold');
    case 'lifter':
      return ratioOf(seen.engine, parseValve(place)!.kind) * trust('plunger-depth');
    case 'cam-position':
      // As much for each degree as the whole way is for all of them.
      return Math.abs(value / (both.check.camAtCheckDeg - camInBuild(both.build, seen))) * PAPER_TRUST.camMovedDeg;
  }
}

export type Corrections = (check: MockUp, build: MockUp, since: Since) => Corrected;

/** One try of a gap brought to the final build; null while no set-up of a check is filed. */
export function inBuild(one: Taken, corrections: Corrections, seen: Seen): (Made & { of: Taken }) | null {
  const { engine, onFile } = seen;
  const both = onFile.mockUpAt(one.takenAt);
  if (!both) return null;
  const { check, build } = both;
  const { cylinder, kind } = parseValve(one.place)!;
  const valveAngleDeg = onFile.figure(kind === 'I' ? 'valve-angle-intake' : 'valve-angle-exhaust');
  const lean = ((valveAngleDeg ?? 0) * Math.PI) / 180;
  const along = corrections === radialCorrections ? Math.sin(lean) : Math.cos(lean);
  const { terms, lacks } = corrections(check, build, {
    kind,
    rockerRatio: ratioOf(engine, kind),
    valveAngleDeg,
    deckRise: deckRise(seen, String(cylinder), one, check),
    camTerm: camTerm(seen, one.place, both),
  });
  const others = SAME_PARTS.filter((part) => !check.same[part]);
  const told: Term[] = [
    readTerm('+', one, 'mm', trustOf(seen, one)),
    ...terms.map(({ name, value }): Term => ({ name, sign: '+', value, unit: 'mm', source: 'paper', uncertainty: trustInCorrection(seen, one.place, name, { value, both, along }) })),
  ]; // prettier-ignore
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
    uncertainty: trustOfTerms(told),
    terms: told,
    hints,
  };
}
