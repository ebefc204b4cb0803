import type { Engine } from '../../engine/engine.js';
import { ratioOf } from '../../engine/engine.js';
import { parseValve, placesOf } from '../../engine/places.js';
import type { Hint } from '../../judge/hints.js';
import { measureOf } from '../../plan/measures.js';
import { uncertaintyOf } from '../../plan/practice.js';
import {
  depthCorrections,
  radialCorrections,
  SAME_PARTS,
  type Corrected,
  type MockUp,
  type Since,
} from '../../valvetrain/mock-up.js';
import { readTerm, standing, type Made, type Rule, type Seen, type Taken } from '../rule.js';
import { camTerm } from '../valve-over-piston.js';

/** The valves whose clearance a reading changes: its own, those of its cylinder, or all. */
function valvesUnder(engine: Engine, place: string): string[] {
  if (parseValve(place)) return [place];
  const valves = placesOf(engine, 'valve');
  return place === 'engine' ? valves : valves.filter((valve) => String(parseValve(valve)!.cylinder) === place);
}

/** How much higher the piston of a cylinder stands over its deck by now than at a moment; where no deck was read, as said. */
function deckRise({ latest, histories }: Seen, cylinder: string, { takenAt }: Taken, { deckAtCheck }: MockUp): number {
  const now = latest('deck-height', cylinder)?.value;
  const read = histories('deck-height', cylinder).flat();
  const then = read.findLast((one) => one.takenAt <= takenAt)?.value ?? deckAtCheck;
  return now === undefined || then === undefined ? 0 : now - then;
}

type Corrections = (check: MockUp, build: MockUp, since: Since) => Corrected;

/** One try brought to the final build; null while no set-up of a check is filed. */
function inBuild(one: Taken, corrections: Corrections, seen: Seen): (Made & { of: Taken }) | null {
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

/** Of several checks of one valve the worst counts; where none touched, the one that says most. */
function worst<One extends Made>(made: One[]): One[] {
  const touched = made.filter(({ isClear }) => !isClear);
  const sorted = (touched.length > 0 ? touched : made).toSorted((a, b) => a.value - b.value);
  const counts = touched.length > 0 ? sorted.at(0) : sorted.at(-1);
  return counts ? [counts] : [];
}

/**
 * A gap between valve and piston as it will be in the final engine, from every check that stands: each with what its own
 * set-up and the build differ by, as terms. A dial that is pushed down at one angle after another shows the gap itself;
 * the least of its angles counts beside the clay.
 */
const finalOf = (measured: string[], gives: string, corrections: Corrections): Rule => ({
  name: gives,
  wokenBy: measured,
  reads: [],
  stirredBy: ['cam-offset', 'deck-height'],
  gives: [gives],
  first: () => measured[0],
  derive({ place }, seen) {
    return valvesUnder(seen.engine, place).flatMap((valve) => {
      const tries = measured.flatMap((measure) => seen.histories(measure, valve)).flatMap(standing);
      const made = tries.flatMap((one) => inBuild(one, corrections, seen) ?? []);
      return worst(made).map((one) => ({ ...one, measure: gives }));
    });
  },
});

export const pistonValveRules: Rule[] = [
  finalOf(['pv-depth', 'pv-dial'], 'pv-depth-final', depthCorrections),
  finalOf(['pv-depth-middle'], 'pv-depth-middle-final', depthCorrections),
  finalOf(['pv-radial'], 'pv-radial-final', radialCorrections),
];
