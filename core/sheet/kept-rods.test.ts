import type { RodsKept } from '../valvetrain/rods-kept.js';
import { judgingOf } from './judging-of.js';
import { keptRods } from './kept-rods.js';
import { lengthNeeds } from './length-needs.js';
import { standOf } from './stand.js';
import { CHECK, engine, fileWith, inches, paper, read, RODS, shop } from './test-geometry.js';

/** Rods that go in again after a head was milled: what is said of them before anybody measures. */

const ratio = { intake: 1.6, exhaust: 1.6 };
const pedestal = { ...engine, ratio, mount: 'pedestal-shim' as const, lifter: 'hydraulic' as const };
const both = (value: number) => ({ I: value, E: value });
const KEPT: RodsKept = { unit: 'in', length: both(7.8), stood: both(0.035), millHead: 0.02 };
const rods = paper('pushrods', { ...RODS, angleDeg: 0 });

const keptIn = (said: RodsKept, papers = [rods], of = pedestal, readings: Parameters<typeof fileWith>[0] = []) => {
  const file = fileWith(readings, papers, shop, of);
  const judging = judgingOf(file, standOf(file));
  return keptRods(judging, lengthNeeds(judging), said)[0];
};

test('a milled head drives the plunger deeper by as much, and a tip that stands higher by its part of the ratio', () => {
  const milled = keptIn(KEPT);
  expect([inches(milled.stands!), milled.verdict, inches(milled.toTry)]).toEqual([0.055, 'in', 7.78]);
  const ground = keptIn({ ...KEPT, stems: both(0.032) });
  expect([inches(ground.stands!), ground.verdict, inches(ground.toTry)]).toEqual([0.075, 'high', 7.76]);
  expect(ground.terms.map(({ name, value }) => [name, inches(value)])).toEqual([['taken-off', -0.02], ['stems', -0.02]]); // prettier-ignore
});

test('a screw goes further out, a nut as well, by what a turn of each makes up for; lash closes by the ratio', () => {
  const thread = { threadsPerUnit: 24, unit: 'in' as const };
  const turnsOf = (mount: 'rocker-screw' | 'stud-nut') =>
    keptIn({ ...KEPT, stood: both(3) }, [rods], { ...pedestal, mount, thread } as unknown as typeof pedestal);
  expect(turnsOf('rocker-screw').stands).toBeCloseTo(3 - 0.02 * 24, 9);
  expect(turnsOf('stud-nut').stands).toBeCloseTo(3 - (0.02 * 24) / (1 + 1 / 1.6), 9);
  const solid = { ...pedestal, lifter: 'solid' as const } as unknown as typeof pedestal;
  expect(inches(keptIn({ ...KEPT, stood: both(0.04) }, [rods], solid).stands!)).toBe(0.008);
});

test('where nobody said how they stood or leaned that is left open, and nothing is taken for nought', () => {
  const { stood, ...unknown } = KEPT;
  const { angleDeg, ...noAngle } = RODS;
  const found = keptIn(unknown, [paper('pushrods', noAngle)]);
  expect([found.stands, found.verdict, inches(found.toTry)]).toEqual([null, null, 7.78]);
  expect(inches(found.overstated)).toBe(-0.0007);
});

test('what the check comes to stands beside it', () => {
  const papers = [paper('mock-up', { ...CHECK, gasketFinal: CHECK.gasketAtCheck }), rods];
  const found = keptIn(KEPT, papers, pedestal, [read('pushrod-checked', '1I', '7.755')]);
  // 7.755 with the plunger up, and 0.035 that it is to go down.
  expect([inches(found.toTry), inches(found.measured!)]).toEqual([7.78, 7.79]);
});
