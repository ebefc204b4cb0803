import { readMoney } from './money.js';
import { slugOf } from './slug.js';
import { typedDay, typedDays } from './typed-day.js';
import { typedNumber } from './typed-number.js';

const NOW = new Date('2026-12-02T08:00:00');

describe('a day as it is typed', () => {
  test.each([
    ['2026-12-25', '2026-12-25'],
    ['25.12.2026', '2026-12-25'],
    ['25/12/2026', '2026-12-25'],
    ['12/25/2026', '2026-12-25'],
    ['5/5/2026', '2026-05-05'],
    ['25 Dec 2026', '2026-12-25'],
    ['25 december 2026', '2026-12-25'],
    ['Dec 25, 2026', '2026-12-25'],
    ['25 Dec', '2026-12-25'],
    ['1 Jan', '2027-01-01'],
    ['2.12.', '2026-12-02'],
  ])('%s is %s', (typed, day) => expect(typedDay(typed, NOW)).toBe(day));
  test.each(['3/4/2026', 'Friday', '31.2.2026', '', '25'])('%p is not guessed at', (typed) =>
    expect(typedDay(typed, NOW)).toBe(typed),
  );
  test('several stand with commas or blanks between', () =>
    expect(typedDays('2026-12-25 2026-12-26; 1 Jan 2027,\n2.1.2027', NOW)).toEqual([
      '2026-12-25',
      '2026-12-26',
      '2027-01-01',
      '2027-01-02',
    ]));
});

test('numbers and amounts have one decimal mark, a point or a comma', () => {
  expect([typedNumber('2,451'), typedNumber('2.451'), typedNumber('−1,5')]).toEqual([2.451, 2.451, -1.5]);
  expect(typedNumber('1,250.5')).toBe('1,250.5');
  expect(readMoney('12,50', 'EUR')).toEqual({ ok: true, value: 1250 });
  expect(readMoney('1,240.00', 'EUR')).toMatchObject({ ok: false, why: expect.stringContaining('one decimal mark') });
});

test('a name makes its own slug', () => {
  expect(slugOf('Pétrel H8, street', 40)).toBe('petrel-h8-street');
  expect(slugOf('  2 valves ', 40)).toBe('valves');
  expect(slugOf('a'.repeat(39) + ' b', 40)).toHaveLength(39);
});
