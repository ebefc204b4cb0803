import { movedSince } from '../cam/sprocket.js';
import { isInput } from '../derive/rules.js';
import { passesFound, type PassFound } from '../derive/wheel-found.js';
import { measureOf } from '../plan/measures.js';
import type { Practice } from '../plan/practice.js';
import { wheelStood, type WheelDoubt } from '../wheel/wheel-passes.js';
import { inPlace } from '../derive/rule.js';
import type { Stand, Try } from './stand.js';

/** Why an angle read on the wheel cannot be trusted, or is no longer true: it must be read again. */
type AngleDoubt = WheelDoubt | 'sprocket-moved';

/** How an angle stands: what the wheel it was read on showed at dead centre, or why it cannot be trusted. */
export interface AngleStands {
  /** 0 where the wheel read true, or where it is no angle of the wheel. */
  wheelErrorDeg: number;
  doubt: AngleDoubt | null;
}

export type Pass = PassFound<Try>;

/** The passes over dead centre, in order, each with the try that it ended in. */
export const passesOf = (stand: Stand, practice: Practice): Pass[] =>
  passesFound(stand.triesAt('tdc-wheel-error', 'engine'), practice);

/**
 * Whether the angles of an engine hold: what the wheel read at dead centre must be known around each, and the sprocket
 * must still be where it was.
 */
export function anglesStand(stand: Stand, practice: Practice): (one: Try) => AngleStands {
  const { trueWithinDeg } = practice.deadCentre;
  const passes = passesOf(stand, practice);
  const positions = inPlace(stand.triesAt('cam-offset', 'engine'));
  return ({ measure, turn }) => {
    const { needs, stage } = measureOf(measure);
    if (!needs.includes('tdc-wheel-error') || isInput(measure)) return { wheelErrorDeg: 0, doubt: null };
    const { errorDeg, doubt } = wheelStood(turn, passes, trueWithinDeg);
    const moved = stage === 'cam-timing' && movedSince(turn, positions) !== 0;
    const why = moved && doubt !== 'wheel-slipped' ? 'sprocket-moved' : doubt;
    return { wheelErrorDeg: errorDeg ?? 0, doubt: why };
  };
}
