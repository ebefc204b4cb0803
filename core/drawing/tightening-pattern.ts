import type { TighteningPlan } from '../tightening/plan.js';

/** The drawing of a group of fasteners; user units. */
export const FASTENERS = { width: 640, height: 500, margin: 66, head: 34, ring: 165 };

/** Where a fastener lies, as seen from where it is tightened. */
export interface FastenerAt {
  nth: number;
  /** Its turn in the order, counted from 1. */
  turn: number;
  x: number;
  y: number;
}

/** Where each fastener of a group lies: rows along the part from the front on the left, or a ring from its top. */
export function fastenersAt({
  count,
  rows,
  pattern,
  order,
}: Pick<TighteningPlan, 'count' | 'rows' | 'pattern' | 'order'>): FastenerAt[] {
  const { width, height, margin, ring } = FASTENERS;
  const along = Math.ceil(count / rows);
  return Array.from({ length: count }, (_none, index): FastenerAt => {
    const nth = index + 1;
    const turn = order.indexOf(nth) + 1;
    if (pattern === 'ring') {
      const angle = (2 * Math.PI * index) / count;
      const radius = count === 1 ? 0 : ring;
      return { nth, turn, x: width / 2 + radius * Math.sin(angle), y: height / 2 - radius * Math.cos(angle) };
    }
    const step = along === 1 ? 0 : (width - 2 * margin) / (along - 1);
    const down = rows === 1 ? 0 : (height - 2 * margin - 30) / (rows - 1);
    const column = index % along;
    return {
      nth,
      turn,
      x: along === 1 ? width / 2 : margin + column * step,
      y: rows === 1 ? height / 2 - 15 : margin + Math.floor(index / along) * down,
    };
  });
}

/** The six corners of a head, for a polygon. */
export const headCorners = ({ x, y }: { x: number; y: number }, radius: number): string =>
  Array.from({ length: 6 }, (_none, corner) => {
    const angle = (Math.PI / 3) * corner + Math.PI / 6;
    return `${(x + radius * Math.cos(angle)).toFixed(1)},${(y + radius * Math.sin(angle)).toFixed(1)}`;
  }).join(' ');
