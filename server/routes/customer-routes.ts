import type { Context } from '../services/context.js';
import { writeCustomer } from '../services/customers.js';
import type { Engines } from '../services/engines.js';
import { listCustomers } from '../store/customer-store.js';
import type { App } from './app-type.js';
import { MEASURING, route } from './route.js';

/** The customer book: for whoever opens engines, not for who only looks on. */
export function customerRoutes(app: App, context: Context, engines: Engines): void {
  route(app, 'GET /api/customers', MEASURING, async () => ({ customers: await listCustomers(context.database) }));

  route(app, 'POST /api/customers', MEASURING, async ({ person, body }) =>
    writeCustomer(context, (ids) => engines.forget(ids), person, body),
  );
}
