import { chance } from '../chance.js';
import { allowedOrders, commonOrders, namedWrong, pinsAgainstOrder } from './crank-order.js';
import { evenIntervals } from './firing.js';
import { LAYOUTS } from './layouts.js';

const layout = (name: string) => LAYOUTS.find((one) => one.name === name)!.engine!;
const V8 = layout('v8');
const against = (firingOrder: number[]) => pinsAgainstOrder({ ...V8, firingOrder });

describe('a firing order against the crank', () => {
  test('of every layout is possible, and so is that of a cam with two cylinders exchanged that stand together', () => {
    for (const { engine } of LAYOUTS) if (engine) expect(pinsAgainstOrder(engine)).toEqual([]);
    expect(against([1, 8, 4, 2, 6, 5, 7, 3])).toEqual([]);
    expect(against([1, 8, 4, 3, 6, 5, 7, 2])).toEqual([]);
  });

  test('with two typed the wrong way round names their pin, and the order that the crank allows', () => {
    const wrong = [1, 8, 7, 2, 6, 5, 3, 4];
    expect(against(wrong)).toEqual([1]);
    const allowed = allowedOrders({ ...V8, firingOrder: wrong });
    expect(allowed).toContainEqual([1, 8, 7, 2, 6, 5, 4, 3]);
    for (const firingOrder of allowed) expect(against(firingOrder)).toEqual([]);
  });

  test('any two neighbours exchanged cannot be; any two that fire a turn apart can', () => {
    const { firingOrder } = V8;
    const exchanged = (a: number, b: number) => firingOrder.map((one, at) => (at === a ? firingOrder[b] : at === b ? firingOrder[a] : one)); // prettier-ignore
    for (let at = 0; at < 7; at++) expect(against(exchanged(at, at + 1)).length).toBeGreaterThan(0);
    for (let at = 0; at < 4; at++) expect(against(exchanged(at, at + 4))).toEqual([]);
  });

  test('is never called impossible on a crank that was laid out for it, whatever its banks’ angle', () => {
    const next = chance(13);
    for (let round = 0; round < 200; round++) {
      const count = 2 + Math.floor(next() * 5);
      const bankDeg = 15 * Math.floor(next() * 24);
      const pinDegs = Array.from({ length: count }, () => 15 * Math.floor(next() * 24));
      // Each cylinder is at the top where its pin and its bank have it, in the one turn or the other.
      const fires = pinDegs.flatMap((deg, pin) =>
        [0, bankDeg].map((bank, side) => ({ cylinder: 2 * pin + side + 1, deg: ((deg + bank) % 360) + (next() < 0.5 ? 360 : 0) })),
      ).sort((a, b) => a.deg - b.deg); // prettier-ignore
      const intervals = fires.map(({ deg }, at) => (fires[at + 1]?.deg ?? fires[0].deg + 720) - deg);
      const odd = pinDegs.map((_, pin) => 2 * pin + 1);
      const engine = {
        banks: [{ cylinders: odd, valveOrder: '' }, { cylinders: odd.map((one) => one + 1), valveOrder: '' }],
        pins: pinDegs.map((_, pin) => [2 * pin + 1, 2 * pin + 2]), firingOrder: fires.map(({ cylinder }) => cylinder), intervals,
      }; // prettier-ignore
      expect(pinsAgainstOrder(engine)).toEqual([]);
    }
  });

  test('a row with a pin for each cylinder allows any', () =>
    expect(pinsAgainstOrder({ ...layout('i6'), firingOrder: [1, 2, 3, 4, 5, 6] })).toEqual([]));
});

test('common orders are offered where the crank allows them, the exchanged cam among them', () => {
  expect(commonOrders(V8)).toContainEqual([1, 8, 4, 2, 6, 5, 7, 3]);
  expect(commonOrders(V8)[0]).toEqual(V8.firingOrder);
  expect(commonOrders(layout('i6'))[0]).toEqual([1, 5, 3, 6, 2, 4]);
  const row = {
    banks: [{ cylinders: [1, 2, 3, 4], valveOrder: '' }],
    pins: [[1], [2], [3], [4]],
    intervals: evenIntervals(4),
  };
  expect(commonOrders(row)).toEqual([[1, 3, 4, 2], [1, 2, 4, 3]]); // prettier-ignore
  expect(commonOrders(layout('single'))).toEqual([]);
  const along = { ...V8, banks: [{ cylinders: [1, 2, 3, 4], valveOrder: '' }, { cylinders: [5, 6, 7, 8], valveOrder: '' }], pins: [[1, 5], [2, 6], [3, 7], [4, 8]] }; // prettier-ignore
  expect(commonOrders(along)).toEqual([
    [1, 5, 4, 2, 6, 3, 7, 8],
    [1, 3, 7, 2, 6, 5, 4, 8],
  ]);
});

test('cylinders that are named twice, not at all, or are none, are told as far as the list is typed', () =>
  expect(namedWrong([1, 8, 7, 7, 9], [1, 2, 7, 8])).toEqual({ twice: [7], missing: [2], unknown: [9] }));
