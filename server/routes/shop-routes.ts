import type { FastifyReply } from 'fastify';
import type { Context } from '../services/context.js';
import { addPerson, openShop } from '../services/people.js';
import type { Sessions } from '../services/sessions.js';
import { findShop, listPeople } from '../store/people-store.js';
import type { App } from './app-type.js';
import { COOKIE, tokenOf } from './guard.js';
import { EVERYBODY, OWNER, route } from './route.js';

export interface Health {
  version: string;
  /** Whether the data folder takes a file. */
  writable: () => boolean;
}

/** Health, the shop itself, its people and their sessions. */
export function shopRoutes(app: App, context: Context, sessions: Sessions, health: Health): void {
  const { database } = context;

  route(app, 'GET /api/health', 'anyone', async ({ reply }) => {
    const dataFolder = health.writable() ? 'writable' : 'not writable';
    const answers = await database.query('select 1').then(
      () => true,
      () => false,
    );
    const ok = answers && dataFolder === 'writable';
    reply.code(ok ? 200 : 503);
    return { ok, version: health.version, database: answers ? database.kind : 'down', dataFolder };
  });

  const signIn = async (reply: FastifyReply, handle: string, pin: string) => {
    const { token, person, expiresAt } = await sessions.open(handle, pin);
    reply.setCookie(COOKIE, token, { path: '/', httpOnly: true, sameSite: 'strict', expires: expiresAt });
    return { token, person, expiresAt: expiresAt.toISOString() };
  };

  route(app, 'GET /api/shop', 'anyone', async ({ request }) => {
    const shop = await findShop(database);
    const token = tokenOf(request);
    return { open: shop !== null, name: shop?.name ?? null, person: token ? await sessions.find(token) : null };
  });

  route(app, 'POST /api/shop', 'anyone', async ({ body, reply }) => {
    const owner = await openShop(context, body);
    return signIn(reply, owner.handle, body.owner.pin);
  });

  route(app, 'POST /api/session', 'anyone', async ({ body, reply }) => signIn(reply, body.handle, body.pin), {
    rateLimit: { max: 120, timeWindow: '1 minute' },
  });

  route(app, 'DELETE /api/session', 'anyone', async ({ request, reply }) => {
    const token = tokenOf(request);
    if (token) await sessions.close(token);
    reply.clearCookie(COOKIE, { path: '/' });
    return null;
  });

  route(app, 'GET /api/people', EVERYBODY, async () => ({ people: await listPeople(database) }));

  route(app, 'POST /api/people', OWNER, async ({ person, body }) => addPerson(context, person, body));
}
