import { existsSync } from 'node:fs';
import { join } from 'node:path';
import compress from '@fastify/compress';
import cookie from '@fastify/cookie';
import rateLimit from '@fastify/rate-limit';
import staticFiles from '@fastify/static';
import swagger from '@fastify/swagger';
import Fastify, { type FastifyError, type RouteOptions } from 'fastify';
import type { FastifySerializerCompiler } from 'fastify/types/schema.js';
import type { z } from 'zod';
import { validatorCompiler } from 'fastify-type-provider-zod';
import { Failure } from './failure.js';
import type { App } from './routes/app-type.js';
import { calcRoutes } from './routes/calc-routes.js';
import { actRoutes } from './routes/act-routes.js';
import { backupRoutes } from './routes/backup-routes.js';
import { catalogueRoutes } from './routes/catalogue-routes.js';
import { customerRoutes } from './routes/customer-routes.js';
import { dueRoutes } from './routes/due-routes.js';
import { engineRoutes } from './routes/engine-routes.js';
import { guardRoutes } from './routes/guard.js';
import { described, SECURITY_SCHEMES } from './routes/openapi.js';
import { paperRoutes } from './routes/paper-routes.js';
import { keyRoutes } from './routes/key-routes.js';
import { partsRoutes } from './routes/parts-routes.js';
import { pictureRoutes } from './routes/picture-routes.js';
import { recordRoutes } from './routes/record-routes.js';
import { asFailure, refuse, refuseConnection, secure } from './routes/refusals.js';
import { route } from './routes/route.js';
import { gateRoutes } from './routes/gate-routes.js';
import { settingRoutes } from './routes/setting-routes.js';
import { shopRoutes } from './routes/shop-routes.js';
import { Backups } from './services/backups.js';
import type { Context } from './services/context.js';
import { KeyKeeper } from './services/key-keeper.js';
import { Engines } from './services/engines.js';
import { Live } from './services/live.js';
import { Readings } from './services/readings.js';
import { Sessions } from './services/sessions.js';
import { Disk } from './store/disk.js';

const BODY_LIMIT = 1024 * 1024;
/** Below this, bytes, packing an answer costs more than it saves. */
const WORTH_PACKING = 1024;

/** How long a client may take, ms. */
interface Patience {
  /** For the head of a request, and for all of it. */
  headers: number;
  request: number;
  /** With nothing moving on a connection: longer than signing takes. */
  silence: number;
  /** How often connections are looked at. */
  looking: number;
}
const PATIENCE: Patience = { headers: 15_000, request: 60_000, silence: 180_000, looking: 5_000 };

export interface AppOptions {
  context: Context;
  dataFolder: string;
  version: string;
  /** The built interface; without it only the API is served. */
  webFolder?: string;
  /** Proxies whose word is taken on who asks and whether by https. */
  proxies?: string[];
  patience?: Patience;
  /** Where backups go each night; null where none is made by itself. */
  backupFolder?: string | null;
  /** By which the server's own commands are known. */
  consoleToken?: string;
  /** Told of every route of the API as it is registered. */
  onRoute?: (route: RouteOptions) => void;
}

/**
 * An answer is held against its schema before it is sent: what the contract does not name never leaves. Parsing takes
 * Zod's compiled path; the provider's own serialiser encodes, which does not, and costs each reading a fifth more.
 */
const asParsed: FastifySerializerCompiler<z.ZodType> =
  ({ schema }) =>
  (data) =>
    JSON.stringify(schema.parse(data));

/** The bare server: its bounds, and one shape and the same headers for whatever it refuses. */
function openServer(proxies: string[], patience: Patience): App {
  const app = Fastify({
    bodyLimit: BODY_LIMIT,
    requestTimeout: patience.request,
    connectionTimeout: patience.silence,
    http: { headersTimeout: patience.headers, connectionsCheckingInterval: patience.looking },
    trustProxy: proxies.length > 0 ? proxies : false,
    // Only faults are logged, and they name what they are about: no request needs a logger of its own.
    childLoggerFactory: (logger) => logger,
    logger: { level: process.env.NODE_ENV === 'test' ? 'silent' : 'error' },
    forceCloseConnections: 'idle',
    // What arrives on an open connection while closing is still answered, in our own shape; then it is closed.
    return503OnClosing: false,
    frameworkErrors: (error, _request, reply) => refuse(reply.raw, asFailure(error)),
    clientErrorHandler: refuseConnection,
  }) as unknown as App;
  app.server.on('checkExpectation', (_request, response) => refuse(response, new Failure('request.expectation')));
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(asParsed);
  app.setErrorHandler<FastifyError>((error, request, reply) => {
    const failure = asFailure(error);
    if (failure.code === 'server.failed') request.log.error({ err: error, method: request.method, url: request.url });
    return reply.code(failure.status).type('application/json').send(JSON.stringify(failure.body()));
  });
  app.addHook('onRequest', (request, reply, next) => {
    // What the API says is for who asked, and true only now.
    if (request.url.startsWith('/api/')) reply.header('cache-control', 'no-store');
    secure(reply.raw);
    next();
  });
  return app;
}

/** The server: security headers, one error shape, the routes, and the interface. */
export async function buildApp({
  context,
  dataFolder,
  version,
  webFolder,
  proxies = [],
  patience = PATIENCE,
  backupFolder = null,
  consoleToken,
  onRoute,
}: AppOptions): Promise<App> {
  const app = openServer(proxies, patience);
  await app.register(cookie);
  await app.register(rateLimit, { global: false });
  await app.register(compress, { threshold: WORTH_PACKING, encodings: ['br', 'gzip'], globalDecompression: false });
  await app.register(swagger, {
    openapi: {
      info: {
        title: 'Utex',
        version,
        description: 'Build sheets and signed build records of a performance engine shop.',
      },
      components: { securitySchemes: SECURITY_SCHEMES },
    },
    transform: described,
  });

  const sessions = new Sessions(context);
  const engines = new Engines(context);
  const disk = new Disk(dataFolder);
  const backups = new Backups(context, { dataFolder, nightlyFolder: backupFolder });
  app.addHook('onClose', () => backups.close());
  await app.register(async (scope) => {
    const api = scope as unknown as App;
    guardRoutes(api, sessions, consoleToken);
    if (onRoute) api.addHook('onRoute', onRoute);
    shopRoutes(api, context, sessions, { version, disk: () => disk.check() });
    backupRoutes(api, backups);
    catalogueRoutes(api, context);
    actRoutes(api, context);
    customerRoutes(api, context, engines);
    partsRoutes(api, context, engines);
    dueRoutes(api, context);
    engineRoutes(api, context, engines, new Readings(context, engines));
    gateRoutes(api, context, engines);
    settingRoutes(api, context, engines, new Live(context.audit), sessions);
    paperRoutes(api, context, engines);
    keyRoutes(api, new KeyKeeper(context, dataFolder));
    pictureRoutes(api, context, engines);
    recordRoutes(api, context, engines);
    calcRoutes(api, context);
    route(api, 'GET /api/openapi.json', 'anyone', async () => app.swagger() as unknown as Record<string, unknown>);
  });

  const index = webFolder && existsSync(join(webFolder, 'index.html'));
  if (index)
    await app.register(staticFiles, {
      root: webFolder,
      // The build lays each file down in Brotli and gzip as well.
      preCompressed: true,
      // Built files carry their hash in their name; the page itself must always be asked for.
      cacheControl: false,
      setHeaders: (reply, path) => {
        const built = path.includes(join('/', 'assets', '/'));
        reply.setHeader('vary', 'accept-encoding');
        reply.setHeader('cache-control', built ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    });
  app.setNotFoundHandler(async (request, reply) => {
    const isPage =
      request.method === 'GET' &&
      !request.url.startsWith('/api/') &&
      !request.url.startsWith('/.well-known/') &&
      !/\.\w+$/.test(request.url.split('?')[0]);
    if (index && isPage) return reply.sendFile('index.html');
    throw new Failure('route.not-found');
  });
  return app;
}
