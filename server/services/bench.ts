import type { z } from 'zod';
import type { BenchStand, moveBenchRequest } from '../../contracts/setting.js';
import type { Person } from '../../contracts/shop.js';
import { findBench, moveBench } from '../store/bench-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';
import type { Live } from './live.js';
import { checkPlaces } from './setting.js';

/** So long after it was last seen a hand counts as gone, ms: whoever left his valve is not shown at it for ever. */
const HERE_MS = 10 * 60_000;

const told = (stand: Awaited<ReturnType<typeof findBench>>, now: Date): BenchStand => ({
  ...stand,
  hands: stand.hands.map((hand) => ({ ...hand, isHere: now.getTime() - Date.parse(hand.at) < HERE_MS })),
});

/** Where the crank of an engine stands and where each hand is. @throws Failure engine.not-found */
export async function benchOf({ clock, database }: Context, engines: Engines, engineId: string): Promise<BenchStand> {
  const { id } = await engines.get(engineId);
  return told(await findBench(database, id), clock.now());
}

/**
 * The crank was turned, or a hand went to another valve: everybody at the engine sees it. It is no act, and stands in no
 * log: it says where one goes on, and nothing of what was done.
 *
 * @throws Failure engine.not-found, engine.not-in-work, reading.unknown-place
 */
export async function turnBench(
  { audit, clock, database }: Context,
  engines: Engines,
  live: Live,
  engineId: string,
  by: Person,
  moved: z.infer<typeof moveBenchRequest>,
): Promise<BenchStand> {
  const { id, engine } = await engines.inWork(engineId);
  if (moved.place !== undefined) checkPlaces(engine, [moved.place], 'place');
  // In its turn among what is written: of two that come at once, the later one stands.
  const now = clock.now();
  const stand = told(await audit.exclusively(() => moveBench(database, id, by.handle, now, moved)), now);
  live.tell(id, { event: 'bench', data: stand });
  return stand;
}
