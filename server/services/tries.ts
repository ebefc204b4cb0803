/** How long a wrong PIN is remembered, ms. */
export const WINDOW_MS = 10 * 60 * 1000;
/** Places that are remembered at most: a stranger who makes up handles must not fill the memory. */
const MOST_PLACES = 20_000;

/** Wrong PINs by where they came from. */
export class Tries {
  private readonly times = new Map<string, number[]>();

  private recent(place: string, now: number): number[] {
    return (this.times.get(place) ?? []).filter((at) => at > now - WINDOW_MS);
  }

  /** Whether so many wrong tries were made from a place of late. */
  reached(place: string, allowed: number, now: number): boolean {
    return this.recent(place, now).length >= allowed;
  }

  add(place: string, now: number): void {
    this.times.set(place, [...this.recent(place, now), now]);
    if (this.times.size <= MOST_PLACES) return;
    for (const known of this.times.keys()) if (this.recent(known, now).length === 0) this.times.delete(known);
    if (this.times.size > MOST_PLACES) this.times.delete(this.times.keys().next().value!);
  }

  /** Takes the newest try back: it was right. */
  takeBack(place: string): void {
    this.times.get(place)?.pop();
  }

  forget(place: string): void {
    this.times.delete(place);
  }
}
