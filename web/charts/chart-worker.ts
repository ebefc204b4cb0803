import barlow from '@fontsource/barlow/files/barlow-latin-400-normal.woff2?url';
import barlowCondensed from '@fontsource/barlow-semi-condensed/files/barlow-semi-condensed-latin-500-normal.woff2?url';
import plexMono from '@fontsource/ibm-plex-mono/files/ibm-plex-mono-latin-400-normal.woff2?url';
import {
  CategoryScale,
  Chart,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  type ChartConfiguration,
} from 'chart.js';
import { clearanceChart, positionsChart } from './clearance-chart.js';
import { driftChart } from './drift-chart.js';
import type { Drawn, Room, ToDraw } from './drawn.js';
import { liftChart } from './lift-chart.js';
import { lobeChart } from './lobe-chart.js';
import { markChart } from './mark-chart.js';

/** Draws a chart off the main thread: laying it out takes longer than a key press may. */
Chart.register(CategoryScale, LinearScale, LineController, PointElement, LineElement, Filler, Legend);

/** A thread has no style sheet: what charts are lettered with is loaded here. */
const fonts = (self as unknown as { fonts: FontFaceSet }).fonts;
const lettering = Promise.all(
  [
    new FontFace('Barlow', `url(${barlow})`),
    new FontFace('Barlow Semi Condensed', `url(${barlowCondensed})`),
    new FontFace('IBM Plex Mono', `url(${plexMono})`),
  ].map((face) => face.load().then((loaded) => fonts.add(loaded))),
);

function configOf(drawn: Drawn): ChartConfiguration<'line'> {
  switch (drawn.chart) {
    case 'lifts':
      return liftChart(drawn.of);
    case 'lobe':
      return lobeChart(drawn.of);
    case 'clearance':
      return clearanceChart(drawn.of);
    case 'positions':
      return positionsChart(drawn.of);
    case 'marks':
      return markChart(drawn.of);
    case 'drift':
      return driftChart(drawn.of);
  }
}

let canvas: OffscreenCanvas;
let chart: Chart<'line'> | null = null;

function draw(drawn: Drawn, { width, height, ratio }: Room): void {
  const { data, options } = configOf(drawn);
  const still = { ...options, animation: false as const, responsive: false, devicePixelRatio: ratio };
  if (chart) {
    chart.data = data;
    chart.options = still;
  } else {
    canvas.width = width;
    canvas.height = height;
    chart = new Chart(canvas as unknown as HTMLCanvasElement, { type: 'line', data, options: still });
  }
  chart.resize(width, height);
  chart.update();
}

self.onmessage = async ({ data }: MessageEvent<ToDraw>) => {
  if (data.canvas) canvas = data.canvas;
  // Without its lettering a chart is drawn all the same.
  await lettering.catch(() => {});
  draw(data.drawn, data.room);
  self.postMessage(data.turn);
};
