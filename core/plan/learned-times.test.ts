import { learnTimes, median, thinned, type TakenAt } from './learned-times.js';

/** Readings of one measure on one engine, each so many minutes after the one before. */
const taken = (engineId: string, measure: string, gaps: number[], start = 0): TakenAt[] => {
  let at = start * 60_000;
  return [0, ...gaps].map((gap) => ({ engineId, measure, by: 'builder', at: (at += gap * 60_000) }));
};

describe('how long things take in this shop', () => {
  test('is the middle of what they took before', () => {
    const { checks } = learnTimes(taken('a', 'preload-turns', [1, 2, 3, 4, 18]));
    expect(checks.get('preload-turns')).toMatchObject({ minutes: 3, count: 5 });
    expect(checks.get('preload-turns')!.ratios).toEqual([1 / 3, 2 / 3, 1, 4 / 3, 6]);
    expect(median([4, 1, 3, 2])).toBe(2.5);
  });

  test('leaves out pauses that are something else, and values that came at once', () => {
    const { checks } = learnTimes(taken('a', 'preload-turns', [1, 1, 45, 1, 0.001, 1, 1]));
    expect(checks.get('preload-turns')).toMatchObject({ minutes: 1, count: 5 });
  });

  test('says nothing of what was done too seldom', () => {
    expect(learnTimes(taken('a', 'preload-turns', [1, 1, 1])).checks.size).toBe(0);
    const two = ['a', 'b'].flatMap((engine) => taken(engine, 'preload-turns', [1, 1, 1]));
    expect(learnTimes(two).stages.size).toBe(0);
  });

  test('counts a stage by engine, whatever order the readings come in', () => {
    const three = ['a', 'b', 'c'].flatMap((engine, index) => taken(engine, 'bore', Array<number>(6).fill(index + 1)));
    const { stages } = learnTimes([...three].reverse());
    expect(stages.get('bottom-end')).toMatchObject({ minutes: 12, count: 3 });
  });

  test('of very many cases some are kept, spread as all of them', () => {
    const many = Array.from({ length: 4001 }, (_none, index) => (index * 7919) % 4001);
    const some = thinned(many);
    expect([some[0], some.at(-1), some.length]).toEqual([0, 4000, 40]);
    expect(Math.abs(median(some) - 2000)).toBeLessThan(60);
  });

  test('what another Utex knows and this one does not tells nothing', () => {
    expect(learnTimes(taken('a', 'of-another-version', [1, 1, 1, 1, 1, 1])).checks.size).toBe(0);
  });
});
