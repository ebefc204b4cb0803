import { isNotFitted } from '../../core/parts/line.js';
import type { Gate } from '../../core/plan/gates.js';
import type { Lack } from '../../core/sheet/acts.js';
import { asksOf, lacksOf, type Judged } from '../../core/sheet/gates.js';
import { linesOfEngine } from '../store/parts-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** Within `exclusively`: all that the gates of an engine are judged by, as it stands now. */
async function judgedNow({ database }: Context, engines: Engines, engineId: string): Promise<Judged> {
  const hand = await engines.atHand.of(engineId);
  const lines = await linesOfEngine(database, engineId);
  return { ...hand.judged(), partsOpen: lines.filter(isNotFitted).length };
}

/** Within `exclusively`: what a gate asks and what is not so. */
export async function lackingAt(context: Context, engines: Engines, engineId: string, gate: Gate): Promise<Lack[]> {
  const judged = await judgedNow(context, engines, engineId);
  return lacksOf(judged, asksOf(judged.file, gate).asks);
}
