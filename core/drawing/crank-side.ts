import type { Engine } from '../engine/engine.js';
import { firingAngles } from '../engine/firing.js';

/** Sizes of the drawing in its own units; it is scaled as a whole. */
export const CRANK = { step: 118, left: 96, cell: 33, row: 88, axisBelowRows: 128, throw: 46, journal: 20 };

export interface CrankPoint {
  place: string;
  x: number;
  y: number;
}

export interface CrankSide {
  width: number;
  height: number;
  axisY: number;
  mains: CrankPoint[];
  /** Crank pins where they stand with the first cylinder at its firing dead centre. */
  pins: CrankPoint[];
  /** Cylinders over their pins, a row for each bank, the first bank lowest. */
  cylinders: (CrankPoint & { pin: string })[];
  banks: CrankPoint[];
  nose: { x: number; y: number };
}

/**
 * The crank from the side, front to the left. Mains and pins alternate; where an engine has other numbers of them, the
 * pins are spread evenly. Each pin stands as high as its first cylinder's firing angle puts it.
 */
export function crankSide(engine: Pick<Engine, 'banks' | 'pins' | 'mains' | 'firingOrder' | 'intervals'>): CrankSide {
  const { banks, pins, mains } = engine;
  const span = Math.max(mains - 1, pins.length, 1) * CRANK.step;
  const axisY = banks.length * CRANK.row + CRANK.axisBelowRows;
  const angles = new Map(
    firingAngles(engine.firingOrder, engine.intervals).map(({ cylinder, crankDeg }) => [cylinder, crankDeg]),
  );
  const mainX = (index: number) => CRANK.left + (mains > 1 ? (index * span) / (mains - 1) : span / 2);
  const pinX = (index: number) => CRANK.left + ((index + 0.5) * span) / pins.length;

  const placedPins = pins.map((cylinders, index) => {
    const angle = ((angles.get(cylinders[0]) ?? 0) * Math.PI) / 180;
    return { place: `P${index + 1}`, x: pinX(index), y: axisY - CRANK.throw * Math.cos(angle) };
  });
  const cylinders = banks.flatMap((bank, row) =>
    bank.cylinders.map((cylinder) => {
      const pin = pins.findIndex((on) => on.includes(cylinder));
      const shift = pins[pin].length > 1 ? (pins[pin].indexOf(cylinder) - (pins[pin].length - 1) / 2) * 26 : 0;
      const y = (banks.length - row - 0.5) * CRANK.row;
      return { place: String(cylinder), x: pinX(pin) + shift, y, pin: `P${pin + 1}` };
    }),
  );
  const width = CRANK.left + span + 120;
  return {
    width,
    height: axisY + CRANK.throw + 62,
    axisY,
    mains: Array.from({ length: mains }, (_, index) => ({ place: `M${index + 1}`, x: mainX(index), y: axisY })),
    pins: placedPins,
    cylinders,
    banks: banks.map((_, row) => ({ place: `B${row + 1}`, x: width - 52, y: (banks.length - row - 0.5) * CRANK.row })),
    nose: { x: 34, y: axisY },
  };
}
