import type { FastifyReply } from 'fastify';
import { z } from 'zod';
import {
  healthAnswer, newPersonRequest, openShopRequest, peopleAnswer, personSchema, sessionAnswer, sessionRequest, shopAnswer,
} from '../../contracts/shop.js'; // prettier-ignore
import type { Context } from '../services/context.js';
import { addPerson, openShop } from '../services/people.js';
import type { Sessions } from '../services/sessions.js';
import { findShop, listPeople } from '../store/people-store.js';
import type { App } from './app-type.js';
import { COOKIE, tokenOf, type Guard } from './guard.js';

export interface Health {
  version: string;
  /** Whether the data folder takes a file. */
  writable: () => boolean;
}

/** Health, the shop itself, its people and their sessions. */
export function shopRoutes(app: App, context: Context, sessions: Sessions, guard: Guard, health: Health): void {
  const { database } = context;

  app.get(
    '/api/health',
    { schema: { response: { 200: healthAnswer, 503: healthAnswer } } },
    async (_request, reply) => {
      const dataFolder = health.writable() ? 'writable' : 'not writable';
      const answers = await database.query('select 1').then(
        () => true,
        () => false,
      );
      const ok = answers && dataFolder === 'writable';
      return reply
        .code(ok ? 200 : 503)
        .send({ ok, version: health.version, database: answers ? database.kind : 'down', dataFolder });
    },
  );

  const signIn = async (reply: FastifyReply, handle: string, pin: string) => {
    const { token, person, expiresAt } = await sessions.open(handle, pin);
    reply.setCookie(COOKIE, token, { path: '/', httpOnly: true, sameSite: 'strict', expires: expiresAt });
    return { token, person, expiresAt: expiresAt.toISOString() };
  };

  app.get('/api/shop', { schema: { response: { 200: shopAnswer } } }, async (request) => {
    const shop = await findShop(database);
    const token = tokenOf(request);
    return { open: shop !== null, name: shop?.name ?? null, person: token ? await sessions.find(token) : null };
  });

  app.post(
    '/api/shop',
    { schema: { body: openShopRequest, response: { 201: sessionAnswer } } },
    async (request, reply) => {
      const owner = await openShop(context, request.body);
      return reply.code(201).send(await signIn(reply, owner.handle, request.body.owner.pin));
    },
  );

  app.post(
    '/api/session',
    {
      schema: { body: sessionRequest, response: { 200: sessionAnswer } },
      config: { rateLimit: { max: 120, timeWindow: '1 minute' } },
    },
    async (request, reply) => signIn(reply, request.body.handle, request.body.pin),
  );

  app.delete('/api/session', { schema: { response: { 204: z.null() } } }, async (request, reply) => {
    const token = tokenOf(request);
    if (token) await sessions.close(token);
    return reply.clearCookie(COOKIE, { path: '/' }).code(204).send(null);
  });

  app.get('/api/people', { schema: { response: { 200: peopleAnswer } } }, async (request) => {
    await guard(request);
    return { people: await listPeople(database) };
  });

  app.post(
    '/api/people',
    { schema: { body: newPersonRequest, response: { 201: personSchema } } },
    async (request, reply) => {
      const owner = await guard(request, 'owner');
      return reply.code(201).send(await addPerson(context, owner, request.body));
    },
  );
}
