import { z } from 'zod';
import { jwksAnswer, recordsAnswer, signAnswer, signRequest, verifyAnswer } from '../../contracts/record.js';
import { Failure } from '../failure.js';
import type { Context } from '../services/context.js';
import type { Engines } from '../services/engines.js';
import { lookUp, sign, verify } from '../services/records.js';
import { findJws, findPdf, listRecords } from '../store/record-store.js';
import type { App } from './app-type.js';
import { fileName, idParam } from './engine-routes.js';
import type { Guard } from './guard.js';

const VERIFY_RATE = { rateLimit: { max: 600, timeWindow: '1 minute' } };

/** Signing, the signed files, and verifying them, which needs no sign-in. */
export function recordRoutes(app: App, context: Context, engines: Engines, guard: Guard): void {
  const { database, keys } = context;

  app.post(
    '/api/engines/:id/records',
    { schema: { params: idParam, body: signRequest.nullish(), response: { 201: signAnswer } } },
    async (request, reply) => {
      const person = await guard(request, 'lead', 'owner');
      const { missing, reason } = request.body ?? {};
      const { id, revision } = await sign(
        context,
        engines,
        request.params.id,
        person,
        missing ? { reason: reason! } : undefined,
      );
      return reply.code(201).send({ id, revision });
    },
  );

  app.get(
    '/api/engines/:id/records',
    { schema: { params: idParam, response: { 200: recordsAnswer } } },
    async (request) => {
      await guard(request);
      const { id } = await engines.get(request.params.id);
      return { records: await listRecords(database, id) };
    },
  );

  const known = (id: string) => {
    if (!z.uuid().safeParse(id).success) throw new Failure('record.not-found');
    return id;
  };

  app.get('/api/records/:id/record.json', { schema: { params: idParam } }, async (request, reply) => {
    await guard(request);
    const found = await findJws(database, known(request.params.id));
    if (!found) throw new Failure('record.not-found');
    const name = `${fileName(found.summary.tag)}-r${found.summary.revision}.json`;
    return reply
      .type('application/json')
      .header('content-disposition', `attachment; filename="${name}"`)
      .send(Buffer.from(found.jws));
  });

  app.get('/api/records/:id/record.pdf', { schema: { params: idParam } }, async (request, reply) => {
    await guard(request);
    const found = await findPdf(database, known(request.params.id));
    if (!found) throw new Failure('record.not-found');
    const name = `${fileName(found.summary.tag)}-r${found.summary.revision}.pdf`;
    return reply
      .type('application/pdf')
      .header('content-disposition', `attachment; filename="${name}"`)
      .send(Buffer.from(found.pdf));
  });

  // The file is the body, byte for byte: nothing may parse it before it is checked.
  app.register(async (raw) => {
    raw.removeAllContentTypeParsers();
    raw.addContentTypeParser('*', { parseAs: 'buffer' }, (_request, body, done) => done(null, body));
    raw.post(
      '/api/verify',
      { schema: { response: { 200: verifyAnswer } }, config: VERIFY_RATE },
      async (request, reply) => {
        const body = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
        return reply.send(await verify(context, body));
      },
    );
  });

  app.get(
    '/api/verify/:fingerprint',
    {
      schema: {
        params: z.object({ fingerprint: z.string().regex(/^[0-9a-f]{64}$/, '64 hexadecimal digits') }),
        response: { 200: verifyAnswer },
      },
      config: VERIFY_RATE,
    },
    async (request) => lookUp(context, request.params.fingerprint),
  );

  app.get('/.well-known/jwks.json', { schema: { response: { 200: jwksAnswer } } }, async () => ({
    keys: [keys.record.publicJwk],
  }));
}
