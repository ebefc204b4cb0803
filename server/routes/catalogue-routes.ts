import { z } from 'zod';
import { measuresAnswer, specSetsAnswer } from '../../contracts/catalogue.js';
import { engineSchema } from '../../contracts/engine.js';
import { LAYOUTS } from '../../core/engine/layouts.js';
import { MEASURES } from '../../core/plan/measures.js';
import type { Context } from '../services/context.js';
import { listSpecSets } from '../store/engine-store.js';
import type { App } from './app-type.js';
import type { Guard } from './guard.js';

const layoutsAnswer = z.object({
  layouts: z.array(
    z.object({ name: z.string(), title: z.string(), engine: engineSchema.nullable(), specSet: z.string() }),
  ),
});

/** What engines can be, what can be measured, and by which limits. */
export function catalogueRoutes(app: App, context: Context, guard: Guard): void {
  app.get('/api/layouts', { schema: { response: { 200: layoutsAnswer } } }, async (request) => {
    await guard(request);
    return { layouts: LAYOUTS };
  });
  app.get('/api/measures', { schema: { response: { 200: measuresAnswer } } }, async (request) => {
    await guard(request);
    return { measures: MEASURES };
  });
  app.get('/api/spec-sets', { schema: { response: { 200: specSetsAnswer } } }, async (request) => {
    await guard(request);
    return { specSets: await listSpecSets(context.database) };
  });
}
