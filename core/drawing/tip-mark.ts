/** A valve's tip seen from above, the pivot to its left: a circle with the band that a rocker rubbed across it. */

export const TIP = { width: 260, height: 220, radius: 92 };

/** The two edges of a mark, mm from the tip's inner edge, at the pivot's side. */
export interface MarkEdges {
  inner: number;
  outer: number;
}

/** The edges of a mark by its width and how far it lies outside the middle. */
export const edgesOf = (tipMm: number, { width, offset }: { width: number; offset: number }): MarkEdges => ({
  inner: tipMm / 2 + offset - width / 2,
  outer: tipMm / 2 + offset + width / 2,
});

/** Units of the drawing in a millimetre. */
export const tipScale = (tipMm: number): number => (2 * TIP.radius) / tipMm;

/** Where a distance from the tip's inner edge lies in the drawing. */
export const tipX = (tipMm: number, fromEdge: number): number =>
  TIP.width / 2 - TIP.radius + fromEdge * tipScale(tipMm);

/**
 * How far from the tip's inner edge a point of the drawing lies, mm, no further than the tip itself, to a tenth of what
 * a rule shows.
 */
export function fromEdgeAt(tipMm: number, x: number, step: number): number {
  const exact = (x - (TIP.width / 2 - TIP.radius)) / tipScale(tipMm);
  return Math.max(0, Math.min(tipMm, Math.round(exact / step) * step));
}

/** Half the height of the tip's circle at a distance across it. */
export function halfHeightAt(x: number): number {
  const across = x - TIP.width / 2;
  return Math.sqrt(Math.max(0, TIP.radius ** 2 - across ** 2));
}
