import { chance, normals } from '../chance.js';
import { ImpossibleInput } from '../impossible.js';
import { lobeAnalyse, lobeDoubt, type LobeAnalyseInput } from './lobe-analyse.js';
import { lobeFromCard } from './lobe-from-card.js';

const CARD = {
  lobeLift: 0.341,
  durations: [
    { lift: 0.006, duration: 276 },
    { lift: 0.05, duration: 226 },
  ],
  centreline: 106,
  step: 1,
};
const lobe = lobeFromCard(CARD);
const swept = (change: Partial<LobeAnalyseInput> = {}): LobeAnalyseInput => ({
  points: lobe.points, measuredAt: 'lobe', uncertainty: 0.00005, lifts: [0.006, 0.05, 0.2], drops: [0.02, 0.05], ...change,
}); // prettier-ignore
const codes = (input: LobeAnalyseInput) => {
  try {
    lobeAnalyse(input);
    return [];
  } catch (error) {
    return (error as ImpossibleInput).issues.map((issue) => `${issue.path.join('.')}: ${issue.code}`);
  }
};

describe('a lobe from its card', () => {
  test('goes through both durations', () => {
    expect(lobe.halfWidth).toBeCloseTo(150.858, 3);
    expect(lobe.power).toBeCloseTo(2.00622, 5);
    expect(lobe.points.find(([deg]) => deg === 50)![1]).toBeCloseTo(0.23735, 5);
    expect(lobe.synthetic).toBe(true);
  });
  test.each([
    ['durations.1.lift: lift-above-lobe', [{ lift: 0.006, duration: 276 }, { lift: 0.4, duration: 100 }]],
    ['durations.1.duration: duration-grows-with-lift', [{ lift: 0.006, duration: 220 }, { lift: 0.05, duration: 226 }]],
    // Two durations next to each other close to the nose would need a lobe of many turns.
    ['durations: no-lobe-fits', [{ lift: 0.3409, duration: 720 }, { lift: 0.34091, duration: 719 }]],
    ['durations.1.lift: same-lift', [{ lift: 0.05, duration: 220 }, { lift: 0.05, duration: 226 }]],
  ])('%s', (said, durations) => {
    expect(() => lobeFromCard({ ...CARD, durations })).toThrow(said);
  }); // prettier-ignore
});

describe('a swept lobe', () => {
  test('gives back the durations, centreline and lift of the lobe that it was swept from', () => {
    const found = lobeAnalyse(swept());
    expect(found.peak.lift).toBeCloseTo(0.341, 3);
    expect(found.peak.deg).toBeCloseTo(106, 1);
    expect(found.durations.map(({ duration }) => Math.round(duration * 2) / 2).slice(0, 2)).toEqual([276, 226]);
    expect(found.centrelineByArea).toBeCloseTo(106, 2);
    for (const { centreline } of found.centrelines) expect(centreline).toBeCloseTo(106, 2);
    expect(found.asymmetryDeg).toBeCloseTo(0, 1);
  });

  test('the area is that under the curve, by a plain fine sum', () => {
    const fine = lobeFromCard({ ...CARD, step: 0.01 });
    const sum = fine.points.reduce((total, [, lift]) => total + lift * 0.01, 0);
    expect(lobeAnalyse(swept()).area).toBeCloseTo(sum, 2);
  });

  test('through a dial that wobbles, acceleration stays near the truth, where plain differences run wild', () => {
    const next = chance(3);
    const noise = 0.0004;
    const points = lobe.points.map(([deg, lift]): [number, number] => [deg, lift + (next() - 0.5) * 2 * noise]);
    const truth = lobeAnalyse(swept()).acceleration.max;
    const smooth = lobeAnalyse(swept({ points, uncertainty: noise / Math.sqrt(3) })).acceleration.max;
    const plain = Math.max(
      ...points.slice(1, -1).map(([, lift], index) => points[index][1] - 2 * lift + points[index + 2][1]),
    );
    expect(Math.abs(smooth - truth) / truth).toBeLessThan(0.35);
    expect(plain / truth).toBeGreaterThan(4);
  });

  test('the smoothing takes out no more than the dial’s uncertainty', () => {
    for (const uncertainty of [0.0001, 0.0005, 0.002])
      expect(lobeAnalyse(swept({ uncertainty })).smoothing.rms).toBeLessThanOrEqual(uncertainty);
  });

  /** A sweep every four degrees on a dial of half thousandths, by a hand that is off by some tenths of one. */
  const dialled = (next: () => number, noise = 0.0002) => {
    const normal = normals(next);
    return lobe.points
      .filter((_point, index) => index % 4 === 0)
      .map(([deg, lift]): [number, number] => [
        deg,
        Math.max(0, Math.round((lift + noise * normal()) / 0.0005) * 0.0005),
      ]);
  };

  test('a duration is neither long nor short for the smoothing, at the seat as little as higher up', () => {
    const next = chance(701);
    const off = [0, 0];
    const SWEEPS = 40;
    for (let sweep = 0; sweep < SWEEPS; sweep++) {
      const { durations } = lobeAnalyse(swept({ points: dialled(next), uncertainty: 0.0005, lifts: [0.006, 0.05], drops: [] })); // prettier-ignore
      [276, 226].forEach((truth, index) => (off[index] += (durations[index].duration - truth) / SWEEPS));
    }
    expect(Math.abs(off[0])).toBeLessThan(0.5);
    expect(Math.abs(off[1])).toBeLessThan(0.2);
  });

  test('nineteen of twenty durations and centrelines lie within what they are trusted to', () => {
    const next = chance(709);
    let [within, told] = [0, 0];
    for (let sweep = 0; sweep < 40; sweep++) {
      const input = swept({ points: dialled(next), uncertainty: 0.0005, lifts: [0.05, 0.2], drops: [0.05] });
      const { durations, centrelines } = lobeAnalyse(input);
      const doubt = lobeDoubt(input);
      const truth = lobeAnalyse(swept({ lifts: [0.05, 0.2], drops: [0.05] }));
      const offs = [
        ...durations.map(({ duration }, index) => [duration - truth.durations[index].duration, doubt.durations[index]]),
        [centrelines[0].centreline - truth.centrelines[0].centreline, doubt.centrelines[0]],
      ];
      told += offs.length;
      within += offs.filter(([off, trust]) => Math.abs(off) <= trust).length;
    }
    expect(within / told).toBeGreaterThan(0.88);
    expect(within / told).toBeLessThan(1);
  });

  test('uneven steps and a moved origin change nothing but the origin', () => {
    const uneven = lobe.points.filter((_, index) => index % 3 !== 1);
    const moved = uneven.map(([deg, lift]): [number, number] => [deg + 250, lift]);
    const [here, there] = [lobeAnalyse(swept({ points: uneven })), lobeAnalyse(swept({ points: moved }))];
    expect(there.centrelineByArea - here.centrelineByArea).toBeCloseTo(250, 6);
    expect(there.durations[1].duration).toBeCloseTo(here.durations[1].duration, 5);
    expect(here.durations[1].duration).toBeCloseTo(226, 0);
  });

  test('measured at the valve, ratio and lash are taken out', () => {
    const points = lobe.points.map(([deg, lift]): [number, number] => [deg, Math.max(0, lift * 1.6 - 0.016)]);
    const found = lobeAnalyse(swept({ points, measuredAt: 'valve', rockerRatio: 1.6, lash: 0.016, lifts: [0.05] }));
    expect(found.peak.lift).toBeCloseTo(0.341, 3);
    expect(found.durations[0].duration).toBeCloseTo(226, 0);
  });

  test.each<[string, Partial<LobeAnalyseInput>]>([
    ['points: too-few-points', { points: lobe.points.slice(0, 6) }],
    ['points.1.0: angle-not-ascending', { points: [lobe.points[1], lobe.points[0], ...lobe.points.slice(2)] }],
    ['points.1.0: step-too-wide', { points: lobe.points.filter((_point, index) => index % 24 === 0) }],
    ['points: no-lift', { points: lobe.points.map(([deg]) => [deg, 0]) }],
    ['points: no-nose', { points: lobe.points.slice(0, 100) }],
    [
      'points: two-peaks',
      { points: [...lobe.points, ...lobe.points.map(([deg, lift]): [number, number] => [deg + 303, lift])] },
    ],
    ['rockerRatio: ratio-needed', { measuredAt: 'valve' }],
    ['lifts.0: lift-not-reached', { lifts: [0.4] }],
    ['drops.0: lift-not-reached', { drops: [0.35] }],
  ])('%s', (said, change) => expect(codes(swept(change))).toContain(said));
});
