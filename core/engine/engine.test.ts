import { neighbourValve, valveMapLayout } from '../drawing/valve-map.js';
import { stripSegments } from '../drawing/crank-strip.js';
import { dialBand, dialDeg, dialEnds } from '../drawing/dial.js';
import { settingOrder } from '../plan/setting-order.js';
import { STOP_METHODS } from '../cam/valve-stops.js';
import { checkEngine } from './check-engine.js';
import type { Engine } from './engine.js';
import { firingAngles } from './firing.js';
import { LAYOUTS } from './layouts.js';
import { findPlace, placesOf, spokenPlace } from './places.js';

const v8 = LAYOUTS[0].engine as Engine;
const engines = LAYOUTS.flatMap((layout) => (layout.engine ? [layout.engine] : []));
const codes = (engine: Engine) => checkEngine(engine).map((issue) => `${issue.path.join('.')}: ${issue.code}`);

describe('the layout templates', () => {
  test.each(engines)('$layout can exist', (engine) => expect(checkEngine(engine)).toEqual([]));
  test.each(engines)('$layout draws every valve once, none over another', (engine) => {
    const { valves, width, height } = valveMapLayout(engine.banks);
    expect(valves.map((valve) => valve.place)).toEqual(placesOf(engine, 'valve'));
    for (const valve of valves) {
      expect(valve.x > 0 && valve.x < width && valve.y > 0 && valve.y < height).toBe(true);
      for (const other of valves)
        if (other !== valve) expect(Math.hypot(valve.x - other.x, valve.y - other.y)).toBeGreaterThan(90);
    }
  });
  test.each(engines)('$layout: every method and order leads past each valve once', (engine) => {
    for (const method of STOP_METHODS)
      for (const along of ['firing', 'bank'] as const) {
        const { steps, unsafe } = settingOrder(engine, method, along, 15);
        expect([...steps, ...unsafe].map((step) => step.place).sort()).toEqual(placesOf(engine, 'valve').sort());
      }
  });
});

describe('an engine that cannot exist is refused by the field that says so', () => {
  test.each<[string, Partial<Engine>]>([
    ['firingOrder: cylinder-fires-twice', { firingOrder: [1, 8, 7, 2, 6, 5, 4, 4] }],
    ['firingOrder: firing-order-cylinders', { firingOrder: [1, 2, 3, 4, 5, 6, 7, 9] }],
    ['intervals: interval-count', { intervals: [360, 360] }],
    ['intervals: intervals-sum', { intervals: [90, 90, 90, 90, 90, 90, 90, 91] }],
    ['banks: cylinder-in-two-banks', { banks: [v8.banks[0], { ...v8.banks[1], cylinders: [1, 4, 6, 8] }] }],
    ['banks.1.valveOrder: valve-order', { banks: [v8.banks[0], { ...v8.banks[1], valveOrder: 'EIIEEII' }] }],
    ['banks.1.valveOrder: valve-order', { banks: [v8.banks[0], { ...v8.banks[1], valveOrder: 'IIEEEIIE' }] }],
    ['pins: pins-cylinders', { pins: [[1, 2]] }],
    ['seatEvents.intakeCloseAbdc: closes-before-it-opens', { seatEvents: { ...v8.seatEvents, intakeCloseAbdc: -230 } }],
    [
      'seatEvents.exhaustOpenBbdc: no-base-circle',
      { seatEvents: { ...v8.seatEvents, exhaustOpenBbdc: 179, exhaustCloseAtdc: 179 } },
    ],
  ])('%s', (said, change) => expect(codes({ ...v8, ...change })).toContain(said));
});

describe('places and angles', () => {
  test('uneven intervals add up along the firing order', () => {
    expect(firingAngles([1, 2], [410, 310])).toEqual([
      { cylinder: 1, crankDeg: 0 },
      { cylinder: 2, crankDeg: 410 },
    ]);
  });
  test('a V8 has five mains, four pins, two banks and no ninth cylinder', () => {
    expect(placesOf(v8, 'main')).toEqual(['M1', 'M2', 'M3', 'M4', 'M5']);
    expect(placesOf(v8, 'pin')).toHaveLength(4);
    expect(placesOf(v8, 'bank')).toEqual(['B1', 'B2']);
    expect(findPlace(v8, 'valve', '9I')).toBeUndefined();
    expect(findPlace(v8, 'cylinder', '3I')).toBeUndefined();
    expect([findPlace(v8, 'valve', '3i'), findPlace(v8, 'main', 'm2'), findPlace(v8, 'engine', 'ENGINE')]).toEqual([
      '3I',
      'M2',
      'engine',
    ]);
  });
  test('places are spoken as builders speak them', () => {
    expect(['3I', '6E', '4', 'M2', 'P1', 'B1', 'engine'].map(spokenPlace)).toEqual([
      '3 intake',
      '6 exhaust',
      'cylinder 4',
      'main 2',
      'crank pin 1',
      'bank 1',
      'engine',
    ]);
  });
  test('the arrow keys walk along the head and over to the other bank, and back', () => {
    const layout = valveMapLayout(v8.banks);
    expect(neighbourValve(layout, '1E', 'right')).toBe('1I');
    expect(neighbourValve(layout, '1E', 'up')).toBe('2E');
    expect(neighbourValve(layout, '2E', 'down')).toBe('1E');
    expect(neighbourValve(layout, '1E', 'left')).toBe('1E');
  });
});

describe('what the drawings are drawn from', () => {
  test('a span that runs over the end of the strip comes in two pieces', () => {
    const span = { place: '1I', cylinder: 1, kind: 'I' as const, opensDeg: 600, openForDeg: 276 };
    expect(stripSegments(span)).toEqual([
      { fromDeg: 600, toDeg: 720 },
      { fromDeg: 0, toDeg: 156 },
    ]);
  });
  test('the middle of the band points up, the limits to its ends, the wild to the end of the ring', () => {
    const limit = { min: 2, max: 6 };
    expect([4, 2, 6, 100, -100].map((value) => dialDeg(value, limit))).toEqual([0, -70, 70, 135, -135]);
    expect(dialBand(limit)).toEqual({ fromDeg: -70, toDeg: 70 });
    // Its ends are told by ticks; a side that is open has none.
    expect(dialEnds(limit)).toEqual([-70, 70]);
    expect(dialEnds({ min: 1 })).toHaveLength(1);
    expect(dialEnds({ max: 1 })).toHaveLength(1);
    expect(dialDeg(4, {})).toBeNull();
  });
  test('with one limit alone the value still moves to the right as it grows', () => {
    expect(dialDeg(2, { min: 2 })).toBe(-70);
    expect(dialDeg(2, { max: 2 })).toBe(70);
    expect(dialDeg(3, { min: 2 })!).toBeGreaterThan(-70);
  });
});
