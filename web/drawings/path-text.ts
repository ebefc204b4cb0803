import { wrapped } from '../../core/drawing/path-way.js';

/** From one line of a station or a bar to the next, px; and as many as each has room for. */
export const LINE = 18;
export const STATION_LINES = 6;
const BAR_LINES = 8;

/** Letters of a bar's line at a width. */
export const lettersOf = (width: number) => Math.floor((width - 64) / 6.4);
/** Lines of a bar, wrapped; what there is no room for is left to the panel behind it. */
export function onBar(lines: string[], letters: number): { text: string; isFirst: boolean }[] {
  const all = lines.flatMap((line) => wrapped(line, letters).map((text, index) => ({ text, isFirst: index === 0 })));
  return all.length > BAR_LINES ? [...all.slice(0, BAR_LINES - 1), { text: 'and more …', isFirst: true }] : all;
}
/** A line cut to what has room; the whole of it is in the panel behind it. */
export const fit = (text: string, width: number, perChar = 6.3): string =>
  text.length * perChar > width ? `${text.slice(0, Math.max(3, Math.floor(width / perChar) - 1))}…` : text;
