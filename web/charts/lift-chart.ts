import type { ChartConfiguration } from 'chart.js';
import type { ValveKind } from '../../core/engine/engine.js';
import { axis, type Inks } from './inks.js';

export type LiftPoint = { x: number; y: number };

/** The lifts of one kind of valve over crank degrees: by its card, and as swept at a place. */
interface LiftCurve {
  kind: ValveKind;
  name: string;
  card: LiftPoint[] | null;
  measured: LiftPoint[] | null;
  place?: string;
}

export interface LiftsDrawn {
  curves: LiftCurve[];
  unit: 'in' | 'mm';
  /** By how much the spec set lets a cam differ from its card, degrees: between these the swept curve must lie. */
  limits: number[];
  /** From the intake's opening to the exhaust's closing at the seat, degrees. */
  overlap: { from: number; to: number };
  checkLift: number | null;
  inks: Inks;
}

/** Lift over crank angle: the card against what was swept, with the check lift and the overlap. */
export function liftChart({ curves, unit, limits, overlap, checkLift, inks }: LiftsDrawn): ChartConfiguration<'line'> {
  const line = (label: string, data: LiftPoint[], colour: string, dashed = false) => ({
    label,
    data,
    borderColor: colour,
    backgroundColor: colour,
    borderWidth: dashed ? 1.6 : 2.4,
    borderDash: dashed ? [7, 5] : [],
    pointRadius: 0,
    tension: 0,
  });
  const top = Math.max(0.001, ...curves.flatMap(({ card, measured }) => [...(card ?? []), ...(measured ?? [])].map(({ y }) => y))); // prettier-ignore
  const { from, to } = overlap;
  const datasets = [
    ...(to > from
      ? [{ ...line(`Overlap at the seat, ${(to - from).toFixed(0)}°`, [{ x: from, y: top }, { x: to, y: top }], `${inks.band}70`), fill: 'origin', borderWidth: 0 }]
      : []),
    ...curves.flatMap(({ kind, name, card, measured, place }) => [
      ...(card ? [line(`${name}, card (made up between its durations)`, card, inks[kind], true)] : []),
      ...(card ? limits.map((deg) => ({ ...line(`${name}, limit ${deg}°`, card.map(({ x, y }) => ({ x: x + deg, y })), inks.steel), borderWidth: 0.8 })) : []),
      ...(measured ? [line(`${name}, swept at ${place}`, measured, inks[kind])] : []),
    ]),
    ...(checkLift ? [line('Check lift', [{ x: -270, y: checkLift }, { x: 270, y: checkLift }], inks.steel, true)] : []),
  ]; // prettier-ignore
  return {
    type: 'line',
    data: { datasets },
    options: {
      parsing: false,
      scales: {
        x: {
          type: 'linear',
          min: -270,
          max: 270,
          ...axis('crank degrees from overlap top centre', inks),
          ticks: { ...axis('', inks).ticks, stepSize: 90 },
        },
        y: { min: 0, ...axis(`lift at the lobe, ${unit}`, inks) },
      },
      plugins: {
        legend: {
          labels: {
            filter: ({ text }) => !text.includes('limit'),
            color: inks.steel,
            boxHeight: 1,
            font: { family: 'Barlow', size: 13 },
          },
        },
        tooltip: { enabled: false },
      },
    },
  };
}
