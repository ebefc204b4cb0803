import { chance, normals } from '../chance.js';
import { drawnLate } from '../parts/lateness.js';
import type { Learned } from '../plan/learned-times.js';
import { planInto, readySteps } from '../plan/promise.js';
import { dayNumber, dayOf } from '../plan/recheck-due.js';
import { dayIn, startOfDay, WorkTime, type WorkWeek } from '../plan/work-time.js';
import type { StepLeft } from './work-left.js';

/** How often the work is gone through by chance. */
const TIMES = 400;
/** Of a shop without history, what whole engines stray by counts as so many cases. */
const GUESSED_CASES = 4;

/** An engine whose day is reckoned. */
export interface ToReckon {
  steps: readonly StepLeft[];
  /** From when on it is worked on; ms since 1970. */
  from: number;
  promised: string | null;
  seed: number;
  /** By what whole engines took longer or shorter here than was reckoned. */
  pace: Learned;
}

export interface Likely {
  /** When it is ready if everything takes as long as usual; ms since 1970. */
  finishAt: number;
  /** The day of that, where the shop is. */
  readyOn: string;
  /** Of all the ways that it may go, the share that is ready on the promised day; null without a promise. */
  share: number | null;
  /** The day by which nine ways in ten are ready. */
  surelyOn: string;
  meanwhile: string[];
  waits: { from: number; to: number; for: string[] }[];
  pieces: { id: string; from: number; to: number }[];
}

/** The same engine goes through the same chances, wherever it is reckoned: its share moves with its work alone. */
export const seedOf = (engineId: string): number => Number.parseInt(engineId.slice(0, 8), 16) % 2_147_483_647;

/** One draw of Student's t with so many degrees of freedom: what few cases leave open lies further out than a normal one. */
function studentT(freedom: number, normal: () => number): number {
  let squares = 0;
  for (let one = 0; one < freedom; one++) squares += normal() ** 2;
  return normal() / Math.sqrt(squares / freedom);
}

/** A t of so many degrees is a normal one, to all that anybody could see. */
const MOST_FREEDOM = 30;

/** No work takes longer than ten times as usual: by then another promise was made. */
const MOST_LOG = Math.log(10);

/** By how much an engine and its hand are slower than usual, in one way of all that it may go: one factor for all of its steps. */
function drawnPace({ mean, deviation, count }: Learned, normal: () => number): number {
  const cases = count + GUESSED_CASES;
  const t = studentT(Math.min(cases, MOST_FREEDOM), normal);
  const log = (count / cases) * mean + deviation * Math.sqrt(1 + 1 / cases) * t;
  return Math.exp(Math.min(log, MOST_LOG));
}

/**
 * When an engine is ready, and how likely the promised day is: it goes four hundred ways by chance. In each, all that is
 * left takes longer or shorter by one factor, as whole engines did before, and every part comes by so much later than
 * promised as its supplier's parts did. The same work and the same seed give the same answer.
 *
 * @param from ms since 1970
 */
export function likelyOf(
  steps: readonly StepLeft[],
  work: WorkWeek,
  { from, promised, seed, pace }: Omit<ToReckon, 'steps'>,
): Likely {
  const time = new WorkTime(work, from);
  const ready = readySteps(steps);
  const usual = planInto(time, ready, steps.map(({ minutes }) => minutes), from); // prettier-ignore
  const random = chance(seed);
  const normal = normals(random);
  const opened = new Map<string, number>();
  const opensOn = (day: string): number => {
    if (!opened.has(day)) opened.set(day, startOfDay(day, work.timeZone));
    return opened.get(day)!;
  };
  const arrives = ({ arrivals }: StepLeft, index: number): number =>
    arrivals.length === 0
      ? ready.notBefore[index]
      : Math.max(...arrivals.map(({ on, late }) => opensOn(dayOf(dayNumber(on) + drawnLate(late, random)))));
  const ends = Array.from({ length: TIMES }, () => {
    const factor = drawnPace(pace, normal);
    const way = { ...ready, notBefore: steps.map(arrives) };
    return planInto(time, way, steps.map(({ minutes }) => minutes * factor), from).finishAt; // prettier-ignore
  }).sort((a, b) => a - b);
  const dayOfEnd = (at: number) => dayIn(at, work.timeZone);
  // On the promised day it may still be handed over until its end.
  const latest = promised === null ? null : startOfDay(dayOf(dayNumber(promised) + 1), work.timeZone);
  const idOf = (index: number) => ready.ids[index];
  return {
    finishAt: usual.finishAt,
    readyOn: dayOfEnd(usual.finishAt),
    share: latest === null ? null : ends.filter((end) => end < latest).length / TIMES,
    surelyOn: dayOfEnd(ends[Math.floor(TIMES * 0.9)]),
    meanwhile: usual.meanwhile.map(idOf),
    waits: usual.waits.map(({ for: held, ...span }) => ({ ...span, for: held.map(idOf) })),
    pieces: usual.pieces.flatMap((pieces, index) => pieces.map((piece) => ({ id: idOf(index), ...piece }))),
  };
}
