import { chance } from '../chance.js';
import type { Engine } from '../engine/engine.js';
import { parseValve, placesOf } from '../engine/places.js';
import { engineLengths } from '../sheet/engine-lengths.js';
import { judgingOf } from '../sheet/judging-of.js';
import { sheetOf } from '../sheet/sheet.js';
import { standOf } from '../sheet/stand.js';
import { CHECK, engine, fileWith, paper, RODS, shop, valueRow } from '../sheet/test-geometry.js';
import { readingOf } from '../sheet/test-file.js';
import { readOn, type Gauge } from './gauge.js';
import { someDrive, type SomeDrive } from './some-drive.js';
import { BARE, lashUnder, turnsWithoutPlay, valveOpen } from './valve-drive.js';

/** What is read of lift, gaps and siblings, against engines that are only points and distances. */

const FEELER: Gauge = { resolution: 0.02, bias: 0, spread: 0.01, backlash: 0 };
const DIAL: Gauge = { resolution: 0.01, bias: 0, spread: 0.01, backlash: 0 };
const engineOf = ({ drive, ratio }: SomeDrive): Engine => ({
  ...engine, lifter: 'solid', mount: drive.adjuster === 'nut' ? 'stud-nut' : 'rocker-screw', ratio: { intake: ratio, exhaust: ratio },
  thread: { threadsPerUnit: 25.4 / drive.pitch, unit: 'in' },
}); // prettier-ignore

test.each(['nut', 'screw'] as const)('lash that was read at a valve is not told as lift that was lost: %s', (adjuster) => {
  const next = chance(83);
  for (let engines = 0; engines < 100; engines++) {
    const one = someDrive(adjuster, next);
    const { drive, noseLift, rod, ratio } = one;
    const tight = turnsWithoutPlay(drive, { ...BARE, rod })!;
    const lostWith = (turns: number) => {
      const assembly = { ...BARE, rod, turns };
      const lash = readOn(FEELER, lashUnder(drive, assembly), next);
      const lift = readOn(DIAL, valveOpen(drive, assembly, noseLift), next);
      const readings = [
        readingOf('lobe-lift', '1I', readOn(DIAL, noseLift, next).toFixed(3), 'mm'),
        readingOf('lash-cold', '1I', lash.toFixed(3), 'mm'),
        readingOf('valve-lift', '1I', lift.toFixed(3), 'mm'),
      ];
      return { lash, lost: valueRow(fileWith(readings, [], shop, engineOf(one)), 'lift-lost')!.value };
    };
    const [without, loose] = [lostWith(tight), lostWith(tight - 0.15 - 0.2 * next())];
    expect(loose.lash).toBeGreaterThan(0.05);
    // Both lose the same by the lever's way, which is not quite its ratio; the lash itself is in neither.
    expect(Math.abs(loose.lost - without.lost)).toBeLessThan(0.08 + 0.15 * loose.lash + 0.02 * ratio);
  }
}); // prettier-ignore

test('the gap beside a thicker rod, its verdict, and the thickest that fits, as they are in the hole', () => {
  const next = chance(89);
  const { min: least } = shop.limits.find(({ measure }) => measure === 'pushrod-side-gap')!;
  const leastMm = least! * 25.4;
  const verdicts = new Set<string>();
  for (let engines = 0; engines < 100; engines++) {
    const [hole, off] = [11 + 2.5 * next(), 0.6 * next()];
    const [checked, fitted] = [7.9375, 7.9375 + 2 * next()];
    // The rod stands off the middle of its hole: the nearer side is what a feeler passes.
    const gapOf = (rod: number) => (hole - rod) / 2 - off;
    const read = readOn(FEELER, gapOf(checked), next);
    const readings = [
      readingOf('pushrod-side-gap', '1I', read.toFixed(3), 'mm'),
      readingOf('pushrod-checked', '1I', '195', 'mm'),
    ];
    const papers = [paper('mock-up', { ...CHECK, unit: 'mm', gasketAtCheck: 1, gasketFinal: 1, pushrodAtCheck: checked, pushrodFinal: fitted }), paper('pushrods', RODS)]; // prettier-ignore
    const file = fileWith(readings, papers);
    const row = valueRow(file, 'pushrod-side-gap-final')!;
    const { uncertainty } = row.limit!;
    expect(Math.abs(row.value - gapOf(fitted))).toBeLessThan(uncertainty);
    const truth = gapOf(fitted) - leastMm;
    if (row.verdict === 'in') expect(truth).toBeGreaterThan(0);
    if (row.verdict === 'low') expect(truth).toBeLessThan(0);
    verdicts.add(row.verdict);
    const { thickest } = engineLengths(judgingOf(file, standOf(file)), [], []).needs[0];
    expect(Math.abs(gapOf(thickest!) - leastMm)).toBeLessThan(uncertainty);
  }
  expect([...verdicts]).toEqual(expect.arrayContaining(['in', 'low']));
});

describe('siblings', () => {
  const odd = ({ hints }: { hints: { code: string }[] }) => hints.some(({ code }) => code === 'differs-from-siblings');
  /** What is measured at every valve, its kinds some way apart, with the gauge that it is read on. */
  const MEASURES: [measure: string, intake: number, exhaust: number, gauge: Gauge][] = [
    ['valve-lift', 14.5, 15.1, DIAL],
    ['spring-installed-height', 47, 45.5, { ...DIAL, spread: 0.05 }],
    ['rocker-retainer-gap', 1.6, 2.2, { ...FEELER, spread: 0.04 }],
    ['pushrod-side-gap', 1.4, 1.9, { ...FEELER, spread: 0.04 }],
  ];
  /** In the order in which a hand comes past: the intakes first, or cylinder by cylinder. */
  const valves = placesOf(engine, 'valve');
  const orders = [valves, [...valves].sort((a, b) => (parseValve(a)!.kind < parseValve(b)!.kind ? 1 : -1))];

  test('the first exhaust after five intakes is accused of nothing', () => {
    const next = chance(101);
    for (const [measure, intake, exhaust, gauge] of MEASURES) {
      const five = valves.filter((place) => parseValve(place)!.kind === 'I').slice(0, 5);
      const readings = [...five, '1E'].map((place) => readingOf(measure, place, readOn(gauge, place === '1E' ? exhaust : intake, next).toFixed(3), 'mm')); // prettier-ignore
      const { rows } = sheetOf(fileWith(readings));
      expect(rows.find((row) => row.measure === measure && row.place === '1E')!.hints).toEqual([]);
    }
  });

  test('the odd one is accused, and no kind for being another', () => {
    const next = chance(97);
    let [falsely, sound, missed, wrong] = [0, 0, 0, 0];
    for (let engines = 0; engines < 40; engines++)
      for (const [measure, intake, exhaust, gauge] of MEASURES) {
        const order = orders[engines % 2];
        const bad = order[Math.floor(next() * order.length)];
        const far = 12 * Math.max(gauge.spread, gauge.resolution) * (next() < 0.5 ? 1 : -1);
        const readings = order.map((place) => {
          const truth = (parseValve(place)!.kind === 'I' ? intake : exhaust) + (place === bad ? far : 0);
          return readingOf(measure, place, readOn(gauge, truth, next).toFixed(3), 'mm');
        });
        const rows = sheetOf({ ...fileWith(readings, [paper('pushrods', RODS)]), history: { [measure]: { spread: Math.hypot(gauge.spread, gauge.resolution / Math.sqrt(12)) } } }).rows.filter((row) => row.measure === measure); // prettier-ignore
        const accused = rows.filter(odd).map(({ place }) => place);
        missed += accused.includes(bad) ? 0 : 1;
        wrong += 1;
        falsely += accused.filter((place) => place !== bad).length;
        sound += order.length - 1;
      }
    expect(missed / wrong).toBeLessThan(0.02);
    expect(falsely / sound).toBeLessThan(0.02);
  });
});
