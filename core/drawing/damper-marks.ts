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

/**
 * Where a damper is marked so that each cylinder, and each further stop of the crank, is found by eye. Two turns of the
 * crank pass over the one rim: a mark commonly serves two cylinders.
 *
 * @param diameter of the rim, any unit
 * @param stops crank degrees of the cycle that are wanted besides the firing dead centres
 */
export function damperMarks(
  engine: Pick<Engine, 'firingOrder' | 'intervals' | 'banks'>,
  diameter: number,
  stops: readonly number[] = [],
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
  return marks.sort((a, b) => a.deg - b.deg);
}
