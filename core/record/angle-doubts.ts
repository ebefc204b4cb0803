import { movedSince } from '../cam/sprocket.js';
import { measureOf } from '../plan/measures.js';
import { wheelDoubt, wheelPasses, type WheelDoubt } from '../wheel/wheel-passes.js';
import { isInput } from './derivations.js';
import type { Judged } from './judge-reading.js';
import type { Try } from './try.js';

/** Why an angle read on the wheel cannot be trusted, or is no longer true. */
export type AngleDoubt = WheelDoubt | 'sprocket-moved';

/** Doubts for which an angle must be read again: the others leave it standing, with a hint. */
const SUSPECT: AngleDoubt[] = ['wheel-slipped', 'sprocket-moved'];
export const isSuspect = (doubt: AngleDoubt | null): boolean => doubt !== null && SUSPECT.includes(doubt);

/**
 * Whether the angles of an engine hold: the wheel must have read true around each, and the sprocket must still be
 * where it was. Says why one does not, or `null`.
 *
 * @param tries everything read and derived, by `measure@place`
 * @param order of each reading, by its id
 */
export function angleDoubts(tries: Map<string, Try[]>, order: Map<string, number>): (one: Try) => AngleDoubt | null {
  const orderOf = ({ id }: Try) => order.get(id)!;
  const passes = wheelPasses(tries.get('tdc-wheel-error@engine') ?? []).map((pass) => ({
    ...pass,
    order: orderOf(pass.reading),
  }));
  const positions = (tries.get('cam-offset@engine') ?? []).map((one) => ({ order: orderOf(one), value: one.value }));
  return (one) => {
    const { measure } = one;
    const { needs, stage } = measureOf(measure);
    if (!needs.includes('tdc-wheel-error') || isInput(measure)) return null;
    const at = orderOf(one);
    const doubt = wheelDoubt(at, passes);
    const moved = stage === 'cam-timing' && movedSince(at, positions) !== 0;
    return moved && doubt !== 'wheel-slipped' ? 'sprocket-moved' : doubt;
  };
}

/** An angle that must be read again is suspect, whatever its limit says; a lesser doubt is a hint. */
export function withDoubt(judged: Judged, doubt: AngleDoubt | null): Judged {
  if (!doubt) return judged;
  const hints = [{ code: doubt }, ...judged.hints];
  return isSuspect(doubt) ? { ...judged, verdict: 'suspect', hints } : { ...judged, hints };
}
