import { z } from 'zod';
import { stageSchema } from '../../contracts/catalogue.js';
import { engineAnswer, engineQuery, enginesAnswer, newEngineSchema } from '../../contracts/engine.js';
import {
  dispositionSchema,
  dispositionsAnswer,
  postDispositionSchema,
  postReadingsAnswer,
  postReadingsSchema,
  readingsAnswer,
  sheetAnswer,
} from '../../contracts/reading.js';
import { exportAnswer } from '../../contracts/record.js';
import { wordHint } from '../../contracts/wording.js';
import { readingsCsv } from '../../core/record/csv.js';
import { acknowledgeCautions } from '../services/cautions.js';
import type { Context } from '../services/context.js';
import { decide } from '../services/dispositions.js';
import { toAnswer, type Engines } from '../services/engines.js';
import type { Readings } from '../services/readings.js';
import { listAcknowledged } from '../store/engine-store.js';
import { listDispositions, listReadings } from '../store/reading-store.js';
import { listSweeps } from '../store/paper-store.js';
import { listRecords } from '../store/record-store.js';
import type { App } from './app-type.js';
import type { Guard } from './guard.js';

export const idParam = z.object({ id: z.string() });
/** Apprentices look on; their own measuring is on the practice bench. */
export const BENCH = ['owner', 'lead', 'builder'] as const;

/** Engines: opening, finding, their readings, sheet, dispositions, and everything of them as files. */
export function engineRoutes(app: App, context: Context, engines: Engines, readings: Readings, guard: Guard): void {
  const { database } = context;

  app.post(
    '/api/engines',
    { schema: { body: newEngineSchema, response: { 201: z.object({ id: z.uuid() }) } } },
    async (request, reply) => {
      const person = await guard(request, ...BENCH);
      const { id } = await engines.open(person, request.body);
      return reply.code(201).send({ id });
    },
  );

  app.get(
    '/api/engines',
    { schema: { querystring: engineQuery, response: { 200: enginesAnswer } } },
    async (request) => {
      await guard(request);
      return engines.floor(request.query.search?.trim() ?? '', request.query.page);
    },
  );

  app.get('/api/engines/:id', { schema: { params: idParam, response: { 200: engineAnswer } } }, async (request) => {
    await guard(request);
    return toAnswer(await engines.get(request.params.id));
  });

  app.get(
    '/api/engines/:id/readings',
    { schema: { params: idParam, response: { 200: readingsAnswer } } },
    async (request) => {
      await guard(request);
      const { id } = await engines.get(request.params.id);
      return { readings: await listReadings(database, id) };
    },
  );

  app.post(
    '/api/engines/:id/readings',
    { schema: { params: idParam, body: postReadingsSchema, response: { 200: postReadingsAnswer } } },
    async (request) => {
      const person = await guard(request, ...BENCH);
      return { saved: await readings.take(request.params.id, person, request.body.readings) };
    },
  );

  app.get(
    '/api/engines/:id/sheet',
    { schema: { params: idParam, response: { 200: sheetAnswer } } },
    async (request) => {
      await guard(request);
      const { rows, ...rest } = await engines.sheet(request.params.id);
      const measures = rows.map((row) => ({
        ...row,
        hints: row.hints.map((hint) => ({ code: hint.code, message: wordHint(hint, row.enteredUnit) })),
      }));
      return { measures, ...rest };
    },
  );

  app.get(
    '/api/engines/:id/dispositions',
    { schema: { params: idParam, response: { 200: dispositionsAnswer } } },
    async (request) => {
      await guard(request);
      const { id } = await engines.get(request.params.id);
      return { dispositions: (await listDispositions(database, [id])).get(id)! };
    },
  );

  app.post(
    '/api/engines/:id/dispositions',
    { schema: { params: idParam, body: postDispositionSchema, response: { 201: dispositionSchema } } },
    async (request, reply) => {
      const person = await guard(request, ...BENCH);
      return reply.code(201).send(await decide(context, engines, request.params.id, person, request.body));
    },
  );

  const cautionsAnswer = z.object({ acknowledged: z.array(stageSchema) });
  app.get(
    '/api/engines/:id/cautions',
    { schema: { params: idParam, response: { 200: cautionsAnswer } } },
    async (request) => {
      await guard(request);
      const { id } = await engines.get(request.params.id);
      return { acknowledged: await listAcknowledged(database, id) };
    },
  );

  app.post(
    '/api/engines/:id/cautions',
    { schema: { params: idParam, body: z.object({ stage: stageSchema }), response: { 200: cautionsAnswer } } },
    async (request) => {
      const person = await guard(request, ...BENCH);
      return {
        acknowledged: await acknowledgeCautions(context, engines, request.params.id, person, request.body.stage),
      };
    },
  );

  app.get('/api/engines/:id/readings.csv', { schema: { params: idParam } }, async (request, reply) => {
    await guard(request);
    const { id, tag } = await engines.get(request.params.id);
    reply
      .type('text/csv; charset=utf-8')
      .header('content-disposition', `attachment; filename="${fileName(tag)}-readings.csv"`);
    return reply.send(readingsCsv(await listReadings(database, id)));
  });

  app.get(
    '/api/engines/:id/export.json',
    { schema: { params: idParam, response: { 200: exportAnswer } } },
    async (request, reply) => {
      await guard(request);
      const { specSet, ...engine } = toAnswer(await engines.get(request.params.id));
      reply.header('content-disposition', `attachment; filename="${fileName(engine.tag)}.json"`);
      return {
        format: 'utex-engine' as const,
        formatVersion: 1 as const,
        engine,
        specSet,
        camCard: (await engines.card(engine.id))?.printed ?? null,
        sweeps: await listSweeps(database, engine.id),
        readings: await listReadings(database, engine.id),
        dispositions: (await listDispositions(database, [engine.id])).get(engine.id)!.map((made) => ({ ...made })),
        records: await listRecords(database, engine.id),
      };
    },
  );
}

/** A tag as part of a file name. */
export function fileName(tag: string): string {
  return tag.replace(/[^A-Za-z0-9._-]+/g, '_');
}
