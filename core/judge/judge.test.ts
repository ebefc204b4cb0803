import { chance, normals } from '../chance.js';
import type { Unit } from '../units/units.js';
import { findMeasure } from '../plan/measures.js';
import { hintsFor } from './hints.js';
import { judge, judgeUnder, type Limit } from './judge.js';
import { siblings } from './siblings.js';

describe('the verdict on a value', () => {
  const window = { min: 0.02, max: 0.06 };
  test.each([
    [0.015, 'low'],
    [0.016, 'doubt'],
    [0.02, 'doubt'],
    [0.0239, 'doubt'],
    [0.024, 'in'],
    [0.056, 'in'],
    [0.0561, 'doubt'],
    [0.064, 'doubt'],
    [0.0641, 'high'],
  ])('%p in 0.020 to 0.060 with 0.004 of uncertainty is %s', (value, verdict) =>
    expect(judge(value, window, 0.004)).toBe(verdict),
  );

  test('without uncertainty the limit itself is in', () => {
    expect(judge(0.06, window)).toBe('in');
    expect(judge(0.0600001, window)).toBe('high');
  });

  test('one limit alone leaves the other side open', () => {
    expect(judge(1e9, { min: 1 })).toBe('in');
    expect(judge(-1e9, { max: 1 })).toBe('in');
  });

  test('decimals that only differ by their conversion are the same', () => {
    expect(judge(0.064 * 25.4, { max: 0.06 * 25.4 }, 0.004 * 25.4)).toBe('doubt');
  });

  test('a wider uncertainty never turns a doubt into a certainty', () => {
    for (let value = 0; value < 0.08; value += 0.0013)
      for (const uncertainty of [0, 0.002, 0.005]) {
        const [narrow, wide] = [judge(value, window, uncertainty), judge(value, window, uncertainty + 0.003)];
        if (narrow === 'doubt') expect(wide).toBe('doubt');
        else expect([narrow, 'doubt']).toContain(wide);
      }
  });
});

describe('siblings', () => {
  const turns = [1.25, 1.375, 1.25, 1.375, 1.25, 1.25, 0.875, 1.375].map((value, index) => ({
    place: `${index + 1}I`,
    value,
  }));

  test('the one that differs is found', () => {
    const { median, scores } = siblings(turns, 1 / 8);
    expect(median).toBe(1.25);
    expect(scores[6].score).toBeCloseTo(-4.05, 2);
    expect(scores.filter((score) => score.flagged).map((score) => score.place)).toEqual(['7I']);
  });

  test('equal readings do not make one step look wild', () => {
    const alike = [...Array(7).fill(1.25), 1.375].map((value, index) => ({
      place: String(index),
      value: value as number,
    }));
    expect(siblings(alike, 1 / 8).scores.some((score) => score.flagged)).toBe(false);
  });

  test('neither order nor a common offset changes a score', () => {
    const moved = [...turns].reverse().map(({ place, value }) => ({ place, value: value + 10 }));
    const scoreOf = (values: typeof turns) =>
      siblings(values, 1 / 8).scores.find((score) => score.place === '7I')!.score;
    expect(scoreOf(moved)).toBeCloseTo(scoreOf(turns), 9);
  });
});

describe('a blade that does not go in', () => {
  test('is too little below a least, within below a most, and else not known', () => {
    expect(judgeUnder(0.006, { min: 0.01 }, 0.001)).toBe('low');
    expect(judgeUnder(0.006, { min: 0.004 }, 0.001)).toBe('doubt');
    expect(judgeUnder(0.006, { max: 0.01 }, 0.001)).toBe('in');
    expect(judgeUnder(0.012, { max: 0.01 }, 0.001)).toBe('doubt');
    expect(judgeUnder(0.006, { min: 0.004, max: 0.01 }, 0.0005)).toBe('doubt');
  });
});

describe('what is odd about a value', () => {
  const measure = findMeasure('lash-cold')!;
  const others = [0.4, 0.41, 0.4, 0.39, 0.4, 0.41];
  const usualOf = ({ uncertainty }: { uncertainty: number }) => ({ sigma: uncertainty / 2, tested: 600 });
  const usual = usualOf(measure);
  const codes = (value: number, key = measure) =>
    hintsFor({ measure: key, value, others, usual: usualOf(key), withinLimit: null }).map((hint) => hint.code);

  test('one that looks at home has no hint', () => expect(codes(0.4)).toEqual([]));
  test('a slipped digit is named with what was meant', () => {
    expect(hintsFor({ measure, value: 4, others, usual, withinLimit: null })).toContainEqual({
      code: 'digit-slip',
      meant: 0.4,
    });
  });
  test('a missed turn of the dial is named where there is a dial', () => {
    expect(codes(0.4 + 2.54)).not.toContain('dial-revolution');
    expect(codes(0.4 + 2.54, findMeasure('deck-height')!)).toContain('dial-revolution');
  });
  test('the other sign is named', () => expect(codes(-0.4)).toContain('sign-slip'));
  test('a preload far over its neighbours asks for the lobe, far under for a hung lifter', () => {
    const turns = findMeasure('preload-turns')!;
    expect(codes(1.5, turns)).toContain('on-its-lobe');
    expect(codes(-0.6, turns)).toContain('hung-lifter');
  });
  test('with few siblings the limit alone speaks', () => {
    const withinLimit = (value: number) => value > 0.3 && value < 0.5;
    const alone = { measure, others: [], usual, withinLimit };
    expect(hintsFor({ ...alone, value: 4 })).toEqual([{ code: 'digit-slip', meant: 0.4 }]);
    expect(hintsFor({ ...alone, value: 0.4 })).toEqual([]);
  });

  describe('of a length without a limit of its own, where there are few of its kind', () => {
    const bore = findMeasure('bore')!;
    const second = (value: number, first = 102.362) =>
      hintsFor({ measure: bore, value, others: [first], usual: usualOf(bore), withinLimit: null });

    test('ten times the one before it is a slipped digit', () =>
      expect(second(1023.62)).toEqual([{ code: 'digit-slip', meant: 102.362 }]));
    test('so is a hundredth of it', () => {
      const [slip] = second(1.02362) as { code: string; meant: number }[];
      expect(slip.code).toBe('digit-slip');
      expect(slip.meant).toBeCloseTo(102.362, 9);
    });
    test('one that is bored out, or of another size altogether, is no slip, but asked about', () => {
      for (const other of [103.124, 88.9])
        expect(second(other)).toMatchObject([{ code: 'differs-from-siblings', others: 1, median: 102.362 }]);
      expect(second(102.364)).toEqual([]);
    });
    test('a journal a tenth of an inch from its neighbour does not pass in silence', () => {
      const journal = findMeasure('main-journal')!;
      const found = hintsFor({ measure: journal, value: 2.2001 * 25.4, others: [2.1001 * 25.4], usual: usualOf(journal), unit: 'in', withinLimit: null }); // prettier-ignore
      expect(found.map(({ code }) => code)).toEqual(['differs-from-siblings']);
    });
    test('a few thousandths may be ten times as many', () => {
      const offset = findMeasure('mark-offset')!;
      expect(hintsFor({ measure: offset, value: 0.5, others: [0.05], usual: usualOf(offset), withinLimit: null })).toEqual([]); // prettier-ignore
    });
    test('the first of all says nothing, unless no engine has such a size', () => {
      const first = (value: number) =>
        hintsFor({ measure: bore, value, others: [], usual: usualOf(bore), withinLimit: null });
      expect(first(152)).toEqual([]);
      expect(first(1023.62)).toEqual([{ code: 'digit-slip', meant: 102.362 }]);
    });
  });

  describe('where the first ones slipped, all alike, and the next is right', () => {
    const deck = findMeasure('deck-height')!;
    const within = (value: number) => value > -0.3 && value < 0.1;
    const fifth = (others: number[], value = -0.127, unit: Unit = 'in') =>
      hintsFor({ measure: deck, value, others, usual: usualOf(deck), unit, withinLimit: within });

    test('it is they that are asked about: a turn of the dial missed, the other sign, the wrong unit', () => {
      const missed = [-0.127, -0.12, -0.13, -0.125].map((one) => one - 2.54);
      expect(fifth(missed)).toMatchObject([{ code: 'others-slipped', others: 4 }]);
      const inches = [-0.127, -0.12, -0.13, -0.125].map((one) => one * 25.4);
      expect(fifth(inches)).toMatchObject([{ code: 'others-slipped', others: 4 }]);
    });
    test('where it is this one that lies out, or nothing is known beforehand, it is asked about itself', () => {
      expect(fifth([-0.127, -0.12, -0.13, -0.125], -2.667).map(({ code }) => code)).not.toContain('others-slipped');
      const unknown = hintsFor({ measure: deck, value: -0.127, others: [-2.667, -2.66, -2.67, -2.665], usual: usualOf(deck), unit: 'in', withinLimit: null }); // prettier-ignore
      expect(unknown.map(({ code }) => code)).toContain('differs-from-siblings');
    });
    test('of honest decks hardly any is told so: fewer than are called odd at all', () => {
      const next = chance(28);
      const normal = normals(next);
      let told = 0;
      for (let engine = 0; engine < 2000; engine++) {
        const values = Array.from({ length: 5 }, () => -0.127 + 0.01 * normal());
        told += fifth(values.slice(0, 4), values[4]).filter(({ code }) => code === 'others-slipped').length;
      }
      expect(told).toBe(0);
    });
  });

  test('bores of 2.1 thou are asked about from the first on, and go on being asked about though they agree', () => {
    const bore = findMeasure('main-bore')!;
    const typed = (others: number) =>
      hintsFor({
        measure: bore, value: 2.1 * 0.0254, others: Array.from({ length: others }, () => 2.1 * 0.0254),
        usual: usualOf(bore), unit: 'thou', withinLimit: null,
      }).map(({ code }) => code); // prettier-ignore
    for (let others = 0; others < 8; others++) expect(typed(others)).not.toEqual([]);
    const tenfold = hintsFor({ measure: bore, value: 24.51 * 25.4, others: [], usual: usualOf(bore), unit: 'in', withinLimit: null }); // prettier-ignore
    expect(tenfold.map(({ code }) => code)).toContain('digit-slip');
  });

  test('of a value that is computed nobody typed the digits', () => {
    const made = { measure, others: [], usual, withinLimit: (value: number) => value > 0.3 && value < 0.5 };
    expect(hintsFor({ ...made, value: 4, computed: true })).toEqual([]);
    expect(hintsFor({ ...made, value: -0.4, computed: true })).toEqual([]);
    expect(hintsFor({ ...made, value: 0.4 + 2.54, computed: true })).toEqual([]);
  });

  describe('by a limit that has one side only', () => {
    const gap = findMeasure('ring-gap-top')!;
    const alone = (value: number, limit: Limit, measure = gap) =>
      hintsFor({
        measure, others: [], usual: usualOf(measure), value, limit,
        withinLimit: (trial) => trial >= (limit.min ?? -Infinity) && trial <= (limit.max ?? Infinity),
      }); // prettier-ignore

    test('a little too little is no slip, though ten times as much would pass', () =>
      expect(alone(0.3, { min: 0.35 })).toEqual([]));
    test('a slip downwards is one when what was meant lies near the limit', () =>
      expect(alone(0.04, { min: 0.35 })).toEqual([{ code: 'digit-slip', meant: 0.4 }]));
    test('far too much is odd, though it passes', () =>
      expect(alone(4, { min: 0.35 })).toEqual([{ code: 'digit-slip', meant: 0.4 }]));
    test('nearly nothing of what has only a most is as it should be', () =>
      expect(alone(0.001, { max: 0.0127 }, findMeasure('main-journal-taper')!)).toEqual([]));
    test('far too much of it is a slip when what was meant lies near', () =>
      expect(alone(0.1, { max: 0.0127 }, findMeasure('main-journal-taper')!)).toEqual([
        { code: 'digit-slip', meant: 0.01 },
      ]));
  });
});
