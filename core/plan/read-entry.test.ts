import { measureOf } from './measures.js';
import { readEntry } from './read-entry.js';

const value = (measure: string, entered: string, unit: Parameters<typeof readEntry>[2] = 'deg') => {
  const entry = readEntry(measureOf(measure), entered, unit);
  return entry.ok ? entry.value : entry.reason;
};

describe('angles as they are read on a wheel, in the signs of the card', () => {
  test.each([
    ['intake-open', '4 after', -4],
    ['intake-open', '4a', -4],
    ['intake-open', '+30', 30],
    ['intake-open', 'a 4', -4],
    ['exhaust-close', 'B6', -6],
    ['intake-close', 'btdc 136', 44],
    ['intake-open', '0', 0],
    ['intake-open', '-4', -4],
    ['intake-close', '36 after', 36],
    ['intake-close', '136 btdc', 44],
    ['intake-close', '44 ABDC', 44],
    ['exhaust-open', '44 before', 44],
    ['exhaust-close', '6b', -6],
    ['tdc-stop-first', '31.5 after', 31.5],
    ['tdc-stop-second', '26 before', -26],
    ['intake-drop-closing', '49 bbdc', 131],
    ['exhaust-drop-opening', '70 abdc', 110],
  ])('%s, %p', (measure, entered, expected) => expect(value(measure, entered)).toBe(expected));

  test('a wheel of 0 to 360 needs no side, whichever way its numbers run', () => {
    expect(value('intake-close', '224', 'deg360')).toBe(44);
    expect(value('intake-close', '136', 'deg360r')).toBe(44);
    expect(value('intake-open', '330', 'deg360')).toBe(30);
    expect(value('tdc-stop-second', '334', 'deg360')).toBe(-26);
  });

  test.each([
    ['4 sideways', 'unknown-side'],
    ['-4 after', 'sign-twice'],
    ['after', 'empty'],
    ['30', 'which-side'],
    ['b 4 after', 'side-twice'],
    ['1,250.5 after', 'two-marks'],
    ['b 1,250.5', 'two-marks'],
  ])('%p is refused as %s', (entered, reason) => expect(value('intake-open', entered)).toBe(reason));
  test('off the wheel', () => {
    expect(value('intake-open', '361', 'deg360')).toBe('off-the-wheel');
    expect(value('intake-open', '30 a', 'deg360')).toBe('unknown-side');
    expect(value('tdc-stop-first', '365 after')).toBe('off-the-wheel');
  });
});

describe('other entries', () => {
  test('the deck is above or below', () => {
    expect(value('deck-height', '0.005 below', 'in')).toBeCloseTo(-0.127, 9);
    expect(value('deck-height', '0.005 above', 'in')).toBeCloseTo(0.127, 9);
  });
  test('the side may come before the number, and is asked for where there is none', () => {
    expect(value('deck-height', 'B .005', 'in')).toBeCloseTo(-0.127, 9);
    expect(value('deck-height', 'below 0,005', 'in')).toBeCloseTo(-0.127, 9);
    expect(value('deck-height', '.005', 'in')).toBe('which-side');
    expect(value('deck-height', '-.005', 'in')).toBeCloseTo(-0.127, 9);
  });
  test('what was kept before the side was asked is on the plus side, as it was then', () => {
    expect(readEntry(measureOf('deck-height'), '.005', 'in', 'plus')).toMatchObject({ ok: true });
  });
  test('the sprocket is advanced or retarded', () => {
    expect([value('cam-offset', '4 advanced'), value('cam-offset', '2r')]).toEqual([4, -2]);
  });
  test('several directions of a size stand for their mean', () => {
    const entry = readEntry(measureOf('main-journal'), '2.4489;2.4487;2.4488;2.4488', 'in');
    expect(entry).toMatchObject({ ok: true, sizes: [expect.any(Number), expect.any(Number), expect.any(Number), expect.any(Number)] }); // prettier-ignore
    expect(value('main-journal', '2.4489;2.4487', 'in')).toBeCloseTo(2.4488 * 25.4, 9);
    expect(value('main-journal', '1;2;3;4;5', 'in')).toBe('too-many-sizes');
    expect(value('main-journal', '1;;3', 'in')).toBe('empty');
  });
});
