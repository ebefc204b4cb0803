import { LAYOUTS } from '../../core/engine/layouts.js';
import { MEASURES } from '../../core/plan/measures.js';
import type { Context } from '../services/context.js';
import { issueSpecSet, versionsOf } from '../services/spec-sets.js';
import { listSpecSets } from '../store/engine-store.js';
import type { App } from './app-type.js';
import { EVERYBODY, OWNER, route } from './route.js';

/** What engines can be, what can be measured, and by which limits. */
export function catalogueRoutes(app: App, context: Context): void {
  const { database } = context;
  route(app, 'GET /api/layouts', EVERYBODY, async () => ({ layouts: LAYOUTS }));
  route(app, 'GET /api/measures', EVERYBODY, async () => ({ measures: MEASURES }));
  route(app, 'GET /api/spec-sets', EVERYBODY, async () => ({ specSets: await listSpecSets(database) }));
  route(app, 'GET /api/spec-sets/:id', EVERYBODY, async ({ params }) => versionsOf(context, params.id));
  route(app, 'POST /api/spec-sets', OWNER, async ({ person, body }) => issueSpecSet(context, person, body));
}
