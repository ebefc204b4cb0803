import { accessSync, constants, existsSync } from 'node:fs';
import { join } from 'node:path';
import cookie from '@fastify/cookie';
import rateLimit from '@fastify/rate-limit';
import staticFiles from '@fastify/static';
import swagger from '@fastify/swagger';
import Fastify, { type FastifyError, type RouteOptions } from 'fastify';
import helmet from 'helmet';
import type { FastifySerializerCompiler } from 'fastify/types/schema.js';
import type { z } from 'zod';
import { hasZodFastifySchemaValidationErrors, jsonSchemaTransform, validatorCompiler } from 'fastify-type-provider-zod';
import type { ErrorCode } from '../contracts/errors.js';
import { Failure } from './failure.js';
import type { App } from './routes/app-type.js';
import { calcRoutes } from './routes/calc-routes.js';
import { catalogueRoutes } from './routes/catalogue-routes.js';
import { engineRoutes } from './routes/engine-routes.js';
import { guardRoutes } from './routes/guard.js';
import { paperRoutes } from './routes/paper-routes.js';
import { recordRoutes } from './routes/record-routes.js';
import { route } from './routes/route.js';
import { shopRoutes } from './routes/shop-routes.js';
import type { Context } from './services/context.js';
import { Engines } from './services/engines.js';
import { Readings } from './services/readings.js';
import { Sessions } from './services/sessions.js';

const BODY_LIMIT = 1024 * 1024;

export interface AppOptions {
  context: Context;
  dataFolder: string;
  version: string;
  /** The built interface; without it only the API is served. */
  webFolder?: string;
  /** Told of every route of the API as it is registered. */
  onRoute?: (route: RouteOptions) => void;
}

/** Fastify's own refusals, by its codes. */
const FASTIFY_CODES: Record<string, ErrorCode> = {
  FST_ERR_CTP_BODY_TOO_LARGE: 'request.too-large',
  FST_ERR_CTP_INVALID_MEDIA_TYPE: 'request.media-type',
  FST_ERR_CTP_EMPTY_JSON_BODY: 'request.malformed',
  FST_ERR_CTP_INVALID_JSON_BODY: 'request.malformed',
  FST_ERR_CTP_INVALID_CONTENT_LENGTH: 'request.malformed',
};

/**
 * An answer is held against its schema before it is sent: what the contract does not name never leaves. Parsing takes
 * Zod's compiled path; the provider's own serialiser encodes, which does not, and costs each reading a fifth more.
 */
const asParsed: FastifySerializerCompiler<z.ZodType> =
  ({ schema }) =>
  (data) =>
    JSON.stringify(schema.parse(data));

/** The security headers of every answer. Made once: the framework's own plugin makes them anew for each request. */
const secured = helmet({
  contentSecurityPolicy: {
    directives: {
      defaultSrc: ["'self'"],
      // MUI's styling writes style elements while it runs.
      styleSrc: ["'self'", "'unsafe-inline'"],
      imgSrc: ["'self'", 'data:'],
      fontSrc: ["'self'"],
      workerSrc: ["'self'"],
      objectSrc: ["'none'"],
      // A shop's own network speaks plain http; upgrading would lock everybody out.
      upgradeInsecureRequests: null,
    },
  },
  strictTransportSecurity: false,
});

/** Any error as a failure of the catalogue. What is not foreseen answers nothing of itself. */
function asFailure(error: FastifyError): Failure {
  if (error instanceof Failure) return error;
  if (hasZodFastifySchemaValidationErrors(error)) {
    const issues = error.validation.map((issue) => ({
      path: issue.instancePath.split('/').filter(Boolean).join('.'),
      message: issue.message ?? 'is not as it must be',
    }));
    return new Failure('request.invalid', issues);
  }
  if (error.statusCode === 429) return new Failure('request.too-many');
  if (error instanceof SyntaxError || error.statusCode === 400) return new Failure('request.malformed');
  return new Failure(FASTIFY_CODES[error.code] ?? 'server.failed');
}

/** The server: security headers, one error shape, the routes, and the interface. */
export async function buildApp({ context, dataFolder, version, webFolder, onRoute }: AppOptions): Promise<App> {
  const app = Fastify({
    bodyLimit: BODY_LIMIT,
    // Only faults are logged, and they name what they are about: no request needs a logger of its own.
    childLoggerFactory: (logger) => logger,
    logger: { level: process.env.NODE_ENV === 'test' ? 'silent' : 'error' },
    forceCloseConnections: 'idle',
    // What arrives on an open connection while closing is still answered, in our own shape; then it is closed.
    return503OnClosing: false,
  }) as unknown as App;
  app.setValidatorCompiler(validatorCompiler);
  app.setSerializerCompiler(asParsed);
  app.setErrorHandler<FastifyError>((error, request, reply) => {
    const failure = asFailure(error);
    if (failure.code === 'server.failed') request.log.error({ err: error, method: request.method, url: request.url });
    return reply.code(failure.status).type('application/json').send(JSON.stringify(failure.body()));
  });

  app.addHook('onRequest', (request, reply, next) => secured(request.raw, reply.raw, () => next()));
  await app.register(cookie);
  await app.register(rateLimit, { global: false });
  await app.register(swagger, {
    openapi: {
      info: {
        title: 'Utex',
        version,
        description: 'Build sheets and signed build records of a performance engine shop.',
      },
    },
    transform: jsonSchemaTransform,
  });

  const sessions = new Sessions(context);
  const engines = new Engines(context);
  const writable = () => {
    try {
      accessSync(dataFolder, constants.W_OK);
      return true;
    } catch {
      return false;
    }
  };
  await app.register(async (scope) => {
    const api = scope as unknown as App;
    guardRoutes(api, sessions);
    if (onRoute) api.addHook('onRoute', onRoute);
    shopRoutes(api, context, sessions, { version, writable });
    catalogueRoutes(api, context);
    engineRoutes(api, context, engines, new Readings(context, engines));
    paperRoutes(api, context, engines);
    recordRoutes(api, context, engines);
    calcRoutes(api);
    route(api, 'GET /api/openapi.json', 'anyone', async () => app.swagger() as unknown as Record<string, unknown>);
  });

  const index = webFolder && existsSync(join(webFolder, 'index.html'));
  if (index)
    await app.register(staticFiles, {
      root: webFolder,
      wildcard: false,
      // Built files carry their hash in their name; the page itself must always be asked for.
      setHeaders: (reply, path) => {
        reply.setHeader(
          'cache-control',
          path.includes(`${join('/', 'assets', '/')}`) ? 'public, max-age=31536000, immutable' : 'no-cache',
        );
      },
    });
  app.setNotFoundHandler(async (request, reply) => {
    const isPage =
      request.method === 'GET' &&
      !request.url.startsWith('/api/') &&
      !request.url.startsWith('/.well-known/') &&
      !/\.\w+$/.test(request.url.split('?')[0]);
    if (index && isPage) return reply.header('cache-control', 'no-cache').sendFile('index.html');
    throw new Failure('route.not-found');
  });
  return app;
}
