import type { Spring } from '../valvetrain/spring-nest.js';

/** What the drawing of a nest shows: where each spring stands closed and open, and where its coils touch. */
export interface SpringHeights {
  width: number;
  height: number;
  /** Upper edges in the drawing's own units, the seat below them all. */
  seatY: number;
  closedY: number;
  /** Where the retainer comes to at full lift; null while no lift is known. */
  openY: number | null;
  springs: { left: number; right: number; solidY: number; seatY: number; coil: string }[];
}

const DRAWN = { width: 150, height: 230, top: 20, bottom: 26, coils: 6, narrower: 17 };

/**
 * A nest of springs to scale, closed: each between its own seat and the retainer, with the height at which its coils
 * touch.
 *
 * @param installed height of the outer spring closed, in the unit of the springs
 * @param lift null while it is not known
 */
export function springHeights(nest: Spring[], installed: number, lift: number | null): SpringHeights {
  const deepest = Math.max(installed, ...nest.map(({ step }) => installed + step));
  const scale = (DRAWN.height - DRAWN.top - DRAWN.bottom) / deepest;
  const closedY = DRAWN.top;
  const seatY = closedY + installed * scale;
  return {
    width: DRAWN.width,
    height: DRAWN.height,
    seatY,
    closedY,
    openY: lift === null ? null : closedY + lift * scale,
    springs: nest.map(({ solidHeight, step }, index) => {
      const own = closedY + (installed + step) * scale;
      const [left, right] = [18 + index * DRAWN.narrower, DRAWN.width - 18 - index * DRAWN.narrower];
      const pitch = (own - closedY) / DRAWN.coils;
      const coil = Array.from({ length: DRAWN.coils }, (_, turn) => {
        const y = own - turn * pitch;
        return `M ${left} ${y} L ${right} ${y - pitch / 2} L ${left} ${y - pitch}`;
      }).join(' ');
      return { left, right, solidY: own - solidHeight * scale, seatY: own, coil };
    }),
  };
}
