import { ratioOf } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import type { Lack, MockUp } from '../valvetrain/mock-up.js';
import { leastGap, tableOf, travelOf } from '../valvetrain/valve-gap.js';
import { inPlace, type Seen } from './rule.js';

/** How fine the crank is turned to find where valve and piston come closest, degrees. */
export const CRANK_STEP_DEG = 0.5;

/** As much of what was read as tells how a valve moves over its piston. */
export type SeenOverPiston = Pick<Seen, 'engine' | 'onFile' | 'latest' | 'histories'>;

/** A valve over its piston in the final build, but for how far apart they are. Lengths in mm. */
export interface ValveOverPiston {
  stroke: number;
  rodLength: number;
  valveAngleDeg: number;
  rockerRatio: number;
  /** Turned so that 0 is where the cam will stand. */
  lobe: [deg: number, lift: number][];
  lash: number;
  /** Where the lobe was swept; null for one that the card describes. */
  swept: { place: string; at: string } | null;
}

/** Where the sprocket will have the cam: as the mock-up says, else as the timing has it; at its mark before either does. */
export const camInBuild = (build: MockUp | null, { latest }: Pick<Seen, 'latest'>): number =>
  build?.camDeg ?? latest('cam-offset', 'engine')?.value ?? 0;

/** Where the sprocket had the cam when a lobe was swept; the card describes one at its mark. */
function camOfLobe(swept: ValveOverPiston['swept'], { histories }: Pick<Seen, 'histories'>): number {
  if (!swept) return 0;
  const positions = inPlace(histories('cam-offset', 'engine').flat());
  return positions.findLast(({ takenAt }) => takenAt <= swept.at)?.value ?? 0;
}

/** How a valve moves over its piston with the cam where it will stand, or what is missing to tell. */
export function valveOverPiston(
  seen: SeenOverPiston,
  place: string,
  build: MockUp,
): ValveOverPiston | { lacks: Lack[] } {
  const { engine, onFile } = seen;
  const { kind } = parseValve(place)!;
  const [stroke, rodLength] = [onFile.figure('stroke'), onFile.figure('rod-length')];
  const valveAngleDeg = onFile.figure(kind === 'I' ? 'valve-angle-intake' : 'valve-angle-exhaust');
  const lobe = onFile.lobe(place);
  if (stroke === undefined || rodLength === undefined || valveAngleDeg === undefined || !lobe) {
    const missing: [Lack, unknown][] = [
      ['stroke', stroke],
      ['rod-length', rodLength],
      ['valve-angle', valveAngleDeg],
      ['lobe', lobe ?? undefined],
    ];
    return { lacks: missing.flatMap(([lack, known]) => (known === undefined ? [lack] : [])) };
  }
  const turned = camInBuild(build, seen) - camOfLobe(lobe.swept, seen);
  return {
    stroke,
    rodLength,
    valveAngleDeg,
    rockerRatio: ratioOf(engine, kind),
    lobe: lobe.points.map(([deg, lift]) => [deg - turned, lift]),
    lash: build.lash[kind],
    swept: lobe.swept,
  };
}

/**
 * What it adds to the least clearance of a valve that the cam will stand elsewhere than at the check, mm; or what is
 * missing to tell.
 */
export function camTerm(
  seen: SeenOverPiston,
  place: string,
  { check, build }: { check: MockUp; build: MockUp },
): number | { lacks: Lack[] } {
  const back = check.camAtCheckDeg - camInBuild(build, seen);
  if (back === 0) return 0;
  const valve = valveOverPiston(seen, place, build);
  if ('lacks' in valve) return valve;
  const { rockerRatio, lash } = valve;
  const travel = travelOf({ ...valve, crankStep: CRANK_STEP_DEG });
  const lobe = tableOf(valve.lobe);
  const least = (advance: number) => leastGap(travel, lobe, { rockerRatio, lash, advance })[0];
  return least(0) - least(back);
}
