import { chance } from '../chance.js';
import { judgingOf } from '../sheet/judging-of.js';
import { lengthNeeds } from '../sheet/length-needs.js';
import { rockerGeometry } from '../sheet/rocker-geometry.js';
import { secondReading } from '../sheet/second-reading.js';
import { shimRodPairs } from '../sheet/shim-rod-pairs.js';
import { standOf } from '../sheet/stand.js';
import { stopShims } from '../sheet/stop-shims.js';
import { CHECK, engine, fileWith, paper, RODS, ROCKERS, shop } from '../sheet/test-geometry.js';
import { readingOf } from '../sheet/test-file.js';
import { readOn, type Gauge } from './gauge.js';
import { someDrive, type SomeDrive } from './some-drive.js';
import { BARE, depthPressed, restDeg, rubMark, turnsWithoutPlay, valveOpen } from './valve-drive.js';

/** Stands, shims and what is cut off them, against drives of points and distances. */

const LINE = 0.7;
const MARK: Gauge = { resolution: 0.02, bias: 0, spread: 0.03, backlash: 0 };
const LEVER = 0.08;
const WHEN = '2026-03-02T09:10:00.000Z';

const engineOf = ({ drive, ratio }: SomeDrive, mount: 'rocker-screw' | 'pedestal-shim') => ({
  ...engine, lifter: 'hydraulic' as const, mount, ratio: { intake: ratio, exhaust: ratio },
  thread: { threadsPerUnit: 25.4 / drive.pitch, unit: 'in' as const },
}); // prettier-ignore
const both = (mm: number) => ({ I: mm, E: mm });
const papersOf = (of: object = {}) => [
  paper('mock-up', { ...CHECK, unit: 'mm', gasketAtCheck: 1, gasketFinal: 1, standShimAtCheck: both(0), lashAtCheck: both(0), lash: both(0) }),
  paper('pushrods', { ...RODS, unit: 'mm', angleDeg: 0, plunger: { target: 0, min: 0, max: 2 }, ...of }),
  paper('rockers', { ...ROCKERS, unit: 'mm', tipDiameter: both(8.7), lashCap: both(0) }),
]; // prettier-ignore

/** The rod at the check, and marks over three stacks of shims. */
function shaftFile(one: SomeDrive, next: () => number) {
  const { drive, rod, turns, noseLift } = one;
  const at = (shim: number) => ({ ...BARE, rod, shim, turns: turnsWithoutPlay(drive, { ...BARE, rod, shim })! });
  const marks = [-1, 0, 1].map((shim) =>
    readingOf('mark-width', '1I', readOn(MARK, rubMark(drive, at(shim), noseLift, LINE).width, next).toFixed(3), 'mm', { atValue: shim, takenAt: WHEN }),
  ); // prettier-ignore
  const readings = [
    readingOf('valve-lift', '1I', valveOpen(drive, at(0), noseLift).toFixed(3), 'mm', { takenAt: WHEN }),
    ...marks,
    readingOf('pushrod-checked', '1I', rod.toFixed(4), 'mm', { takenAt: WHEN }),
    readingOf('trial-turns', '1I', turns.toFixed(3), 'turn', { atValue: 0, takenAt: WHEN }),
  ];
  const arm = paper('engine-data', { figures: { 'rocker-arm-intake': { entered: drive.rocker.arm.toFixed(4), unit: 'mm' } } }); // prettier-ignore
  const file = fileWith(readings, [arm, ...papersOf()], shop, engineOf(one, 'rocker-screw'));
  return judgingOf(file, standOf(file));
}

test('shims and a rod that are told together leave the adjuster where the pair says', () => {
  const next = chance(61);
  let told = 0;
  for (let turn = 0; turn < 40; turn++) {
    const one = someDrive('screw', next);
    const judging = shaftFile(one, next);
    const [need] = lengthNeeds(judging);
    const lengths = Array.from({ length: 41 }, (_, step) => one.rod - 4 + step * 0.2);
    const pairs = shimRodPairs(judging, need, lengths);
    told += pairs.length;
    for (const { shim, length, turns } of pairs) {
      const truth = turnsWithoutPlay(one.drive, { ...BARE, shim, rod: length })!;
      expect(Math.abs(turns - truth)).toBeLessThan(
        0.05 + LEVER * (Math.abs(truth - one.turns) + shim / one.drive.pitch),
      );
    }
    const distances = pairs.map(({ fromBest }) => Math.abs(fromBest));
    expect(distances).toEqual([...distances].sort((a, b) => a - b));
  }
  expect(told).toBeGreaterThan(60);
});

test('before a cut: one more mark where it is told leaves less doubt', () => {
  const next = chance(67);
  const seen = Array.from({ length: 12 }, () => {
    const found = rockerGeometry(shaftFile(someDrive('screw', next), next), { kind: 'I' });
    return secondReading(found, shop.practice);
  }).flatMap((one) => one ?? []);
  expect(seen.length).toBeGreaterThan(5);
  for (const { doubt, left } of seen) expect(left).toBeLessThanOrEqual(doubt * 1.001);
  expect(seen.filter(({ doubt, left }) => left < 0.75 * doubt).length).toBeGreaterThan(seen.length / 3);
});

test('a protractor at half the lift tells how far the roller is off, and which way', () => {
  const next = chance(71);
  for (let turn = 0; turn < 60; turn++) {
    const one = someDrive('screw', next);
    const { arm } = one.drive.rocker;
    const shim = 2 * next() - 1;
    const half = valveOpen(one.drive, { ...BARE, rod: one.rod, turns: one.turns }, one.noseLift) / 2;
    const heightAt = (more: number) => arm * Math.sin((restDeg(one.drive, { turns: 0, shim: more, lashCap: 0 }) * Math.PI) / 180); // prettier-ignore
    const angle = (Math.asin((heightAt(shim) - half) / arm) * 180) / Math.PI;
    const file = fileWith(
      [readingOf('trial-mid-angle', '1I', angle.toFixed(2), 'deg', { atValue: shim, takenAt: WHEN })],
      [paper('engine-data', { figures: { 'rocker-arm-intake': { entered: arm.toFixed(4), unit: 'mm' } } })],
      shop,
      engineOf(one, 'rocker-screw'),
    );
    const { opinions } = rockerGeometry(judgingOf(file, standOf(file)), { kind: 'I' });
    const { best } = opinions.find(({ school }) => school === 'square')!;
    // With those shims the roller stands half the lift above its pivot.
    expect(heightAt(best!)).toBeCloseTo(half, 1);
  }
});

describe('a pedestal that is drawn to a stop', () => {
  const at = (one: SomeDrive, turns: number) => depthPressed(one.drive, { ...BARE, rod: one.rod, turns });

  test('presses its plunger as deep as the bolt’s turns say, and shims bring most into the window', () => {
    const next = chance(73);
    for (let turn = 0; turn < 25; turn++) {
      // A bolt lowers its pivot as a nut does.
      const one = someDrive('nut', next);
      const more = [0.6, 0.8, 1, 1.2, 1.6].map((turns) => turns + 0.1 * next());
      const places = ['1I', '3I', '5I', '7I', '1E'];
      const readings = places.map((place, index) => readingOf('stop-turns', place, more[index].toFixed(3), 'turn', { takenAt: WHEN })); // prettier-ignore
      const window = { target: 0.8, min: 0.4, max: 1.3 };
      const file = fileWith(readings, papersOf({ plunger: window }), shop, engineOf(one, 'pedestal-shim'));
      const judging = judgingOf(file, standOf(file));
      for (const [index, place] of places.entries()) {
        const said = judging.stand.latest('plunger-depth', place)!.value;
        expect(Math.abs(said - at(one, one.turns + more[index]))).toBeLessThan(0.02 + LEVER * said);
      }
      const { one: all, byKind } = stopShims(judging)!;
      const truly = (shim: number) => more.filter((turns) => {
        const depth = depthPressed(one.drive, { ...BARE, rod: one.rod, turns: one.turns + turns, shim });
        return depth > window.min - 0.12 && depth < window.max + 0.12;
      }).length; // prettier-ignore
      expect(truly(all.shim)).toBeGreaterThanOrEqual(all.inside);
      expect(byKind.map(({ kind, best }) => [kind, best.of])).toEqual([['I', 4], ['E', 1]]); // prettier-ignore
      for (const { by, depth } of all.out) expect(Math.sign(by)).toBe(depth > window.max ? 1 : -1);
    }
  });
});
