import type { ChartConfiguration } from 'chart.js';
import type { ValveKind } from '../../core/engine/engine.js';
import { axis, type Inks } from './inks.js';
import type { LiftPoint } from './lift-chart.js';

export interface MarksDrawn {
  kind: ValveKind;
  /** What a setting is, with its unit: `pushrod length, in`. */
  setting: string;
  unit: 'in' | 'mm';
  /** The model's width over setting; empty while nothing is fitted. */
  curve: LiftPoint[];
  /** What was measured: those that count, those that are barred. */
  trials: LiftPoint[];
  barred: LiftPoint[];
  /** What the fit predicts as best, named by its figures. */
  best: (LiftPoint & { says: string }) | null;
  /** Between these the best lies, as far as the marks tell. */
  within: [number, number] | null;
  /** The settings that can be had. */
  available: number[];
  inks: Inks;
}

const points = (label: string, data: LiftPoint[], colour: string, more: object = {}) => ({
  label,
  data,
  borderColor: colour,
  backgroundColor: colour,
  showLine: false,
  pointRadius: 6,
  borderWidth: 2,
  ...more,
});

/** How wide a mark is over what was set: the kinked curve of the geometry, what was measured, and what can be had. */
export function markChart({
  kind,
  setting,
  unit,
  curve,
  trials,
  barred,
  best,
  within,
  available,
  inks,
}: MarksDrawn): ChartConfiguration<'line'> {
  const xs = [...curve, ...trials, ...barred].map(({ x }) => x);
  const ys = [...curve, ...trials, ...barred].map(({ y }) => y);
  const [low, high] = [Math.min(...xs), Math.max(...xs)];
  // The axis begins and ends on a graduation.
  const across = unit === 'mm' ? 0.5 : 0.05;
  const [left, right] = [Math.floor(low / across - 0.2) * across, Math.ceil(high / across + 0.2) * across];
  const tick = unit === 'mm' ? 0.2 : 0.01;
  const top = Math.ceil((Math.max(...ys) * 1.04) / tick) * tick;
  const floor = Math.floor((Math.min(...ys) * 0.9) / tick) * tick;
  const inReach = available.filter((x) => x >= left && x <= right);
  const datasets = [
    ...(within
      ? [
          points(
            'best, as far as the marks tell',
            within.map((x) => ({ x, y: top })),
            `${inks.band}90`,
            { showLine: true, borderWidth: 0, pointRadius: 0, fill: 'start', order: 9 },
          ),
        ]
      : []),
    ...(curve.length > 0
      ? [points('by the geometry', curve, inks[kind], { showLine: true, pointRadius: 0, tension: 0, borderWidth: 2.4 })]
      : []),
    points('rubbed', trials, inks[kind], { pointStyle: 'circle' }),
    ...(barred.length > 0 ? [points('barred', barred, inks.flag, { pointStyle: 'crossRot', pointRadius: 8 })] : []),
    ...(best ? [points(best.says, [best], inks.steel, { pointStyle: 'triangle', pointRadius: 8, rotation: 180 })] : []),
    ...(inReach.length > 0
      ? [
          points(
            'can be had',
            inReach.map((x) => ({ x, y: floor })),
            inks.steel,
            { pointStyle: 'line', rotation: 90, pointRadius: 9 },
          ),
        ]
      : []),
  ];
  return {
    type: 'line',
    data: { datasets },
    options: {
      parsing: false,
      scales: {
        x: { type: 'linear', min: left, max: right, ...axis(setting, inks) },
        y: { min: floor, max: top, ...axis(`mark, ${unit}`, inks) },
      },
      plugins: {
        legend: {
          labels: { color: inks.steel, usePointStyle: true, boxHeight: 7, font: { family: 'Barlow', size: 13 } },
        },
        tooltip: { enabled: false },
      },
    },
  } as ChartConfiguration<'line'>;
}
