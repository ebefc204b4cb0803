import type { FastifyReply, FastifyRequest, HTTPMethods } from 'fastify';
import type { z } from 'zod';
import {
  API,
  type ApiAnswer,
  type ApiBody,
  type ApiKey,
  type ApiParams,
  type ApiQuery,
  type ApiRow,
} from '../../contracts/api.js';
import { ROLES, type Person, type Role } from '../../contracts/shop.js';
import type { App } from './app-type.js'; // prettier-ignore

/** Who may ask: these roles, or (`anyone`) also who is not signed in. */
export type Asks = readonly Role[] | 'anyone';

declare module 'fastify' {
  interface FastifyContextConfig {
    /** Every route of the API says who may ask it; without, the server does not start. */
    asks?: Asks;
    /** Whether the server's own commands may ask it too, on the machine that has the data folder. */
    console?: boolean;
  }
  interface FastifyRequest {
    /** Who is signed in; null on routes for anyone, and for the server's own commands. */
    person: Person | null;
  }
}

export const EVERYBODY: Asks = ROLES;
/** Apprentices look on; their own measuring is on the practice bench. */
export const MEASURING: Asks = ['owner', 'lead', 'builder'];
export const SIGNING: Asks = ['lead', 'owner'];
export const OWNER: Asks = ['owner'];

/** What is open to anyone has a limit by address; a page of the shop asks some ten times a minute. */
const OPEN_RATE = { max: 1200, timeWindow: '1 minute' };

/** A request as its handler sees it. */
export interface Asked<Key extends ApiKey> {
  params: ApiParams<Key>;
  query: ApiQuery<Key>;
  body: ApiBody<Key>;
  /** Who asks; the owner's own rights where nobody needs to be signed in are none. */
  person: Person;
  request: FastifyRequest;
  reply: FastifyReply;
}

/** What a handler gives: the answer of its row, or the reply that it has sent itself. */
type Given<Key extends ApiKey> = ApiAnswer<Key> extends undefined ? FastifyReply : ApiAnswer<Key> | FastifyReply;

/** Registers an address of the table with who may ask it and what is done. */
export function route<Key extends ApiKey>(
  app: App,
  key: Key,
  asks: Asks,
  handle: (asked: Asked<Key>) => Promise<Given<Key>>,
  {
    bodyLimit,
    ...config
  }: { rateLimit?: { max: number; timeWindow: string }; console?: boolean; bodyLimit?: number } = {},
): void {
  const [method, url] = key.split(' ') as [HTTPMethods, string];
  const { params, query, body, answer, status = 200 }: ApiRow = API[key];
  const schemas: Record<string, z.ZodType | undefined> = { params, querystring: query, body };
  const schema = Object.fromEntries(Object.entries(schemas).filter(([, given]) => given !== undefined));
  app.route({
    method,
    url,
    ...(bodyLimit === undefined ? {} : { bodyLimit }),
    config: { asks, ...(asks === 'anyone' ? { rateLimit: OPEN_RATE } : {}), ...config },
    schema: { ...schema, ...(answer ? { response: { [status]: answer } } : {}) },
    async handler(request, reply) {
      const asked = {
        params: request.params,
        query: request.query,
        body: request.body,
        person: request.person!,
        request,
        reply,
      };
      const given = await handle(asked as unknown as Asked<Key>);
      if (given === reply || reply.sent) return reply;
      return reply.code(reply.statusCode === 200 ? status : reply.statusCode).send(given as never);
    },
  });
}
