import { median, quantile } from 'simple-statistics';
import { plain, type ServedShop } from './bench-shop.js';
import { inMs, times, type Ratio } from './ratio.js';

const POSTS = 400;
const ROUNDS = 4;

/**
 * Posts of one bench while somebody else has the server do something, over and over, against posts while it does
 * nothing else: what one in a hundred waits. In turns.
 */
export async function benchWaiting(
  shop: ServedShop,
  engineId: string,
  title: string,
  other: () => Promise<unknown>,
): Promise<Ratio & { otherMs: number }> {
  const bench = shop.client();
  const post = (turn: number) => bench.ask('POST', `/api/engines/${engineId}/readings`, { readings: [plain(turn)] });
  const alone: number[] = [];
  const beside: number[] = [];
  const others: number[] = [];
  await times(POSTS, post);
  for (let round = 0; round < ROUNDS; round++) {
    alone.push(...(await times(POSTS, post)));
    let isOver = false;
    const busy = (async () => {
      while (!isOver) others.push(...(await times(1, other)));
    })();
    beside.push(...(await times(POSTS, post)));
    isOver = true;
    await busy;
  }
  const [idle, waited] = [alone, beside].map((taken) => quantile(taken, 0.99));
  return {
    title,
    detail: `99 in 100 within ${inMs(waited)} ms against ${inMs(idle)} ms (half of them ${inMs(median(beside))} and ${inMs(median(alone))}); the other took ${inMs(median(others))} ms`,
    ratio: waited / idle,
    asked: { atMost: 3 },
    otherMs: median(others),
  };
}
