import type { LineState } from '../parts/line.js';

/** The way of a part, from wanted to fitted: its stations, and how many lines stand at each. */
const STATIONS = ['wanted', 'ordered', 'promised', 'arrived', 'fitted'] as const satisfies LineState[];
export type Station = (typeof STATIONS)[number];

export const WAY = { width: 900, height: 96, y: 46, margin: 60, least: 7, most: 26 };

/** Where each station lies, and how large: by how many lines stand there. */
export function partsWay(
  counts: Record<Station, number>,
): { station: Station; x: number; radius: number; count: number }[] {
  const step = (WAY.width - 2 * WAY.margin) / (STATIONS.length - 1);
  const most = Math.max(1, ...Object.values(counts));
  return STATIONS.map((station, index) => ({
    station,
    x: WAY.margin + index * step,
    // Area by number, as the eye compares.
    radius: WAY.least + (WAY.most - WAY.least) * Math.sqrt(counts[station] / most),
    count: counts[station],
  }));
}
