import { LENGTH_CONVENTIONS, type LengthConvention } from '../valvetrain/gauge-length.js';

/** The ball at a pushrod's end, mm. */
export interface RodEnd {
  ballDiameter?: number;
  holeDiameter?: number;
  gaugeDiameter?: number;
  rodDiameter?: number;
}

export const ROD_END = { width: 440, height: 246, ballX: 100, ballY: 156, radius: 76, bend: 236 };

export interface DrawnRodEnd {
  /** Where each convention measures to, from the left; null where the size that it hangs on is not known. */
  ends: Record<LengthConvention, number | null>;
  /** Half the height of the circle that each touches; 0 for the sphere itself. */
  circles: Record<LengthConvention, number | null>;
  /** Half the rod's own height, or null. */
  rod: number | null;
}

/**
 * One end of a rod, magnified: how far inside the sphere the edge of its oil hole lies, and a gauge's circle. Null while
 * nobody has said how large its ball is: nothing is drawn of what isn't known.
 */
export function rodEnd({ ballDiameter, holeDiameter, gaugeDiameter, rodDiameter }: RodEnd): DrawnRodEnd | null {
  if (ballDiameter === undefined) return null;
  const scale = (2 * ROD_END.radius) / ballDiameter;
  const diameters = { theoretical: 0, overall: holeDiameter, gauge: gaugeDiameter };
  const inside = (diameter: number) => ballDiameter / 2 - Math.sqrt(Math.max(0, (ballDiameter ** 2 - diameter ** 2) / 4)); // prettier-ignore
  const of = (make: (diameter: number) => number) =>
    Object.fromEntries(LENGTH_CONVENTIONS.map((name) => [name, diameters[name] === undefined ? null : make(diameters[name])])) as Record<LengthConvention, number | null>; // prettier-ignore
  return {
    ends: of((diameter) => ROD_END.ballX - ROD_END.radius + inside(diameter) * scale),
    circles: of((diameter) => (diameter / 2) * scale),
    rod: rodDiameter === undefined ? null : Math.min(ROD_END.radius, (rodDiameter / 2) * scale),
  };
}
