import { wrapCycle } from '../../../core/engine/crank.js';
import { FIRST_POSITION, usePreferences } from '../../state/preferences.js';
import { useDesk } from '../../state/use-desk.js';
import { fromOverlap, overlapTop } from './over-top.js';

/** What of the mock-up comes back after a reload besides its step: where the crank was turned to, over which cylinder. */
const TURNED = 'mock-up-crank';

/**
 * Where the crank stands over a cylinder: where it was turned to here, else where its valves come closest to the piston.
 *
 * @param closest crank degrees from overlap top centre
 */
export function useCrankOver(cylinder: number, closest: number) {
  const engine = useDesk((desk) => desk.engine!);
  const { steps } = usePreferences((state) => state.positions[engine.id]) ?? FIRST_POSITION;
  const move = usePreferences((state) => state.move);
  const [over, at] = (steps[TURNED] ?? '').split('@').map(Number);
  const top = overlapTop(engine, cylinder);
  const crankDeg = over === cylinder ? at : wrapCycle(top + closest);
  const turnTo = (deg: number) =>
    move(engine.id, { crankDeg: wrapCycle(deg), steps: { ...steps, [TURNED]: `${cylinder}@${wrapCycle(deg)}` } });
  return {
    crankDeg,
    deg: fromOverlap(engine, cylinder, crankDeg),
    turnTo,
    turnFromTop: (deg: number) => turnTo(top + deg),
  };
}
