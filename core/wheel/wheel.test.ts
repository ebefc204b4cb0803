import { dialReading } from './dial-reading.js';
import { misalignment } from './misalignment.js';
import { trueTdc } from './true-tdc.js';
import { afterTdc, fromAfterTdc, readWheel, WHEEL_FACES, type AngleSides } from './wheel-face.js';

describe('true dead centre', () => {
  const stops = (first: number, second: number) =>
    trueTdc({ method: 'piston-stop', first: { deg: first, side: 'after' }, second: { deg: second, side: 'before' } });

  test('31.5 after and 26 before: the wheel reads 2.75 after, and ought to read 28.75 at either stop', () => {
    expect(stops(31.5, 26)).toEqual({ wheelErrorDeg: 2.75, halfSpanDeg: 28.75 });
  });
  test('a pointer bent to the half span reads true, and which way was turned first does not matter', () => {
    for (const [first, second] of [[31.5, 26], [12, 40], [3, 3.5]]) {
      const { wheelErrorDeg, halfSpanDeg } = stops(first, second);
      expect(stops(halfSpanDeg, halfSpanDeg).wheelErrorDeg).toBeCloseTo(0, 12);
      const other = trueTdc({ method: 'equal-drop', first: { deg: second, side: 'before' }, second: { deg: first, side: 'after' } }); // prettier-ignore
      expect(other.wheelErrorDeg).toBeCloseTo(wheelErrorDeg, 12);
    }
  }); // prettier-ignore
  test('the same stop twice is refused', () => {
    const once = { deg: 30, side: 'after' as const };
    expect(() => trueTdc({ method: 'piston-stop', first: once, second: once })).toThrow('same-stop');
  });
});

describe('a dial', () => {
  test('four turns and 0.078 against its numbers are 0.422', () => {
    expect(dialReading({ perRev: 0.1, revs: 4, needle: 0.078, startNeedle: 0, runs: 'against' }).travel).toBeCloseTo(
      0.422,
      9,
    );
  });
  test('with and against add up to a whole turn', () => {
    for (const needle of [0.001, 0.05, 0.099]) {
      const travel = (runs: 'with' | 'against') =>
        dialReading({ perRev: 0.1, revs: 0, needle, startNeedle: 0, runs }).travel;
      expect(travel('with') + travel('against')).toBeCloseTo(0.1, 12);
    }
  });
  test('a turn too many is noticed against what was expected, a small difference is none', () => {
    const at = (revs: number) =>
      dialReading({ perRev: 0.1, revs, needle: 0.04, startNeedle: 0, runs: 'with', expected: 0.341 });
    expect(at(4).revolutionsOff).toBe(1);
    expect(at(3).revolutionsOff).toBe(0);
    expect(at(2).revolutionsOff).toBe(-1);
  });
  test('a needle off the dial is refused by its field', () => {
    expect(() => dialReading({ perRev: 0.1, revs: 1, needle: 0.2, startNeedle: 0, runs: 'with' })).toThrow(
      'needle: needle-off-dial',
    );
  });
  test('out of line it reads short: 0.3395 of 0.341 is 5.4 degrees, 0.33 is more than anyone would set it', () => {
    expect(misalignment({ expected: 0.341, observed: 0.3395, maxAngleDeg: 6 }).angleDeg).toBeCloseTo(5.376, 3);
    expect(misalignment({ expected: 0.341, observed: 0.3395, maxAngleDeg: 6 }).explains).toBe(true);
    expect(misalignment({ expected: 0.341, observed: 0.33, maxAngleDeg: 6 }).explains).toBe(false);
    expect(misalignment({ expected: 0.341, observed: 0.341, maxAngleDeg: 6 }).angleDeg).toBe(0);
  });
});

describe('the builder’s own wheel', () => {
  const intakeCloses: AngleSides = { plus: 'after', minus: 'before', deadCentre: 'BDC' };
  const intakeOpens: AngleSides = { plus: 'before', minus: 'after', deadCentre: 'TDC' };

  test('44 after bottom centre reads as each face shows it', () => {
    const deg = afterTdc(44, intakeCloses);
    expect(readWheel(deg, '0-90-0-90-0')).toEqual({ deg: 44, side: 'after BDC' });
    expect(readWheel(deg, '0-180-0')).toEqual({ deg: 136, side: 'before TDC' });
    expect(readWheel(deg, '0-360')).toEqual({ deg: 224, side: null });
    expect(readWheel(deg, '0-360', 'against')).toEqual({ deg: 136, side: null });
  });
  test('what a wheel shows, read back, is the same angle', () => {
    for (const sides of [intakeCloses, intakeOpens])
      for (let value = -170; value <= 180; value += 7.25) {
        expect(fromAfterTdc(afterTdc(value, sides), sides)).toBeCloseTo(value, 9);
        for (const face of WHEEL_FACES) expect(readWheel(afterTdc(value, sides), face).deg).toBeGreaterThanOrEqual(0);
      }
  });
});
