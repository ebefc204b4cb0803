import type { Impossibility } from '../impossible.js';
import { SAME_ANGLE_DEG } from '../tolerances.js';
import { allowedOrders, pinsAgainstOrder, type CrankOf } from './crank-order.js';
import { CYCLE_DEG } from './crank.js';
import { cylindersOf, type CardEvents, type Engine } from './engine.js';

/** Longest seat duration that leaves any base circle to set a valve on, crank degrees. */
const LONGEST_SEAT_DEG = 480;

const sorted = (numbers: number[]) => [...numbers].sort((a, b) => a - b).join();

/** A cam whose valves close before they open, or never rest, cannot be set. */
export function checkSeatEvents(events: CardEvents, path: (string | number)[]): Impossibility[] {
  const durations = [
    { field: 'intakeCloseAbdc', deg: events.intakeOpenBtdc + 180 + events.intakeCloseAbdc },
    { field: 'exhaustOpenBbdc', deg: events.exhaustOpenBbdc + 180 + events.exhaustCloseAtdc },
  ];
  return durations.flatMap(({ field, deg }): Impossibility[] => {
    if (deg <= 0) return [{ path: [...path, field], code: 'closes-before-it-opens', params: { deg } }];
    if (deg >= LONGEST_SEAT_DEG)
      return [{ path: [...path, field], code: 'no-base-circle', params: { deg, longest: LONGEST_SEAT_DEG } }];
    return [];
  });
}

/** Firing order and intervals that fit each other. */
export function checkFiring(firingOrder: number[], intervals: number[] | undefined): Impossibility[] {
  const issues: Impossibility[] = [];
  const twice = [...new Set(firingOrder.filter((one, at) => firingOrder.indexOf(one) !== at))];
  if (twice.length > 0)
    issues.push({ path: ['firingOrder'], code: 'cylinder-fires-twice', params: { cylinders: twice.join(', ') } });
  if (!intervals) return issues;
  const sum = intervals.reduce((total, deg) => total + deg, 0);
  if (intervals.length !== firingOrder.length)
    issues.push({ path: ['intervals'], code: 'interval-count', params: { count: firingOrder.length } });
  else if (Math.abs(sum - CYCLE_DEG) > SAME_ANGLE_DEG)
    issues.push({ path: ['intervals'], code: 'intervals-sum', params: { sum } });
  return issues;
}

/**
 * What a schema cannot say about one field alone: that banks, firing order, pins and valve order speak of the
 * same cylinders. An empty list means that the engine can exist.
 */
export function checkEngine(engine: Engine): Impossibility[] {
  const cylinders = cylindersOf(engine);
  const issues = checkFiring(engine.firingOrder, engine.intervals);
  if (new Set(cylinders).size !== cylinders.length) issues.push({ path: ['banks'], code: 'cylinder-in-two-banks' });
  if (sorted(engine.firingOrder) !== sorted(cylinders))
    issues.push({ path: ['firingOrder'], code: 'firing-order-cylinders', params: { cylinders: cylinders.join(' ') } });
  if (sorted(engine.pins.flat()) !== sorted(cylinders))
    issues.push({ path: ['pins'], code: 'pins-cylinders', params: { cylinders: cylinders.join(' ') } });

  engine.banks.forEach((bank, index) => {
    const pairs = bank.valveOrder.match(/../g) ?? [];
    const fits =
      bank.valveOrder.length === 2 * bank.cylinders.length && pairs.every((pair) => pair === 'IE' || pair === 'EI');
    if (!fits)
      issues.push({
        path: ['banks', index, 'valveOrder'],
        code: 'valve-order',
        params: { letters: 2 * bank.cylinders.length },
      });
  });
  return [...issues, ...checkSeatEvents(engine.seatEvents, ['seatEvents'])];
}

/**
 * A firing order that the crank does not allow, with its pins and the orders nearest to it that it does. Of engines that
 * stand already it is not asked: what was measured on them stands.
 */
export function checkCrank(engine: CrankOf): Impossibility[] {
  const pins = pinsAgainstOrder(engine);
  if (pins.length === 0) return [];
  const allowed = allowedOrders(engine).map((order) => order.join('-'));
  const says = allowed.length === 0 ? 'Check banks, pins and intervals.' : `It allows ${allowed.join(' or ')}.`;
  const named = pins.map((pin) => `${pin + 1} (${engine.pins[pin].join(' and ')})`).join(', ');
  return [{ path: ['firingOrder'], code: 'pins-fire-apart', params: { pins: named, allowed: says } }];
}
