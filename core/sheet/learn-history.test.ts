import { chance, normals } from '../chance.js';
import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { measureOf } from '../plan/measures.js';
import { toCanonical } from '../units/units.js';
import { learnHistory } from './learn-history.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { fileOf, readingOf } from './test-file.js';

/** What a shop's finished builds teach it, held against builds of known scatter. */

const engine = LAYOUTS[0].engine as Engine;
const IN = (inches: number) => toCanonical(inches, 'in');
const normalFrom = (seed: number) => normals(chance(seed));

/** Eight deck heights of an engine whose pistons stand so far apart, in inches; each read `tries` times by a hand so unsteady. */
function decks(normal: () => number, spread: number, { tries = 1, hand = 0, wild = 0 } = {}): Reading[] {
  return placesOf(engine, 'cylinder').flatMap((place, index) => {
    const truth = -0.005 + spread * normal() + (index === 3 ? wild : 0);
    return Array.from({ length: tries }, () => readingOf('deck-height', place, (truth + hand * normal()).toFixed(6), 'in')); // prettier-ignore
  });
}

test('how far values of a kind lie apart on one engine, whatever each engine’s own middle, and one wild value changes little', () => {
  const normal = normalFrom(401);
  const builds = Array.from({ length: 20 }, (_none, one) => decks(normal, 0.002, { wild: one % 4 === 0 ? 0.05 : 0 }).map((reading) => ({ ...reading, value: reading.value + one }))); // prettier-ignore
  const { spread } = learnHistory(builds)['deck-height'];
  expect(spread! / IN(0.002)).toBeGreaterThan(0.8);
  expect(spread! / IN(0.002)).toBeLessThan(1.25);
});

test('how far a hand differs from itself, from tries of one thing; a slip among them changes nothing', () => {
  const normal = normalFrom(409);
  const builds = Array.from({ length: 6 }, () => decks(normal, 0.002, { tries: 2, hand: 0.0004 }));
  builds[0].push(readingOf('deck-height', '1', '0.5', 'in'));
  const { repeat } = learnHistory(builds)['deck-height'];
  expect(repeat! / IN(0.0004)).toBeGreaterThan(0.7);
  expect(repeat! / IN(0.0004)).toBeLessThan(1.3);
});

test('too little says nothing, and a correction is no other try', () => {
  const normal = normalFrom(419);
  expect(learnHistory([decks(normal, 0.002)])).toEqual({});
  const [wrong, ...rest] = decks(normal, 0.002, { tries: 1 });
  const corrected = { ...readingOf('deck-height', '1', '0.003', 'in'), supersedes: wrong.id, corrects: true as const };
  const builds = Array.from({ length: 12 }, () => [wrong, corrected, ...rest]);
  expect(learnHistory(builds)['deck-height'].repeat).toBeUndefined();
});

test('a value that is odd by the catalogue is as usual in a shop whose engines scatter more, and the other way round', () => {
  const at = (off: number) => placesOf(engine, 'cylinder').map((place, index) => readingOf('deck-height', place, (-0.005 + 0.0004 * (index % 3) + (index === 5 ? off : 0)).toFixed(4), 'in')); // prettier-ignore
  const isOdd = (off: number, spread?: number) =>
    sheetOf({ ...fileOf({ engine, readings: at(off) }), ...(spread ? { history: { 'deck-height': { spread: IN(spread) } } } : {}) }).rows
      .find(({ measure, place }) => measure === 'deck-height' && place === '4')!
      .hints.some(({ code }) => code === 'differs-from-siblings'); // prettier-ignore
  expect([isOdd(0.004), isOdd(0.004, 0.002)]).toEqual([true, false]);
  expect([isOdd(0.001), isOdd(0.001, 0.0001)]).toEqual([false, true]);
});

test('what hands repeat better is trusted further, but never beyond step and gauge', () => {
  const limitOf = (repeat?: number) =>
    sheetOf({ ...fileOf({ engine, readings: [readingOf('ring-gap-top', '1', '0.020', 'in'), readingOf('bore', '1', '4.03', 'in')] }), ...(repeat === undefined ? {} : { history: { 'ring-gap-top': { repeat } } }) }).rows
      .find(({ measure }) => measure === 'ring-gap-top')!.limit!.uncertainty; // prettier-ignore
  const { uncertainty, resolution } = measureOf('ring-gap-top');
  expect(limitOf()).toBe(uncertainty);
  expect(limitOf(0)).toBeLessThan(uncertainty);
  expect(limitOf(0)).toBeGreaterThan((2 * resolution) / Math.sqrt(12));
  expect(limitOf(IN(0.001))).toBeGreaterThan(uncertainty);
});
