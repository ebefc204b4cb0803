import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { EXAMPLE_SPEC_SETS } from '../plan/example-spec-sets.js';
import { judgingOf } from './judging-of.js';
import { narrowWindows } from './narrow-windows.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';
import type { Reading } from './reading.js';

const IN = 25.4;
const V8 = { ...(LAYOUTS[0].engine as Engine), mount: 'stud-nut' as const, thread: { threadsPerUnit: 20, unit: 'in' as const }, ratio: { intake: 1.6, exhaust: 1.6 } }; // prettier-ignore
const hydraulic = EXAMPLE_SPEC_SETS.find((set) => set.id === 'shop-hydraulic')!;
const window = (min: number, max: number) => ({
  ...hydraulic,
  limits: [{ measure: 'plunger-depth', min, max, unit: 'in' as const, basis: 'absolute' as const, required: true, source: 'the maker' }],
}); // prettier-ignore
const narrow = (spec: typeof hydraulic, readings: Reading[] = []) => {
  const file = fileOf({ engine: V8, spec, readings });
  return narrowWindows(judgingOf(file, standOf(file)));
};
const turns = (place: string, entered: string) => readingOf('preload-turns', place, entered, 'turn');

test('a window that no reading can lie clear of says so, once for each kind of valve, and what helps', () => {
  // A turn that is read to an eighth is trusted to 0.079 of one, and moves the plunger by 0.0813 in.
  const [exhaust, intake, ...more] = narrow(window(0.02, 0.029));
  expect([intake.kind, exhaust.kind, more]).toEqual(['I', 'E', []]);
  expect([intake.measure, intake.typed]).toEqual(['plunger-depth', 'preload-turns']);
  expect(intake.trust / IN).toBeCloseTo(2 * Math.sqrt(1 / 8 ** 2 / 12 + 1 / 64 ** 2) * 0.05 * 1.625, 9);
  expect(intake.helps.map(({ code, isEnough }) => [code, isEnough])).toEqual([['sixteenths', true], ['dial', true], ['own-trust', true]]); // prettier-ignore
  expect(intake.helps[2].trust / IN).toBeCloseTo(0.0045, 6);
  const tight = narrow(window(0.02, 0.023))[0].helps;
  expect(tight.map(({ code, isEnough }) => [code, isEnough])).toEqual([['sixteenths', false], ['dial', false], ['own-trust', true]]); // prettier-ignore
});

test('it is true: within it every value is in doubt or out, and within a wider one some are not', () => {
  const verdicts = (spec: typeof hydraulic) =>
    new Set(
      Array.from({ length: 81 }, (_, step) => step / 80).map((turn) => {
        const file = fileOf({ engine: V8, spec, readings: [turns('1I', turn.toFixed(4))] });
        return sheetOf(file).rows.find(({ measure }) => measure === 'preload-turns')!.verdict;
      }),
    );
  expect(verdicts(window(0.02, 0.029)).has('in')).toBe(false);
  expect(narrow(window(0.02, 0.033))).toEqual([]);
  expect(verdicts(window(0.02, 0.033)).has('in')).toBe(true);
});

test('readings that were taken again tell how well this hand agrees with itself, from six pairs on', () => {
  const again = (times: number) => Array.from({ length: times }, (_, turn) => turns('1I', turn % 2 === 0 ? '0.50' : '0.53')); // prettier-ignore
  expect(narrow(window(0.02, 0.029), again(4))[0].repeats).toBeNull();
  const { pairs, trust } = narrow(window(0.02, 0.029), again(7))[0].repeats!;
  expect([pairs, Number((trust / IN).toFixed(5))]).toEqual([
    6,
    Number((2 * (0.03 / Math.SQRT2) * 0.05 * 1.625).toFixed(5)),
  ]);
});
