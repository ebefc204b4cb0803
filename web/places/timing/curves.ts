import type { CompletedCard } from '../../../core/cam/cam-card.js';
import { lobeOfCard, lobeOfSweep } from '../../../core/cam/lobe-on-file.js';
import type { LobeSweep } from '../../../core/cam/lobe-sweep.js';
import { parseValve } from '../../../core/engine/places.js';
import type { ValveKind } from '../../../core/engine/engine.js';
import type { LiftPoint } from '../../charts/lift-chart.js';

const asPoints = (points: [deg: number, lift: number][]): LiftPoint[] => points.map(([x, y]) => ({ x, y }));

/** The lobe that the card describes, in `unit`, degrees from overlap top centre; null where the card prints too little. */
export function cardCurve(card: CompletedCard, kind: ValveKind, unit: 'in' | 'mm'): LiftPoint[] | null {
  const points = lobeOfCard(card, kind, unit);
  return points && asPoints(points);
}

/** A swept lobe in `unit`, at the lobe, turned so that its nose lies on its own side of overlap top centre. */
export const sweptCurve = (sweep: LobeSweep, kind: ValveKind, unit: 'in' | 'mm'): LiftPoint[] =>
  asPoints(lobeOfSweep(sweep, kind, unit));

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
