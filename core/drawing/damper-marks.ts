import { wrapCycle } from '../engine/crank.js';
import { cylindersOf, type Engine } from '../engine/engine.js';
import { firingAngles } from '../engine/firing.js';
import { SAME_ANGLE_DEG } from '../tolerances.js';

/** One turn of the damper. */
const TURN_DEG = 360;

/** A mark to be painted on a damper: how far round from the first, and which stands under it. */
export interface DamperMark {
  /** Degrees from the mark of the first cylinder, against the way in which the damper turns: what comes next. */
  deg: number;
  /** Along the rim from the first mark, in the unit of the diameter. */
  along: number;
  /** Cylinders that fire with this mark under the pointer, those of the first turn before those of the second. */
  cylinders: number[];
  /** Other stops of the method, crank degrees of the cycle. */
  stops: number[];
}

/** What stands at each mark: its cylinders, or a letter for a stop that is no firing dead centre. */
export function damperNames(marks: readonly DamperMark[]): string[] {
  let letters = 0;
  return marks.map(({ cylinders }) =>
    cylinders.length > 0 ? cylinders.join(' / ') : String.fromCharCode('a'.charCodeAt(0) + letters++),
  );
}

const same = (a: number, b: number) => Math.abs(a - b) < SAME_ANGLE_DEG || Math.abs(Math.abs(a - b) - TURN_DEG) < SAME_ANGLE_DEG; // prettier-ignore

/** What a pen draws, mm: marks nearer than this on the rim are one line. */
const PEN_MM = 1.5;
const penIn = (unit: 'in' | 'mm') => (unit === 'in' ? PEN_MM / 25.4 : PEN_MM);

/** How marks that a pen cannot part become one. */
export interface Merging {
  /** Of the diameter. */
  unit: 'in' | 'mm';
  /** Whether all that is set at a stop may be set with the crank at another angle of the cycle. */
  mayStandAt: (stop: number, crankDeg: number) => boolean;
}

/** The shorter way round from one angle of the rim to another, degrees. */
const wayTo = (from: number, to: number) => ((to - from + TURN_DEG / 2 + TURN_DEG) % TURN_DEG) - TURN_DEG / 2;

/** Two neighbours as one mark, on the firing dead centre where one is one, else midway; null where a valve would come too near to its ramp. */
function merged(one: DamperMark, next: DamperMark, diameter: number, { mayStandAt }: Merging): DamperMark | null {
  const isFiring = ({ cylinders }: DamperMark) => cylinders.length > 0;
  if (isFiring(one) && isFiring(next)) return null;
  const way = wayTo(one.deg, next.deg);
  const deg = isFiring(one) ? one.deg : isFiring(next) ? next.deg : (one.deg + way / 2 + TURN_DEG) % TURN_DEG;
  const fits = [one, next].every((mark) => mark.stops.every((stop) => mayStandAt(stop, wrapCycle(stop + wayTo(mark.deg, deg))))); // prettier-ignore
  if (!fits) return null;
  const cylinders = [...one.cylinders, ...next.cylinders];
  return { deg, along: (deg / TURN_DEG) * Math.PI * diameter, cylinders, stops: [...one.stops, ...next.stops] };
}

/** Marks that a pen cannot part, as one wherever the margin allows. */
function mergeNear(marks: DamperMark[], diameter: number, merging: Merging): DamperMark[] {
  const penDeg = (penIn(merging.unit) / (Math.PI * diameter)) * TURN_DEG;
  const sorted = [...marks].sort((a, b) => a.deg - b.deg);
  for (const [at, one] of sorted.entries()) {
    const next = sorted[(at + 1) % sorted.length];
    if (next === one || Math.abs(wayTo(one.deg, next.deg)) >= penDeg) continue;
    const both = merged(one, next, diameter, merging);
    if (both) return mergeNear([...sorted.filter((mark) => mark !== one && mark !== next), both], diameter, merging);
  }
  return sorted;
}

/**
 * Where a damper is marked so that each cylinder, and each further stop of the crank, is found by eye. Two turns of the
 * crank pass over the one rim: a mark commonly serves two cylinders.
 *
 * @param diameter of the rim, any unit
 * @param stops crank degrees of the cycle that are wanted besides the firing dead centres
 * @param merging where marks that a pen cannot part become one
 */
export function damperMarks(
  engine: Pick<Engine, 'firingOrder' | 'intervals' | 'banks'>,
  diameter: number,
  stops: readonly number[] = [],
  merging?: Merging,
): DamperMark[] {
  const marks: DamperMark[] = [];
  const at = (crankDeg: number): DamperMark => {
    const deg = crankDeg % TURN_DEG;
    const known = marks.find((mark) => same(mark.deg, deg));
    if (known) return known;
    const mark = { deg, along: (deg / TURN_DEG) * Math.PI * diameter, cylinders: [], stops: [] };
    marks.push(mark);
    return mark;
  };
  const cylinders = cylindersOf(engine);
  for (const { cylinder, crankDeg } of firingAngles(engine.firingOrder, engine.intervals))
    if (cylinders.includes(cylinder)) at(crankDeg).cylinders.push(cylinder);
  for (const stop of stops) {
    const mark = at(stop);
    if (mark.cylinders.length === 0) mark.stops.push(stop);
  }
  return merging ? mergeNear(marks, diameter, merging) : marks.sort((a, b) => a.deg - b.deg);
}
