import type { Bank } from '../engine/engine.js';
import { parseValve, valvesOfBank } from '../engine/places.js';

/** Sizes of the map in its own units; the drawing is scaled as a whole. */
export const MAP = { pitch: 208, bore: 98, dial: 41, dialApart: 47, rowApart: 216, fewestColumns: 3 };

export interface MapLayout {
  width: number;
  height: number;
  cylinders: { cylinder: number; x: number; y: number; /** Where its number stands. */ numberY: number }[];
  valves: { place: string; x: number; y: number }[];
  /** Between the banks of a V: where the crank line runs; `null` for a single row. */
  crankLineY: number | null;
}

/**
 * The engine from above, front to the left: the first bank in the lowest row, as one sees it standing beside it.
 * Valves stand in their true order along the head, numbers towards the middle of the engine.
 */
export function valveMapLayout(banks: Bank[]): MapLayout {
  const columns = Math.max(MAP.fewestColumns, ...banks.map((bank) => bank.cylinders.length));
  const width = columns * MAP.pitch;
  const height = banks.length * MAP.rowApart;
  const layout: MapLayout = {
    width,
    height,
    cylinders: [],
    valves: [],
    crankLineY: banks.length === 2 ? height / 2 : null,
  };
  banks.forEach((bank, row) => {
    const y = height - (row + 0.5) * MAP.rowApart;
    const left = (width - bank.cylinders.length * MAP.pitch) / 2;
    const inward = banks.length === 2 && row === 1 ? 1 : -1;
    const valves = valvesOfBank(bank);
    bank.cylinders.forEach((cylinder, column) => {
      const x = left + (column + 0.5) * MAP.pitch;
      layout.cylinders.push({ cylinder, x, y, numberY: y + inward * 68 });
      valves
        .filter((place) => parseValve(place)?.cylinder === cylinder)
        .forEach((place, side) => {
          layout.valves.push({ place, x: x + (side === 0 ? -1 : 1) * MAP.dialApart, y: y - inward * 10 });
        });
    });
  });
  return layout;
}

export type Heading = 'left' | 'right' | 'up' | 'down';

/** The valve that lies next in a direction, for the arrow keys; the same one where there is none. */
export function neighbourValve(layout: MapLayout, place: string, heading: Heading): string {
  const here = layout.valves.find((valve) => valve.place === place);
  if (!here) return layout.valves[0].place;
  const along = (dx: number, dy: number) =>
    ({ left: [-dx, dy], right: [dx, dy], up: [-dy, dx], down: [dy, dx] })[heading] as [number, number];
  let best = place;
  let bestCost = Infinity;
  for (const valve of layout.valves) {
    const [ahead, aside] = along(valve.x - here.x, valve.y - here.y);
    const cost = ahead + 3 * Math.abs(aside);
    if (ahead > 1 && cost < bestCost) [best, bestCost] = [valve.place, cost];
  }
  return best;
}
