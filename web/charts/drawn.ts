import type { ClearanceDrawn, PositionsDrawn } from './clearance-chart.js';
import type { DriftDrawn } from './drift-chart.js';
import type { LiftsDrawn } from './lift-chart.js';
import type { LobeDrawn } from './lobe-chart.js';
import type { MarksDrawn } from './mark-chart.js';

/** What a chart shows, as data: the thread that draws it knows how. */
export type Drawn =
  | { chart: 'lifts'; of: LiftsDrawn }
  | { chart: 'lobe'; of: LobeDrawn }
  | { chart: 'clearance'; of: ClearanceDrawn }
  | { chart: 'positions'; of: PositionsDrawn }
  | { chart: 'marks'; of: MarksDrawn }
  | { chart: 'drift'; of: DriftDrawn };

/** The sheet that a chart has, in CSS pixels, and how many pixels of the screen each of them is. */
export interface Room {
  width: number;
  height: number;
  ratio: number;
}

/** What goes to the thread that draws: its canvas first, then whatever is to be seen on it. */
export interface ToDraw {
  canvas?: OffscreenCanvas;
  drawn: Drawn;
  room: Room;
  /** Answered once it is drawn. */
  turn: number;
}
