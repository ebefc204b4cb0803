import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import type { PartLine } from '../parts/line.js';
import { learnTimes } from '../plan/learned-times.js';
import { promise } from '../plan/promise.js';
import { WEEKDAYS, type WorkWeek } from '../plan/work-time.js';
import type { Act } from './acts.js';
import { likelyOf, seedOf } from './likely.js';
import { pathOf } from './path.js';
import type { Reading } from './reading.js';
import { sheetOf } from './sheet.js';
import { standOf } from './stand.js';
import { fileOf, readingOf } from './test-file.js';
import { workLeft } from './work-left.js';

const V8 = LAYOUTS[0].engine as Engine;
const WORK: WorkWeek = { week: WEEKDAYS.slice(0, 5).map((day) => ({ day, from: '08:00', to: '16:00' })), closed: [], timeZone: 'UTC' }; // prettier-ignore
const MONDAY = Date.UTC(2026, 2, 2, 8);
const NOTHING = learnTimes([]);
const opensOn = (day: string) => `${day}T00:00:00.000Z`;
const closed = (gate: string): Act => ({ kind: 'gate-closed', id: gate, gate: gate as 'pan', lacks: [], reason: null, by: 'builder', at: '2026-03-01T08:00:00.000Z' }); // prettier-ignore
const line = (part: PartLine['part'], promisedOn: string | null): PartLine => ({
  id: part, engineId: 'e', places: [], part, what: part, itemId: null, lengthMm: null, quantity: 1, spares: 0, priceEach: null,
  supplierId: null, orderId: null, freight: null, state: promisedOn ? 'promised' : 'wanted', isFromShelf: false, promisedOn, refund: null, note: '',
}); // prettier-ignore

const left = (readings: Reading[] = [], acts: Act[] = [], lines: PartLine[] = [], learned = NOTHING, minutes: { of: string; minutes: number }[] = []) => {
  const file = { ...fileOf({ engine: V8, readings }), acts };
  const stand = standOf(file);
  const path = pathOf({ file, stand, sheet: sheetOf(file, stand), partsOpen: lines.length });
  return { path, ...workLeft(path, { path: { minutes } }, learned, lines, opensOn) };
}; // prettier-ignore
const step = (of: ReturnType<typeof left>, id: string) => of.steps.find((one) => one.id === id);

describe('the way of an engine', () => {
  test('begins at the bottom end, and says what is next and what holds', () => {
    const { path } = left();
    expect([path.here, path.next!.measure, path.next!.next, path.holds!.gate]).toEqual(['bottom-end', 'rod-side-clearance', 'P1', 'pan']); // prettier-ignore
    expect(path.stations.map(({ stage }) => stage)).toEqual(['bottom-end', 'dead-centre', 'cam-timing', 'mock-up', 'geometry', 'torque', 'setting', 'proof']); // prettier-ignore
  });

  test('goes on where a gate is closed, and counts what is asked for alone', () => {
    const { path } = left([readingOf('preload-turns', '1I', '0.5', 'turn')], ['pan', 'front-cover', 'heads'].map(closed)); // prettier-ignore
    expect([path.here, path.holds!.gate]).toEqual(['setting', 'valve-covers']);
    expect(path.stations.find(({ stage }) => stage === 'setting')).toMatchObject({ taken: 1, of: 16, state: 'open', isPast: false }); // prettier-ignore
    expect(path.stations.map(({ isPast }) => isPast)).toEqual([true, true, true, true, false, false, false, false]);
    expect(path.orders).toHaveLength(1);
  });

  test('comes back to a gate that is open, or open again, whatever was closed after it', () => {
    const reopened: Act = { kind: 'gate-opened', id: 'o', gate: 'pan', reason: 'rod bearing', minutes: 90, cost: null, by: 'builder', at: '2026-03-01T09:00:00.000Z' }; // prettier-ignore
    for (const acts of [
      ['front-cover', 'heads'].map(closed),
      [...['pan', 'front-cover', 'heads'].map(closed), reopened],
    ]) {
      const { path, steps } = left([], acts);
      expect([path.here, path.next!.measure, path.holds!.gate]).toEqual(['bottom-end', 'rod-side-clearance', 'pan']);
      expect(steps.slice(0, 2).map(({ id }) => id)).toEqual(['bottom-end', 'gate:pan']);
      expect(steps.some(({ id }) => id === 'mock-up')).toBe(false);
    }
  });

  test('names a check’s own place where the next value belongs, and what it needs first', () => {
    const { path } = left([], ['pan'].map(closed));
    const timing = path.stations.find(({ stage }) => stage === 'cam-timing')!;
    expect(timing.checks.find(({ measure }) => measure === 'intake-open')!.needs).toEqual([
      'Wheel error at dead centre',
    ]);
  });
});

describe('the work that is left', () => {
  test('is every stage and gate of an engine that was just opened, in the order of the path', () => {
    const ids = left().steps.map(({ id }) => id);
    expect(ids).toEqual(['bottom-end', 'gate:pan', 'dead-centre', 'cam-timing', 'gate:front-cover', 'mock-up', 'gate:heads', 'geometry', 'torque', 'setting', 'proof', 'gate:valve-covers', 'review']); // prettier-ignore
    expect(step(left(), 'setting')!.needs).toEqual(['gate:heads', 'torque']);
  });

  test('grows less with every value, and is nothing behind a closed gate', () => {
    const half = placesOf(V8, 'valve').slice(0, 8).map((place) => readingOf('preload-turns', place, '0.5', 'turn')); // prettier-ignore
    const gates = ['pan', 'front-cover', 'heads'].map(closed);
    expect(step(left(half, gates), 'bottom-end')).toBeUndefined();
    expect(step(left(half, gates), 'setting')!.minutes).toBeCloseTo(45, 6);
    expect(step(left(half.slice(0, 4), gates), 'setting')!.minutes).toBeCloseTo(67.5, 6);
  });

  test('takes as long as it took here before, else as the practice guesses', () => {
    const gates = ['pan', 'front-cover', 'heads'].map(closed);
    const begun = [readingOf('preload-turns', '1I', '0.5', 'turn')];
    const learned = learnTimes(Array.from({ length: 7 }, (_none, index) => ({ engineId: 'a', measure: 'preload-turns', by: 'b', at: index * 240_000 }))); // prettier-ignore
    expect(step(left(begun, gates, [], learned), 'setting')).toMatchObject({ minutes: 60, told: 'learned' });
    const guessed = left(begun, gates, [], NOTHING, [{ of: 'preload-turns', minutes: 2 }, { of: 'setting', minutes: 100 }]); // prettier-ignore
    expect(step(guessed, 'setting')).toMatchObject({ minutes: 30, told: 'practice' });
  });

  test('waits for its parts, each at the stage that misses it first; a part with no day is named', () => {
    const { awaited, ...rest } = left([], [], [line('pushrods', '2026-03-09'), line('gaskets', null)]);
    expect(step({ awaited, ...rest }, 'setting')!.notBefore).toBe('2026-03-09T00:00:00.000Z');
    expect(step({ awaited, ...rest }, 'torque')!.notBefore).toBeUndefined();
    expect(awaited.map(({ part, stage, until }) => [part, stage, until])).toEqual([['pushrods', 'setting', '2026-03-09'], ['gaskets', 'torque', null]]); // prettier-ignore
  });

  test('can always be planned, and an earlier part never makes it later', () => {
    const at = (day: string) =>
      promise({ from: new Date(MONDAY).toISOString(), steps: left([], [], [line('pushrods', day)]).steps, ...WORK }).finishAt; // prettier-ignore
    const ends = Array.from({ length: 28 }, (_none, index) => at(`2026-03-${String(index + 1).padStart(2, '0')}`));
    expect([...ends].sort()).toEqual(ends);
    expect(ends[0] < ends[27]).toBe(true);
  });
});

describe('how likely a promise is kept', () => {
  const { steps } = left();
  const likely = (promised: string | null, seed = 7) => likelyOf(steps, WORK, MONDAY, promised, seed);

  test('grows with every day that is given, from none to all, and the same seed says the same', () => {
    const shares = Array.from({ length: 14 }, (_none, index) => likely(`2026-03-${String(index + 1).padStart(2, '0')}`).share!); // prettier-ignore
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
    expect([shares[0], shares[13]]).toEqual([0, 1]);
    expect(likely('2026-03-04')).toEqual(likely('2026-03-04'));
    expect(likely(null).share).toBeNull();
  });

  test('the day on which it usually is ready lies before the one by which it surely is', () => {
    const { readyOn, surelyOn, pieces, finishAt } = likely('2026-03-06');
    expect(readyOn <= surelyOn).toBe(true);
    expect(Math.max(...pieces.map(({ to }) => to))).toBe(finishAt);
  });

  test('where everything takes as long as ever, it is kept or it is not', () => {
    const sure = steps.map((one) => ({ ...one, ratios: [1] }));
    const { readyOn } = likelyOf(sure, WORK, MONDAY, null, 1);
    expect(likelyOf(sure, WORK, MONDAY, readyOn, 1).share).toBe(1);
    expect(likelyOf(sure, WORK, MONDAY, '2026-03-02', 1).share).toBe(0);
  });

  test('the seed of an engine is its own and no secret', () => {
    expect(seedOf('5a9d2c44-1b7e-4c3d-9c55-7d1f0e2a8b01')).toBe(seedOf('5a9d2c44-ffff-4c3d-9c55-7d1f0e2a8b01'));
  });
});
