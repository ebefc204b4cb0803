import type { Context } from '../services/context.js';
import { searchActs, walkChain } from '../services/log.js';
import type { App } from './app-type.js';
import { route, SIGNING } from './route.js';

/** The log of acts: read as sentences, and walked. */
export function actRoutes(app: App, context: Context): void {
  route(app, 'GET /api/acts', SIGNING, async ({ query }) => searchActs(context, query));

  route(app, 'GET /api/acts/chain', SIGNING, async ({ query }) => walkChain(context, query));
}
