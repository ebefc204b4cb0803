import { LENGTH_CONVENTIONS, type LengthConvention } from '../valvetrain/gauge-length.js';

/** The ball at a pushrod's end, mm; what nobody has said is drawn as rods usually are. */
export interface RodEnd {
  ballDiameter?: number;
  holeDiameter?: number;
  gaugeDiameter?: number;
  rodDiameter?: number;
}

export const ROD_END = { width: 440, height: 246, ballX: 100, ballY: 156, radius: 76, bend: 236 };
const USUAL = { ballDiameter: 7.9375, holeDiameter: 2.5, gaugeDiameter: 3.5, rodDiameter: 7.9375 };

export interface DrawnRodEnd {
  /** Where each convention measures to, from the left. */
  ends: Record<LengthConvention, number>;
  /** Half the height of the circle that each touches; 0 for the sphere itself. */
  circles: Record<LengthConvention, number>;
  /** Half the rod's own height. */
  rod: number;
  /** Which of the sizes were said. */
  said: (keyof RodEnd)[];
}

/** One end of a rod, magnified: how far inside the sphere the edge of its oil hole lies, and a gauge's circle. */
export function rodEnd(end: RodEnd): DrawnRodEnd {
  const { ballDiameter, holeDiameter, gaugeDiameter, rodDiameter } = { ...USUAL, ...end };
  const scale = (2 * ROD_END.radius) / ballDiameter;
  const diameters = { theoretical: 0, overall: holeDiameter, gauge: gaugeDiameter };
  const inside = (diameter: number) => ballDiameter / 2 - Math.sqrt(Math.max(0, (ballDiameter ** 2 - diameter ** 2) / 4)); // prettier-ignore
  const of = (make: (diameter: number) => number) =>
    Object.fromEntries(LENGTH_CONVENTIONS.map((name) => [name, make(diameters[name])])) as Record<LengthConvention, number>; // prettier-ignore
  return {
    ends: of((diameter) => ROD_END.ballX - ROD_END.radius + inside(diameter) * scale),
    circles: of((diameter) => (diameter / 2) * scale),
    rod: Math.min(ROD_END.radius, (rodDiameter / 2) * scale),
    said: (Object.keys(USUAL) as (keyof RodEnd)[]).filter((name) => end[name] !== undefined),
  };
}
