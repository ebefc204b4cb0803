import type { ValveKind } from '../engine/engine.js';

/** A valve as it stands over its pocket, mm and degrees. */
export interface OverPocket {
  kind: ValveKind;
  angleDeg: number;
  headMm: number;
  pocketMm: number;
  /** How far it is open. */
  open: number;
  /** From the closed valve to the bottom of its pocket at the top, along the valve; null where nothing tells it. */
  dropAtTdc: number | null;
}

export interface SectionInput {
  boreMm: number;
  /** How far the piston is below its top. */
  down: number;
  /** How far its crown stands from the head at the top. */
  squishMm: number;
  valves: OverPocket[];
}

interface Point {
  x: number;
  y: number;
}

interface DrawnOver {
  kind: ValveKind;
  /** Its head as a plate, and the stem's end. */
  head: [Point, Point, Point, Point];
  seat: [Point, Point];
  face: Point;
  stem: Point;
  /** The pocket's outline, down one side, along its bottom and up the other; null where its depth is not known. */
  pocket: [Point, Point, Point, Point] | null;
  /** Straight below the face: where the gap ends. */
  floor: Point | null;
}

export interface PocketSection {
  width: number;
  height: number;
  /** Units of the drawing in a millimetre. */
  scale: number;
  deckY: number;
  walls: [left: number, right: number];
  crown: { y: number; left: number; right: number };
  valves: DrawnOver[];
}

/** Sizes of the drawing, in its own units: the cylinder's top, from a little above the head to well below the crown. */
const SECTION = { width: 400, height: 360, margin: 34, deckY: 128 };
/** Where valves sit, to the bore: across from the middle, and above the deck in the chamber. */
const SEAT = { across: 0.235, above: 0.035, thick: 0.045, stem: 0.5 };

/**
 * The top of a cylinder cut through both valves, to scale: each valve as far open as it is, the piston as far down, and
 * between them the gap along the valve. The bottom of a pocket lies across its valve, so far from the closed valve as
 * was measured.
 */
export function pocketSection({ boreMm, down, squishMm, valves }: SectionInput): PocketSection {
  const { width, height, margin, deckY } = SECTION;
  const scale = (width - 2 * margin) / boreMm;
  const at = (xMm: number, yMm: number): Point => ({ x: width / 2 + xMm * scale, y: deckY - yMm * scale });
  const crownMm = -squishMm - down;
  const [left, right] = [at(-boreMm / 2, 0).x, at(boreMm / 2, 0).x];
  return {
    width,
    height,
    scale,
    deckY,
    walls: [left, right],
    crown: { y: at(0, crownMm).y, left, right },
    valves: valves.map(({ kind, angleDeg, headMm, pocketMm, open, dropAtTdc }): DrawnOver => {
      const side = kind === 'I' ? -1 : 1;
      const tilt = (angleDeg * Math.PI) / 180;
      const seat: [number, number] = [side * boreMm * SEAT.across, boreMm * SEAT.above];
      // Down along the valve, towards the piston, and across it.
      const [dx, dy] = [-side * Math.sin(tilt), -Math.cos(tilt)];
      const point = (along: number, across: number, from = seat): Point =>
        at(from[0] + dx * along - dy * across, from[1] + dy * along + dx * across);
      const half = headMm / 2;
      const thick = boreMm * SEAT.thick;
      // The piston has gone straight down with its pocket.
      const bottom: [number, number] | null = dropAtTdc === null ? null : [seat[0] + dx * dropAtTdc, seat[1] + dy * dropAtTdc - down]; // prettier-ignore
      const wall = boreMm * 0.6;
      return {
        kind,
        head: [
          point(open, -half),
          point(open, half),
          point(open - thick, half * 0.82),
          point(open - thick, -half * 0.82),
        ],
        seat: [point(0, -half), point(0, half)],
        face: point(open, 0),
        stem: point(open - boreMm * SEAT.stem, 0),
        pocket: bottom && [
          point(-wall, -pocketMm / 2, bottom),
          point(0, -pocketMm / 2, bottom),
          point(0, pocketMm / 2, bottom),
          point(-wall, pocketMm / 2, bottom),
        ],
        floor: bottom && floorBelow(seat, [dx, dy], open, bottom, at),
      };
    }),
  };
}

/** The point of the pocket's bottom that lies straight below the valve's face. */
function floorBelow(
  seat: [number, number],
  [dx, dy]: [number, number],
  open: number,
  bottom: [number, number],
  at: (x: number, y: number) => Point,
): Point {
  const face = [seat[0] + dx * open, seat[1] + dy * open];
  const gap = (bottom[0] - face[0]) * dx + (bottom[1] - face[1]) * dy;
  return at(face[0] + dx * gap, face[1] + dy * gap);
}
