import type { FastifyRequest } from 'fastify';
import type { Context } from '../services/context.js';
import { addPerson, changePerson, openShop } from '../services/people.js';
import type { From, Sessions } from '../services/sessions.js';
import type { DiskState } from '../store/disk.js';
import { benchOf, changeShop, shopOf } from '../services/shop.js';
import { listPeople } from '../store/people-store.js';
import { findShop } from '../store/shop-store.js';
import type { App } from './app-type.js';
import { COOKIE, tokenOf } from './guard.js';
import { EVERYBODY, OWNER, route, type Asked } from './route.js';

export interface Health {
  version: string;
  /** Whether the data folder takes a file just now. */
  disk: () => DiskState;
}

/** Tells a device that somebody signed in on before from any other. */
const DEVICE_COOKIE = 'utex_device';
const DEVICE_SECONDS = 400 * 24 * 60 * 60;

function fromOf({ ip, cookies }: FastifyRequest): From {
  const device = cookies[DEVICE_COOKIE] ?? '';
  return { address: ip, device: /^[\w-]{43}$/.test(device) ? device : null };
}

/** Health, the shop itself, its people and their sessions. */
export function shopRoutes(app: App, context: Context, sessions: Sessions, health: Health): void {
  const { database } = context;

  route(app, 'GET /api/health', 'anyone', async ({ reply }) => {
    const dataFolder = health.disk();
    const answers = await database.query('select 1').then(
      () => true,
      () => false,
    );
    const ok = answers && dataFolder === 'writable';
    reply.code(ok ? 200 : 503);
    return { ok, version: health.version, database: answers ? database.kind : 'down', dataFolder };
  });

  const signIn = async (
    { request, reply }: Pick<Asked<'POST /api/session'>, 'request' | 'reply'>,
    handle: string,
    pin: string,
  ) => {
    const { token, device, person, expiresAt } = await sessions.open(handle, pin, fromOf(request));
    const secure = request.protocol === 'https';
    const cookie = { path: '/', httpOnly: true, sameSite: 'strict', secure } as const;
    reply.setCookie(COOKIE, token, { ...cookie, expires: expiresAt });
    reply.setCookie(DEVICE_COOKIE, device, { ...cookie, path: '/api', maxAge: DEVICE_SECONDS });
    return { token, person, expiresAt: expiresAt.toISOString() };
  };

  route(app, 'GET /api/shop', 'anyone', async ({ request }) => {
    const shop = await findShop(database);
    const token = tokenOf(request);
    return {
      open: shop !== null,
      name: shop?.name ?? null,
      person: token ? await sessions.find(token) : null,
      bench: await benchOf(database),
    };
  });

  route(app, 'GET /api/shop/data', EVERYBODY, async () => shopOf(database));

  route(app, 'POST /api/shop/data', OWNER, async ({ person, body }) => changeShop(context, person, body));

  const rateLimit = { max: 120, timeWindow: '1 minute' };
  route(
    app,
    'POST /api/shop',
    'anyone',
    async ({ body, request, reply }) => {
      const owner = await openShop(context, body);
      return signIn({ request, reply }, owner.handle, body.owner.pin);
    },
    { rateLimit },
  );

  route(app, 'POST /api/session', 'anyone', async (asked) => signIn(asked, asked.body.handle, asked.body.pin), {
    rateLimit,
  });

  route(app, 'DELETE /api/session', 'anyone', async ({ request, reply }) => {
    const token = tokenOf(request);
    if (token) await sessions.close(token);
    reply.clearCookie(COOKIE, { path: '/' });
    return null;
  });

  route(app, 'GET /api/people', EVERYBODY, async () => ({ people: await listPeople(database) }));

  route(app, 'POST /api/people', OWNER, async ({ person, body }) => addPerson(context, person, body));

  route(app, 'POST /api/people/:handle', OWNER, async ({ person, params, body }) =>
    changePerson(context, sessions, person, params.handle, body),
  );

  route(app, 'POST /api/session/pin', EVERYBODY, async ({ person, body, request }) => {
    await sessions.changePin(person, tokenOf(request)!, body.pin, body.newPin);
    return null;
  });
}
