import type { SweepFit } from './sweep-fit.js';

/** A mark that counts. Lengths in one unit. */
interface Marked {
  setting: number;
  width: number;
}

/** Where to try next, and what for. */
export interface NextTrial {
  setting: number;
  /** Where the marks say that it lies; it parts two settings that explain them alike; within a bracket; beyond what was tried. */
  why: 'best' | 'parts-two' | 'inside' | 'outward';
}

/** A step beyond what was tried, as parts of the valve's lift: a guess may be far off, and a rod must still be put in. */
const OUTWARD = { least: 0.03, usual: 0.08, most: 0.12 };
/** A bracket that is narrower than this part of the lift is not halved any more. */
const NARROW = 0.01;
/** A lift for steps where nobody knows it: a usual one, mm. */
export const USUAL_LIFT_MM = 13;

/** Whether something was tried on both sides of a setting, and not only there where it lies itself. */
export function isBetween(tried: readonly { setting: number }[], best: number, valveLift: number | null): boolean {
  const beside = NARROW * (valveLift ?? USUAL_LIFT_MM);
  return tried.some(({ setting }) => setting < best - beside) && tried.some(({ setting }) => setting > best + beside);
}

const clamp = (value: number, least: number, most: number) => Math.min(most, Math.max(least, value));

/** Beyond the end of what was tried that lies nearer to a setting; by no more than a bounded step. */
function outward(marks: readonly Marked[], towards: number, lift: number, by?: number): NextTrial {
  const settings = marks.map(({ setting }) => setting);
  const [low, high] = [Math.min(...settings), Math.max(...settings)];
  const [edge, heading] = towards >= (low + high) / 2 ? [high, 1] : [low, -1];
  const step = clamp(by ?? OUTWARD.usual * lift, OUTWARD.least * lift, OUTWARD.most * lift);
  return { setting: edge + heading * step, why: 'outward' };
}

/**
 * The setting that tells most by being tried next: where the geometry through the marks says that it lies, as long as
 * that lies between marks; where they follow no geometry, inside the bracket around the narrowest; and beyond what was
 * tried only by a bounded step. Null while a single mark tells no way, or where the best was tried already.
 *
 * @param marks those that are not barred
 * @param valveLift null where nobody knows it
 */
export function nextTrialOf(
  marks: readonly Marked[],
  fit: SweepFit | null,
  valveLift: number | null,
): NextTrial | null {
  const lift = valveLift ?? USUAL_LIFT_MM;
  const sorted = [...marks].sort((a, b) => a.setting - b.setting);
  const distinct = new Set(sorted.map(({ setting }) => setting));
  if (distinct.size < 2) return null;
  const [low, high] = [sorted[0].setting, sorted[sorted.length - 1].setting];
  if (fit?.explained) {
    const { nextTrial } = fit;
    // A best that lies at the end of what was tried is tried beyond: a kink tells itself by both of its sides.
    if (!fit.ambiguous && !isBetween(sorted, fit.best, valveLift))
      return outward(sorted, fit.best, lift, fit.best <= (low + high) / 2 ? low - fit.best : fit.best - high);
    if (nextTrial === null) return null;
    if (nextTrial < low || nextTrial > high)
      return outward(sorted, nextTrial, lift, nextTrial < low ? low - nextTrial : nextTrial - high);
    return { setting: nextTrial, why: fit.ambiguous ? 'parts-two' : 'best' };
  }
  const narrowest = sorted.reduce((least, one) => (one.width < least.width ? one : least));
  const below = sorted.findLast(({ setting }) => setting < narrowest.setting);
  const above = sorted.find(({ setting }) => setting > narrowest.setting);
  if (!below || !above) return outward(sorted, narrowest.setting, lift);
  const side = below.width < above.width ? below : above;
  if (Math.abs(side.setting - narrowest.setting) < NARROW * lift) return null;
  return { setting: (side.setting + narrowest.setting) / 2, why: 'inside' };
}

/**
 * Two neighbouring marks between which the width changes faster than any rocker makes it: the arm is steepest where the
 * roller begins or ends a whole lift from the square. Null where every step could be. The one whose neighbours both jump
 * is most likely the misread one.
 *
 * @param sink by how much the roller sinks beside its pivot for each unit of the setting
 * @param uncertainty of a width: nineteen of twenty lie within
 */
export function tooSteep<One extends Marked>(
  marks: readonly One[],
  { armLength, valveLift, sink, uncertainty }: { armLength: number; valveLift: number; sink: number; uncertainty: number },
): { misread: One; beside: One } | null {
  const sorted = [...marks].sort((a, b) => a.setting - b.setting);
  const highest = Math.min(valveLift, armLength * 0.9);
  const steepest = (sink * highest) / Math.sqrt(armLength ** 2 - highest ** 2);
  const jumps = sorted.slice(1).map((one, index) => {
    const before = sorted[index];
    return Math.abs(one.width - before.width) > steepest * (one.setting - before.setting) + Math.SQRT2 * uncertainty;
  });
  const first = jumps.indexOf(true);
  if (first === -1) return null;
  const isSecond = first > 0 || jumps[first + 1] === true;
  const [misread, beside] = isSecond ? [sorted[first + 1], sorted[first]] : [sorted[first], sorted[first + 1]];
  return { misread, beside };
} // prettier-ignore
