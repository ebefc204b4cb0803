import { chance } from '../chance.js';
import { valveSpans } from '../cam/base-circle.js';
import { looseByQuarter, quarterTurning } from '../cam/quarter-turns.js';
import { wrapCycle } from '../engine/crank.js';
import { evenIntervals } from '../engine/firing.js';
import { LAYOUTS } from '../engine/layouts.js';
import { placesOf } from '../engine/places.js';
import { GENERAL_PRACTICE } from '../plan/practice.js';
import { settingOrder, settingWays, turnBetween } from '../plan/setting-order.js';
import { setAsideOf, settingWayOf, slackRoundsOf } from './setting-progress.js';
import type { Act } from './acts.js';

const V8 = LAYOUTS.find(({ name }) => name === 'v8')!.engine!;
const hand = { by: 'builder', at: '2026-03-02T08:00:00.000Z' };
let nth = 0;
const id = () => `00000000-0000-4000-8000-${String(nth++).padStart(12, '0')}`;
const round = (crankDeg: number, loose: string[] = []): Act => ({ kind: 'slack-round', id: id(), crankDeg, loose, ...hand }); // prettier-ignore
const way = (method: 'quarter-turns' | 'fewest'): Act => ({ kind: 'setting-way', id: id(), method, along: 'bank', ...hand }); // prettier-ignore

describe('the way in which the valves are set', () => {
  test('is the shop’s until one is chosen for the engine, then the one that was chosen last', () => {
    expect(settingWayOf({ acts: [] }, GENERAL_PRACTICE)).toEqual({ method: 'eoic', along: 'firing', chosenBy: null });
    const acts = [way('fewest'), way('quarter-turns')];
    expect(settingWayOf({ acts }, GENERAL_PRACTICE)).toEqual({ method: 'quarter-turns', along: 'bank', chosenBy: 'builder' }); // prettier-ignore
  });

  test('a bank that waits for its parts is left out, valve by valve taken up again', () => {
    const aside = (places: string[], reason: string | null): Act => ({ kind: 'set-aside', id: id(), places, reason, ...hand }); // prettier-ignore
    const acts = [aside(['2I', '2E', '4I'], 'pushrods on Friday'), aside(['2E'], null)];
    expect(setAsideOf({ acts })).toEqual({
      '2I': { reason: 'pushrods on Friday', by: 'builder' },
      '4I': { reason: 'pushrods on Friday', by: 'builder' },
    });
  });
});

describe('quarter turns', () => {
  const quarters = Array.from({ length: 8 }, (_, index) => (index + 1) * 90);

  test('are done when a whole cycle brings nothing loose, and not a quarter before', () => {
    const acts = [way('quarter-turns'), round(0, ['1I', '1E'])];
    for (const deg of quarters) {
      expect(slackRoundsOf({ acts }).isDone).toBe(false);
      acts.push(round(wrapCycle(deg)));
    }
    expect(slackRoundsOf({ acts })).toMatchObject({ clean: 8, isDone: true });
  });

  test('one valve that comes loose in the last quarter begins the cycle anew', () => {
    const acts = [way('quarter-turns'), round(0, ['1I']), ...quarters.slice(0, 7).map((deg) => round(deg))];
    acts.push(round(0, ['1I']));
    expect(slackRoundsOf({ acts })).toMatchObject({ clean: 0, isDone: false });
  });

  test('the same quarter twice is one quarter: turning back and forth ends nothing', () => {
    const acts = [way('quarter-turns'), round(0, ['1I'])];
    for (let turn = 0; turn < 20; turn++) acts.push(round(turn % 2 === 0 ? 90 : 180));
    expect(slackRoundsOf({ acts })).toMatchObject({ clean: 2, isDone: false });
  });

  test('a valve that was left out and is taken up again was never felt: the cycle begins anew', () => {
    const acts = [way('quarter-turns'), round(0, ['1I']), ...[...quarters.slice(0, 7), 0].map((deg) => round(deg))];
    expect(slackRoundsOf({ acts }).isDone).toBe(true);
    acts.push({ kind: 'set-aside', id: id(), places: ['8E'], reason: null, ...hand });
    expect(slackRoundsOf({ acts })).toMatchObject({ clean: 0, isDone: false });
  });

  test('chosen anew, they begin anew; what was found before is not counted', () => {
    const acts = [way('quarter-turns'), round(0), ...quarters.map((deg) => round(deg)), way('quarter-turns')];
    expect(slackRoundsOf({ acts })).toEqual({ rounds: [], clean: 0, isDone: false });
  });

  test('of any engine and cam: what the quarters are expected to bring, taken up, leaves a whole clean cycle behind', () => {
    const next = chance(13);
    for (let turn = 0; turn < 200; turn++) {
      const cylinders = 1 + Math.floor(next() * 12);
      const firingOrder = Array.from({ length: cylinders }, (_, index) => index + 1).sort(() => next() - 0.5);
      const event = (low: number, high: number) => Math.round(low + next() * (high - low));
      const events = { intakeOpenBtdc: event(0, 70), intakeCloseAbdc: event(30, 110), exhaustOpenBbdc: event(30, 110), exhaustCloseAtdc: event(0, 70) }; // prettier-ignore
      const spans = valveSpans(firingOrder, evenIntervals(cylinders), events);
      const found = looseByQuarter(spans, 0);
      // Whoever rests on the first look has nothing to give later.
      const acts: Act[] = [way('quarter-turns'), round(0, spans.map(({ place }) => place))]; // prettier-ignore
      for (const { crankDeg, places } of found) acts.push(round(crankDeg, places));
      while (!slackRoundsOf({ acts }).isDone) acts.push(round(wrapCycle((acts.length - 1) * 90)));
      expect((acts.length - 2) * 90).toBe(Math.max(720, quarterTurning(spans, 0)));
    }
  });
});

describe('choosing a method', () => {
  test('each says how often one stops, what is turned, and which valves it cannot set and by how much', () => {
    const long = { ...V8, seatEvents: { intakeOpenBtdc: 78, intakeCloseAbdc: 116, exhaustOpenBbdc: 120, exhaustCloseAtdc: 74 } }; // prettier-ignore
    const ways = settingWays(long, 'firing', 15);
    const find = (method: string) => ways.find((one) => one.method === method)!;
    expect(find('fewest').unsafe).toEqual([]);
    expect(find('two-positions').unsafe.length).toBeGreaterThan(0);
    for (const { clearanceDeg } of find('two-positions').unsafe) expect(clearanceDeg).toBeLessThan(15);
    for (const { stops } of ways) expect(stops.length).toBeGreaterThanOrEqual(find('two-positions').stops.length);
    expect(find('each-tdc').turningDeg).toBe(630);
    expect(find('quarter-turns').turningDeg).toBeGreaterThanOrEqual(720);
  });

  test('along the bank every valve comes once, in the order in which one walks, for more turning', () => {
    const [firing, bank] = (['firing', 'bank'] as const).map((along) => settingOrder(V8, 'eoic', along, 15));
    expect(bank.steps.map(({ place }) => place)).toEqual(placesOf(V8, 'valve'));
    expect(bank.turningDeg).toBeGreaterThan(firing.turningDeg);
    expect(bank.turningDeg % 1).toBeCloseTo(0);
  });

  test('all intakes come before all exhausts, each kind by the positions of the crank', () => {
    const { steps } = settingOrder(V8, 'each-tdc', 'kind', 15);
    const kinds = steps.map(({ place }) => place.at(-1));
    expect(kinds.join('')).toBe('IIIIIIIIEEEEEEEE');
    const degs = steps.slice(0, 8).map(({ crankDeg }) => crankDeg);
    expect(degs).toEqual([...degs].sort((a, b) => a - b));
  });

  test('to another stop one turns forwards, and is told the way back where that is shorter', () => {
    expect(turnBetween(300, 456)).toEqual({ forwards: 156, back: null });
    expect(turnBetween(456, 300)).toEqual({ forwards: 564, back: 156 });
    expect(turnBetween(720, 0)).toEqual({ forwards: 0, back: null });
  });
});
