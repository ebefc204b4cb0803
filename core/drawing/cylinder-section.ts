import { pistonDrop } from '../engine/piston.js';

/** What is known of a cylinder, mm and degrees; the rest is drawn as engines usually are. */
export interface CylinderFigures {
  bore?: number;
  stroke?: number;
  rod?: number;
  intake: { angleDeg?: number; headMm?: number };
  exhaust: { angleDeg?: number; headMm?: number };
}

interface Point {
  x: number;
  y: number;
}

interface DrawnValve {
  /** Where the head lies, and where the stem ends. */
  head: [Point, Point];
  seat: Point;
  tip: Point;
}

/** A cylinder cut through, in the drawing's own units, the crank's axis below. */
export interface CylinderSection {
  width: number;
  height: number;
  axis: Point;
  pin: Point;
  wrist: Point;
  throwRadius: number;
  piston: { x: number; y: number; width: number; height: number };
  /** Both walls from the deck down, and the inner width between them. */
  walls: { left: number; right: number; deckY: number; endY: number };
  intake: DrawnValve;
  exhaust: DrawnValve;
  /** The stroke beside the cylinder: where the crown stands at top and at bottom. */
  travel: { x: number; topY: number; bottomY: number };
}

/** Sizes of the drawing, in its own units. */
const SECTION = { width: 320, height: 560, margin: 26, crankDeg: 40 };

/** Usual proportions of an engine, to the bore: what is not known is drawn by them, and not labelled. */
const USUAL = {
  boreMm: 100,
  strokeToBore: 0.9,
  rodToStroke: 1.7,
  angleDeg: 15,
  intakeHead: 0.5,
  exhaustHead: 0.4,
  crown: 0.34,
};

/**
 * A cylinder with its piston some way down: bore, stroke, rod and valves to scale, as far as they are known. The drawing
 * is scaled as a whole to the height of crank and cylinder together.
 */
export function cylinderSection({ bore, stroke, rod, intake, exhaust }: CylinderFigures): CylinderSection {
  const { width, height, margin, crankDeg } = SECTION;
  const boreMm = bore ?? (stroke ? stroke / USUAL.strokeToBore : USUAL.boreMm);
  const strokeMm = stroke ?? boreMm * USUAL.strokeToBore;
  const rodMm = Math.max(rod ?? strokeMm * USUAL.rodToStroke, strokeMm * 0.6);
  const [throwMm, crownMm, stemMm] = [strokeMm / 2, boreMm * USUAL.crown, boreMm * 0.85];
  const tallMm = throwMm + rodMm + throwMm + crownMm + stemMm;
  const scale = Math.min((height - 2 * margin) / tallMm, (width - 5 * margin) / (boreMm * 1.25));
  const axis = { x: width / 2 - margin, y: height - margin - throwMm * scale };
  const at = (xMm: number, yMm: number): Point => ({ x: axis.x + xMm * scale, y: axis.y - yMm * scale });

  const angle = (crankDeg * Math.PI) / 180;
  const topMm = throwMm + rodMm;
  const wristMm = topMm - pistonDrop({ strokeMm, rodMm }, crankDeg);
  const deckMm = topMm + crownMm;
  const valve = (side: -1 | 1, { angleDeg = USUAL.angleDeg, headMm }: CylinderFigures['intake'], usual: number) => {
    const tilt = (angleDeg * Math.PI) / 180;
    const seat: [number, number] = [side * boreMm * 0.235, deckMm + boreMm * 0.03];
    const half = (headMm ?? boreMm * usual) / 2;
    const along = (by: number): [number, number] => [
      seat[0] + side * Math.sin(tilt) * by,
      seat[1] + Math.cos(tilt) * by,
    ];
    const across = (by: number): [number, number] => [
      seat[0] + Math.cos(tilt) * by,
      seat[1] - side * Math.sin(tilt) * by,
    ];
    return { seat: at(...seat), tip: at(...along(stemMm)), head: [at(...across(-half)), at(...across(half))] } as DrawnValve; // prettier-ignore
  };
  const [left, right] = [at(-boreMm / 2, deckMm), at(boreMm / 2, deckMm)];
  const crown = at(-boreMm / 2, wristMm + crownMm);
  return {
    width,
    height,
    axis,
    pin: at(throwMm * Math.sin(angle), throwMm * Math.cos(angle)),
    wrist: at(0, wristMm),
    throwRadius: throwMm * scale,
    piston: { x: crown.x, y: crown.y, width: boreMm * scale, height: boreMm * 0.62 * scale },
    walls: { left: left.x, right: right.x, deckY: left.y, endY: at(0, deckMm - strokeMm - crownMm * 1.1).y },
    intake: valve(-1, intake, USUAL.intakeHead),
    exhaust: valve(1, exhaust, USUAL.exhaustHead),
    travel: { x: right.x + 26, topY: left.y, bottomY: at(0, deckMm - strokeMm).y },
  };
}
