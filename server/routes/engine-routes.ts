import type { FastifyReply } from 'fastify';
import { readingsCsv } from '../../core/record/csv.js';
import { actsOf, notesOf } from '../../core/sheet/acts.js';
import { acknowledgedOf, dispositionsOf } from '../../core/sheet/engine-file.js';
import { cardOf, sweepsOf } from '../../core/sheet/papers.js';
import type { Reading } from '../../core/sheet/reading.js';
import { acknowledgeCautions, decide, signOff } from '../services/acts.js';
import { changeEngine, changeLife } from '../services/change-engine.js';
import type { Context } from '../services/context.js';
import { toAnswer, type Engines } from '../services/engines.js';
import { geometryOf, lengthsOf } from '../services/geometry.js';
import { importEngine } from '../services/import-engine.js';
import type { Readings } from '../services/readings.js';
import { changesIf, moveEngine } from '../services/spec-sets.js';
import { findShop } from '../store/shop-store.js';
import { listRecords } from '../store/record-store.js';
import { clayOf } from '../services/clay.js';
import { sheetAnswerOf } from '../services/sheet.js';
import { timingAnswerOf } from '../services/timing.js';
import type { App } from './app-type.js';
import { EVERYBODY, MEASURING, OWNER, route, SIGNING } from './route.js';

/** A tag as part of a file name. */
const inFileName = (tag: string) => tag.replace(/[^A-Za-z0-9._-]+/g, '_');

/** Answers a file under a name that begins with the tag of its engine. */
export const asFile = (reply: FastifyReply, type: string, tag: string, rest: string): FastifyReply =>
  reply.type(type).header('content-disposition', `attachment; filename="${inFileName(tag)}${rest}"`);

/** The largest export that is opened: some five thousand readings and every lobe swept finely. */
const LARGEST_EXPORT = 16 * 1024 * 1024;

/** A reading with what an angle was read at also as the first version told it. */
const withLift = (reading: Reading) =>
  reading.at?.by === 'lift' || reading.at?.by === 'drop' ? { ...reading, atLiftMm: reading.at.value } : reading;

/** Engines: opening, finding, their readings, sheet, decisions, and everything of them as files. */
export function engineRoutes(app: App, context: Context, engines: Engines, readings: Readings): void {
  const { database } = context;

  route(app, 'POST /api/engines', MEASURING, async ({ person, body }) => ({
    id: (await engines.open(person, body)).id,
  }));

  route(app, 'GET /api/engines', EVERYBODY, async ({ query, reply }) =>
    reply
      .type('application/json; charset=utf-8')
      .send(await engines.floor({ search: query.search?.trim() ?? '', life: query.life }, query.page)),
  );

  // Limits may come along, which are the owner's to issue.
  route(
    app,
    'POST /api/engines/import',
    OWNER,
    async ({ person, body }) => toAnswer(await importEngine(context, engines, person, body)),
    { bodyLimit: LARGEST_EXPORT },
  );

  route(app, 'GET /api/engines/:id', EVERYBODY, async ({ params }) => toAnswer(await engines.get(params.id)));

  route(app, 'POST /api/engines/:id', MEASURING, async ({ params, person, body }) =>
    toAnswer(await changeEngine(context, engines, params.id, person, body)),
  );

  route(app, 'POST /api/engines/:id/life', SIGNING, async ({ params, person, body }) =>
    toAnswer(await changeLife(context, engines, params.id, person, body)),
  );

  route(app, 'GET /api/engines/:id/spec-set', EVERYBODY, async ({ params, query }) => ({
    changes: await changesIf(context, engines, params.id, query),
  }));

  route(app, 'POST /api/engines/:id/spec-set', SIGNING, async ({ params, person, body }) =>
    toAnswer(await moveEngine(context, engines, params.id, person, body)),
  );

  route(app, 'GET /api/engines/:id/file', EVERYBODY, async ({ params: { id } }) => {
    const engine = toAnswer(await engines.get(id));
    const { readings: read, acts, papers, signed, history } = await engines.file(id);
    return { engine, readings: [...read], acts: [...acts], papers: [...papers], signed, history, records: await listRecords(database, id) }; // prettier-ignore
  });

  route(app, 'GET /api/engines/:id/readings', EVERYBODY, async ({ params }) => ({
    readings: (await engines.file(params.id)).readings.map(withLift),
  }));

  route(app, 'POST /api/engines/:id/readings', MEASURING, async ({ params, person, body }) => ({
    saved: await readings.take(params.id, person, body.readings),
  }));

  // What can be had has its price: it is for whoever works on engines.
  route(app, 'GET /api/engines/:id/lengths', MEASURING, async ({ params }) =>
    lengthsOf(context, await engines.file(params.id)),
  );

  route(app, 'GET /api/engines/:id/clay', EVERYBODY, async ({ params }) => clayOf(await engines.file(params.id)));

  route(app, 'GET /api/engines/:id/timing', EVERYBODY, async ({ params }) =>
    timingAnswerOf(await engines.file(params.id)),
  );

  route(app, 'GET /api/engines/:id/geometry', EVERYBODY, async ({ params }) =>
    geometryOf(await engines.file(params.id)),
  );

  route(app, 'GET /api/engines/:id/sheet', EVERYBODY, async ({ params }) =>
    sheetAnswerOf(await engines.file(params.id)),
  );

  route(app, 'GET /api/engines/:id/dispositions', EVERYBODY, async ({ params }) => ({
    dispositions: dispositionsOf(await engines.file(params.id)),
  }));

  route(app, 'POST /api/engines/:id/dispositions', MEASURING, async ({ params, person, body }) =>
    decide(context, engines, params.id, person, body),
  );

  route(app, 'GET /api/engines/:id/cautions', EVERYBODY, async ({ params, person }) => ({
    acknowledged: acknowledgedOf(await engines.file(params.id), person.handle),
  }));

  route(app, 'POST /api/engines/:id/cautions', MEASURING, async ({ params, person, body }) => ({
    acknowledged: await acknowledgeCautions(context, engines, params.id, person, body.stage),
  }));

  route(app, 'POST /api/engines/:id/sign-offs/:what', MEASURING, async ({ params, person, body }) =>
    signOff(context, engines, params.id, person, params.what, body?.id),
  );

  route(app, 'GET /api/engines/:id/readings.csv', EVERYBODY, async ({ params, reply }) => {
    const { tag } = await engines.get(params.id);
    const { readings: read, acts } = await engines.file(params.id);
    return asFile(reply, 'text/csv; charset=utf-8', tag, '-readings.csv').send(
      readingsCsv(read, { strikes: actsOf({ acts }, 'reading-struck'), notes: notesOf({ acts }) }),
    );
  });

  route(app, 'GET /api/engines/:id/export.json', EVERYBODY, async ({ params, reply }) => {
    const { specSet, ...engine } = toAnswer(await engines.get(params.id));
    const file = await engines.file(params.id);
    asFile(reply, 'application/json', engine.tag, '.json');
    return {
      format: 'utex-engine' as const,
      formatVersion: 1 as const,
      shop: { name: (await findShop(database))!.name },
      engine,
      specSet,
      camCard: cardOf(file)?.printed ?? null,
      sweeps: sweepsOf(file),
      papers: [...file.papers],
      readings: file.readings.map(withLift),
      dispositions: dispositionsOf(file).map((made) => ({ ...made })),
      strikes: actsOf(file, 'reading-struck').map(({ kind, ...made }) => made),
      notes: actsOf(file, 'reading-noted').map(({ kind, ...made }) => made),
      records: await listRecords(database, engine.id),
    };
  });
}
