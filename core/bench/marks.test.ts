import { chance } from '../chance.js';
import { sinkOf, sweepFit } from '../valvetrain/sweep-fit.js';
import { tappedMark } from '../valvetrain/tapped-mark.js';
import { readOn, type Gauge } from './gauge.js';
import { someDrive, type SomeDrive } from './some-drive.js';
import { BARE, restDeg, rubMark, turnsWithoutPlay, valveOpen, type Assembly } from './valve-drive.js';

/** Marks rubbed and tapped by drives of points and distances, as the formulas explain them. */

const LINE = 0.7;
const MARK: Gauge = { resolution: 0.02, bias: 0, spread: 0.03, backlash: 0 };
/** Nineteen of twenty widths lie within, mm: two edges, each read with its spread. */
const UNCERTAIN = 0.1;

/** A drive that was tried with a rod so much longer, or shims under its stand so much thicker. */
function tried({ drive, rod }: SomeDrive, mount: 'stud-nut' | 'shaft', more: number): Assembly {
  if (mount === 'stud-nut') return { ...BARE, rod: rod + more, turns: turnsWithoutPlay(drive, { ...BARE, rod: rod + more })! }; // prettier-ignore
  return { ...BARE, rod, shim: more, turns: turnsWithoutPlay(drive, { ...BARE, rod, shim: more })! };
}

/** The truly narrowest, by trying every half millimetre, and then more finely around the best. */
function narrowest(one: SomeDrive, mount: 'stud-nut' | 'shaft'): number {
  const widthAt = (more: number) => rubMark(one.drive, tried(one, mount, more), one.noseLift, LINE).width;
  const around = (middle: number, step: number) =>
    Array.from({ length: 25 }, (_, turn) => middle + (turn - 12) * step).reduce((best, more) =>
      widthAt(more) < widthAt(best) ? more : best,
    );
  return around(around(0, 0.5), 0.04);
}

describe.each([
  ['stud-nut', 'nut'],
  ['shaft', 'screw'],
] as const)('rockers on a %s', (mount, adjuster) => {
  test('rub narrowest where three marks say, within what they say of themselves and the lever leaves', () => {
    const next = chance(21);
    const outside = Array.from({ length: 20 }, () => {
      const one = someDrive(adjuster, next);
      const truth = narrowest(one, mount);
      const reach = mount === 'shaft' ? 1.2 : 2;
      const trials = [-reach, 0, reach].map((by) => {
        const setting = truth + by + 0.3 * (next() - 0.5);
        return { setting, width: readOn(MARK, rubMark(one.drive, tried(one, mount, setting), one.noseLift, LINE).width, next) }; // prettier-ignore
      });
      const valveLift = valveOpen(one.drive, tried(one, mount, truth), one.noseLift);
      const fit = sweepFit({ mount, rockerRatio: one.ratio, armLength: one.drive.rocker.arm, valveLift, trials, uncertainty: UNCERTAIN }); // prettier-ignore
      const [low, high] = fit.within;
      return truth < low - 0.35 || truth > high + 0.35;
    });
    expect(outside.filter(Boolean).length).toBeLessThanOrEqual(2);
  });

  test('reach further out with a longer rod, or more shims, while the roller stands above its pivot', () => {
    const next = chance(5);
    for (let turn = 0; turn < 60; turn++) {
      const one = someDrive(adjuster, next);
      const at = (more: number) => rubMark(one.drive, tried(one, mount, more), one.noseLift, LINE);
      const closed = (more: number) => restDeg(one.drive, tried(one, mount, more));
      if (closed(0.4) > 0.5) expect(at(0.4).closedAt).toBeGreaterThan(at(0).closedAt);
      // What the closed roller sinks by is what the sum takes: a part of the rod, all of the shims.
      const sunk = one.drive.rocker.arm * (Math.sin((closed(0) * Math.PI) / 180) - Math.sin((closed(0.4) * Math.PI) / 180)); // prettier-ignore
      expect(Math.abs(sunk - 0.4 * sinkOf({ mount, rockerRatio: one.ratio }))).toBeLessThan(0.4 * 0.08);
    }
  });
});

test('two taps tell a roller’s height, as often within twice their doubt as they ought to', () => {
  const next = chance(9);
  const within = Array.from({ length: 200 }, () => {
    const { drive } = someDrive('screw', next);
    const { arm } = drive.rocker;
    const closedAt = (shim: number) => (restDeg(drive, { turns: 0, shim, lashCap: 0 }) * Math.PI) / 180;
    const truth = arm * Math.sin(closedAt(0));
    const taps = [0, 2].map((setting) => ({ setting, position: readOn({ ...MARK, resolution: 0.001 }, arm * Math.cos(closedAt(setting)), next) })); // prettier-ignore
    const said = tappedMark({ armLength: arm, valveLift: 12, taps, standardUncertainty: { position: MARK.spread } });
    return Math.abs(said.height - truth) <= 2 * said.standardUncertainty.height;
  });
  const share = within.filter(Boolean).length / within.length;
  expect(share).toBeGreaterThan(0.9);
  expect(share).toBeLessThan(0.99);
});
