import type { ChartConfiguration } from 'chart.js';
import { atLobe, type LobeAnalysis } from '../../core/cam/lobe-analyse.js';
import type { LobeSweep } from '../../core/cam/lobe-sweep.js';
import { axis, sayTick, type Inks } from './inks.js';

/** The rows of the chart, from the top, with the part of its height that each has. */
const ROWS = { lift: 4, out: 1.6, velocity: 2, acceleration: 2 };
type RowName = keyof typeof ROWS;

/** How far a row reaches beyond its outermost tick: the ticks of two rows stay apart. */
const ROOM = 1.35;

/** The next round figure above: 1, 2 or 5 with noughts. */
function roundUp(value: number): number {
  const tens = 10 ** Math.floor(Math.log10(value || 1));
  return tens * [1, 2, 5, 10].find((step) => step * tens >= value)!;
}

export interface LobeDrawn {
  analysis: LobeAnalysis;
  sweep: Pick<LobeSweep, 'unit' | 'points' | 'measuredAt' | 'rockerRatio' | 'lash'>;
  inks: Inks;
}

/**
 * A lobe as it was swept over crank degrees: the points and the curve through them, what the smoothing took out of each,
 * and how fast and how hard the lobe lifts.
 */
export function lobeChart({ analysis, sweep, inks }: LobeDrawn): ChartConfiguration<'line'> {
  const { curve } = analysis;
  const { unit } = sweep;
  const points = sweep.points.map(([x, lift]) => ({ x, y: atLobe(sweep, lift) })).sort((a, b) => a.x - b.x);
  const over = (column: 1 | 2 | 3) => curve.map((point) => ({ x: point[0], y: point[column] }));
  const smoothed = new Map(curve.map(([deg, lift]) => [deg, lift]));
  const out = points.flatMap(({ x, y }) => (smoothed.has(x) ? [{ x, y: y - smoothed.get(x)! }] : []));
  const line = (label: string, row: RowName, data: { x: number; y: number }[], colour: string) => ({
    label,
    data,
    yAxisID: row,
    borderColor: colour,
    backgroundColor: colour,
    borderWidth: 2,
    pointRadius: 0,
  });
  const dots = { borderWidth: 0, showLine: false, pointRadius: 1.8 };
  const ticks = {
    ...axis('', inks).ticks,
    font: { family: 'IBM Plex Mono', size: 11 },
    callback: sayTick,
    includeBounds: false,
  };
  /** A row that lies on both sides of zero, with its edges at a round figure. */
  const about = (row: RowName, text: string, data: { y: number }[]) => {
    const edge = roundUp(Math.max(...data.map(({ y }) => Math.abs(y))));
    return {
      ...axis(text, inks),
      stack: 'lobe',
      stackWeight: ROWS[row],
      min: -edge * ROOM,
      max: edge * ROOM,
      ticks: { ...ticks, stepSize: edge },
    };
  };
  return {
    type: 'line',
    data: {
      datasets: [
        { ...line('points', 'lift', points, inks.steel), ...dots },
        line('smoothed', 'lift', over(1), inks.I),
        { ...line('taken out', 'out', out, inks.flag), ...dots },
        line('velocity', 'velocity', over(2), inks.I),
        line('acceleration', 'acceleration', over(3), inks.E),
      ],
    },
    options: {
      parsing: false,
      scales: {
        x: { type: 'linear', ...axis('crank degrees after top centre', inks) },
        acceleration: about('acceleration', `${unit}/°²`, over(3)),
        velocity: about('velocity', `${unit}/°`, over(2)),
        out: about('out', 'taken out', out),
        lift: {
          ...axis(`lift, ${unit}`, inks),
          stack: 'lobe',
          stackWeight: ROWS.lift,
          min: -0.08 * analysis.peak.lift,
          max: analysis.peak.lift * 1.1,
          ticks: { ...ticks, maxTicksLimit: 5 },
        },
      },
      plugins: { legend: { display: false }, tooltip: { enabled: false } },
    },
  };
}
