import { chance, normals } from '../chance.js';
import { blended, blendedMean, learnTimes, type TakenAt } from './learned-times.js';

const minutesBetween = (from: number, to: number) => (to - from) / 60_000;
const learn = (taken: readonly TakenAt[]) => learnTimes(taken, minutesBetween);

/** Readings of one measure on one engine, each so many minutes after the one before. */
const taken = (
  engineId: string,
  measure: string,
  gaps: readonly number[],
  { start = 0, by = 'builder', isFinished = true } = {},
): TakenAt[] => {
  let at = start * 60_000;
  return [0, ...gaps].map((gap) => ({ engineId, measure, by, isFinished, at: (at += gap * 60_000) }));
};
const minutes = (learned: { mean: number } | undefined) => learned && Math.exp(learned.mean);

describe('how long things take in this shop', () => {
  test('is what they took before, by the working time between one reading and the next', () => {
    const { checks } = learn(taken('a', 'preload-turns', [2, 4, 8]));
    expect(checks.get('preload-turns')).toMatchObject({ mean: expect.closeTo(Math.log(4), 9), count: 3 });
    const nights = learnTimes(taken('a', 'preload-turns', [2, 900, 2]), (from, to) => minutesBetween(from, to) % 890);
    expect(minutes(nights.checks.get('preload-turns'))).toBeCloseTo(Math.cbrt(2 * 10 * 2), 9);
  });

  test('a clay check that took three quarters of an hour counts', () => {
    const { stages } = learn(taken('a', 'pv-depth', [45, 50, 40]));
    expect(minutes(stages.get('mock-up'))).toBeCloseTo(135, 6);
  });

  test('a pause of hours is none of the check before it, and stands for one as they usually are', () => {
    const { checks, stages } = learn(taken('a', 'pv-depth', [45, 45, 400, 45]));
    expect(minutes(checks.get('pv-depth'))).toBeCloseTo(45, 6);
    expect(minutes(stages.get('mock-up'))).toBeCloseTo(180, 6);
  });

  test('what a hand did meanwhile on another engine is that engine’s', () => {
    const one = taken('a', 'bore', [10, 10, 60], { by: 'anna' });
    const other = taken('b', 'bore', [10, 10], { by: 'anna', start: 50 });
    const others = taken('c', 'bore', [1], { by: 'ben', start: 55 });
    const { stages } = learn([...one, ...other, ...others]);
    // Of a: 10, 10 and what was left after b's 30; of b: 30 from a's, 10 and 10.
    expect(stages.get('bottom-end')!.count).toBe(3);
    const ofA = learn([...one, ...other]).stages.get('bottom-end')!;
    expect(Math.exp(ofA.mean)).toBeCloseTo(Math.sqrt((10 + 10 + 10) * (30 + 10 + 10)), 6);
  });

  test('a list that was typed in at the end tells nothing', () => {
    const list = taken('a', 'preload-turns', [90, ...Array<number>(15).fill(0.05)]);
    expect(learn(list)).toMatchObject({ checks: new Map(), stages: new Map() });
  });

  test('a stage of an engine that is not finished yet tells nothing of stages', () => {
    const { checks, stages } = learn(taken('a', 'bore', [5, 5, 5], { isFinished: false }));
    expect([checks.size, stages.size]).toEqual([1, 0]);
  });

  test('what another Utex knows and this one does not tells nothing', () => {
    expect(learn(taken('a', 'of-another-version', [1, 1, 1, 1, 1, 1])).checks.size).toBe(0);
  });
});

describe('a guess', () => {
  test('counts as four cases, and gives way to what is seen', () => {
    expect(blended(null, 90)).toBeCloseTo(90, 9);
    expect(blended({ mean: Math.log(30), deviation: 0.3, count: 4 }, 120)).toBeCloseTo(60, 9);
    expect(blended({ mean: Math.log(30), deviation: 0.3, count: 400 }, 120)).toBeCloseTo(30, 0);
  });

  test('so many times what one takes on average is what many take, with the few that take long', () => {
    const next = chance(503);
    const normal = normals(next);
    const gaps = Array.from({ length: 400 }, () => 5 * Math.exp(0.6 * normal()));
    const sum = gaps.reduce((all, gap) => all + gap, 0);
    const { checks } = learn(taken('a', 'bore', gaps));
    expect((400 * blendedMean(checks.get('bore'), 5)) / sum).toBeCloseTo(1, 1);
  });
});
