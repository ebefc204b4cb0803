import type { ChartConfiguration } from 'chart.js';
import type { ValveKind } from '../../core/engine/engine.js';
import { axis, type Inks } from './inks.js';
import type { LiftPoint } from './lift-chart.js';

interface ClearanceCurve {
  kind: ValveKind;
  name: string;
  points: LiftPoint[];
  /** The least point, named by its figure. */
  worst: LiftPoint & { says: string };
  limit: number | null;
  preferred: number | null;
  /** What the dial read. */
  dial: LiftPoint[];
  /** Half the width of what the least may be off by, two standard deviations; null while that is not known. */
  doubt: number | null;
}

export interface ClearanceDrawn {
  curves: ClearanceCurve[];
  unit: 'in' | 'mm';
  inks: Inks;
}

/** As far around the top as valve and piston come near each other, crank degrees. */
export const REACH_DEG = 40;
/** Where the chart's plot begins and ends, CSS pixels from its sides: what is laid over it must know. */
export const PLOT = { left: 76, right: 14 };

const line = (label: string, data: LiftPoint[], colour: string, more: object = {}) => ({
  label,
  data,
  borderColor: colour,
  backgroundColor: colour,
  borderWidth: 2.4,
  pointRadius: 0,
  tension: 0,
  ...more,
});

/** What is left between each valve and its piston over crank angle, with the limits, the worst point, the dial and the doubt. */
export function clearanceChart({ curves, unit, inks }: ClearanceDrawn): ChartConfiguration<'line'> {
  const near = curves.flatMap(({ points }) => points.filter(({ x }) => Math.abs(x) <= REACH_DEG).map(({ y }) => y));
  const tick = unit === 'in' ? 0.05 : 1;
  const lowest = Math.floor(Math.min(0, ...near) / tick) * tick;
  const limits = curves.flatMap(({ limit, preferred }) => [limit ?? 0, preferred ?? 0]);
  const most = Math.max(...limits, ...curves.map(({ worst }) => worst.y)) * 2;
  const highest = Math.ceil(most / tick) * tick;
  const across = (y: number): LiftPoint[] => [{ x: -REACH_DEG, y }, { x: REACH_DEG, y }]; // prettier-ignore
  return {
    type: 'line',
    data: {
      datasets: curves.flatMap(({ kind, name, points, worst, limit, preferred, dial, doubt }) => [
        ...(doubt === null
          ? []
          : [
              line('', points.map(({ x, y }) => ({ x, y: y - doubt })), 'transparent', { borderWidth: 0 }),
              line('', points.map(({ x, y }) => ({ x, y: y + doubt })), 'transparent', { borderWidth: 0, fill: '-1', backgroundColor: `${inks[kind]}55` }),
            ]), // prettier-ignore
        line(`${name}: least ${worst.says}`, points, inks[kind]),
        line('', [worst], inks[kind], { pointRadius: 6, pointStyle: 'rectRot' }),
        ...(dial.length > 0 ? [line(`${name}, by dial`, dial, inks[kind], { showLine: false, pointRadius: 4 })] : []),
        ...(limit === null ? [] : [line(`${name}, limit`, across(limit), inks[kind], { borderWidth: 1.4, borderDash: kind === 'I' ? [8, 4] : [3, 4] })]), // prettier-ignore
        ...(preferred === null ? [] : [line('', across(preferred), inks.steel, { borderWidth: 0.8, borderDash: [2, 5] })]), // prettier-ignore
      ]), // prettier-ignore
    },
    options: {
      parsing: false,
      layout: { padding: { right: PLOT.right } },
      scales: {
        x: {
          type: 'linear',
          min: -REACH_DEG,
          max: REACH_DEG,
          ...axis('crank degrees from overlap top centre', inks),
          ticks: { ...axis('', inks).ticks, stepSize: 20 },
        },
        y: {
          min: lowest,
          max: highest,
          ...axis(`left along the valve, ${unit}`, inks),
          afterFit: (scale) => void (scale.width = PLOT.left),
        },
      },
      plugins: { legend: legendOf(inks), tooltip: { enabled: false } },
    },
  };
}

export interface PositionsDrawn {
  curves: {
    kind: ValveKind;
    name: string;
    least: LiftPoint[];
    /** Beside the valve; none where its diameters are not known. */
    radial: LiftPoint[];
    limit: number | null;
  }[];
  unit: 'in' | 'mm';
  /** The position that one has in mind, as degrees of the sprocket. */
  at: number;
  inks: Inks;
}

/** The least clearance at every position of the cam. */
export function positionsChart({ curves, unit, at, inks }: PositionsDrawn): ChartConfiguration<'line'> {
  const all = curves.flatMap(({ least }) => least);
  const [from, to] = [Math.min(...all.map(({ x }) => x)), Math.max(...all.map(({ x }) => x))];
  const tick = unit === 'in' ? 0.05 : 1;
  const low = Math.floor(Math.min(0, ...all.map(({ y }) => y)) / tick) * tick;
  const high = Math.max(...all.map(({ y }) => y));
  return {
    type: 'line',
    data: {
      datasets: curves.flatMap(({ kind, name, least, radial, limit }) => [
        line(`${name}, least depth`, least, inks[kind]),
        ...(radial.length > 0 ? [line(`${name}, radial`, radial, inks[kind], { borderDash: [2, 3], borderWidth: 1.6 })] : []), // prettier-ignore
        ...(limit === null ? [] : [line('', [{ x: from, y: limit }, { x: to, y: limit }], inks[kind], { borderWidth: 1.4, borderDash: kind === 'I' ? [8, 4] : [3, 4] })]), // prettier-ignore
      ]).concat(line('', [{ x: at, y: low }, { x: at, y: high }], inks.steel, { borderWidth: 1.2 })), // prettier-ignore
    },
    options: {
      parsing: false,
      scales: {
        x: { type: 'linear', min: from, max: to, ...axis('sprocket, crank degrees advanced', inks) },
        y: { min: low, ...axis(`least, ${unit}`, inks) },
      },
      plugins: { legend: legendOf(inks), tooltip: { enabled: false } },
    },
  };
}

const legendOf = (inks: Inks) => ({
  labels: {
    filter: ({ text }: { text: string }) => text !== '' && !text.endsWith('limit'),
    color: inks.steel,
    boxHeight: 1,
    font: { family: 'Barlow', size: 13 },
  },
});
