import { setTimeout as pause } from 'node:timers/promises';

/** One part of an end: what is waited for, in words, and how long at most, ms. */
export interface Ending {
  waitsFor: string;
  atMostMs: number;
  end: () => Promise<unknown>;
}

/**
 * Ends one part after the other. What takes longer than it may, or fails, is told and left: what comes after it, the
 * database above all, is ended properly all the same.
 *
 * @param tell takes one sentence
 * @returns whether every part has ended
 */
export async function endInTime(endings: Ending[], tell: (said: string) => void): Promise<boolean> {
  let all = true;
  for (const { waitsFor, atMostMs, end } of endings) {
    const given = new AbortController();
    const over = pause(atMostMs, `not done within ${atMostMs / 1000} s`, { signal: given.signal });
    const fault = await Promise.race([
      end().then(
        () => null,
        (error: Error) => error.message,
      ),
      over,
    ]);
    given.abort();
    over.catch(() => {});
    if (fault === null) continue;
    all = false;
    tell(`Utex ends without waiting for ${waitsFor}: ${fault}.`);
  }
  return all;
}
