import { chance } from '../chance.js';
import { wrapCycle } from '../engine/crank.js';
import type { CardEvents } from '../engine/engine.js';
import { evenIntervals } from '../engine/firing.js';
import { bestClearanceDeg, clearanceDeg, valveSpans } from './base-circle.js';
import { STOP_METHODS, valveStops, type StopPlanInput } from './valve-stops.js';

const V8 = [1, 8, 7, 2, 6, 5, 4, 3];
const MILD: CardEvents = { intakeOpenBtdc: 30, intakeCloseAbdc: 66, exhaustOpenBbdc: 70, exhaustCloseAtdc: 26 };
const LONG: CardEvents = { intakeOpenBtdc: 78, intakeCloseAbdc: 116, exhaustOpenBbdc: 120, exhaustCloseAtdc: 74 };

function randomEngine(
  next: () => number,
  cylinders: number,
): Pick<StopPlanInput, 'firingOrder' | 'intervals' | 'events'> {
  const firingOrder = Array.from({ length: cylinders }, (_, index) => index + 1).sort(() => next() - 0.5);
  const cuts = Array.from({ length: cylinders - 1 }, () => Math.round(next() * 72) * 10).sort((a, b) => a - b);
  const intervals = [...cuts, 720].map((cut, index) => cut - (index === 0 ? 0 : cuts[index - 1]));
  const event = (low: number, high: number) => Math.round(low + next() * (high - low));
  const events = {
    intakeOpenBtdc: event(0, 60),
    intakeCloseAbdc: event(40, 100),
    exhaustOpenBbdc: event(40, 100),
    exhaustCloseAtdc: event(0, 60),
  };
  return { firingOrder, intervals: next() < 0.5 ? evenIntervals(cylinders) : intervals, events };
}

describe('the base circle', () => {
  const [intake, exhaust] = valveSpans([1], [720], MILD);

  test('an intake lifts from its opening before the gas-exchange dead centre to its closing after bottom centre', () => {
    expect(intake).toMatchObject({ place: '1I', opensDeg: 330, openForDeg: 276 });
    expect(exhaust).toMatchObject({ place: '1E', opensDeg: 110, openForDeg: 276 });
  });

  test('at firing dead centre both valves rest, each half its rest from the nearer ramp at most', () => {
    expect(clearanceDeg(intake, 0)).toBe(114);
    expect(clearanceDeg(exhaust, 0)).toBe(110);
    expect(bestClearanceDeg(intake)).toBe(222);
  });

  test('on the lobe the clearance is negative, at the ramp it is nothing', () => {
    expect(clearanceDeg(intake, 330 + 276 / 2)).toBe(-138);
    expect(clearanceDeg(intake, 330)).toBe(-0);
    expect(clearanceDeg(intake, wrapCycle(330 + 276))).toBe(0);
  });
});

describe('the stops of a method', () => {
  test.each(STOP_METHODS)('%s names every valve once, with its true clearance, or says that it cannot', (method) => {
    const next = chance(7);
    for (let round = 0; round < 60; round++) {
      const engine = randomEngine(next, 1 + Math.floor(next() * 8));
      const spans = valveSpans(engine.firingOrder, engine.intervals!, engine.events);
      const { stops, unsafe } = valveStops({ ...engine, method, marginDeg: 15 });
      const named = [...stops.flatMap((stop) => stop.valves), ...unsafe].map((valve) => valve.place);
      expect(named.sort()).toEqual(spans.map((span) => span.place).sort());
      for (const stop of stops)
        for (const { place, clearanceDeg: said } of stop.valves) {
          const span = spans.find((candidate) => candidate.place === place)!;
          expect(said).toBeCloseTo(clearanceDeg(span, stop.crankDeg), 9);
          expect(said).toBeGreaterThanOrEqual(15 - 1e-9);
        }
      for (const valve of unsafe) expect(valve.clearanceDeg).toBeLessThan(15);
    }
  });

  test('exhaust opening, intake closing: sixteen stops on a V8, each with most of the base circle to spare', () => {
    const { stops, unsafe, totalRotationDeg } = valveStops({ firingOrder: V8, events: MILD, method: 'eoic' });
    expect(unsafe).toEqual([]);
    expect(stops).toHaveLength(16);
    expect(stops.find((stop) => stop.crankDeg === 110)!.valves).toEqual([{ place: '1I', clearanceDeg: 220 }]);
    expect(Math.min(...stops.flatMap((stop) => stop.valves.map((valve) => valve.clearanceDeg)))).toBe(220);
    expect(totalRotationDeg).toBe(stops[15].crankDeg - stops[0].crankDeg);
  });

  test('each cylinder at its firing dead centre: one stop a cylinder, ninety degrees apart on a V8', () => {
    const { stops } = valveStops({ firingOrder: V8, events: MILD, method: 'each-tdc' });
    expect(stops.map((stop) => stop.crankDeg)).toEqual([0, 90, 180, 270, 360, 450, 540, 630]);
    expect(stops.map((stop) => stop.valves.map((valve) => valve.place))[1]).toEqual(['8I', '8E']);
  });

  test('two positions are enough with a mild cam, and a long one leaves valves that they cannot set', () => {
    const mild = valveStops({ firingOrder: V8, events: MILD, method: 'two-positions' });
    expect(mild.stops.map((stop) => stop.crankDeg)).toEqual([0, 360]);
    expect(mild.unsafe).toEqual([]);
    const long = valveStops({ firingOrder: V8, events: LONG, method: 'two-positions' });
    expect(long.unsafe.length).toBeGreaterThan(0);
    expect(valveStops({ firingOrder: V8, events: LONG, method: 'fewest' }).unsafe).toEqual([]);
  });

  test('quarter turns stop at quarters', () => {
    const { stops } = valveStops({ firingOrder: V8, events: MILD, method: 'quarter-turns' });
    for (const stop of stops) expect(stop.crankDeg % 90).toBe(0);
  });

  test('uneven firing shifts the stops of the later cylinder', () => {
    const { stops } = valveStops({ firingOrder: [1, 2], intervals: [410, 310], events: MILD, method: 'each-tdc' });
    expect(stops.map((stop) => stop.crankDeg)).toEqual([0, 410]);
  });
});

/** The least number of stops and the largest smallest clearance, by trying every set of whole degrees. */
function bruteForce(
  engine: Pick<StopPlanInput, 'firingOrder' | 'intervals' | 'events'>,
  marginDeg: number,
  step: number,
) {
  const spans = valveSpans(engine.firingOrder, engine.intervals!, engine.events);
  const settable = spans.filter((span) => bestClearanceDeg(span) >= marginDeg);
  const angles = Array.from({ length: 720 / step }, (_, index) => index * step);
  const table = angles.map((deg) => settable.map((span) => clearanceDeg(span, deg)));
  for (let count = 1; ; count++) {
    let best = -Infinity;
    const choose = (from: number, left: number, reached: number[]): void => {
      if (left === 0) {
        best = Math.max(best, Math.min(...reached));
        return;
      }
      for (let index = from; index < angles.length; index++)
        choose(
          index + 1,
          left - 1,
          reached.map((clearance, valve) => Math.max(clearance, table[index][valve])),
        );
    };
    choose(
      0,
      count,
      settable.map(() => -Infinity),
    );
    if (best >= marginDeg) return { count, best };
    if (count === 3) return null;
  }
}

describe('fewest stops', () => {
  test('no smaller set exists, and none leaves the worst valve more, on small engines by brute force', () => {
    const next = chance(11);
    let compared = 0;
    for (let round = 0; round < 24; round++) {
      const engine = randomEngine(next, 1 + Math.floor(next() * 3));
      const marginDeg = 10 + Math.floor(next() * 70);
      const truth = bruteForce(engine, marginDeg, 10);
      const { stops } = valveStops({ ...engine, method: 'fewest', marginDeg });
      if (!truth) continue;
      compared++;
      const smallest = Math.min(...stops.flatMap((stop) => stop.valves.map((valve) => valve.clearanceDeg)));
      // The brute force only tries every tenth degree: it may need more, or reach less, never the other way round.
      expect(stops.length).toBeLessThanOrEqual(truth.count);
      if (stops.length === truth.count) expect(smallest).toBeGreaterThanOrEqual(truth.best - 1e-9);
    }
    expect(compared).toBeGreaterThan(12);
  });

  test('the count is exact where the brute force stands on the same degrees', () => {
    const engine = {
      firingOrder: [1, 2, 3],
      intervals: [240, 240, 240],
      events: { intakeOpenBtdc: 20, intakeCloseAbdc: 60, exhaustOpenBbdc: 60, exhaustCloseAtdc: 20 },
    };
    for (const marginDeg of [20, 60, 100, 140, 180]) {
      const truth = bruteForce(engine, marginDeg, 10);
      const { stops } = valveStops({ ...engine, method: 'fewest', marginDeg });
      if (truth) expect(stops).toHaveLength(truth.count);
      else expect(stops.length).toBeGreaterThan(3);
    }
  });

  test('a V8 with a mild cam needs two, each centred so that its worst valve has 67 degrees', () => {
    const { stops, totalRotationDeg } = valveStops({ firingOrder: V8, events: MILD, method: 'fewest' });
    expect(stops).toHaveLength(2);
    expect(totalRotationDeg).toBe(360);
    for (const stop of stops) expect(Math.min(...stop.valves.map((valve) => valve.clearanceDeg))).toBeCloseTo(67, 9);
  });

  test('more margin never needs fewer stops', () => {
    const counts = [0, 15, 40, 80, 120, 160, 200].map(
      (marginDeg) => valveStops({ firingOrder: V8, events: MILD, method: 'fewest', marginDeg }).stops.length,
    );
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
  });

  test('a valve whose rest is shorter than the margin allows is named as unsafe with its best', () => {
    const { stops, unsafe } = valveStops({
      firingOrder: [1],
      intervals: [720],
      events: MILD,
      method: 'fewest',
      marginDeg: 230,
    });
    expect(stops).toEqual([]);
    expect(unsafe).toEqual([
      { place: '1I', clearanceDeg: 222 },
      { place: '1E', clearanceDeg: 222 },
    ]);
  });
});
