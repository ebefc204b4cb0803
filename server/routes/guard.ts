import type { FastifyRequest } from 'fastify';
import { Failure } from '../failure.js';
import type { Sessions } from '../services/sessions.js';
import type { App } from './app-type.js';

export const COOKIE = 'utex_session';

/** The token of a request: the bearer's, else the cookie's. */
export function tokenOf(request: FastifyRequest): string | null {
  const bearer = /^Bearer (.+)$/.exec(request.headers.authorization ?? '')?.[1];
  return bearer ?? request.cookies[COOKIE] ?? null;
}

/**
 * A cookie goes with whatever a page asks, whosever page it is: what changes something is only done for pages of this
 * server. Browsers say where a page is from; what is no browser carries its token itself, or says nothing.
 */
function isFromElsewhere({ method, headers, host }: FastifyRequest): boolean {
  if (method === 'GET' || method === 'HEAD' || headers.authorization) return false;
  const site = headers['sec-fetch-site'];
  if (site !== undefined) return site !== 'same-origin' && site !== 'none';
  const { origin } = headers;
  return origin !== undefined && (!URL.canParse(origin) || new URL(origin).host !== host);
}

/**
 * Roles are enforced here, on the server, before anything of a body is looked at; screens only hide what would be
 * refused. A route that does not say who may ask it keeps the server from starting.
 */
export function guardRoutes(app: App, sessions: Sessions, consoleToken: string | null = null): void {
  app.decorateRequest('person', null);
  app.addHook('onRoute', ({ config, method, url }) => {
    if (!config?.asks) throw new Error(`${String(method)} ${url} does not say who may ask it`);
  });
  app.addHook('onRequest', async (request) => {
    if (isFromElsewhere(request)) throw new Failure('request.from-elsewhere');
    const { asks, console } = request.routeOptions.config;
    if (!asks || asks === 'anyone') return;
    const token = tokenOf(request);
    // It lies in the data folder: whoever has it could read the shop's data anyway.
    if (console && token !== null && token === consoleToken) return;
    request.person = token ? await sessions.find(token) : null;
    if (!request.person) throw new Failure('session.missing');
    if (!asks.includes(request.person.role)) throw new Failure('role.not-allowed');
  });
}
