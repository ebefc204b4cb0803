import { readWheel, type WheelFace } from '../wheel/wheel-face.js';

/** Sizes of the wheel in its own units, its middle at the origin. */
export const WHEEL = { radius: 200, scale: 186, label: 160, ticks: 5 };

export interface WheelMark {
  /** Crank degrees after top centre that this mark of the wheel stands for. */
  deg: number;
  /** The number that is printed there; every thirtieth degree has one. */
  text: string | null;
  length: number;
}

/** The graduation of a builder's wheel: a mark every five degrees, longer at ten, with numbers at thirty. */
export function wheelMarks(face: WheelFace, runs: 'with' | 'against'): WheelMark[] {
  return Array.from({ length: 360 / WHEEL.ticks }, (_, index) => {
    const deg = index * WHEEL.ticks;
    const length = deg % 30 === 0 ? 16 : deg % 10 === 0 ? 11 : 6;
    return { deg, text: deg % 30 === 0 ? String(readWheel(deg, face, runs).deg) : null, length };
  });
}

/**
 * Where a mark of the wheel stands, degrees clockwise from the pointer at twelve o'clock, while the crank stands
 * `crankDeg` after top centre. The engine turns clockwise, seen from its front, and the numbers climb as it turns: so
 * they run anticlockwise round the disc.
 */
export function onDisc(deg: number, crankDeg: number): number {
  return crankDeg - deg;
}
