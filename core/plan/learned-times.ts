import type { Stage } from './measure.js';
import { findMeasure } from './measures.js';

/** One reading as the shop's own history has it, oldest first within an engine. */
export interface TakenAt {
  engineId: string;
  measure: string;
  by: string;
  /** ms since 1970. */
  at: number;
}

/** How long something took before: the middle of what it took, and how far it strayed. */
interface Learned {
  minutes: number;
  /** Of so many. */
  count: number;
  /** What each took, as a share of the middle. */
  ratios: number[];
}

export interface LearnedTimes {
  /** One value of a measure. */
  checks: Map<string, Learned>;
  /** All of a stage on one engine, as far as it went. */
  stages: Map<Stage, Learned>;
}

/** A longer pause is something else: dinner, another engine. */
const LONGEST_PAUSE_MS = 20 * 60_000;
/** Values that come at once were read from a list, and tell nothing of time. */
const LEAST_MS = 2_000;
/** Fewer are chance. */
const FEWEST = { values: 5, engines: 3 };

export function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[middle] : (sorted[middle - 1] + sorted[middle]) / 2;
}

/** As many cases as tell how far something strays; more say the same and take longer. */
const MOST_RATIOS = 40;

/** Some of many values that are spread as all of them are. @example thinned([3, 1, 2]) // [3, 1, 2] */
export function thinned(values: readonly number[]): number[] {
  if (values.length <= MOST_RATIOS) return [...values];
  const sorted = [...values].sort((a, b) => a - b);
  const step = (sorted.length - 1) / (MOST_RATIOS - 1);
  return Array.from({ length: MOST_RATIOS }, (_none, index) => sorted[Math.round(index * step)]);
}

const learned = (minutes: number[]): Learned => {
  const middle = median(minutes);
  return { minutes: middle, count: minutes.length, ratios: thinned(minutes.map((one) => one / middle)) };
};

/** How long checks and stages take in this shop, by the pauses between what was read on one engine. */
export function learnTimes(taken: readonly TakenAt[]): LearnedTimes {
  const checks = new Map<string, number[]>();
  const stages = new Map<string, number>();
  const byEngine = new Map<string, TakenAt[]>();
  for (const one of taken) byEngine.set(one.engineId, [...(byEngine.get(one.engineId) ?? []), one]);
  for (const [engineId, readings] of byEngine) {
    readings.sort((a, b) => a.at - b.at);
    readings.forEach((one, index) => {
      const before = readings[index - 1];
      const pause = before ? one.at - before.at : 0;
      const measure = findMeasure(one.measure);
      if (!measure || pause < LEAST_MS || pause > LONGEST_PAUSE_MS) return;
      const minutes = pause / 60_000;
      if (before.measure === one.measure) checks.set(one.measure, [...(checks.get(one.measure) ?? []), minutes]);
      const key = `${measure.stage} ${engineId}`;
      stages.set(key, (stages.get(key) ?? 0) + minutes);
    });
  }
  const byStage = new Map<Stage, number[]>();
  for (const [key, minutes] of stages) {
    const stage = key.split(' ')[0] as Stage;
    byStage.set(stage, [...(byStage.get(stage) ?? []), minutes]);
  }
  const enough = <Key>(of: Map<Key, number[]>, fewest: number) =>
    new Map([...of].filter(([, all]) => all.length >= fewest).map(([key, all]): [Key, Learned] => [key, learned(all)]));
  return { checks: enough(checks, FEWEST.values), stages: enough(byStage, FEWEST.engines) };
}
