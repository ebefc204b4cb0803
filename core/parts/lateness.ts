/** A part that arrived, and when it had been promised; `2026-03-02`. */
export interface Arrival {
  supplierId: string | null;
  promisedOn: string;
  arrivedOn: string;
}

/** Days after the promised one, as parts come where nobody knows their supplier yet; and as how many cases that counts. */
const GENERAL_LATE = [-1, 0, 0, 0, 0, 0, 1, 1, 2, 3, 5, 10];
const GENERAL_WEIGHT = 4;

/** By how many days parts come later than promised: drawn from a supplier's own arrivals, and from what is general. */
export interface Lateness {
  own: number[];
  general: number[];
}

/** How late each supplier's parts came. @param daysBetween from the first day to the second */
export function latenessBySupplier(
  arrivals: readonly Arrival[],
  daysBetween: (from: string, to: string) => number,
): Map<string, number[]> {
  const late = new Map<string, number[]>();
  for (const { supplierId, promisedOn, arrivedOn } of arrivals) {
    if (supplierId === null) continue;
    late.set(supplierId, [...(late.get(supplierId) ?? []), daysBetween(promisedOn, arrivedOn)]);
  }
  return late;
}

/** What is known of a supplier, by his arrivals. */
export const latenessOf = (own: readonly number[] = []): Lateness => ({ own: [...own], general: GENERAL_LATE });

/** One arrival by chance, days after the promised one. @param next from 0 to below 1, asked twice */
export function drawnLate({ own, general }: Lateness, next: () => number): number {
  const from = next() * (own.length + GENERAL_WEIGHT) < own.length ? own : general;
  return from[Math.floor(next() * from.length)];
}
