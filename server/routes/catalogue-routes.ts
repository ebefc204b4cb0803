import { LAYOUTS } from '../../core/engine/layouts.js';
import { MEASURES } from '../../core/plan/measures.js';
import type { Context } from '../services/context.js';
import { listSpecSets } from '../store/engine-store.js';
import type { App } from './app-type.js';
import { EVERYBODY, route } from './route.js';

/** What engines can be, what can be measured, and by which limits. */
export function catalogueRoutes(app: App, { database }: Context): void {
  route(app, 'GET /api/layouts', EVERYBODY, async () => ({ layouts: LAYOUTS }));
  route(app, 'GET /api/measures', EVERYBODY, async () => ({ measures: MEASURES }));
  route(app, 'GET /api/spec-sets', EVERYBODY, async () => ({ specSets: await listSpecSets(database) }));
}
