import { z } from 'zod';
import { API } from '../../contracts/api.js';
import type { RecordSummary } from '../../contracts/record.js';
import type { Person } from '../../contracts/shop.js';
import { Failure } from '../failure.js';
import type { Context } from '../services/context.js';
import type { Engines } from '../services/engines.js';
import { LARGEST_FILE } from '../record/largest-file.js';
import { Signing } from '../services/signing.js';
import { lookUp, verify } from '../services/verifying.js';
import { saysDiskIsFull } from '../store/disk.js';
import { findJws, findPdf, listRecords } from '../store/record-store.js';
import type { App } from './app-type.js';
import { asFile } from './engine-routes.js';
import { EVERYBODY, route, SIGNING } from './route.js';

const VERIFY_RATE = { rateLimit: { max: 600, timeWindow: '1 minute' } };
/** Files that are taken in at once: each may be large, and anybody may send one. */
const MOST_AT_ONCE = 8;

/** Writes down who took a signed record away as a file. Where nothing can be written, the customer still gets it. */
async function writeDownload(
  { audit, clock }: Context,
  { handle }: Person,
  { id, engineId, revision }: RecordSummary,
  file: 'PDF' | 'JSON',
): Promise<void> {
  const act = { at: clock.now(), by: handle, act: 'record.downloaded', engineId, body: { record: id, revision, file } };
  await audit.record(act).catch((error: unknown) => {
    if (!saysDiskIsFull(error)) throw error;
  });
}

/** Signing, the signed files, and verifying them, which needs no sign-in. */
export function recordRoutes(app: App, context: Context, engines: Engines): void {
  const { database, keys } = context;
  const signing = new Signing(context, engines);

  route(app, 'POST /api/engines/:id/records', SIGNING, async ({ params, person, body }) => {
    const { id: made, missing, reason, pictures } = body ?? {};
    return signing.sign(params.id, person, {
      ...(made === undefined ? {} : { id: made }),
      ...(pictures ? { showPictures: pictures } : {}),
      ...(missing ? { acceptMissing: { reason: reason! } } : {}),
    });
  });

  route(app, 'GET /api/engines/:id/records', EVERYBODY, async ({ params }) => {
    const { id } = await engines.get(params.id);
    return { records: await listRecords(database, id) };
  });

  const known = (id: string) => {
    if (!z.uuid().safeParse(id).success) throw new Failure('record.not-found');
    return id;
  };

  // To look at in the app; what leaves it as a file is written down.
  route(app, 'GET /api/records/:id', EVERYBODY, async ({ params, reply }) => {
    const found = await findJws(database, known(params.id));
    if (!found) throw new Failure('record.not-found');
    return reply.type('application/json; charset=utf-8').send(Buffer.from(found.jws));
  });

  route(app, 'GET /api/records/:id/record.json', EVERYBODY, async ({ params, person, reply }) => {
    const found = await findJws(database, known(params.id));
    if (!found) throw new Failure('record.not-found');
    const { tag, revision } = found.summary;
    await writeDownload(context, person, found.summary, 'JSON');
    return asFile(reply, 'application/json', tag, `-r${revision}.json`).send(Buffer.from(found.jws));
  });

  route(app, 'GET /api/records/:id/record.pdf', EVERYBODY, async ({ params, person, reply }) => {
    const found = await findPdf(database, known(params.id));
    if (!found) throw new Failure('record.not-found');
    const { tag, revision } = found.summary;
    await writeDownload(context, person, found.summary, 'PDF');
    return asFile(reply, 'application/pdf', tag, `-r${revision}.pdf`).send(Buffer.from(found.pdf));
  });

  // The file is the body, byte for byte: nothing may parse it before it is checked.
  app.register(async (raw) => {
    raw.removeAllContentTypeParsers();
    raw.addContentTypeParser('*', { parseAs: 'buffer' }, (_request, body, done) => done(null, body));
    const { answer } = API['POST /api/verify'];
    const config = { asks: 'anyone' as const, ...VERIFY_RATE };
    let under = 0;
    raw.addHook('onRequest', async (_request, reply) => {
      if (under >= MOST_AT_ONCE) throw new Failure('server.busy');
      under++;
      reply.raw.once('close', () => under--);
    });
    const schema = { response: { 200: answer } };
    raw.post('/api/verify', { schema, config, bodyLimit: LARGEST_FILE }, async (request, reply) => {
      const body = Buffer.isBuffer(request.body) ? request.body : Buffer.alloc(0);
      return reply.send(await verify(context, body));
    });
  });

  route(
    app,
    'GET /api/verify/:fingerprint',
    'anyone',
    async ({ params }) => lookUp(context, params.fingerprint),
    VERIFY_RATE,
  );

  route(app, 'GET /.well-known/jwks.json', 'anyone', async () => ({ keys: keys.published.records }));
}
