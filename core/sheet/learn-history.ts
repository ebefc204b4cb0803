import { median } from 'simple-statistics';
import { isFound } from '../derive/agreed.js';
import { parseValve } from '../engine/places.js';
import { rowVariance } from '../judge/odd-one.js';
import { findMeasure } from '../plan/measures.js';
import type { Measure } from '../plan/measure.js';
import type { ShopHistory, Shown } from '../plan/shop-history.js';
import { isTested } from '../plan/tested.js';
import type { Reading } from './reading.js';
import { slotKey } from './slot.js';

/** A reading of one of the shop's finished builds. */
export type OfBuild = Pick<Reading, 'id' | 'measure' | 'place' | 'at' | 'value' | 'supersedes' | 'corrects'>;

/** Fewer say nothing: degrees of freedom of a spread, pairs of tries, engines of a range. */
const FEWEST = { spread: 20, pairs: 10, engines: 3 };
/** Two tries further apart than so many times what is usual were not of one thing. */
const NOT_ONE_THING = 5;

/** The values that count in the slots of one engine, and how far tries in them lie apart. */
function walk(readings: readonly OfBuild[]): { newest: OfBuild[]; apart: { measure: string; by: number }[] } {
  const newest = new Map<string, OfBuild>();
  const apart: { measure: string; by: number }[] = [];
  for (const one of readings) {
    const key = slotKey(one);
    const before = newest.get(key);
    if (before && !one.corrects) apart.push({ measure: one.measure, by: one.value - before.value });
    newest.set(key, one);
  }
  return { newest: [...newest.values()], apart };
}

/** Values that are alike on one engine: of one measure, of one kind where kinds differ, taken at one lift, drop or setting. */
function alike(newest: readonly OfBuild[], { key, byKind }: Measure): number[][] {
  const groups = new Map<string, number[]>();
  for (const { measure, place, at, value } of newest) {
    if (measure !== key) continue;
    const group = `${byKind ? parseValve(place)?.kind : ''} ${at?.by} ${at?.value}`;
    groups.set(group, [...(groups.get(group) ?? []), value]);
  }
  return [...groups.values()];
}

/** How far a hand differs from itself, from tries of one thing; a slip or a rework among them changes nothing. */
function repeatOf(apart: readonly number[], { uncertainty, resolution }: Measure): number | undefined {
  const ofOne = apart.filter((by) => Math.abs(by) <= NOT_ONE_THING * uncertainty);
  if (ofOne.length < FEWEST.pairs) return undefined;
  const variance = ofOne.reduce((sum, by) => sum + by * by, 0) / ofOne.length / 2;
  // What the step of the gauge adds to how far two tries lie apart is no part of the hand.
  return Math.sqrt(Math.max(0, variance - resolution ** 2 / 12));
}

/** What a shop's finished builds show of each measure. @param builds the readings of each, in the order in which they arrived */
export function learnHistory(builds: readonly (readonly OfBuild[])[]): ShopHistory {
  const walked = builds.map(walk);
  const keys = new Set(builds.flatMap((readings) => readings.map(({ measure }) => measure)));
  const history: Record<string, Shown> = {};
  for (const key of keys) {
    const measure = findMeasure(key);
    if (!measure || measure.options) continue;
    const shown: Shown = {};
    const [variance, free] = rowVariance(walked.flatMap(({ newest }) => alike(newest, measure)));
    if (isTested(measure) && free >= FEWEST.spread)
      shown.spread = Math.max(Math.sqrt(variance), measure.resolution / Math.sqrt(12));
    const apart = walked.flatMap((one) => one.apart.filter((pair) => pair.measure === key).map(({ by }) => by));
    const repeat = isFound(measure) ? repeatOf(apart, measure) : undefined;
    if (repeat !== undefined) shown.repeat = repeat;
    const middles = walked.flatMap(({ newest }) => {
      const values = newest.filter((one) => one.measure === key).map(({ value }) => value);
      return values.length > 0 ? [median(values)] : [];
    });
    if (middles.length >= FEWEST.engines) shown.range = { least: Math.min(...middles), most: Math.max(...middles) };
    if (Object.keys(shown).length > 0) history[key] = shown;
  }
  return history;
}
