import { chance } from '../chance.js';
import { evenIntervals } from '../engine/firing.js';
import { LAYOUTS } from '../engine/layouts.js';
import { mayStandAt, settingOrder } from '../plan/setting-order.js';
import { damperMarks, damperNames } from './damper-marks.js';

const V8 = LAYOUTS.find(({ name }) => name === 'v8')!.engine!;

describe('the marks of a damper', () => {
  test('a V8 has four lines, each of two cylinders that fire a turn apart', () => {
    const marks = damperMarks(V8, 7.25);
    expect(marks.map(({ deg, cylinders }) => [deg, cylinders])).toEqual([[0, [1, 6]], [90, [8, 5]], [180, [7, 4]], [270, [2, 3]]]); // prettier-ignore
    expect(marks[1].along).toBeCloseTo((Math.PI * 7.25) / 4, 9);
  });

  test('other stops of the way stand between, under letters; one that falls on a firing dead centre needs none', () => {
    const marks = damperMarks(V8, 7, [0, 450, 36, 396]);
    expect(damperNames(marks)).toEqual(['1 / 6', 'a', '8 / 5', '7 / 4', '2 / 3']);
    expect(marks[1]).toMatchObject({ deg: 36, stops: [36, 396] });
  });

  test('marks that a pen cannot part are one where the margin allows, on the firing dead centre where one is one', () => {
    const asked: [number, number][] = [];
    const allow = (is: boolean) => ({ unit: 'in' as const, mayStandAt: (stop: number, deg: number) => { asked.push([stop, deg]); return is; } }); // prettier-ignore
    // On 7 inches a pen of 0.059 in covers a degree.
    const near = [90.6, 36, 396.4];
    expect(damperMarks(V8, 7, near, allow(true)).map(({ deg, stops }) => [Number(deg.toFixed(6)), stops])).toEqual([[0, []], [36.2, [36, 396.4]], [90, [90.6]], [180, []], [270, []]]); // prettier-ignore
    expect(asked).toContainEqual([90.6, 90]);
    expect(asked.find(([stop]) => stop === 396.4)![1]).toBeCloseTo(396.2, 9);
    expect(damperMarks(V8, 7, near, allow(false)).map(({ deg }) => Number(deg.toFixed(1)))).toEqual([0, 36, 36.4, 90, 90.6, 180, 270]); // prettier-ignore
    expect(damperMarks(V8, 7, [359.5], allow(true)).map(({ deg }) => deg)).toEqual([0, 90, 180, 270]);
  });

  test('a merged mark leaves every valve its margin, on any cam', () => {
    const next = chance(29);
    let merged = 0;
    for (let round = 0; round < 150; round++) {
      const event = (low: number, high: number) => low + next() * (high - low);
      const seatEvents = { intakeOpenBtdc: event(20, 60), intakeCloseAbdc: event(50, 90), exhaustOpenBbdc: event(50, 90), exhaustCloseAtdc: event(20, 60) }; // prettier-ignore
      const turned = { ...V8, seatEvents };
      const order = settingOrder(turned, 'eoic', 'firing', 15);
      const may = mayStandAt(order, turned, 15);
      const marks = damperMarks(V8, 6.5, order.stops, { unit: 'in', mayStandAt: may });
      if (marks.length < damperMarks(V8, 6.5, order.stops).length) merged++;
      for (const { deg, stops } of marks)
        for (const stop of stops) {
          const way = ((deg - (stop % 360) + 540) % 360) - 180;
          expect(may(stop, (stop + way + 720) % 720)).toBe(true);
        }
    }
    expect(merged).toBeGreaterThan(5);
  });

  test('an uneven twin has its second line where its second cylinder fires', () => {
    const twin = { firingOrder: [1, 2], intervals: [410, 310], banks: [{ cylinders: [1], valveOrder: 'IE' }, { cylinders: [2], valveOrder: 'IE' }] }; // prettier-ignore
    expect(damperMarks(twin, 100).map(({ deg, cylinders }) => [deg, cylinders])).toEqual([
      [0, [1]],
      [50, [2]],
    ]);
  });

  test('of any engine every cylinder has its line once, and no two lines lie on each other', () => {
    const next = chance(17);
    for (let round = 0; round < 100; round++) {
      const count = 1 + Math.floor(next() * 16);
      const firingOrder = Array.from({ length: count }, (_, index) => index + 1).sort(() => next() - 0.5);
      const engine = { firingOrder, intervals: evenIntervals(count), banks: [{ cylinders: firingOrder, valveOrder: 'IE'.repeat(count) }] }; // prettier-ignore
      const marks = damperMarks(engine, 200, [next() * 720, next() * 720]);
      expect(marks.flatMap(({ cylinders }) => cylinders).sort((a, b) => a - b)).toEqual([...firingOrder].sort((a, b) => a - b)); // prettier-ignore
      for (let nth = 1; nth < marks.length; nth++) expect(marks[nth].deg).toBeGreaterThan(marks[nth - 1].deg);
      expect(marks.every(({ along }) => along >= 0 && along < Math.PI * 200)).toBe(true);
      expect(new Set(damperNames(marks)).size).toBe(marks.length);
    }
  });
});
