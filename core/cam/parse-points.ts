import type { Impossibility } from '../impossible.js';
import { parseEntered } from '../units/parse-entered.js';

export interface ParsePointsInput {
  /** A line a point: degrees and lift with a comma, semicolon, tab or blank between; or the lift alone. */
  text: string;
  /** For lines with a lift alone: where the sweep starts and how far each turn goes, crank degrees. */
  startDeg: number | null;
  stepDeg: number | null;
}

export interface ParsedPoints {
  points: [deg: number, lift: number][];
  /** Lines that cannot be read, by number from 1. */
  issues: Impossibility[];
}

/** What a line holds: 10,5 and 0,250 of “10,5; 0,250”. */
function cellsOf(row: string, isLiftAlone: boolean): string[] {
  const separator = /[;\t]/.test(row)
    ? /[;\t]/
    : /[\d.]\s+[-+\d.]/.test(row)
      ? /\s+/
      : isLiftAlone && /^\s*[-+]?\d*,\d+\s*$/.test(row)
        ? /\s+/
        : /[,\s]\s*/;
  return row
    .split(separator)
    .map((cell) => cell.trim())
    .filter((cell) => cell !== '');
}

/**
 * Reads a sweep as it was typed line by line, streamed by a gauge (lifts alone, each with Enter) or pasted as CSV. A
 * first line of words is taken for the column heads. A comma separates, unless something else does or a lift stands alone:
 * then it is a decimal one.
 *
 * @example parsePoints({ text: 'deg,lift', startDeg: null, stepDeg: null }).points // []
 */
export function parsePoints({ text, startDeg, stepDeg }: ParsePointsInput): ParsedPoints {
  const points: [number, number][] = [];
  const issues: Impossibility[] = [];
  const refuse = (line: number, code: 'point-cells' | 'point-not-a-number' | 'point-without-angle') =>
    issues.push({ path: ['points', line], code, params: { line } });
  text.split(/\r?\n/).forEach((row, index) => {
    const line = index + 1;
    const cells = cellsOf(row, startDeg !== null && stepDeg !== null);
    if (cells.length === 0) return;
    if (points.length === 0 && issues.length === 0 && cells.every((cell) => /^[a-z_°]/i.test(cell))) return;
    if (cells.length > 2) return void refuse(line, 'point-cells');
    const numbers = cells.map(parseEntered);
    if (!numbers.every((number) => number.ok)) return void refuse(line, 'point-not-a-number');
    const values = numbers.map((number) => (number.ok ? number.value : 0));
    if (values.length === 2) return void points.push([values[0], values[1]]);
    if (startDeg === null || stepDeg === null) return void refuse(line, 'point-without-angle');
    points.push([startDeg + points.length * stepDeg, values[0]]);
  });
  return { points, issues };
}
