import type { Limit } from '../judge/judge.js';

/** The ring of a valve's dial, degrees clockwise from twelve: its ends, and where the limits lie. */
export const DIAL = { endDeg: 135, limitDeg: 70 };

/** Degrees of the dial per unit of value, and the value at twelve o'clock. One-sided limits sit at their own end. */
function scaleOf({ min, max }: Limit): { centre: number; degPerUnit: number } | null {
  if (min !== undefined && max !== undefined && max > min)
    return { centre: (min + max) / 2, degPerUnit: (2 * DIAL.limitDeg) / (max - min) };
  const edge = min ?? max;
  if (edge === undefined || edge === 0) return null;
  const degPerUnit = DIAL.limitDeg / Math.abs(edge);
  return { centre: min !== undefined ? edge + Math.abs(edge) : edge - Math.abs(edge), degPerUnit };
}

/** Where the tick of a value points; a value far out rests at the end of the ring. `null` without a limit to scale by. */
export function dialDeg(value: number, limit: Limit): number | null {
  const scale = scaleOf(limit);
  if (!scale) return null;
  return Math.max(-DIAL.endDeg, Math.min(DIAL.endDeg, (value - scale.centre) * scale.degPerUnit));
}

/** The part of the ring that is within the limits. */
export function dialBand({ min, max }: Limit): { fromDeg: number; toDeg: number } {
  return {
    fromDeg: min === undefined ? -DIAL.endDeg : -DIAL.limitDeg,
    toDeg: max === undefined ? DIAL.endDeg : DIAL.limitDeg,
  };
}

/** Where the limit ends on the ring, degrees: told by ticks, as its colour alone is too faint to be told by. */
export const dialEnds = (limit: Limit): number[] => {
  const { fromDeg, toDeg } = dialBand(limit);
  return [fromDeg, toDeg].filter((deg) => Math.abs(deg) < DIAL.endDeg);
};
