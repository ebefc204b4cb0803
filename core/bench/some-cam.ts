import type { CardEvents, ValveKind } from '../engine/engine.js';
import { passes, type CamLobe } from './cam-lobe.js';

/** The lobes of one cylinder. */
export type Lobes = Record<ValveKind, CamLobe>;

/** A cam with unequal flanks, as its card has it: straight up. */
export function someCam(next: () => number): Lobes {
  const between = (least: number, most: number) => least + (most - least) * next();
  const lobe = (noseDeg: number): CamLobe => {
    const flankDeg = between(112, 126);
    const side = (longer: number) => ({ flankDeg: flankDeg + longer, rampDeg: between(14, 24), rampLift: between(0.2, 0.3) });
    return { noseDeg, noseLift: between(7.5, 9.5), opening: side(0), closing: side(between(4, 14)) };
  };
  return { I: lobe(between(104, 114)), E: lobe(-between(106, 118)) };
} // prettier-ignore

/** As its angles are said in a card's signs. */
export const endsAt = (lobes: Lobes, lift: number): CardEvents => {
  const [intake, exhaust] = [passes(lobes.I, lift), passes(lobes.E, lift)];
  return {
    intakeOpenBtdc: -intake.up,
    intakeCloseAbdc: intake.down - 180,
    exhaustOpenBbdc: -exhaust.up - 180,
    exhaustCloseAtdc: exhaust.down,
  };
};

/** The same cam so much advanced. */
export const moved = (lobes: Lobes, deg: number): Lobes => ({
  I: { ...lobes.I, noseDeg: lobes.I.noseDeg - deg },
  E: { ...lobes.E, noseDeg: lobes.E.noseDeg - deg },
});
