import { direction, goFrom } from './plane.js';
import { BARE, restDeg, type ValveDrive } from './valve-drive.js';

/** A drive, and what its maker prints of it. */
export interface SomeDrive {
  drive: ValveDrive;
  /** Of the lever with its roller on the closed valve. */
  ratio: number;
  /** What the lobe lifts, mm. */
  noseLift: number;
  /** The rod that it was drawn with, mm: there is no play with the adjuster turned in so far. */
  rod: number;
  turns: number;
}

/**
 * A drive as one could be met: sizes within what is built, nothing quite square.
 *
 * @param chance from 0 to below 1
 */
export function someDrive(adjuster: ValveDrive['adjuster'], chance: () => number): SomeDrive {
  const between = (least: number, most: number) => least + (most - least) * chance();
  const [ratio, arm, noseLift] = [between(1.45, 1.85), between(33, 42), between(6, 9.5)];
  const rollerRadius = between(4, 7);
  const turns = between(1.5, 5);
  const pitch = adjuster === 'nut' ? 25.4 / 20 : 25.4 / 24;
  const pivot = { x: 0, y: 0 };
  // Square to the valve somewhere about half the lift.
  const closedHeight = (noseLift * ratio) / 2 + between(-2, 2);
  const lowered = adjuster === 'nut' ? turns * pitch : 0;
  const tip = { x: 0, y: closedHeight - rollerRadius - lowered };
  const rocker = { arm, cupArm: arm / ratio, betweenDeg: 180 + between(-4, 4), rollerRadius };
  const half = { adjuster, pitch, rocker, pivot, tip, lifterDeg: 90 + between(-12, 12), deckDeg: 90 + between(-15, 15) };
  const restingDeg = restDeg({ ...half, seat: pivot }, { ...BARE, turns });
  const [toCup, rodDeg] = [restingDeg + rocker.betweenDeg, -90 + between(-8, 8)];
  // The lever that the maker prints is that with the valve closed: how far roller and cup go for a small turn.
  const turnsCup = Math.abs(direction(toCup).x * direction(rodDeg).y - direction(toCup).y * direction(rodDeg).x);
  rocker.cupArm = (arm * direction(restingDeg).x) / (ratio * turnsCup);
  const cup = goFrom({ x: pivot.x, y: pivot.y - lowered }, direction(toCup), rocker.cupArm);
  const screwed = adjuster === 'screw' ? goFrom(cup, direction(toCup + 90), turns * pitch) : cup;
  const rod = between(170, 240);
  const drive = {
    ...half,
    tip: { x: arm * direction(restingDeg).x + between(-1, 1), y: tip.y },
    seat: goFrom(screwed, direction(rodDeg), rod),
  };
  return { drive, ratio, noseLift, rod, turns };
} // prettier-ignore
