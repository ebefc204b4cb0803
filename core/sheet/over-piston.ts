import { camInBuild, CRANK_STEP_DEG, valveOverPiston, type ValveOverPiston } from '../derive/valve-over-piston.js';
import { standing } from '../derive/rule.js';
import { inBuild } from '../derive/in-build.js';
import type { ValveKind } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { standsAt, type OverPiston } from '../valvetrain/across-positions.js';
import { depthCorrections, type Lack, type MockUp } from '../valvetrain/mock-up.js';
import { lobeLiftAt } from '../valvetrain/valve-at.js';
import type { Judging } from './judging.js';
import { limitAt, type AppliedLimit } from './limits.js';
import type { SheetRow } from './row.js';
import type { Sheet } from './sheet.js';

/** A valve over its piston as the build stands, with what was read of it and what bounds it. Lengths in mm. */
export interface Clearance {
  place: string;
  kind: ValveKind;
  /** How it moves; null while that cannot be told, for what is missing. */
  valve: ValveOverPiston | null;
  lacks: Lack[];
  /** From the closed valve to the piston at the top; null while nothing was read, or nothing touched. */
  dropAtTdc: number | null;
  /** Crank degrees from overlap top centre at which it comes closest; null likewise. */
  closestDeg: number | null;
  /** The least depth, as it counts; the one through the middle of the clay; the gap beside the valve. */
  depth: SheetRow | null;
  middle: SheetRow | null;
  radial: SheetRow | null;
  limit: AppliedLimit | null;
  /** What the dial read at angles of the crank, brought to the build. */
  dial: [deg: number, gap: number][];
  headMm: number | undefined;
  pocketMm: number | undefined;
}

/** The parts that a clearance is told by: the newest set-up, and everything read and judged. */
interface Told {
  judging: Judging;
  sheet: Pick<Sheet, 'rows'>;
  /** Of the build, in mm. */
  build: MockUp;
}

/** What a dial read at one angle, with the cam where the build has it: all but the cam itself as its terms, the cam by its lift there. */
function dialInBuild({ judging, build }: Told, place: string, valve: OverPiston): Clearance['dial'] {
  const seen = judging.stand.seen();
  return seen
    .histories('pv-dial', place)
    .flatMap((tries) => standing(tries).slice(-1))
    .flatMap((one): Clearance['dial'] => {
      const made = inBuild(one, depthCorrections, seen);
      const both = seen.onFile.mockUpAt(one.takenAt);
      if (!made || !both || !one.at) return [];
      const deg = one.at.value;
      const back = both.check.camAtCheckDeg - camInBuild(build, seen);
      const lift = (advance: number) => Math.max(0, lobeLiftAt(valve.lobe, deg + advance) * valve.rockerRatio - valve.lash); // prettier-ignore
      const others = made.terms
        .filter(({ name }) => name !== 'cam-position')
        .reduce((sum, { value }) => sum + value, 0);
      return [[deg, others + lift(back) - lift(0)]];
    })
    .sort(([a], [b]) => a - b);
}

/** The clearance of a valve; null while no set-up says what the build will be. */
export function clearanceOf(judging: Judging, sheet: Pick<Sheet, 'rows'>, place: string): Clearance | null {
  const seen = judging.stand.seen();
  const { onFile } = seen;
  const { build } = onFile;
  if (!build) return null;
  const { kind } = parseValve(place)!;
  const rowAt = (measure: string) => sheet.rows.find((row) => row.measure === measure && row.place === place) ?? null;
  const depth = rowAt('pv-depth-final');
  const told = valveOverPiston(seen, place, build);
  const valve = 'lacks' in told ? null : told;
  const name = kind === 'I' ? 'intake' : 'exhaust';
  const isTouched = depth !== null && !depth.isClear && depth.verdict !== 'suspect';
  const stands = valve && isTouched ? standsAt({ valve, clearance: depth.value, crankStep: CRANK_STEP_DEG }) : null;
  return {
    place,
    kind,
    valve,
    lacks: 'lacks' in told ? told.lacks : [],
    dropAtTdc: stands && stands.dropAtTdc,
    closestDeg: stands && stands.atDeg,
    depth,
    middle: rowAt('pv-depth-middle-final'),
    radial: rowAt('pv-radial-final'),
    limit: limitAt(judging, 'pv-depth-final', place, uncertaintyOf(judging.spec.practice, measureOf('pv-depth-final'))),
    dial: valve ? dialInBuild({ judging, sheet, build }, place, valve) : [],
    headMm: onFile.figure(`valve-diameter-${name}`),
    pocketMm: onFile.figure(`pocket-diameter-${name}`),
  };
}
