import { dialInBuild } from '../derive/dial-in-build.js';
import { CRANK_STEP_DEG, valveOverPiston, type ValveOverPiston } from '../derive/valve-over-piston.js';
import type { ValveKind } from '../engine/engine.js';
import { parseValve } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { uncertaintyOf } from '../plan/practice.js';
import { standsAt } from '../valvetrain/across-positions.js';
import type { Lack } from '../valvetrain/mock-up.js';
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
    dial: valve ? dialInBuild(seen, place, valve, build).map(({ deg, gap }) => [deg, gap]) : [],
    headMm: onFile.figure(`valve-diameter-${name}`),
    pocketMm: onFile.figure(`pocket-diameter-${name}`),
  };
}
