import { latenessOf, type Lateness } from '../parts/lateness.js';
import { isOpen, type PartLine } from '../parts/line.js';
import { GATE, GATES, type Gate } from '../plan/gates.js';
import { blended, blendedMean, type LearnedTimes } from '../plan/learned-times.js';
import { STAGES, type Stage } from '../plan/measure.js';
import type { WorkStep } from '../plan/promise.js';
import type { Path } from './path.js';
import type { Station } from './stations.js';

/** The first guess of what a whole stage takes, minutes, where neither practice nor history says it. */
const GENERAL_MINUTES: Record<Stage, number> = {
  'bottom-end': 240, 'dead-centre': 45, 'cam-timing': 90, 'mock-up': 180, geometry: 150, torque: 90, setting: 90, proof: 60,
}; // prettier-ignore
/** Closing a gate, cleaning and gasket included; review, record and hand-over together. */
const GATE_MINUTES = 30;
const REVIEW_MINUTES = 45;

/** At which stage a part is missed first. */
const MISSED_AT: Partial<Record<PartLine['part'], Stage>> = {
  crank: 'bottom-end', rods: 'bottom-end', pistons: 'bottom-end', cam: 'cam-timing', lifters: 'mock-up', gaskets: 'torque',
  valves: 'mock-up', springs: 'torque', rockers: 'geometry', pushrods: 'setting', fasteners: 'torque',
}; // prettier-ignore

type StepId = Stage | `gate:${Gate}` | 'review';

/** A step of what is left, and where its time comes from. */
export interface StepLeft extends WorkStep {
  id: StepId;
  told: 'learned' | 'practice' | 'general';
  /** Parts that it waits for: the day on which each is promised, and by how many days such parts come later. */
  arrivals: { on: string; late: Lateness }[];
}

export interface WorkLeft {
  steps: StepLeft[];
  /** Parts that hold a step up, each with the day on which it is promised; null for none. */
  awaited: { part: PartLine['part']; what: string; stage: Stage; until: string | null }[];
}

/** As much of a practice as guesses times. */
type Guesses = { path?: { minutes?: { of: string; minutes: number }[] } };

/** How long a stage takes as a whole on this engine, and one value of a check there. */
function timesOf({ path }: Guesses, learned: LearnedTimes, { stage, checks }: Station) {
  const guess = (of: string) => path?.minutes?.find((one) => one.of === of)?.minutes;
  const known = learned.stages.get(stage);
  const whole = blended(known, guess(stage) ?? GENERAL_MINUTES[stage]);
  const values = checks.reduce((sum, { of }) => sum + of, 0);
  const each = (measure: string) =>
    blendedMean(learned.checks.get(measure), guess(measure) ?? whole / Math.max(1, values));
  const told: StepLeft['told'] = known || checks.some(({ measure }) => learned.checks.has(measure)) ? 'learned' : guess(stage) !== undefined ? 'practice' : 'general'; // prettier-ignore
  return { whole, each, told };
}

/** What of a stage is left: what is asked for and not taken; a stage that nobody began and nothing is asked of, whole. */
function minutesLeft(station: Station, { whole, each }: ReturnType<typeof timesOf>): number {
  const { checks, state } = station;
  if (state === 'done') return 0;
  const asked = checks.filter(({ isAsked }) => isAsked);
  const counted = asked.length > 0 ? asked : state === 'empty' ? [] : checks;
  if (counted.length === 0) return whole;
  const values = counted.reduce((sum, check) => sum + (check.of - check.taken) * each(check.measure), 0);
  // A stage that is not begun yet has its setting up before it.
  return state === 'empty' ? Math.max(values, whole) : values;
}

/**
 * The work that is left on an engine as steps, in the order of the path: what lies behind a closed gate is done, what is
 * measured with the heads on waits for them, and a stage whose parts are away begins when they are there.
 *
 * @param opensOn when a shop opens on a day, as a moment: a part that comes on it is there then
 * @param late by how many days each supplier's parts came later than promised
 */
export function workLeft(
  path: Path,
  practice: Guesses,
  learned: LearnedTimes,
  lines: readonly PartLine[],
  opensOn: (day: string) => string,
  late: ReadonlyMap<string, number[]> = new Map(),
): WorkLeft {
  const steps: StepLeft[] = [];
  const isClosed = (gate: Gate) => path.gates.some((one) => one.gate === gate && one.closed !== null);
  const awaited = lines.filter(isOpen).map(({ part, what, promisedOn }) => ({ part, what, stage: MISSED_AT[part] ?? ('proof' as const), until: promisedOn })); // prettier-ignore
  const untilAt = (stage: Stage) => {
    const days = awaited.flatMap((one) => (one.stage === stage && one.until !== null ? [one.until] : []));
    return days.length === 0 ? undefined : opensOn(days.reduce((last, day) => (day > last ? day : last)));
  };
  const arrivalsAt = (stage: Stage) =>
    lines
      .filter(isOpen)
      .flatMap(({ part, promisedOn, supplierId }) =>
        promisedOn !== null && (MISSED_AT[part] ?? 'proof') === stage
          ? [{ on: promisedOn, late: latenessOf(late.get(supplierId ?? '')) }]
          : [],
      );
  const has = (id: StepId) => steps.some((step) => step.id === id);
  const needs = (...ids: StepId[]) => ids.filter(has);
  const WITH_HEADS: Stage[] = ['torque', 'setting', 'proof'];
  STAGES.forEach((stage, index) => {
    const station = path.stations.find((one) => one.stage === stage)!;
    const times = timesOf(practice, learned, station);
    const minutes = station.isPast ? 0 : minutesLeft(station, times);
    const notBefore = untilAt(stage);
    const first = WITH_HEADS.includes(stage)
      ? needs('gate:heads', ...WITH_HEADS.slice(0, WITH_HEADS.indexOf(stage)))
      : [];
    if (minutes > 0 || notBefore !== undefined)
      steps.push({
        id: stage,
        minutes,
        needs: first,
        ...(notBefore ? { notBefore } : {}),
        told: times.told,
        arrivals: arrivalsAt(stage),
      });
    for (const gate of GATES.filter((one) => GATE[one].after === stage && !isClosed(one))) {
      const before = STAGES.slice(0, index + 1).filter(has);
      const earlier = GATES.slice(0, GATES.indexOf(gate)).map((one): StepId => `gate:${one}`).filter(has); // prettier-ignore
      steps.push({
        id: `gate:${gate}`,
        minutes: GATE_MINUTES,
        needs: [...before, ...earlier],
        told: 'general',
        arrivals: [],
      });
    }
  });
  if (!isClosed('hand-over')) steps.push({ id: 'review', minutes: REVIEW_MINUTES, needs: steps.map(({ id }) => id), told: 'general', arrivals: [] }); // prettier-ignore
  return { steps, awaited };
}
