import { formatFigure, formatValue } from './format.js';
import { parseEntered } from './parse-entered.js';
import { fromCanonical, toCanonical, UNITS, type Unit } from './units.js';

describe('numbers as they are typed at the bench', () => {
  test.each([
    ['0.625', 0.625],
    ['5/8', 0.625],
    ['1 3/8', 1.375],
    ['1-3/8', 1.375],
    ['-1 1/2', -1.5],
    ['.5', 0.5],
    ['5.', 5],
    ['+3', 3],
    [' 12 ', 12],
    ['2,451', 2.451],
    ['1,250', 1.25],
    [',5', 0.5],
    ['−0,005', -0.005],
  ])('%p is read as %p', (text, value) => expect(parseEntered(text)).toEqual({ ok: true, value }));

  test.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['1,250.5', 'two-marks'],
    ['1.250,5', 'two-marks'],
    ['1,250,000', 'two-marks'],
    ['3/0', 'zero-denominator'],
    ['1.2.3', 'not-a-number'],
    ['1..2', 'not-a-number'],
    ['1e3', 'not-a-number'],
    ['Infinity', 'not-a-number'],
    ['0x10', 'not-a-number'],
    ['12a', 'not-a-number'],
    ['-', 'not-a-number'],
    ['9'.repeat(400), 'too-large'],
    ['-1000001', 'too-large'],
    ['9999999/2', 'too-large'],
  ])('%p is refused as %s, never guessed', (text, reason) => expect(parseEntered(text)).toEqual({ ok: false, reason }));
});

describe('units', () => {
  test('a value goes to the canonical unit and back unchanged', () => {
    for (const unit of Object.keys(UNITS) as Unit[])
      for (const value of [0, 0.001, 1, -3.25, 4321.5])
        expect(fromCanonical(toCanonical(value, unit), unit)).toBeCloseTo(value, 9);
  });

  test('a foot-pound is a pound-force on a foot', () =>
    expect(toCanonical(1, 'lbft')).toBeCloseTo(1.3558179483314, 12));

  test('inches have four places, thou one, millimetres three', () => {
    expect(formatValue(1.0748697916, 'in')).toBe('0.0423 in');
    expect(formatValue(1.0748697916, 'thou')).toBe('42.3 thou');
    expect(formatValue(1.0748697916, 'mm')).toBe('1.075 mm');
  });

  test('a negative figure has a true minus, nothing has none', () => {
    expect(formatFigure(-0.127, 'in')).toBe('−0.0050');
    expect(formatFigure(-0.0001, 'mm')).toBe('0.000');
  });
});
