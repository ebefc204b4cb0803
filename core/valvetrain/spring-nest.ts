import type { ValveKind } from '../engine/engine.js';
import type { Impossibility } from '../impossible.js';
import { toCanonical } from '../units/units.js';

/**
 * One spring of those that stand around a valve, as its maker or the shop's tester tells it. Lengths in one unit, loads
 * in another.
 */
export interface Spring {
  /** Height at which its coils touch. */
  solidHeight: number;
  /** How much higher than the outer spring it stands between its seats; minus for one whose seat lies higher. */
  step: number;
  /** Heights and the loads at them: of the card two, or as many as were tested. The highest first or last. */
  table: [height: number, load: number][];
}

/** All springs around the valves of one kind, and how they are meant to stand. */
export interface NestSaid {
  nest: Spring[];
  /** Shimmed to this height, or to this load closed; nothing where they stand as they come. */
  wantedHeight?: number;
  wantedLoad?: number;
}

/** The springs of an engine as they are filed. */
export type Springs = {
  unit: 'in' | 'mm';
  loadUnit: 'lbf' | 'N';
  /** When other springs went in than were measured until then; ISO 8601. */
  exchangedAt?: string;
} & Partial<Record<ValveKind, NestSaid>>;

/** Those of one kind in millimetres and newtons; null where none are filed. */
export function nestOf({ unit, loadUnit, ...said }: Springs, kind: ValveKind): NestSaid | null {
  const own = said[kind];
  if (!own) return null;
  const [mm, newtons] = [(length: number) => toCanonical(length, unit), (load: number) => toCanonical(load, loadUnit)];
  return {
    nest: own.nest.map(({ solidHeight, step, table }) => ({
      solidHeight: mm(solidHeight),
      step: mm(step),
      table: table.map(([height, load]) => [mm(height), newtons(load)]),
    })),
    ...(own.wantedHeight === undefined ? {} : { wantedHeight: mm(own.wantedHeight) }),
    ...(own.wantedLoad === undefined ? {} : { wantedLoad: newtons(own.wantedLoad) }),
  };
}

/** What a nest does at one height of its outer spring. */
interface NestAt {
  load: number;
  /** What is left before the coils of any of them touch. */
  toSolid: number;
}

/** Everything for which springs cannot be as they are said to be, by their places in the nest. */
export function checkNest(nest: Spring[]): Impossibility[] {
  return nest.flatMap(({ solidHeight, table }, index): Impossibility[] => {
    const heights = new Set(table.map(([height]) => height));
    if (heights.size < 2 || heights.size < table.length) return [{ path: [index, 'table'], code: 'spring-heights' }];
    const [low, high] = [...table]
      .sort((a, b) => a[0] - b[0])
      .filter((_, at, all) => at === 0 || at === all.length - 1);
    if (low[1] <= high[1]) return [{ path: [index, 'table'], code: 'spring-pushes-up' }];
    return low[0] < solidHeight ? [{ path: [index, 'solidHeight'], code: 'spring-below-solid' }] : [];
  });
}

/** The two points of a table that a height lies between; at its ends, the last two. */
function around(table: Spring['table'], height: number): [[number, number], [number, number]] {
  const sorted = [...table].sort((a, b) => a[0] - b[0]);
  const above = sorted.findIndex(([at]) => at >= height);
  const upper = Math.min(Math.max(above < 0 ? sorted.length - 1 : above, 1), sorted.length - 1);
  return [sorted[upper - 1], sorted[upper]];
}

/** Load gained for each length that a spring is pressed, at a height; straight between two points of its table. */
export function springRate({ table }: Spring, height: number): number {
  const [[low, lowLoad], [high, highLoad]] = around(table, height);
  return (lowLoad - highLoad) / (high - low);
}

/**
 * Load and room of all springs around a valve, at a height of the outer one.
 *
 * @example nestAt([{ solidHeight: 1.15, step: 0, table: [[1.9, 150], [1.3, 390]] }], 1.3).load // 390
 */
export function nestAt(nest: Spring[], height: number): NestAt {
  let [load, toSolid] = [0, Infinity];
  for (const spring of nest) {
    const own = height + spring.step;
    const [[low, lowLoad]] = around(spring.table, own);
    load += lowLoad - springRate(spring, own) * (own - low);
    toSolid = Math.min(toSolid, own - spring.solidHeight);
  }
  return { load, toSolid };
}

/** The height of the outer spring at which a nest presses with `load`; found by halving, since it presses harder the lower it is. */
export function heightAtLoad(nest: Spring[], load: number): number {
  const solid = Math.max(...nest.map(({ solidHeight, step }) => solidHeight - step));
  let [low, high] = [solid, 3 * solid];
  for (let step = 0; step < 60; step++) {
    const middle = (low + high) / 2;
    if (nestAt(nest, middle).load > load) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
