import { atLobe } from '../../../core/cam/lobe-analyse.js';
import { lobeFromCard } from '../../../core/cam/lobe-from-card.js';
import type { CompletedCard } from '../../../core/cam/cam-card.js';
import type { LobeSweep } from '../../../core/cam/lobe-sweep.js';
import { parseValve } from '../../../core/engine/places.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import { ImpossibleInput } from '../../../core/impossible.js';
import { fromCanonical, toCanonical } from '../../../core/units/units.js';
import type { LiftPoint } from '../../charts/lift-chart.js';

/** The lobe that the card describes, in `unit`, degrees from overlap top centre; null where the card prints too little. */
export function cardCurve(card: CompletedCard, kind: ValveKind, unit: 'in' | 'mm'): LiftPoint[] | null {
  const { figures, printed } = card;
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
    const { points } = lobeFromCard({
      lobeLift: inUnit(lobeLift),
      durations: [
        { lift: inUnit(seatLift!), duration: seat },
        { lift: inUnit(checkLift), duration },
      ],
      centreline: kind === 'I' ? centreline : -centreline,
      step: 2,
    });
    return points.map(([x, y]) => ({ x, y }));
  } catch (error) {
    if (error instanceof ImpossibleInput) return null;
    throw error;
  }
}

/** A swept lobe in `unit`, at the lobe, turned so that its nose lies on its own side of overlap top centre. */
export function sweptCurve(sweep: LobeSweep, kind: ValveKind, unit: 'in' | 'mm'): LiftPoint[] {
  const { points, unit: from } = sweep;
  const lobe = points.map(([x, lift]) => {
    return { x, y: fromCanonical(toCanonical(atLobe(sweep, lift), from), unit) };
  });
  const nose = lobe.reduce((top, point) => (point.y > top.y ? point : top)).x;
  const wanted = kind === 'I' ? 110 : -110;
  const turned = 360 * Math.round((wanted - nose) / 360);
  return lobe.map(({ x, y }) => ({ x: x + turned, y }));
}

/** The newest sweep of a lobe of that kind. */
export const newestSweep = (sweeps: LobeSweep[], kind: ValveKind) =>
  sweeps.findLast((sweep) => parseValve(sweep.place)?.kind === kind);

/** Where two curves lie furthest apart, at the measured points; null where they do not overlap. */
export function furthestApart(card: LiftPoint[], measured: LiftPoint[]): { x: number; apart: number } | null {
  let worst: { x: number; apart: number } | null = null;
  for (const { x, y } of measured) {
    const next = card.findIndex((point) => point.x >= x);
    if (next <= 0) continue;
    const [a, b] = [card[next - 1], card[next]];
    const expected = a.y + ((b.y - a.y) * (x - a.x)) / (b.x - a.x);
    if (!worst || Math.abs(y - expected) > Math.abs(worst.apart)) worst = { x, apart: y - expected };
  }
  return worst;
}
