import { apart, direction, goFrom, zeroBetween, type Point } from './plane.js';

/**
 * One valve with what drives it, as it truly is; lengths in mm. Seen from the side: y along the valve and upward, x from
 * the rocker's pivot outward to the valve. Nothing here knows a formula of the trade: points, and distances between them.
 */
export interface ValveDrive {
  /** A nut lowers the pivot, a screw at the rod's end lowers its cup; shims raise the pivot of either. */
  adjuster: 'nut' | 'screw';
  /** What a turn of the adjuster travels. */
  pitch: number;
  rocker: {
    /** From the pivot to the roller's centre, and to the cup's with the screw wholly up. */
    arm: number;
    cupArm: number;
    /** From the one arm to the other, degrees; about a straight line. */
    betweenDeg: number;
    rollerRadius: number;
  };
  /** The pivot with the adjuster wholly up and no shims, and the tip of the closed valve. */
  pivot: Point;
  tip: Point;
  /** Where the rod stands in the lifter on the base circle, with the plunger up; and which way a lobe pushes it. */
  seat: Point;
  lifterDeg: number;
  /** Which way the head goes when its gasket is thicker. */
  deckDeg: number;
}

/** How a drive is put together. */
export interface Assembly {
  rod: number;
  /** Of the adjuster, downward from wholly up. */
  turns: number;
  /** Under the stand. */
  shim: number;
  /** Of the gasket over that which the drive was measured with; minus where metal is cut. */
  raised: number;
  lashCap: number;
  /** How deep the plunger stands in its lifter. */
  plungerDepth: number;
}

export const BARE: Omit<Assembly, 'rod' | 'turns'> = { shim: 0, raised: 0, lashCap: 0, plungerDepth: 0 };

/** An arm of the rocker can turn so far either way before it would stand upright, degrees. */
const FURTHEST_DEG = 60;

function pivotOf({ pivot, adjuster, pitch }: ValveDrive, { turns, shim }: Pick<Assembly, 'turns' | 'shim'>): Point {
  return { x: pivot.x, y: pivot.y + shim - (adjuster === 'nut' ? turns * pitch : 0) };
}

function cupAt(drive: ValveDrive, assembly: Pick<Assembly, 'turns' | 'shim'>, armDeg: number): Point {
  const { rocker, adjuster, pitch } = drive;
  const toCup = armDeg + rocker.betweenDeg;
  const cup = goFrom(pivotOf(drive, assembly), direction(toCup), rocker.cupArm);
  // A screw stands square to its arm, and leaves it downward.
  return adjuster === 'screw' ? goFrom(cup, direction(toCup + 90), assembly.turns * pitch) : cup;
}

function seatOf({ seat, lifterDeg, deckDeg }: ValveDrive, assembly: Omit<Assembly, 'rod' | 'turns'>, lobeLift: number): Point {
  const pushed = goFrom(seat, direction(lifterDeg), lobeLift - assembly.plungerDepth);
  // The head is where the drive is drawn; a thicker gasket takes the block away from it.
  return goFrom(pushed, direction(deckDeg), -assembly.raised);
} // prettier-ignore

/** Of the arm to the square of the valve, with its roller on the closed valve; plus above. */
export function restDeg(drive: ValveDrive, assembly: Omit<Assembly, 'rod' | 'plungerDepth' | 'raised'>): number {
  const over = drive.tip.y + assembly.lashCap + drive.rocker.rollerRadius - pivotOf(drive, assembly).y;
  return (Math.asin(over / drive.rocker.arm) * 180) / Math.PI;
}

/** The rod that stands between lifter and rocker without any play, on the base circle and the closed valve. */
export function rodWithoutPlay(drive: ValveDrive, assembly: Omit<Assembly, 'rod'>): number {
  return apart(cupAt(drive, assembly, restDeg(drive, assembly)), seatOf(drive, assembly, 0));
}

/** How far the rod leans against the way that the head goes with its gasket, degrees: what a protractor reads. */
export function rodLeanDeg(drive: ValveDrive, assembly: Omit<Assembly, 'rod'>): number {
  const cup = cupAt(drive, assembly, restDeg(drive, assembly));
  const seat = seatOf(drive, assembly, 0);
  return (Math.atan2(cup.y - seat.y, cup.x - seat.x) * 180) / Math.PI - drive.deckDeg;
}

/** Where an adjuster is looked for, turns: past its end either way by some. */
const TURNS = { from: -4, to: 14 };

/** Where the adjuster takes the last play out, turns; null where it has no such place. */
export function turnsWithoutPlay(drive: ValveDrive, assembly: Omit<Assembly, 'turns'>): number | null {
  const over = (turns: number) => rodWithoutPlay(drive, { ...assembly, turns }) - assembly.rod;
  return zeroBetween(over, TURNS.from, TURNS.to);
}

/** How deep the closed valve presses the plunger, mm; minus while there is play. */
export function depthPressed(drive: ValveDrive, assembly: Assembly): number {
  const rest = cupAt(drive, assembly, restDeg(drive, assembly));
  const between = (plungerDepth: number) => apart(rest, seatOf(drive, { ...assembly, plungerDepth }, 0)) - assembly.rod;
  return zeroBetween(between, -assembly.rod / 2, assembly.rod / 2)!;
}

/** Of the arm to the square of the valve, with the lobe so far up; the valve follows the roller. */
function armDegAt(drive: ValveDrive, assembly: Assembly, lobeLift: number): number {
  const seat = seatOf(drive, assembly, lobeLift);
  const over = (armDeg: number) => apart(cupAt(drive, assembly, armDeg), seat) - assembly.rod;
  const rest = restDeg(drive, assembly);
  // The rod turns the rocker; where it has play the roller rests on the closed valve.
  return Math.min(rest, zeroBetween(over, rest - FURTHEST_DEG, rest + FURTHEST_DEG) ?? rest);
}

/** What a feeler finds between roller and closed valve on the base circle, mm: 0 without play. */
export function lashUnder(drive: ValveDrive, assembly: Assembly): number {
  const { arm } = drive.rocker;
  const seat = seatOf(drive, assembly, 0);
  const over = (armDeg: number) => apart(cupAt(drive, assembly, armDeg), seat) - assembly.rod;
  const rest = restDeg(drive, assembly);
  const lifted = zeroBetween(over, rest - FURTHEST_DEG, rest + FURTHEST_DEG)!;
  return Math.max(0, arm * (direction(lifted).y - direction(rest).y));
}

/** How far the valve is open with the lobe so far up, mm. */
export function valveOpen(drive: ValveDrive, assembly: Assembly, lobeLift: number): number {
  const { arm } = drive.rocker;
  const height = (deg: number) => arm * direction(deg).y;
  return height(restDeg(drive, assembly)) - height(armDegAt(drive, assembly, lobeLift));
}

/** What a dyed tip shows once the engine has turned: how wide the roller has rubbed, and where; plus outward of the tip's middle. */
export interface RubbedMark {
  width: number;
  offset: number;
  /** Where the roller began, closed, from the tip's middle. */
  closedAt: number;
}

/** How finely a lobe is gone through: between two steps a roller's reach curves by less than a micrometre. */
const STEPS = 40;

/** @param lineWidth of a mark that a roller makes which does not move */
export function rubMark(drive: ValveDrive, assembly: Assembly, noseLift: number, lineWidth: number): RubbedMark {
  const across = Array.from({ length: STEPS + 1 }, (_, step) => {
    const deg = armDegAt(drive, assembly, (noseLift * step) / STEPS);
    return drive.pivot.x + drive.rocker.arm * direction(deg).x - drive.tip.x;
  });
  const [least, most] = [Math.min(...across), Math.max(...across)];
  return { width: most - least + lineWidth, offset: (least + most) / 2, closedAt: across[0] };
}
