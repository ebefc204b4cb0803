import type { Hint } from '../../../core/judge/hints.js';
import { driftChart } from '../../charts/drift-chart.js';
import { remedyIn, rodWanted, shimWanted } from './remedy.js';
import { sayAgo, sayTurn, sayUnsafe } from './words.js';

const IN = 25.4;
const DEEP: Hint = { code: 'too-deep', excess: 0.052 * IN, pushrodChange: -0.052 * IN, pivotShim: 0.03274 * IN };

describe('what brings an adjuster into reach, as something to be ordered', () => {
  test('is found among what is odd at a valve; a hint that knows no figures orders nothing', () => {
    expect(remedyIn([{ code: 'on-its-lobe' }, DEEP])).toBe(DEEP);
    expect(remedyIn([{ code: 'no-lash-left', remedy: null }])).toBeNull();
    expect(remedyIn([{ code: 'adjuster-off', used: 5, least: 1, most: 4, pushrodChange: 2 }])).toEqual({ pushrodChange: 2, pivotShim: null }); // prettier-ignore
  });

  test('a pushrod has its length where the fitted one is known, and says how much it differs where it is not', () => {
    const engine = { id: 'e', lifter: 'hydraulic' as const };
    const unknown = rodWanted(engine, [], '1I', DEEP, 'in');
    expect([unknown.what, unknown.lengthMm, unknown.part]).toEqual(['Pushrod, 0.0520 in shorter than fitted', undefined, 'pushrods']); // prettier-ignore
    const rows = [{ measure: 'pushrod-fitted', place: '1I', value: 7.65 * IN }, { measure: 'pushrod-fitted', place: '1E', value: 9 * IN }]; // prettier-ignore
    const known = rodWanted(engine, rows, '1I', DEEP, 'in');
    expect([known.what, known.lengthMm]).toEqual(['Pushrod, 7.5980 in, 0.0520 in shorter', expect.closeTo(7.598 * IN, 6)]); // prettier-ignore
  });

  test('a shim says its thickness', () => {
    expect(shimWanted('e', '3E', 0.83, 'mm')).toEqual({ engineId: 'e', places: ['3E'], part: 'other', what: 'Shim under the rocker’s pivot, 0.830 mm' }); // prettier-ignore
  });
});

describe('where to turn, in words', () => {
  test.each([
    [300, 456, 'Turn to 456°: 156° on.'],
    [456, 300, 'Turn to 300°: 564° on, or 156° back.'],
    [690, 30.25, 'Turn to 30.5°: 60.5° on.'],
  ])('from %d to %d', (from, to, words) => expect(sayTurn(from, to)).toBe(words));

  test('what a way cannot set says what it falls short by, or how far up its lobe it would stand', () => {
    const unsafe = [{ place: '1I', clearanceDeg: 9 }, { place: '2E', clearanceDeg: -12 }]; // prettier-ignore
    expect(sayUnsafe(unsafe, 15)).toBe('1 intake (6° short of 15°), 2 exhaust (12° up its lobe)');
  });

  test('a hand that was here an hour ago is no longer here', () => {
    expect(sayAgo(new Date(Date.now() - 60_000).toISOString())).toBe('');
    expect(sayAgo(new Date(Date.now() - 26 * 3_600_000).toISOString())).toBe(', 1 day ago');
  });
});

test('the chart of change has room for the band and for every change, and fills the one that has changed alone', () => {
  const inks = { shade: 'light', I: 'blue', E: 'brass', flag: 'red', steel: 'grey', hairline: 'line', band: '#00aa00' };
  const { data, options } = driftChart({
    places: ['1I', '1E'],
    unit: 'thou',
    uncertainty: 0.7,
    since: [{ occasion: 'after the first heat', changes: [0.5, 7] }],
    alone: ['1E'],
    inks,
  });
  const y = options!.scales!.y as { min: number; max: number };
  expect([y.min, y.max]).toEqual([-10, 10]);
  expect(data.datasets).toHaveLength(3);
  expect((data.datasets[2] as unknown as { pointBackgroundColor: string[] }).pointBackgroundColor).toEqual(['transparent', 'red']); // prettier-ignore
});
