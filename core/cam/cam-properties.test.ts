import { chance } from '../chance.js';
import type { CardEvents } from '../engine/engine.js';
import { dialReading } from '../wheel/dial-reading.js';
import { completeCard, eventsOfCard, type CamCard } from './cam-card.js';
import { advanceEvents, camEvents } from './cam-events.js';
import { camInstall, installAt } from './cam-install.js';
import { expectedFromCard } from './expected-from-card.js';

/** Angles of a wheel by chance, to the half degree unless said otherwise. */
function angles(seed: number) {
  const next = chance(seed);
  return (low: number, high: number, step = 0.5) => low + Math.round((next() * (high - low)) / step) * step;
}
const anyEvents = (next: ReturnType<typeof angles>): CardEvents => ({
  intakeOpenBtdc: next(-20, 40), intakeCloseAbdc: next(20, 80), exhaustOpenBbdc: next(20, 80), exhaustCloseAtdc: next(-20, 40),
}); // prettier-ignore

test('a card that prints any sufficient part of itself gives back the whole', () => {
  const next = angles(21);
  for (let round = 0; round < 200; round++) {
    const events = anyEvents(next);
    const all = camEvents(events);
    const parts: Partial<CamCard>[] = [
      { events },
      { intakeDuration: all.intakeDuration, exhaustDuration: all.exhaustDuration, intakeCentreline: all.intakeCentreline, lobeSeparation: all.lobeSeparation },
      { intakeDuration: all.intakeDuration, exhaustDuration: all.exhaustDuration, advance: all.advance, lobeSeparation: all.lobeSeparation },
      { events: { intakeOpenBtdc: events.intakeOpenBtdc, exhaustOpenBbdc: events.exhaustOpenBbdc }, intakeCentreline: all.intakeCentreline, exhaustCentreline: all.exhaustCentreline },
      { events: { intakeCloseAbdc: events.intakeCloseAbdc, exhaustCloseAtdc: events.exhaustCloseAtdc }, intakeDuration: all.intakeDuration, exhaustDuration: all.exhaustDuration },
    ]; // prettier-ignore
    for (const part of parts) {
      const completed = completeCard({ unit: 'in', checkAt: 'lobe', checkLift: 0.05, ...part });
      const found = eventsOfCard(completed)!;
      for (const event of Object.keys(events) as (keyof CardEvents)[])
        expect(found[event]).toBeCloseTo(events[event], 9);
      expect(completed.contradictions).toEqual([]);
    }
  }
});

test('advancing and retarding by the same undo each other, and the middle of the events moves with the cam', () => {
  const next = angles(4);
  for (let round = 0; round < 100; round++) {
    const [events, deg] = [anyEvents(next), next(-8, 8)];
    expect(advanceEvents(advanceEvents(events, deg), -deg)).toEqual(events);
    expect(camEvents(advanceEvents(events, deg)).advance).toBeCloseTo(camEvents(events).advance + deg, 9);
  }
});

test('no position of the sprocket is nearer to its target than the one chosen, by trying all', () => {
  const next = angles(8);
  for (let round = 0; round < 200; round++) {
    const input = {
      measuredCentreline: next(100, 116), targetCentreline: next(100, 116), settleRetard: next(0, 1),
      availableOffsets: [-8, -6, -4, -2, 0, 2, 4, 6, 8], currentOffset: next(-4, 4, 2), tolerance: 1,
    }; // prettier-ignore
    const best = camInstall(input);
    for (const offset of input.availableOffsets) {
      const other = installAt(input, offset);
      expect(Math.abs(other.errorSettled)).toBeGreaterThanOrEqual(Math.abs(best.errorSettled) - 1e-9);
    }
  }
});

test('a chosen target moves what the card lets expect, and nothing else', () => {
  const events = { intakeOpenBtdc: 4, intakeCloseAbdc: 40, exhaustOpenBbdc: 46, exhaustCloseAtdc: 2 };
  const card = completeCard({ unit: 'mm', checkAt: 'lobe', checkLift: 1, events, intakeLobeLift: 8.4 });
  const [plain, advanced] = [expectedFromCard(card), expectedFromCard(card, 104)];
  expect(plain['intake-centreline']).toBe(108);
  expect(advanced).toMatchObject({ 'intake-centreline': 104, 'intake-open': 8, 'intake-close': 36, 'exhaust-centreline': 116, 'lobe-lift-I': 8.4 }); // prettier-ignore
  expect(plain['lobe-lift-E']).toBeUndefined();
});

test('a card with one lobe’s events, or a single one, lets each be expected by itself', () => {
  const card = completeCard({ unit: 'in', checkAt: 'lobe', checkLift: 0.05, events: { intakeOpenBtdc: 4, intakeCloseAbdc: 40 } }); // prettier-ignore
  expect(expectedFromCard(card)).toEqual({ 'intake-open': 4, 'intake-close': 40, 'intake-centreline': 108 });
  expect(expectedFromCard(card, 104)).toEqual({ 'intake-open': 8, 'intake-close': 36, 'intake-centreline': 104 });
  const single = completeCard({ unit: 'in', checkAt: 'lobe', checkLift: 0.05, events: { exhaustCloseAtdc: 2 } });
  expect(expectedFromCard(single)).toEqual({ 'exhaust-close': 2 });
});

test('a dial turned by any travel reads it back, whichever way its numbers run and wherever it started', () => {
  const next = angles(13);
  for (let round = 0; round < 300; round++) {
    const perRev = [0.1, 1, 0.05][round % 3];
    const travel = next(0, 8, 0.01) * perRev + perRev / 1000;
    const startNeedle = next(0, 0.99, 0.01) * perRev;
    for (const runs of ['with', 'against'] as const) {
      const raw = runs === 'with' ? startNeedle + travel : startNeedle - travel;
      const needle = ((raw % perRev) + perRev) % perRev;
      const revs = Math.floor(travel / perRev);
      expect(dialReading({ perRev, revs, needle, startNeedle, runs }).travel).toBeCloseTo(travel, 6);
    }
  }
});
