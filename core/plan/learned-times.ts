import { mean } from 'simple-statistics';
import type { Stage } from './measure.js';
import { findMeasure } from './measures.js';

/** One reading as the shop's own history has it. */
export interface TakenAt {
  engineId: string;
  measure: string;
  by: string;
  /** ms since 1970. */
  at: number;
  /** The engine was signed: its stages are finished. */
  isFinished: boolean;
}

/** How long something took before, as logarithms of minutes: times are multiplied by haste and trouble, not added to. */
export interface Learned {
  mean: number;
  /** How far one case strays from it. */
  deviation: number;
  count: number;
}

export interface LearnedTimes {
  /** One value of a measure. */
  checks: Map<string, Learned>;
  /** All of a stage on one engine that is finished. */
  stages: Map<Stage, Learned>;
  /** By what whole engines took longer than their stages usually do: the haste or trouble that all stages of one engine share. */
  engines: Learned;
}

/** A pause of more working time than that was not all one check: how long that took, nobody knows. Minutes. */
const LONGEST_PAUSE = 120;
/** So many values that come this soon after one another were typed from a list, and tell nothing of time. */
const LIST = { fewest: 4, withinMs: 6_000 };

/** Of a shop that has no history: a guess counts as so many cases, and strays by so much of itself either way. */
const GUESS = { weight: 4, deviation: 0.35 };

interface Pause {
  one: TakenAt;
  before: TakenAt;
  minutes: number;
  isLong: boolean;
}

/** The readings that were typed from a list, one hand's run of them after the other. */
function listed(byHand: readonly TakenAt[]): Set<TakenAt> {
  const found = new Set<TakenAt>();
  let run: TakenAt[] = [];
  const close = () => {
    if (run.length >= LIST.fewest) run.forEach((one) => found.add(one));
  };
  byHand.forEach((one, index) => {
    if (index > 0 && one.at - byHand[index - 1].at > LIST.withinMs) {
      close();
      run = [];
    }
    run.push(one);
  });
  close();
  return found;
}

/** What lies between one reading of a hand and its next, on whatever engine: working time, lists left out. */
function pausesOf(taken: readonly TakenAt[], workedBetween: (from: number, to: number) => number): Pause[] {
  const hands = new Map<string, TakenAt[]>();
  for (const one of taken) hands.set(one.by, [...(hands.get(one.by) ?? []), one]);
  return [...hands.values()].flatMap((readings) => {
    const inOrder = [...readings].sort((a, b) => a.at - b.at);
    const fromList = listed(inOrder);
    return inOrder.flatMap((one, index): Pause[] => {
      const before = inOrder[index - 1];
      if (!before || fromList.has(one) || !findMeasure(one.measure)) return [];
      const minutes = workedBetween(before.at, one.at);
      return minutes > 0 ? [{ one, before, minutes, isLong: minutes > LONGEST_PAUSE }] : []; // prettier-ignore
    });
  });
}

/** Mean and deviation of logarithms; of few, the deviation is drawn to what is guessed. */
function learnedFrom(logs: readonly number[]): Learned | null {
  if (logs.length === 0) return null;
  const average = mean([...logs]);
  const squares = logs.reduce((sum, log) => sum + (log - average) ** 2, 0);
  const deviation = Math.sqrt((squares + GUESS.weight * GUESS.deviation ** 2) / (logs.length - 1 + GUESS.weight));
  return { mean: average, deviation, count: logs.length };
}

const groupBy = <Item>(items: readonly Item[], keyOf: (item: Item) => string): Map<string, Item[]> => {
  const groups = new Map<string, Item[]>();
  for (const item of items) groups.set(keyOf(item), [...(groups.get(keyOf(item)) ?? []), item]);
  return groups;
};
const allLearned = <Key extends string>(groups: ReadonlyMap<string, readonly number[]>): Map<Key, Learned> =>
  new Map([...groups].map(([key, minutes]) => [key as Key, learnedFrom(minutes.map((one) => Math.log(one)))!]));

/** A stage of an engine that is finished: all that its readings took. */
interface StageTook {
  stage: Stage;
  engineId: string;
  minutes: number;
}

/**
 * What the stages of finished engines took: those whose values were read at the bench, and not typed from a list. A pause
 * that was too long to be one check counts as that check usually takes.
 */
function stagesTook(
  taken: readonly TakenAt[],
  pauses: readonly Pause[],
  checks: ReadonlyMap<string, Learned>,
): StageTook[] {
  const keyOf = ({ engineId, measure }: TakenAt) => `${findMeasure(measure)!.stage} ${engineId}`;
  const readings = groupBy(
    taken.filter(({ isFinished, measure }) => isFinished && findMeasure(measure)),
    keyOf,
  );
  const usual = (measure: string) => (checks.has(measure) ? Math.exp(checks.get(measure)!.mean) : 0);
  return [...groupBy(pauses.filter(({ one }) => one.isFinished), ({ one }) => keyOf(one))].flatMap(([key, own]): StageTook[] => {
    // Most of it has to be known, or its sum is none.
    if (own.length < readings.get(key)!.length / 2) return [];
    const [stage, engineId] = key.split(' ') as [Stage, string];
    const minutes = own.reduce((sum, { one, minutes: each, isLong }) => sum + (isLong ? usual(one.measure) : each), 0);
    return minutes > 0 ? [{ stage, engineId, minutes }] : [];
  }); // prettier-ignore
}

/**
 * How long checks and stages take in this shop, by the working time between what a hand read and what it read next, on
 * whatever engine.
 *
 * @param workedBetween working minutes between two moments
 */
export function learnTimes(
  taken: readonly TakenAt[],
  workedBetween: (from: number, to: number) => number,
): LearnedTimes {
  const pauses = pausesOf(taken, workedBetween);
  // The first value of a measure has its setting up before it, and what is too long tells only of the others.
  const ofChecks = pauses.filter(({ one, before, isLong }) => !isLong && before.measure === one.measure && before.engineId === one.engineId); // prettier-ignore
  const minutesOf = (own: readonly { minutes: number }[]) => own.map(({ minutes }) => minutes);
  const checks = allLearned(new Map([...groupBy(ofChecks, ({ one }) => one.measure)].map(([key, own]) => [key, minutesOf(own)]))); // prettier-ignore
  const took = stagesTook(taken, pauses, checks);
  const stages = allLearned<Stage>(new Map([...groupBy(took, ({ stage }) => stage)].map(([key, own]) => [key, minutesOf(own)]))); // prettier-ignore
  // By what an engine's stages together took longer than each usually does.
  const engines = [...groupBy(took, ({ engineId }) => engineId).values()].map((own) => {
    const usual = own.reduce((sum, { stage }) => sum + Math.exp(stages.get(stage)!.mean), 0);
    return Math.log(own.reduce((sum, { minutes }) => sum + minutes, 0) / usual);
  });
  return { checks, stages, engines: learnedFrom(engines) ?? { mean: 0, deviation: GUESS.deviation, count: 0 } };
}

/** Minutes by what was learned and what was guessed before: the guess counts as four cases. @example blended(null, 90) // 90 */
export function blended(learned: Learned | null | undefined, guess: number): number {
  const { mean: log = 0, count = 0 } = learned ?? {};
  return Math.exp((count * log + GUESS.weight * Math.log(guess)) / (count + GUESS.weight));
}

/** What one of many takes on average: the few that take long count too, so that many times it is what many take. */
export function blendedMean(learned: Learned | null | undefined, guess: number): number {
  return learned ? blended(learned, guess) * Math.exp(learned.deviation ** 2 / 2) : guess;
}
