import type { Engine } from '../engine/engine.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import type { PartLine } from '../parts/line.js';
import { chance, normals } from '../chance.js';
import { latenessOf } from '../parts/lateness.js';
import { learnTimes, type Learned } from '../plan/learned-times.js';
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
const inMinutes = (from: number, to: number) => (to - from) / 60_000;
const NOTHING = learnTimes([], inMinutes);
const PACE = NOTHING.engines;
/** A shop in which everything takes as long as ever. */
const SURE: Learned = { mean: 0, deviation: 0, count: 1000 };
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
    const learned = learnTimes(Array.from({ length: 401 }, (_none, index) => ({ engineId: 'a', measure: 'preload-turns', by: 'b', isFinished: false, at: index * 240_000 })), inMinutes); // prettier-ignore
    // Fifteen valves at four minutes each; four hundred of them outweigh the guess.
    expect(step(left(begun, gates, [], learned), 'setting')!.told).toBe('learned');
    expect(step(left(begun, gates, [], learned), 'setting')!.minutes / 60).toBeCloseTo(1, 1);
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
  const likely = (promised: string | null, seed = 7) =>
    likelyOf(steps, WORK, { from: MONDAY, promised, seed, pace: PACE });

  test('grows with every day that is given, from none to all, and the same seed says the same', () => {
    const shares = Array.from({ length: 14 }, (_none, index) => likely(`2026-03-${String(index + 1).padStart(2, '0')}`).share!); // prettier-ignore
    expect([...shares].sort((a, b) => a - b)).toEqual(shares);
    expect(shares[0]).toBe(0);
    expect(shares[13]).toBeGreaterThan(0.98);
    expect(likely('2026-03-04')).toEqual(likely('2026-03-04'));
    expect(likely(null).share).toBeNull();
  });

  test('the day on which it usually is ready lies before the one by which it surely is', () => {
    const { readyOn, surelyOn, pieces, finishAt } = likely('2026-03-06');
    expect(readyOn <= surelyOn).toBe(true);
    expect(Math.max(...pieces.map(({ to }) => to))).toBe(finishAt);
  });

  test('where everything takes as long as ever, it is kept or it is not', () => {
    const on = (promised: string | null) => likelyOf(steps, WORK, { from: MONDAY, promised, seed: 1, pace: SURE });
    const { readyOn } = on(null);
    expect(on(readyOn).share).toBe(1);
    expect(on('2026-03-02').share).toBe(0);
  });

  test('parts that come late make it late: the share falls by as often as they do', () => {
    const { steps: waiting } = left(
      [],
      [...['pan', 'front-cover', 'heads'].map(closed)],
      [line('pushrods', '2026-03-20')],
    );
    const with0 = waiting.map((one) => ({ ...one, arrivals: one.arrivals.map(({ on }) => ({ on, late: latenessOf([0, 0, 0, 0, 0, 0, 0, 0]) })) })); // prettier-ignore
    const with7 = waiting.map((one) => ({ ...one, arrivals: one.arrivals.map(({ on }) => ({ on, late: latenessOf([7, 7, 7, 7, 7, 7, 7, 7]) })) })); // prettier-ignore
    const share = (of: typeof waiting) => likelyOf(of, WORK, { from: MONDAY, promised: '2026-03-24', seed: 3, pace: SURE }).share!; // prettier-ignore
    expect(share(with0)).toBeGreaterThan(0.8);
    expect(share(with7)).toBeLessThan(0.4);
  });

  test('what was called so likely happened as often, in shops of every pace, with little history and with much', () => {
    const next = chance(601);
    const normal = normals(next);
    const called = new Map<number, { said: number; held: number; count: number }>();
    const SHOPS = 600;
    for (let shop = 0; shop < SHOPS; shop++) {
      // How this shop is slower than what was guessed, and by how much its engines stray from that.
      const [slower, strays] = [0.17 * normal(), 0.25 + 0.2 * next()];
      const factor = () => Math.exp(slower + strays * normal());
      const finished = Array.from({ length: Math.floor(12 * next()) }, () => Math.log(factor()));
      const mean = finished.length === 0 ? 0 : finished.reduce((sum, log) => sum + log, 0) / finished.length;
      const squares = finished.reduce((sum, log) => sum + (log - mean) ** 2, 0);
      const pace = finished.length === 0 ? PACE : { mean, deviation: Math.sqrt((squares + 4 * 0.35 ** 2) / (finished.length + 3)), count: finished.length }; // prettier-ignore
      const promised = new Date(MONDAY + 86_400_000 * Math.floor(1 + 4 * next())).toISOString().slice(0, 10);
      const share = likelyOf(steps, WORK, { from: MONDAY, promised, seed: shop, pace }).share!;
      const took = factor();
      const { finishAt } = promise({ from: new Date(MONDAY).toISOString(), steps: steps.map((one) => ({ ...one, minutes: one.minutes * took })), ...WORK }); // prettier-ignore
      const isKept = finishAt.slice(0, 10) <= promised;
      const bin = Math.min(2, Math.floor(share * 3));
      const { said = 0, held = 0, count = 0 } = called.get(bin) ?? {};
      called.set(bin, { said: said + share, held: held + (isKept ? 1 : 0), count: count + 1 });
    }
    for (const { said, held, count } of called.values()) {
      expect(count).toBeGreaterThan(40);
      // Five points, and what so many promises leave to chance.
      expect(Math.abs(said - held) / count).toBeLessThan(
        0.05 + Math.sqrt(((said / count) * (1 - said / count)) / count),
      );
    }
  });

  test('the seed of an engine is its own and no secret', () => {
    expect(seedOf('5a9d2c44-1b7e-4c3d-9c55-7d1f0e2a8b01')).toBe(seedOf('5a9d2c44-ffff-4c3d-9c55-7d1f0e2a8b01'));
  });
});
