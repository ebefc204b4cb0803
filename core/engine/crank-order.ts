import type { Engine } from './engine.js';
import { firingAngles } from './firing.js';

/** As much of an engine as says how its crank lets it fire. */
export type CrankOf = Pick<Engine, 'banks' | 'pins' | 'firingOrder' | 'intervals'>;

/** One turn of the crank: cylinders that fire a turn apart are at the top together. */
const TURN_DEG = 360;
/** Printed intervals are whole degrees, and eighths of a cycle are not always. */
const SAME_DEG = 1;

const turned = (deg: number) => ((deg % TURN_DEG) + TURN_DEG) % TURN_DEG;
const isSame = (a: number, b: number) => Math.min(turned(a - b), turned(b - a)) <= SAME_DEG;

/** Two cylinders on one pin, of different banks, and how far the one fires behind the other: the same on every pin. */
interface Shared {
  /** Which pin, from 0, front to rear. */
  pin: number;
  banks: string;
  apart: number;
}

function sharedPins({ banks, pins, firingOrder, intervals }: CrankOf): Shared[] {
  const fires = new Map(firingAngles(firingOrder, intervals).map(({ cylinder, crankDeg }) => [cylinder, crankDeg]));
  const bankOf = (cylinder: number) => banks.findIndex(({ cylinders }) => cylinders.includes(cylinder));
  return pins.flatMap((cylinders, pin) => {
    const [first, ...others] = [...cylinders].sort((a, b) => bankOf(a) - bankOf(b));
    return others
      .filter((other) => bankOf(other) !== bankOf(first))
      .map((other): Shared => ({ pin, banks: `${bankOf(first)} ${bankOf(other)}`, apart: turned(fires.get(first)! - fires.get(other)!) })); // prettier-ignore
  });
}

/**
 * Pins whose cylinders would fire at intervals that the others make impossible: two banks stand at one angle to each
 * other, so that the two cylinders of a pin come to the top equally far apart on every pin. Of as many on either side,
 * all are named. Pins from 0, front to rear; empty where the order can be.
 */
export function pinsAgainstOrder(engine: CrankOf): number[] {
  const shared = sharedPins(engine);
  const kinds = new Set(shared.map(({ banks }) => banks));
  return [...kinds]
    .flatMap((banks) => {
      const pins = shared.filter((one) => one.banks === banks);
      const alike = (one: Shared) => pins.filter((other) => isSame(one.apart, other.apart)).length;
      const most = Math.max(...pins.map(alike));
      const isClear = most * 2 > pins.length;
      return most === pins.length ? [] : pins.filter((one) => !isClear || alike(one) < most);
    })
    .map(({ pin }) => pin)
    .sort((a, b) => a - b);
}

/** Orders that the crank allows and that differ from this one by two cylinders exchanged; the order itself where it can be. */
export function allowedOrders(engine: CrankOf): number[][] {
  if (pinsAgainstOrder(engine).length === 0) return [engine.firingOrder];
  const { firingOrder } = engine;
  return firingOrder.flatMap((one, at) =>
    firingOrder.slice(at + 1).flatMap((other) => {
      const exchanged = firingOrder.map((cylinder) => (cylinder === one ? other : cylinder === other ? one : cylinder));
      return pinsAgainstOrder({ ...engine, firingOrder: exchanged }).length === 0 ? [exchanged] : [];
    }),
  );
}

/** Orders in common use, by how many cylinders there are and in how many banks; the first is the usual one. */
const COMMON: { cylinders: number; banks: number; orders: number[][] }[] = [
  { cylinders: 3, banks: 1, orders: [[1, 2, 3], [1, 3, 2]] },
  { cylinders: 4, banks: 1, orders: [[1, 3, 4, 2], [1, 2, 4, 3]] },
  { cylinders: 5, banks: 1, orders: [[1, 2, 4, 5, 3]] },
  { cylinders: 6, banks: 1, orders: [[1, 5, 3, 6, 2, 4], [1, 4, 2, 6, 3, 5]] },
  // The second is that of a cam with 4 and 7 exchanged, the third exchanges 2 and 3 as well.
  { cylinders: 8, banks: 2, orders: [[1, 8, 7, 2, 6, 5, 4, 3], [1, 8, 4, 2, 6, 5, 7, 3], [1, 8, 4, 3, 6, 5, 7, 2], [1, 8, 7, 3, 6, 5, 4, 2]] },
  // Counted along the one bank and then along the other; the crank of an engine lets only its own kind pass.
  { cylinders: 8, banks: 2, orders: [[1, 5, 4, 2, 6, 3, 7, 8], [1, 3, 7, 2, 6, 5, 4, 8]] },
]; // prettier-ignore

/** Common firing orders that the crank of an engine allows. */
export function commonOrders(engine: Pick<CrankOf, 'banks' | 'pins' | 'intervals'>): number[][] {
  const cylinders = engine.banks.flatMap((bank) => bank.cylinders);
  const known = COMMON.filter((one) => one.cylinders === cylinders.length && one.banks === engine.banks.length);
  return known
    .flatMap(({ orders }) => orders)
    .filter(
      (firingOrder) =>
        firingOrder.every((cylinder) => cylinders.includes(cylinder)) &&
        pinsAgainstOrder({ ...engine, firingOrder }).length === 0,
    );
}

/** What is wrong with a list of cylinders as far as it is typed: those named twice, and those not named. */
export function namedWrong(order: readonly number[], cylinders: readonly number[]): { twice: number[]; missing: number[]; unknown: number[] } {
  return {
    twice: [...new Set(order.filter((one, at) => order.indexOf(one) !== at))],
    missing: cylinders.filter((one) => !order.includes(one)),
    unknown: order.filter((one) => !cylinders.includes(one)),
  };
} // prettier-ignore
