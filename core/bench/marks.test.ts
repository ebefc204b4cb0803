import { chance } from '../chance.js';
import { firstWayOf } from '../valvetrain/first-way.js';
import { nextTrialOf, tooSteep } from '../valvetrain/next-trial.js';
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

/** Nobody moves a pivot by as much as some of these drives would want, mm: their levers are others there. */
const FURTHEST = 2;

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

describe.each([
  ['stud-nut', 'nut'],
  ['shaft', 'screw'],
] as const)('what is tried next with rockers on a %s', (mount, adjuster) => {
  const markAt = (one: SomeDrive, more: number) => rubMark(one.drive, tried(one, mount, more), one.noseLift, LINE);

  test('after the first mark goes the right way nineteen times of twenty, by where the roller begins and how wide it rubbed', () => {
    const next = chance(41);
    const sink = (one: SomeDrive) => sinkOf({ mount, rockerRatio: one.ratio });
    const ways = Array.from({ length: 60 }, (_, turn) => {
      const one = someDrive(adjuster, next);
      const truth = narrowest(one, mount);
      const at = truth + ((turn % 2 === 0 ? 1 : -1) * (1 + next())) / sink(one);
      const { width, offset, closedAt } = markAt(one, at);
      const began = closedAt < offset - (width - LINE) / 2 + 0.02 ? ('inward' as const) : ('outward' as const);
      const valveLift = valveOpen(one.drive, tried(one, mount, at), one.noseLift);
      const { armLength, lineWidth } = { armLength: one.drive.rocker.arm, lineWidth: LINE };
      return { at, truth, sink: sink(one), way: firstWayOf([{ setting: at, width, began }], { armLength, valveLift, sink: sink(one), lineWidth })! }; // prettier-ignore
    }).filter((one) => Math.abs(one.truth) < FURTHEST / one.sink);
    const isRight = ({ at, truth, way }: (typeof ways)[number]) =>
      Math.sign(way.setting - at) === Math.sign(truth - at);
    const isNear = ({ at, truth, way }: (typeof ways)[number]) => Math.abs(way.setting - truth) < 0.4 * Math.abs(truth - at) + 0.3; // prettier-ignore
    expect(ways.length).toBeGreaterThan(40);
    // A stand that is far too low drives its valve by another lever, and its narrowest mark lies elsewhere.
    expect(ways.filter((one) => !isRight(one)).length).toBeLessThanOrEqual(ways.length / 20);
    expect(ways.filter((one) => !isNear(one)).length).toBeLessThanOrEqual(ways.length / 5);
  });

  test('beyond one-sided trials comes nearer, and by a bounded step', () => {
    const next = chance(43);
    for (let turn = 0; turn < 25; turn++) {
      const one = someDrive(adjuster, next);
      const truth = narrowest(one, mount);
      if (Math.abs(truth) > FURTHEST / sinkOf({ mount, rockerRatio: one.ratio })) continue;
      const marks = [2.4, 1.7, 1].map((off) => ({ setting: truth - off, width: readOn(MARK, markAt(one, truth - off).width, next) })); // prettier-ignore
      const valveLift = valveOpen(one.drive, tried(one, mount, truth), one.noseLift);
      const fit = sweepFit({ mount, rockerRatio: one.ratio, armLength: one.drive.rocker.arm, valveLift, trials: marks, uncertainty: UNCERTAIN }); // prettier-ignore
      const { setting, why } = nextTrialOf(marks, fit, valveLift)!;
      // Marks as coarse as these may bend by chance; then the stretch says that it may lie beyond as well.
      if (why === 'best') {
        expect(fit.within[1]).toBeGreaterThan(truth - 0.5);
        continue;
      }
      expect(setting).toBeGreaterThan(truth - 1);
      expect(setting - (truth - 1)).toBeLessThanOrEqual(0.12 * valveLift + 1e-9);
    }
  });
});

test('no slope of a true rocker is called one that none could make', () => {
  const next = chance(47);
  const called = Array.from({ length: 300 }, (_, turn) => {
    const mount = turn % 2 === 0 ? ('stud-nut' as const) : ('shaft' as const);
    const one = someDrive(mount === 'shaft' ? 'screw' : 'nut', next);
    const marks = [-2.5, -1.2, 0.1, 1.4, 2.6].map((setting) => ({ setting, width: readOn(MARK, rubMark(one.drive, tried(one, mount, setting), one.noseLift, LINE).width, next) })); // prettier-ignore
    const valveLift = valveOpen(one.drive, tried(one, mount, 0), one.noseLift);
    return tooSteep(marks, { armLength: one.drive.rocker.arm, valveLift, sink: sinkOf({ mount, rockerRatio: one.ratio }), uncertainty: UNCERTAIN }); // prettier-ignore
  }).filter((found) => found !== null);
  // Two widths that both lie outside their uncertainty are about one in a hundred.
  expect(called.length).toBeLessThanOrEqual(6);
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
