import { chance } from '../../core/chance.js';
import { GAUGE_MS, GaugeKeys, numberOfGauge, unitOfGauge } from './gauge-keys.js';

/** Presses keys at given times; answers what came through, `<number>` where a gauge's was put in its place. */
function pressed(keys: [key: string, at: number][], own = ''): string[] {
  const through: string[] = [];
  let waiting: { act: () => void; at: number } | null = null;
  let now = 0;
  const gauge = new GaugeKeys({
    key: (key) => through.push(key),
    gauge: (number) => through.push(`<${number ?? 'as typed'}>`),
    isOwn: (key) => own.includes(key),
    later(act, ms) {
      const mine = { act, at: now + ms };
      waiting = mine;
      return () => {
        if (waiting === mine) waiting = null;
      };
    },
  });
  const run = (until: number) => {
    const due = waiting as { act: () => void; at: number } | null;
    if (due && due.at < until) {
      waiting = null;
      due.act();
    }
  };
  for (const [key, at] of keys) {
    run(at);
    now = at;
    gauge.press(key, at);
  }
  run(Infinity);
  return through;
}
const inOneGo = (text: string, gap = 15): [string, number][] => [...text, 'Enter'].map((key, index) => [key, 1000 + index * gap]); // prettier-ignore
const byHand = (keys: string[], gap = 120): [string, number][] => keys.map((key, index) => [key, 1000 + index * gap]);

describe('a gauge that types like a keyboard', () => {
  test.each([
    ['0.0152', ['0', '.', '0', '1', '5', '2', '<as typed>', 'Enter']],
    ['0,0152', ['0', ',', '0', '1', '5', '2', '<0.0152>', 'Enter']],
    ['+0.0152mm', ['+', '0', '.', '0', '1', '5', '2', '<+0.0152>', 'Enter']],
    ['A -12,345', [' ', '-', '1', '2', ',', '3', '4', '5', '<-12.345>', 'Enter']],
    ['CH:0.250', ['0', '.', '2', '5', '0', '<0.250>', 'Enter']],
  ])('%s comes through as its number, and what stands around it does nothing', (sent, through) => {
    expect(pressed(inOneGo(sent))).toEqual(through);
  });

  test.each([
    ['1,250.5', ['1', ',', '2', '5', '0', '.', '5', 'Enter']],
    ['A1,2.4515', ['1', ',', '2', '.', '4', '5', '1', '5', 'A', 'Enter']],
  ])('%s may be more than one number: it comes through as it was sent, to be asked about', (sent, through) => {
    expect(pressed(inOneGo(sent))).toEqual(through);
    expect(numberOfGauge(sent)).toBeNull();
  });

  test('reading after reading none is lost and none doubled, at any speed that no hand has', () => {
    const next = chance(21);
    for (let round = 0; round < 200; round++) {
      const sent = Array.from({ length: 16 }, () => (next() * 2).toFixed(3));
      const gap = 1 + Math.floor(next() * GAUGE_MS);
      let at = 1000;
      const keys = sent.flatMap((number) => {
        const here = inOneGo(`D${number}in`, gap).map(([key, time]): [string, number] => [key, at + time - 1000]);
        at += 1000;
        return here;
      });
      expect(pressed(keys).filter((key) => key.startsWith('<'))).toEqual(sent.map((number) => `<${number}>`));
    }
  });

  test.each([
    ['A01+0,0152mm', '+0.0152'],
    ['12', '12'],
    ['.5', '.5'],
    ['no number', null],
  ])('of %s the number is %s', (sent, number) => expect(numberOfGauge(sent)).toBe(number));
});

test.each([
  ['A+0,0152mm', 'mm'],
  ['0.0005in', 'in'],
  ['D 12.5°', 'deg'],
  ['0.0005', undefined],
  ['31.5a', undefined],
])('the unit that %s names is %s: it is the number’s, whatever the bench shows', (sent, unit) =>
  expect(unitOfGauge(sent)).toBe(unit),
);

describe('a hand', () => {
  test('presses its letters as ever: each comes through', () => {
    expect(pressed(byHand(['u', '0', '.', '5', 'm', 'Enter']))).toEqual(['u', '0', '.', '5', 'm', 'Enter']);
  });

  test('that rolls over two keys loses none of them', () => {
    expect(pressed([['5', 1000], ['u', 1020], ['Enter', 1300]])).toEqual(['5', 'u', 'Enter']); // prettier-ignore
    expect(pressed([['t', 1000], ['Enter', 1010]])).toEqual(['t', 'Enter']); // prettier-ignore
  });

  test('names the side of a measure at once', () => {
    expect(pressed(inOneGo('31.5a'), 'ab')).toEqual(['3', '1', '.', '5', 'a', '<as typed>', 'Enter']);
  });

  test('types a comma that stands as it was typed', () => {
    expect(pressed(byHand(['0', ',', '5', 'Enter']))).toEqual(['0', ',', '5', 'Enter']);
  });
});
