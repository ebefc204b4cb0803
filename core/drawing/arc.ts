/** Point at `deg` clockwise from twelve o'clock, on a page whose y runs downward. */
export function onCircle(cx: number, cy: number, radius: number, deg: number): { x: number; y: number } {
  const rad = (deg * Math.PI) / 180;
  return { x: cx + radius * Math.sin(rad), y: cy - radius * Math.cos(rad) };
}

const figure = (value: number) => String(Number(value.toFixed(3)));

/** SVG path of an arc, clockwise from `fromDeg` to `toDeg`; the same text draws on screen and on paper. */
export function arcPath(cx: number, cy: number, radius: number, fromDeg: number, toDeg: number): string {
  const from = onCircle(cx, cy, radius, fromDeg);
  const to = onCircle(cx, cy, radius, toDeg);
  const large = toDeg - fromDeg > 180 ? 1 : 0;
  return `M ${figure(from.x)} ${figure(from.y)} A ${radius} ${radius} 0 ${large} 1 ${figure(to.x)} ${figure(to.y)}`;
}
