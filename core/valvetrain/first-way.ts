import { USUAL_LIFT_MM } from './next-trial.js';

/** Which way to go from a single mark, and about how far. Lengths in one unit. */
export interface FirstWay {
  /** Longer rod or more shims, or the other way. */
  heading: 'more' | 'less';
  /** About how far; null where the rocker's length or the valve's lift is not known. */
  by: number | null;
  setting: number;
  /** Whether the width of a mark that does not move was known: else it was taken for a usual one. */
  isLineKnown: boolean;
}

/** How wide a mark usually is that does not move at all, mm: a roller's line on a dyed tip. */
const USUAL_LINE_MM = 0.7;
/** A first step, where nothing tells how far: as a part of the lift. */
const FIRST_STEP = 0.08;

/**
 * What a single mark tells. A roller that begins at the inner end of its mark stands further above its pivot than half the
 * lift: the pivot must come up, by a longer rod on a stud or more shims under a stand, and the mark goes outward. One
 * that begins at the outer end goes the other way. How far follows from how wide the mark is: on its way to square the
 * roller moves from √(b² − h²) out to b, and h stands h − L/2 above its best. Null where no mark says where it begins, or
 * where several do: then the marks themselves tell the way.
 *
 * @param asked.sink by how much the roller sinks beside its pivot for each unit of the setting
 */
export function firstWayOf(
  marks: readonly { setting: number; width: number; began?: 'outward' | 'inward' }[],
  { armLength, valveLift, sink, lineWidth }: { armLength: number | null; valveLift: number | null; sink: number; lineWidth?: number },
): FirstWay | null {
  const [mark] = marks;
  if (!mark?.began || new Set(marks.map(({ setting }) => setting)).size > 1) return null;
  const heading = mark.began === 'inward' ? 'more' : 'less';
  const sign = heading === 'more' ? 1 : -1;
  const known = armLength !== null && valveLift !== null;
  const inward = known ? Math.min(Math.max(0, mark.width - (lineWidth ?? USUAL_LINE_MM)), armLength / 2) : 0;
  const furthest = known ? Math.sqrt(armLength ** 2 - (armLength - inward) ** 2) : 0;
  const by = known ? Math.max(0, furthest - valveLift / 2) / sink : null;
  const step = by ?? FIRST_STEP * (valveLift ?? USUAL_LIFT_MM);
  return { heading, by, setting: mark.setting + sign * step, isLineKnown: lineWidth !== undefined };
} // prettier-ignore
