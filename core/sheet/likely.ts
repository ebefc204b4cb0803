import { chance } from '../chance.js';
import { planInto, readySteps } from '../plan/promise.js';
import { dayNumber, dayOf } from '../plan/recheck-due.js';
import { dayIn, startOfDay, WorkTime, type WorkWeek } from '../plan/work-time.js';
import type { StepLeft } from './work-left.js';

/** How often the work is gone through by chance. */
const TIMES = 400;
/** How far work strays where a shop has no history of it: a third either way is usual. */
const GENERAL_RATIOS = [0.7, 0.8, 0.9, 1, 1, 1.1, 1.25, 1.45, 1.8];

/** An engine whose day is reckoned. */
export interface ToReckon {
  steps: readonly StepLeft[];
  /** From when on it is worked on; ms since 1970. */
  from: number;
  promised: string | null;
  seed: number;
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

/**
 * When an engine is ready, and how likely the promised day is: each step takes as long as it did before in some case that
 * is drawn by chance, four hundred times. The same work and the same seed give the same answer.
 *
 * @param from ms since 1970
 */
export function likelyOf(
  steps: readonly StepLeft[],
  work: WorkWeek,
  from: number,
  promised: string | null,
  seed: number,
): Likely {
  const time = new WorkTime(work, from);
  const ready = readySteps(steps);
  const usual = planInto(time, ready, steps.map(({ minutes }) => minutes), from); // prettier-ignore
  const random = chance(seed);
  const ends = Array.from({ length: TIMES }, () => {
    const minutes = steps.map(({ minutes: one, ratios }) => {
      const drawn = ratios.length > 0 ? ratios : GENERAL_RATIOS;
      return one * drawn[Math.floor(random() * drawn.length)];
    });
    return planInto(time, ready, minutes, from).finishAt;
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
