import type { Context } from '../services/context.js';
import type { Engines } from '../services/engines.js';
import { Gates } from '../services/gates.js';
import { Promises } from '../services/promises.js';
import type { App } from './app-type.js';
import { MEASURING, route } from './route.js';

/** The path: gates that close and are opened again, what lies on the bench, what the customer was told. */
export function gateRoutes(app: App, context: Context, engines: Engines): void {
  const gates = new Gates(context, engines);

  route(app, 'POST /api/engines/:id/gates/:gate', MEASURING, async ({ params, person, body }) =>
    gates.close(params.id, person, params.gate, body ?? {}),
  );

  route(app, 'POST /api/engines/:id/gates/:gate/open', MEASURING, async ({ params, person, body }) =>
    gates.open(params.id, person, params.gate, body),
  );

  route(app, 'POST /api/engines/:id/check-moves', MEASURING, async ({ params, person, body }) =>
    gates.moveCheck(params.id, person, body),
  );

  route(app, 'POST /api/engines/:id/told', MEASURING, async ({ params, person, body }) =>
    gates.tell(params.id, person, body),
  );

  route(app, 'POST /api/engines/:id/on-bench', MEASURING, async ({ params, person, body }) =>
    gates.tick(params.id, person, body),
  );

  const promises = new Promises(context, engines);
  route(app, 'GET /api/promises', MEASURING, async () => promises.list());

  route(app, 'GET /api/promises/kept', MEASURING, async () => ({ classes: await promises.heldWords() }));

  route(app, 'GET /api/forgotten', MEASURING, async () => gates.forgotten());
}
