import { camCardAnswer, camCardSchema, postSweepSchema, sweepAnswer, sweepsAnswer } from '../../contracts/timing.js';
import type { Context } from '../services/context.js';
import type { Engines } from '../services/engines.js';
import { fileCard, fileSweep } from '../services/timing.js';
import { listSweeps } from '../store/paper-store.js';
import type { App } from './app-type.js';
import { BENCH, idParam } from './engine-routes.js';
import type { Guard } from './guard.js';

/** The cam card of an engine, and its swept lobes. */
export function timingRoutes(app: App, context: Context, engines: Engines, guard: Guard): void {
  app.get(
    '/api/engines/:id/cam-card',
    { schema: { params: idParam, response: { 200: camCardAnswer } } },
    async (request) => {
      await guard(request);
      return { card: await engines.card((await engines.get(request.params.id)).id) };
    },
  );

  app.post(
    '/api/engines/:id/cam-card',
    { schema: { params: idParam, body: camCardSchema, response: { 201: camCardAnswer } } },
    async (request, reply) => {
      const person = await guard(request, ...BENCH);
      return reply.code(201).send({ card: await fileCard(context, engines, request.params.id, person, request.body) });
    },
  );

  app.get(
    '/api/engines/:id/sweeps',
    { schema: { params: idParam, response: { 200: sweepsAnswer } } },
    async (request) => {
      await guard(request);
      const { id } = await engines.get(request.params.id);
      return { sweeps: await listSweeps(context.database, id) };
    },
  );

  app.post(
    '/api/engines/:id/sweeps',
    { schema: { params: idParam, body: postSweepSchema, response: { 201: sweepAnswer } } },
    async (request, reply) => {
      const person = await guard(request, ...BENCH);
      return reply.code(201).send(await fileSweep(context, engines, request.params.id, person, request.body));
    },
  );
}
