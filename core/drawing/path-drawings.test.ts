import { usualOrder } from '../tightening/plan.js';
import { PATH, pathLayout, wrapped } from './path-way.js';
import { FASTENERS, fastenersAt, headCorners } from './tightening-pattern.js';
import { daysFrom, minutesByDay } from './week-chart.js';

describe('the way of the job', () => {
  const heights = [60, 190, 140, 80, 100, 120, 90, 200];
  const lay = (width: number) => pathLayout(heights.length, width, (index) => heights[index]);

  test.each([390, 768, 1024, 1280, 2400])(
    'at %i px has everything on it once, in order, none over another',
    (width) => {
      const { cells, height, way } = lay(width);
      expect(cells).toHaveLength(heights.length);
      cells.forEach((cell, index) => {
        expect(cell.x + cell.width).toBeLessThanOrEqual(width + 1e-9);
        expect(cell.height).toBeGreaterThanOrEqual(heights[index]);
        expect(cell.y + cell.height).toBeLessThanOrEqual(height + 1e-9);
        const before = cells[index - 1];
        if (before)
          expect(cell.y > before.y ? cell.x : cell.x - before.x).toBeCloseTo(cell.y > before.y ? 0 : cell.width, 9);
      });
      expect(way.startsWith(`M 2 ${PATH.wayY}`)).toBe(true);
      expect(way).not.toContain('NaN');
    },
  );

  test('a phone has one thing to a row, each as high as what stands on it', () => {
    expect(lay(358).cells.map(({ height }) => height)).toEqual(heights);
  });

  test('words are wrapped, none lost, and one that is too long has a line of its own', () => {
    const text = 'Rod side clearance not taken: crank pin 1, crank pin 2 and 2 more';
    for (let letters = 4; letters < 80; letters++) {
      const lines = wrapped(text, letters);
      expect(lines.join(' ')).toBe(text);
      expect(lines.every((line) => line.length <= letters || !line.includes(' '))).toBe(true);
    }
  });
});

describe('a group of fasteners', () => {
  test('is drawn whole, each where no other lies, with its turn in the order', () => {
    for (const pattern of ['rows', 'ring'] as const)
      for (const rows of [1, 2, 3])
        for (let count = rows; count <= 30; count++) {
          const heads = fastenersAt({ count, rows, pattern, order: usualOrder({ count, rows, pattern }) });
          expect(heads.map(({ turn }) => turn).sort((a, b) => a - b)).toEqual(heads.map((_head, index) => index + 1));
          expect(new Set(heads.map(({ x, y }) => `${x.toFixed(3)} ${y.toFixed(3)}`)).size).toBe(count);
          for (const { x, y } of heads) {
            expect(x).toBeGreaterThanOrEqual(0);
            expect(x).toBeLessThanOrEqual(FASTENERS.width);
            expect(y).toBeGreaterThanOrEqual(0);
            expect(y).toBeLessThanOrEqual(FASTENERS.height);
          }
        }
  });

  test('has heads with six corners', () => {
    expect(headCorners({ x: 10, y: 10 }, 5).split(' ')).toHaveLength(6);
  });
});

describe('the week', () => {
  test('counts days over the end of a month, and work by the day on which it begins', () => {
    expect(daysFrom('2026-11-29', 4)).toEqual(['2026-11-29', '2026-11-30', '2026-12-01', '2026-12-02']);
    const at = (day: number, hour: number) => Date.UTC(2026, 10, day, hour);
    const days = minutesByDay([{ from: at(29, 8), to: at(29, 10) }, { from: at(29, 13), to: at(29, 14) }, { from: at(30, 8), to: at(30, 9) }], (ms) => new Date(ms).toISOString().slice(0, 10)); // prettier-ignore
    expect([...days]).toEqual([['2026-11-29', 180], ['2026-11-30', 60]]); // prettier-ignore
  });
});
