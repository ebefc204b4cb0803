import type { Engine } from '../../engine/engine.js';
import { parseValve, placesOf } from '../../engine/places.js';
import { depthCorrections, radialCorrections } from '../../valvetrain/mock-up.js';
import { inBuild, type Corrections } from '../in-build.js';
import { measureOf } from '../../plan/measures.js';
import { agreedTail } from '../agreed.js';
import { leastByDial } from '../dial-in-build.js';
import { standing, type Made, type Rule, type Seen, type Taken } from '../rule.js';
import { valveOverPiston } from '../valve-over-piston.js';

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
      const byDial = measured.includes('pv-dial') ? dialled(seen, valve) : null;
      const each = byDial ? measured.filter((measure) => measure !== 'pv-dial') : measured;
      const tries = each
        .flatMap((measure) => seen.histories(measure, valve))
        .flatMap((history) => countingTogether(standing(history), seen));
      const made = tries.flatMap((one) => inBuild(one, corrections, seen) ?? []);
      return worst([...made, ...(byDial ? [byDial] : [])]).map((one) => ({ ...one, measure: gives }));
    });
  },
});

/** What a dial read at its angles as one; null where nothing tells how the valve moves, or the angles contradict each other. */
function dialled(seen: Seen, place: string): Made | null {
  const { build } = seen.onFile;
  const valve = build && valveOverPiston(seen, place, build);
  return valve && !('lacks' in valve) ? leastByDial(seen, place, valve, build) : null;
}

/** Tries of one check that agree count by their mean; those that do not stand each for itself, and the worst counts. */
function countingTogether(tries: Taken[], { practice, onFile }: Seen): Taken[] {
  const newest = tries.at(-1);
  if (!newest || tries.some(({ isClear }) => isClear)) return tries;
  const checkOf = ({ takenAt }: Taken) => onFile.mockUpAt(takenAt)?.check.check;
  if (tries.some((one) => checkOf(one) !== checkOf(newest))) return tries;
  const agreed = agreedTail(tries.map(({ value }) => value), measureOf(newest.measure), practice); // prettier-ignore
  return agreed?.of === tries.length ? [{ ...newest, value: agreed.value, agreed }] : tries;
}

export const pistonValveRules: Rule[] = [
  finalOf(['pv-depth', 'pv-dial'], 'pv-depth-final', depthCorrections),
  finalOf(['pv-depth-middle'], 'pv-depth-middle-final', depthCorrections),
  finalOf(['pv-radial'], 'pv-radial-final', radialCorrections),
];
