import type { z } from 'zod';
import { analyseSweep } from '../../contracts/calc-cam.js';
import { asIssues } from '../../contracts/engine.js';
import type { Person } from '../../contracts/shop.js';
import type { postSweepSchema } from '../../contracts/timing.js';
import { completeCard, type CamCard, type CompletedCard } from '../../core/cam/cam-card.js';
import { hasPlace } from '../../core/engine/places.js';
import { ImpossibleInput } from '../../core/impossible.js';
import { Failure } from '../failure.js';
import { insertPaper, type Paper } from '../store/paper-store.js';
import type { Context } from './context.js';
import type { Engines } from './engines.js';

async function file(context: Context, engineId: string, by: Person, kind: Paper['kind'], body: Paper['body']) {
  const { audit, clock, newId } = context;
  const paper: Paper = { id: newId(), kind, body, by: by.handle, at: clock.now() };
  const act = { at: paper.at, by: by.handle, act: `${kind}.filed`, engineId, body: { id: paper.id, ...body } };
  await audit.record(act, (queries) => insertPaper(queries, engineId, paper));
  return paper.id;
}

/** Files the cam card of an engine. What contradicts itself on it is told, not refused: it is printed so. */
export async function fileCard(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  card: CamCard,
): Promise<CompletedCard> {
  const { id } = await engines.get(engineId);
  const completed = completeCard(card);
  await file(context, id, by, 'cam-card', card);
  return completed;
}

/**
 * Files a swept lobe, once it is known to be one.
 *
 * @throws Failure sweep.unknown-place, calc.impossible
 */
export async function fileSweep(
  context: Context,
  engines: Engines,
  engineId: string,
  by: Person,
  asked: z.infer<typeof postSweepSchema>,
) {
  const { id, engine } = await engines.get(engineId);
  if (!hasPlace(engine, 'valve', asked.place))
    throw new Failure('sweep.unknown-place', [{ path: 'place', message: `this engine has no valve ${asked.place}` }]);
  try {
    const analysis = analyseSweep(asked);
    const { place, unit, measuredAt, rockerRatio, lash, points } = asked;
    const body = {
      place,
      unit,
      measuredAt,
      ...(rockerRatio === undefined ? {} : { rockerRatio }),
      ...(lash === undefined ? {} : { lash }),
      points,
    };
    return { id: await file(context, id, by, 'lobe-sweep', body), analysis };
  } catch (error) {
    if (error instanceof ImpossibleInput) throw new Failure('calc.impossible', asIssues(error.issues));
    throw error;
  }
}
