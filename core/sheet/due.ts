import type { Practice, Recheck } from '../plan/practice.js';
import { bandFactor, dayNumber, dayOf, recheckDue } from '../plan/recheck-due.js';
import type { Running } from '../plan/running.js';
import { actsOf } from './acts.js';
import type { EngineFile } from './engine-file.js';
import { occasionsOf, runningOf } from './papers.js';

/** Something that is looked at again in a running engine, and when. */
export interface Due {
  what: string;
  /** The day; null while nobody has said how much the engine is run. */
  on: string | null;
  /** Its interval is used up already, whatever the day. */
  isUsedUp: boolean;
  /** How much of its interval is left, in the count of the shop's table. */
  left: number;
  intervalNow: number;
  count: Recheck['count'];
}

type Filed = Pick<EngineFile, 'acts' | 'papers' | 'signed'>;

/** The day from which on an engine runs: when it was handed over last, else when it was signed; null before that. */
function runsFrom(file: Filed): string | null {
  const handed = actsOf(file, 'life').findLast(({ life }) => life === 'handed-over');
  return (handed?.at ?? file.signed?.signedAt)?.slice(0, 10) ?? null;
}

/** A day so many calendar months on; the last of a shorter month. */
function monthsOn(day: string, months: number): string {
  const whole = Math.floor(months);
  const [year, month, date] = day.split('-').map(Number);
  const target = year * 12 + (month - 1) + whole;
  const longest = new Date(Date.UTC(Math.floor(target / 12), (target % 12) + 1, 0)).getUTCDate();
  const there = Date.UTC(Math.floor(target / 12), target % 12, Math.min(date, longest)) / 86_400_000;
  // What is left of a month is counted by its mean length.
  return dayOf(there + Math.round((months - whole) * 30.4375));
}

const newestBy = (running: readonly Running[], day: string) => running.findLast(({ on }) => on <= day);

/**
 * @param start the day from which on it is counted
 * @param base how the engine had run by then; null from its hand-over on
 */
function dueOne(recheck: Recheck, start: string, base: Running | null, running: readonly Running[]): Due {
  const { what, every, count, bands } = recheck;
  const last = running.at(-1);
  if (count === 'months') {
    const intervalNow = every * bandFactor(bands, last?.highestRpm);
    const on = monthsOn(start, intervalNow);
    return { what, on, isUsedUp: false, left: intervalNow, intervalNow, count };
  }
  const used = Math.max(0, (last?.total[count] ?? 0) - (base?.total[count] ?? 0));
  const perWeek = last?.perWeek[count];
  const from = last && last.on > start ? last.on : start;
  const { intervalNow, left, dueOn, overdue } = recheckDue({
    interval: every,
    used,
    perWeek: perWeek ?? 1,
    from,
    ...(last?.highestRpm === undefined ? {} : { highestRpm: last.highestRpm }),
    bands,
  });
  // What is used up is due, however much it is run; else nobody can tell the day of an engine of which nothing is said.
  const isKnown = overdue || (perWeek !== undefined && perWeek > 0);
  return { what, on: isKnown ? dueOn : null, isUsedUp: overdue, left, intervalNow, count };
}

/**
 * What is looked at again and when, by the shop's table: counted from the hand-over, or from the occasion on which it was
 * looked at last. What comes first stands first; empty for an engine that does not run yet.
 */
export function dueOf(file: Filed, { rechecks = [] }: Pick<Practice, 'rechecks'>): Due[] {
  const handed = runsFrom(file);
  if (handed === null) return [];
  const running = [...runningOf(file)].sort((a, b) => dayNumber(a.on) - dayNumber(b.on));
  const occasions = occasionsOf(file);
  return rechecks
    .map((recheck) => {
      const looked = occasions.filter(({ looked: at, on }) => at.includes(recheck.what) && on >= handed).map(({ on }) => on); // prettier-ignore
      const last = looked.sort().at(-1);
      return dueOne(recheck, last ?? handed, last === undefined ? null : (newestBy(running, last) ?? null), running);
    })
    .sort((a, b) => (a.on ?? '9').localeCompare(b.on ?? '9'));
}
