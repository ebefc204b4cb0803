import type { ChartConfiguration } from 'chart.js';
import { axis, type Inks } from './inks.js';

export interface DriftDrawn {
  /** The valves, as they stand along the heads. */
  places: string[];
  unit: string;
  /** What both readings may be off, in the unit: a change within says nothing. */
  uncertainty: number;
  /** The change of each valve since the first occasion, for each later one; null where it was not read. */
  since: { occasion: string; changes: (number | null)[] }[];
  /** Valves that have changed alone. */
  alone: string[];
  inks: Inks;
}

/** The next round figure above: 1, 2, 4, 5 or 10 with noughts. */
function roundUp(value: number): number {
  const tens = 10 ** Math.floor(Math.log10(value || 1));
  return tens * [1, 2, 4, 5, 10].find((step) => step * tens >= value)!;
}

const STYLES = ['circle', 'rect', 'triangle', 'rectRot', 'star'];

/** How each valve has changed, over the band of what measuring alone may make of it. */
export function driftChart({ places, unit, uncertainty, since, alone, inks }: DriftDrawn): ChartConfiguration<'line'> {
  const changes = since.flatMap((one) => one.changes.filter((change) => change !== null));
  const reach = roundUp(Math.max(uncertainty * 1.6, ...changes.map((change) => Math.abs(change) * 1.1)));
  const band = (label: string, at: number, more: object) => ({
    label,
    data: places.map(() => at),
    borderWidth: 0,
    pointRadius: 0,
    backgroundColor: `${inks.band}90`,
    order: 9,
    ...more,
  });
  return {
    type: 'line',
    data: {
      labels: places,
      datasets: [
        band('may be the measuring alone', uncertainty, { fill: '+1' }),
        band('', -uncertainty, {}),
        ...since.map(({ occasion, changes: own }, nth) => ({
          label: occasion,
          data: own,
          showLine: false,
          pointStyle: STYLES[nth % STYLES.length],
          pointRadius: 7,
          borderWidth: 2,
          pointBorderColor: places.map((place) => (alone.includes(place) ? inks.flag : place.endsWith('I') ? inks.I : inks.E)), // prettier-ignore
          pointBackgroundColor: places.map((place) => (alone.includes(place) ? inks.flag : 'transparent')),
        })),
      ],
    },
    options: {
      scales: {
        x: {
          type: 'category',
          offset: true,
          ...axis('valve', inks),
          ticks: { ...axis('', inks).ticks, callback: (_: unknown, index: number) => places[index] },
        },
        y: { min: -reach, max: reach, ...axis(`change, ${unit}`, inks) },
      },
      plugins: {
        legend: {
          labels: {
            color: inks.steel,
            usePointStyle: true,
            boxHeight: 7,
            font: { family: 'Barlow', size: 13 },
            filter: ({ text }: { text: string }) => text !== '',
          },
        },
        tooltip: { enabled: false },
      },
    },
  } as ChartConfiguration<'line'>;
}
