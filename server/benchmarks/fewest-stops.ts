import { median } from 'simple-statistics';
import { valveStops, type StopPlanInput } from '../../core/cam/valve-stops.js';
import { inMs, times, type Ratio } from './ratio.js';

const ROUNDS = 25;
/** No hand waits for less than this, ms. */
const AT_ONCE = 20;

/** Sixteen cylinders that fire unevenly, and a margin that leaves little to choose: every arc ends somewhere else. */
const SIXTEEN: StopPlanInput = {
  firingOrder: [1, 12, 5, 16, 3, 10, 7, 14, 2, 11, 6, 15, 4, 9, 8, 13],
  intervals: Array.from({ length: 16 }, (_, index) => (index % 2 === 0 ? 41 : 49)),
  events: { intakeOpenBtdc: 62, intakeCloseAbdc: 98, exhaustOpenBbdc: 102, exhaustCloseAtdc: 58 },
  marginDeg: 130,
  method: 'fewest',
};

/** What the fewest stops of sixteen cylinders take; that none fewer would do is shown by brute force in its test. */
export async function benchFewestStops(): Promise<Ratio> {
  const { stops } = valveStops(SIXTEEN);
  const taken = median((await times(ROUNDS, () => valveStops(SIXTEEN))).slice(5));
  return {
    title: 'The fewest stops for sixteen cylinders, exact, against 20 ms',
    detail: `${inMs(taken)} ms; ${stops.length} stops for 32 valves`,
    ratio: taken / AT_ONCE,
    asked: { atMost: 1 },
  };
}
