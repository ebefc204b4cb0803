import type { ValveKind } from '../engine/engine.js';
import { ImpossibleInput } from '../impossible.js';
import { fromCanonical, toCanonical } from '../units/units.js';
import type { CompletedCard } from './cam-card.js';
import { atLobe } from './lobe-analyse.js';
import { lobeFromCard } from './lobe-from-card.js';
import type { LobeSweep } from './lobe-sweep.js';

/** Lift at the lobe over crank degrees after overlap top centre. */
type LobePoints = [deg: number, lift: number][];

/** A lobe that something is computed with: swept on this engine, or made up from its card, which it then says. */
export interface LobeOnFile {
  points: LobePoints;
  /** Where and when it was swept; null for one that the card describes. */
  swept: { place: string; at: string } | null;
}

/** The lobe that the card describes, in `unit`; null where the card prints too little. */
export function lobeOfCard(
  { figures, printed }: CompletedCard,
  kind: ValveKind,
  unit: 'in' | 'mm',
  step = 2,
): LobePoints | null {
  const name = kind === 'I' ? 'intake' : 'exhaust';
  const seat = figures[kind === 'I' ? 'seatIntakeDuration' : 'seatExhaustDuration'];
  const [lobeLift, duration, centreline] = [
    figures[`${name}LobeLift`],
    figures[`${name}Duration`],
    figures[`${name}Centreline`],
  ];
  const { seatLift, checkLift } = printed;
  if ([lobeLift, duration, centreline, seat, seatLift].some((value) => value === undefined)) return null;
  const inUnit = (lift: number) => fromCanonical(toCanonical(lift, printed.unit), unit);
  try {
    return lobeFromCard({
      lobeLift: inUnit(lobeLift),
      durations: [
        { lift: inUnit(seatLift!), duration: seat },
        { lift: inUnit(checkLift), duration },
      ],
      centreline: kind === 'I' ? centreline : -centreline,
      step,
    }).points;
  } catch (error) {
    if (error instanceof ImpossibleInput) return null;
    throw error;
  }
}

/** Degrees of a nose that is on its own side of overlap top centre; the wheel may have been read a turn further. */
const NOSE_DEG = 110;

/** A swept lobe in `unit`, at the lobe, turned so that its nose lies on its own side of overlap top centre. */
export function lobeOfSweep(sweep: LobeSweep, kind: ValveKind, unit: 'in' | 'mm'): LobePoints {
  const { points, unit: from } = sweep;
  const lobe = points.map(([deg, lift]): [number, number] => [
    deg,
    fromCanonical(toCanonical(atLobe(sweep, lift), from), unit),
  ]);
  const [nose] = lobe.reduce((top, point) => (point[1] > top[1] ? point : top));
  const wanted = kind === 'I' ? NOSE_DEG : -NOSE_DEG;
  const turned = 360 * Math.round((wanted - nose) / 360);
  return lobe.map(([deg, lift]) => [deg + turned, lift]);
}
