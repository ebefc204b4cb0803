import { reachAt, sweptReach } from '../valvetrain/rocker-position.js';

/** A rocker seen along its pivot, the valve upright to its right; mm and degrees. */
export interface RockerDrawn {
  armLength: number;
  rockerRatio: number;
  /** How far the roller's middle stands above the pivot with the valve closed. */
  closedHeight: number;
  valveLift: number;
  /** How far the valve is open now. */
  lift: number;
  tipMm: number;
  /** Of the mark's middle from the tip's, plus outward: where the valve stands beside the roller. */
  offset: number;
  pushrodAngleDeg: number;
}

interface Point {
  x: number;
  y: number;
}

export interface RockerOverTip {
  pivot: Point;
  roller: Point;
  rollerRadius: number;
  cup: Point;
  /** The lower end of as much of the rod as is seen. */
  rodEnd: Point;
  /** The tip's two corners, and how far down the stem is seen. */
  tip: { left: Point; right: Point; stemY: number };
  /** Where the roller's middle goes, from closed to open. */
  path: Point[];
  /** The least and the furthest of its reach, on the tip. */
  swept: { from: number; to: number; y: number };
}

export const ROCKER = { width: 420, height: 270, pivotY: 104, margin: 34 };
/** The roller to the tip that it rolls on. */
const ROLLER = 0.55;
const PATH_POINTS = 24;

/** How many units of the drawing a millimetre is: the whole rocker from its cup to its roller fills it. */
export const rockerScale = ({ armLength, rockerRatio }: Pick<RockerDrawn, 'armLength' | 'rockerRatio'>): number =>
  (ROCKER.width - 2 * ROCKER.margin) / (armLength + armLength / rockerRatio);

/** Where everything stands with the valve open so far, to scale. */
export function rockerOverTip(drawn: RockerDrawn): RockerOverTip {
  const { armLength, rockerRatio, closedHeight, valveLift, lift, tipMm, offset, pushrodAngleDeg } = drawn;
  const scale = rockerScale(drawn);
  const pivotX = ROCKER.margin + (armLength / rockerRatio) * scale;
  const at = (x: number, y: number): Point => ({ x: pivotX + x * scale, y: ROCKER.pivotY - y * scale });
  const height = closedHeight - lift;
  const reach = reachAt(armLength, height);
  const reaches = Array.from({ length: PATH_POINTS + 1 }, (_, step) => {
    const open = (valveLift * step) / PATH_POINTS;
    return { x: reachAt(armLength, closedHeight - open), y: closedHeight - open };
  });
  const { least, most } = sweptReach({ armLength, closedHeight, lift: valveLift });
  const radius = tipMm * ROLLER;
  // The mark's middle lies so far from the tip's.
  const middle = (least + most) / 2 - offset;
  const tipY = height - radius;
  // The arm goes straight through the pivot, shorter by the ratio.
  const cup = { x: -reach / rockerRatio, y: -height / rockerRatio };
  const lean = (pushrodAngleDeg * Math.PI) / 180;
  const seen = (ROCKER.height - ROCKER.pivotY) / scale;
  return {
    pivot: at(0, 0),
    roller: at(reach, height),
    rollerRadius: radius * scale,
    cup: at(cup.x, cup.y),
    rodEnd: at(cup.x + Math.sin(lean) * seen, cup.y - Math.cos(lean) * seen),
    tip: { left: at(middle - tipMm / 2, tipY), right: at(middle + tipMm / 2, tipY), stemY: ROCKER.height - 8 },
    path: reaches.map(({ x, y }) => at(x, y)),
    swept: { from: at(least, tipY).x, to: at(most, tipY).x, y: at(0, tipY).y },
  };
}
