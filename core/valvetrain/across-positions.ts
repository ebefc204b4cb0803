import { belowTop } from '../engine/piston.js';
import { pistonValve, type PistonValve, type PistonValveInput } from './piston-valve.js';
import { leastGap, tableOf, travelOf } from './valve-gap.js';

/** A valve over its piston, the cam where it is meant to stand. Lengths in one unit. */
export type OverPiston = Pick<
  PistonValveInput,
  'stroke' | 'rodLength' | 'valveAngleDeg' | 'rockerRatio' | 'lobe' | 'lash'
>;

/** What one would change on the build: the cam's position from where it stands, gasket and milling by so much. */
export interface WhatIf {
  advance: number;
  gasketBy: number;
  milledBy: number;
  lash: number;
  rockerRatio: number;
  /** Of another cam, where one thinks of one: it stands where the known one does. */
  lobe?: OverPiston['lobe'];
}

export interface AcrossInput {
  valve: OverPiston;
  /** The least clearance of the build as it stands. */
  clearance: number;
  whatIf: WhatIf;
  limit: number;
  /** The gap beside the valve where it comes closest, as the build stands; null where it is not known. */
  radial: number | null;
  crankStep: number;
}

interface AtPosition {
  /** Crank degrees advanced from where the cam stands. */
  advance: number;
  least: number;
  atDeg: number;
  radial: number | null;
}

export interface Across {
  dropAtTdc: number;
  /** With the cam where one would have it. */
  curve: PistonValve['curve'];
  here: AtPosition;
  positions: AtPosition[];
  /** Between which positions the limit is kept; null where none does. */
  safe: { min: number; max: number } | null;
  /** How much deeper the pocket must be, with the cam where one would have it. */
  cutNeeded: number;
}

/** How far, and how finely, a cam is looked at on either side of where it stands, crank degrees. */
const REACH = { deg: 12, stepDeg: 0.5 };
const POSITIONS = Array.from({ length: (2 * REACH.deg) / REACH.stepDeg + 1 }, (_, turn) => turn * REACH.stepDeg - REACH.deg); // prettier-ignore

/** From the closed valve to the piston at the top, as the build stands: what its least clearance tells; and where that is. */
export function standsAt({ valve, clearance, crankStep }: Pick<AcrossInput, 'valve' | 'clearance' | 'crankStep'>): {
  dropAtTdc: number;
  atDeg: number;
} {
  const { rockerRatio, lash } = valve;
  const travel = travelOf({ ...valve, crankStep });
  const [gap, index] = leastGap(travel, tableOf(valve.lobe), { rockerRatio, lash, advance: 0 });
  return { dropAtTdc: clearance - gap, atDeg: travel.deg[index] };
}

/**
 * How close a valve comes to its piston at every position of the cam, on the build as it would be with what one has in
 * mind. From its least clearance as it stands, by `pistonValve`.
 *
 * @throws ImpossibleInput as `pistonValve`
 */
export function acrossPositions({ valve, clearance, whatIf, limit, radial, crankStep }: AcrossInput): Across {
  const { dropAtTdc: drop } = standsAt({ valve, clearance, crankStep });
  const { advance, gasketBy, milledBy, lash, rockerRatio, lobe = valve.lobe } = whatIf;
  const input: PistonValveInput = {
    ...valve,
    lobe,
    rockerRatio,
    lash,
    lashAtCheck: lash,
    measured: { kind: 'drop-at-tdc', clearance: drop },
    gasketAtCheck: milledBy,
    gasketFinal: gasketBy,
    limit,
    crankStep,
    phases: [...POSITIONS, advance],
  };
  const { phases, safeAdvance } = pistonValve(input);
  // The curve is that of a cam that stands where one would have it.
  const moved = pistonValve({ ...input, lobe: lobe.map(([deg, lift]) => [deg - advance, lift]), phases: [] });

  const sine = Math.sin((valve.valveAngleDeg * Math.PI) / 180);
  const below = (deg: number) => {
    const angle = (deg * Math.PI) / 180;
    return belowTop(valve.stroke / 2, valve.rodLength, Math.sin(angle), Math.cos(angle));
  };
  const stands = phases[POSITIONS.indexOf(0)];
  const positions = phases.map(({ advance: position, minimum, atDeg }): AtPosition => ({
    advance: position,
    least: minimum,
    atDeg,
    // The piston carries the pocket sideways past the leaning valve; to which side is not known.
    radial: radial === null ? null : radial - Math.abs(below(atDeg) - below(stands.atDeg) + gasketBy - milledBy) * sine,
  }));
  return {
    dropAtTdc: drop,
    curve: moved.curve,
    here: positions[positions.length - 1],
    positions: positions.slice(0, -1),
    safe: safeAdvance,
    cutNeeded: moved.cutNeeded,
  };
}
