import type { Impossibility } from '../impossible.js';
import { toCanonical } from '../units/units.js';
import { gaugeLength, type LengthConvention } from './gauge-length.js';

/** One set of pushrods for all valves, or a length for each kind. */
export const ROD_SETS = ['one', 'by-kind'] as const;

/** How pushrods are measured and what they must fit. Lengths in `unit`; what nobody has said is left out. */
export interface PushrodSetUp {
  unit: 'in' | 'mm';
  /** By which convention the checking rod is read, and lengths are told. */
  convention: LengthConvention;
  ballDiameter?: number;
  holeDiameter?: number;
  gaugeDiameter?: number;
  /** The adjustable checking rod: closed, and what a turn opens it by. */
  tool?: { base: number; perTurn: number };
  /** Of the rod to the cylinder: what moves the head counts by its cosine. */
  angleDeg?: number;
  /** Where the plunger is to stand, and where it may; for hydraulic lifters. */
  plunger?: { target: number; min: number; max: number };
  /** Turns of the adjuster, downward from wholly up, that it is to end at; where nothing is said, as at the check. */
  adjusterWanted?: number;
  /** Of the rods to be bought, and the hole in the head that they pass. */
  rodDiameter?: number;
  wall?: number;
  headHole?: number;
  /** Where rods are made to length: from the tube's end to the tip's, told as lengths are. */
  tips?: { lower: number; upper: number };
  rods: (typeof ROD_SETS)[number];
}

/** Everything for which rods cannot be so. */
export function checkPushrodSetUp(said: PushrodSetUp): Impossibility[] {
  const issues: Impossibility[] = [];
  const { plunger, ballDiameter, rodDiameter, wall, headHole } = said;
  if (plunger && plunger.max < plunger.min) issues.push({ path: ['plunger', 'max'], code: 'limit-edges-crossed' });
  if (plunger && (plunger.target < plunger.min || plunger.target > plunger.max))
    issues.push({ path: ['plunger', 'target'], code: 'target-outside' });
  for (const key of ['holeDiameter', 'gaugeDiameter'] as const)
    if (ballDiameter !== undefined && said[key] !== undefined && said[key] >= ballDiameter)
      issues.push({ path: [key], code: 'circle-off-ball' });
  if (wall !== undefined && rodDiameter !== undefined && wall >= rodDiameter / 2)
    issues.push({ path: ['wall'], code: 'wall-closes-rod' });
  if (headHole !== undefined && rodDiameter !== undefined && headHole <= rodDiameter)
    issues.push({ path: ['headHole'], code: 'rod-fills-hole' });
  return issues;
}

const LENGTHS = ['ballDiameter', 'holeDiameter', 'gaugeDiameter', 'rodDiameter', 'wall', 'headHole'] as const;

/** The same with its lengths in millimetres. */
export function rodsInMillimetres(said: PushrodSetUp): PushrodSetUp {
  const { unit, tool, plunger, tips } = said;
  const mm = (value: number) => toCanonical(value, unit);
  const lengths = LENGTHS.filter((key) => said[key] !== undefined).map((key) => [key, mm(said[key]!)]);
  return {
    ...said,
    ...(Object.fromEntries(lengths) as Partial<PushrodSetUp>),
    unit: 'mm',
    ...(tool ? { tool: { base: mm(tool.base), perTurn: mm(tool.perTurn) } } : {}),
    ...(tips ? { tips: { lower: mm(tips.lower), upper: mm(tips.upper) } } : {}),
    ...(plunger ? { plunger: { target: mm(plunger.target), min: mm(plunger.min), max: mm(plunger.max) } } : {}),
  };
}

/** A length in every convention that the balls tell of, in the unit of the set-up; null where a size is missing. */
export function inConventions(said: PushrodSetUp, length: number): Record<LengthConvention, number | null> {
  const { convention, ballDiameter, holeDiameter, gaugeDiameter } = said;
  const circle = { theoretical: 0, overall: holeDiameter, gauge: gaugeDiameter };
  const convert = (to: LengthConvention): number | null => {
    if (to === convention) return length;
    if (ballDiameter === undefined || circle[to] === undefined || circle[convention] === undefined) return null;
    return gaugeLength({
      length,
      from: convention,
      to,
      ballDiameter,
      holeDiameter: holeDiameter ?? 0,
      gaugeDiameter: gaugeDiameter ?? 0,
    });
  };
  return { theoretical: convert('theoretical'), overall: convert('overall'), gauge: convert('gauge') };
}

/**
 * The tube of a rod that is made to length: what its two tips leave of it. Null where nobody has said how high they are.
 *
 * @param length of the finished rod, told as the tips are
 */
export const tubeOf = ({ tips }: Pick<PushrodSetUp, 'tips'>, length: number): number | null =>
  tips ? length - tips.lower - tips.upper : null;

/** What is left on each side of a rod in the middle of its hole; null where a size is missing. */
export const besideRod = ({ rodDiameter, headHole }: PushrodSetUp): number | null =>
  rodDiameter === undefined || headHole === undefined ? null : (headHole - rodDiameter) / 2;

/**
 * The thickest rod that leaves the least that is asked on each side, from the gap that was felt beside another. Lengths in
 * one unit.
 *
 * @example thickestRod({ rod: 0.3125, gap: 0.055, least: 0.03 }) // 0.3625
 */
export const thickestRod = ({ rod, gap, least }: { rod: number; gap: number; least: number }): number =>
  rod + 2 * (gap - least);

/**
 * How far a checking rod is turned open for a length; minus where it is longer than that closed.
 *
 * @example toolTurns({ base: 7.5, perTurn: 0.05 }, 7.71) // 4.2
 */
export const toolTurns = ({ base, perTurn }: NonNullable<PushrodSetUp['tool']>, length: number): number =>
  (length - base) / perTurn;
