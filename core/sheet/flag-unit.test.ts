import { flagUnit } from './flag-unit.js';

const readings = [
  { id: 'a', unit: 'mm' as const },
  { id: 'b', unit: 'deg360' as const },
];

test('a flagged value is told in the unit in which it was typed', () =>
  expect(flagUnit({ readings }, { measure: 'lash-cold', readingId: 'a' })).toBe('mm'));
test('an angle is told in degrees, whatever the numbers of the wheel', () =>
  expect(flagUnit({ readings }, { measure: 'tdc-wheel-error', readingId: 'b' })).toBe('deg'));
