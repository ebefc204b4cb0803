import { chance } from '../chance.js';
import { equalDrop } from '../engine/equal-drop.js';
import { pistonDrop } from '../engine/piston.js';
import { trueTdc } from '../wheel/true-tdc.js';
import { crankAtDrop, pistonBelowTop } from './crank-drive.js';
import { readOn, type Gauge } from './gauge.js';

const next = chance(3);
const CRANKS = Array.from({ length: 100 }, () => {
  const throwLength = 30 + 30 * next();
  return { throwLength, rod: throwLength * (2.8 + 1.4 * next()) };
});

test('a piston stands where crank, rod and bore let it, and an equal drop is found at the degrees that are told', () => {
  for (const crank of CRANKS) {
    const [strokeMm, rodMm] = [2 * crank.throwLength, crank.rod];
    for (const deg of [0, 8, 77, 150, 180]) expect(pistonDrop({ strokeMm, rodMm }, deg)).toBeCloseTo(pistonBelowTop(crank, deg), 9); // prettier-ignore
    for (const drop of [0.3, 1.27, 5])
      expect(equalDrop({ stroke: strokeMm, rodLength: rodMm, drop })).toBeCloseTo(crankAtDrop(crank, drop), 6);
  }
});

test('a wheel that stands wrong by some degrees is found out by a stop, within what it can be read to', () => {
  const wheel: Gauge = { resolution: 0.25, bias: 0, spread: 0.1, backlash: 0 };
  const off = CRANKS.map((crank) => {
    const [error, atStop] = [6 * next() - 3, crankAtDrop(crank, 4 + 6 * next())];
    const [after, before] = [readOn(wheel, error + atStop, next), readOn(wheel, error - atStop, next)];
    const said = trueTdc({
      method: 'piston-stop',
      first: { deg: Math.abs(after), side: after >= 0 ? 'after' : 'before' },
      second: { deg: Math.abs(before), side: before >= 0 ? 'after' : 'before' },
    });
    return said.wheelErrorDeg - error;
  });
  // Two readings, each with a spread of 0.1° and a step of 0.25°, halved.
  const expected = Math.sqrt(0.1 ** 2 + 0.25 ** 2 / 12) / Math.SQRT2;
  const rms = Math.sqrt(off.reduce((sum, one) => sum + one ** 2, 0) / off.length);
  expect(rms).toBeGreaterThan(expected * 0.75);
  expect(rms).toBeLessThan(expected * 1.25);
  expect(Math.abs(off.reduce((sum, one) => sum + one, 0) / off.length)).toBeLessThan(expected / 2);
});
