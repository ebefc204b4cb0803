import { movedSince } from '../cam/sprocket.js';
import { isInput } from '../derive/rules.js';
import { ROUGH } from '../derive/rules/wheel-error-rough.js';
import { measureOf } from '../plan/measures.js';
import type { Practice } from '../plan/practice.js';
import { wheelDoubt, wheelPasses, type WheelDoubt, type WheelPass } from '../wheel/wheel-passes.js';
import type { Stand, Try } from './stand.js';

/** Why an angle read on the wheel cannot be trusted, or is no longer true. */
export type AngleDoubt = WheelDoubt | 'sprocket-moved';

/** Doubts for which an angle must be read again: the others leave it standing, with a hint. */
const SUSPECT: AngleDoubt[] = ['wheel-slipped', 'sprocket-moved'];
export const isSuspect = (doubt: AngleDoubt | null): boolean => doubt !== null && SUSPECT.includes(doubt);

/** The passes over dead centre, in order, each with the try that it ended in. */
export type Pass = WheelPass<{ errorDeg: number; rough: boolean; turn: number; reading: Try }>;

export function passesOf(stand: Stand, { deadCentre }: Practice): Pass[] {
  const found = stand.triesAt('tdc-wheel-error', 'engine').map((reading) => ({
    errorDeg: reading.value,
    rough: reading.derived?.formula.rule === ROUGH,
    turn: reading.turn,
    reading,
  }));
  return wheelPasses(found, deadCentre.trueWithinDeg);
}

/**
 * Whether the angles of an engine hold: the wheel must have read true around each, and the sprocket must still be
 * where it was. Says why one does not, or `null`.
 */
export function angleDoubts(stand: Stand, practice: Practice): (one: Try) => AngleDoubt | null {
  const passes = passesOf(stand, practice);
  const positions = stand.triesAt('cam-offset', 'engine');
  return ({ measure, turn }) => {
    const { needs, stage } = measureOf(measure);
    if (!needs.includes('tdc-wheel-error') || isInput(measure)) return null;
    const doubt = wheelDoubt(turn, passes);
    const moved = stage === 'cam-timing' && movedSince(turn, positions) !== 0;
    return moved && doubt !== 'wheel-slipped' ? 'sprocket-moved' : doubt;
  };
}
