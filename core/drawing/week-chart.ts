import { dayNumber, dayOf } from '../plan/recheck-due.js';

/** The chart of engines over days; px. */
export const WEEK_CHART = { row: 62, head: 46, label: 190, shortLabel: 128, load: 44, bar: 26 };

/** Some days on end, the first as it is said. */
export const daysFrom = (first: string, count: number): string[] =>
  Array.from({ length: count }, (_none, index) => dayOf(dayNumber(first) + index));

/**
 * How much is worked on each day, from stretches of time.
 *
 * @param dayOfMoment the day on which a moment lies where the shop is
 */
export function minutesByDay(
  pieces: readonly { from: number; to: number }[],
  dayOfMoment: (at: number) => string,
): Map<string, number> {
  const days = new Map<string, number>();
  // A stretch ends before its day does: nobody works over midnight.
  for (const { from, to } of pieces) {
    const day = dayOfMoment(from);
    days.set(day, (days.get(day) ?? 0) + (to - from) / 60_000);
  }
  return days;
}
