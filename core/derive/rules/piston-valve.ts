import type { Engine } from '../../engine/engine.js';
import { parseValve, placesOf } from '../../engine/places.js';
import { depthCorrections, radialCorrections } from '../../valvetrain/mock-up.js';
import { inBuild, type Corrections } from '../in-build.js';
import { standing, type Made, type Rule } from '../rule.js';

/** The valves whose clearance a reading changes: its own, those of its cylinder, or all. */
function valvesUnder(engine: Engine, place: string): string[] {
  if (parseValve(place)) return [place];
  const valves = placesOf(engine, 'valve');
  return place === 'engine' ? valves : valves.filter((valve) => String(parseValve(valve)!.cylinder) === place);
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
      const tries = measured
        .flatMap((measure) => seen.histories(measure, valve))
        .flatMap((history) => standing(history));
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
