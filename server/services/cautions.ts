import type { Person } from '../../contracts/shop.js';
import type { Stage } from '../../core/plan/measure.js';
import { acknowledge, listAcknowledged } from '../store/engine-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

/** Writes down that somebody has read the cautions of a stage on this engine; answers the stages that were read. */
export async function acknowledgeCautions(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  stage: Stage,
): Promise<Stage[]> {
  const { audit, clock, database } = context;
  const { id } = await engines.get(engineId);
  const at = clock.now();
  const act = { at, by: by.handle, act: 'caution.acknowledged', engineId: id, body: { stage } };
  await audit.record(act, (queries) => acknowledge(queries, id, stage, by.handle, at));
  return listAcknowledged(database, id);
}
