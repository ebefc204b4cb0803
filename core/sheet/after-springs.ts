import { isBuild } from './slot.js';
import type { Judging } from './judging.js';
import type { Try } from './stand.js';

/** What hangs on the springs that are in: with others it is read again. */
const OF_SPRINGS = ['spring-installed-height', 'spring-open-height', 'coil-bind-margin', 'spring-seat-load', 'spring-open-load', 'retainer-seal-gap', 'rocker-retainer-gap', 'rocker-retainer-open-gap', 'rocker-retainer-bare-gap', 'rocker-retainer-bare-open-gap']; // prettier-ignore

/** Read with springs that have been exchanged since, while the engine is built. */
export function isOfOldSprings({ stand }: Judging, one: Try): boolean {
  const at = stand.seen().onFile.springsExchangedAt;
  return at !== null && isBuild(one) && OF_SPRINGS.includes(one.measure) && one.takenAt < at;
}
