import type { RouteOptions } from 'fastify';
import { jsonSchemaTransform } from 'fastify-type-provider-zod';
import type { Asks } from './route.js';

/** Who asks shows it by either. */
export const SECURITY_SCHEMES = {
  cookie: { type: 'apiKey', in: 'cookie', name: 'utex_session', description: 'Set by signing in, for pages.' },
  bearer: { type: 'http', scheme: 'bearer', description: 'The `token` that signing in answers, for programs.' },
} as const;

const ISSUE = { type: 'object', properties: { path: { type: 'string' }, message: { type: 'string' } }, required: ['path', 'message'] }; // prettier-ignore
const ERROR = {
  type: 'object',
  properties: {
    error: {
      type: 'object',
      properties: {
        code: { type: 'string' },
        message: { type: 'string' },
        issues: { type: 'array', items: ISSUE, maxItems: 50 },
        issueCount: { type: 'integer', description: 'How many issues there are, where not all are named.' },
      },
      required: ['code', 'message', 'issues'],
    },
  },
  required: ['error'],
};

type Transform = typeof jsonSchemaTransform;

/** A route in the OpenAPI document: its schemas, who may ask it, and the shape of whatever it refuses. */
export const described: Transform = (given) => {
  const { schema, url } = jsonSchemaTransform(given);
  const asks = (given.route as RouteOptions).config?.asks as Asks | undefined;
  const signedIn = asks !== undefined && asks !== 'anyone';
  const response = { ...(schema.response as object | undefined), default: { description: 'Refused: `code` says why, `issues` at which fields.', ...ERROR } }; // prettier-ignore
  return {
    url,
    schema: {
      ...schema,
      response,
      ...(signedIn
        ? {
            security: [{ cookie: [] }, { bearer: [] }] as Record<string, string[]>[],
            description: `For ${[...asks].join(', ')}.`,
          }
        : { security: [] }),
    },
  };
};
