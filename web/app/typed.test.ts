import { readMoney } from './money.js';
import { slugOf } from './slug.js';
import { typedDay, typedDays, whyNoDay } from './typed-day.js';
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
    ['25.12.26', '2026-12-25'],
    ['5 Dec 27', '2027-12-05'],
    ['12/25/26', '2026-12-25'],
  ])('%s is %s', (typed, day) => expect(typedDay(typed, NOW)).toBe(day));
  test.each(['3/4/2026', '3/4/26', 'Friday', '31.2.2026', '31.2.26', '', '25', '25 Dec 2', '25 Dec 202', '25.12.202'])(
    '%p is not guessed at',
    (typed) => expect(typedDay(typed, NOW)).toBe(typed),
  );
  test('what may be two days says so, what is none says how a day is typed, and a day says nothing', () => {
    expect(whyNoDay('3/4/2026')).toBe('3/4/2026 may be two days: type it as 25 Dec 2026');
    expect(whyNoDay('31.2.2026')).toBe('not a day: type it as 25 Dec 2026');
    expect(['2026-12-25', ''].map(whyNoDay)).toEqual([null, null]);
    expect(whyNoDay('2026-02-31')).toContain('not a day');
  });
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
