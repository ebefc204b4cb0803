import type { Context } from '../services/context.js';
import type { Engines } from '../services/engines.js';
import { orderAsCsv, orderOnPaper } from '../services/order-files.js';
import { allParts, countShelf, partsOfEngine, writeItems, writeSupplier } from '../services/parts-book.js';
import { Parts } from '../services/parts.js';
import type { App } from './app-type.js';
import { asFile } from './engine-routes.js';
import { MEASURING, route } from './route.js';

/** The shop's parts: for whoever works on engines, not for who only looks on. */
export function partsRoutes(app: App, context: Context, engines: Engines): void {
  const parts = new Parts(context, engines);

  route(app, 'GET /api/parts', MEASURING, async () => allParts(context));

  route(app, 'GET /api/engines/:id/parts', MEASURING, async ({ params }) => partsOfEngine(context, engines, params.id));

  route(app, 'POST /api/parts/suppliers', MEASURING, async ({ person, body }) =>
    writeSupplier(context, person, body.id, body.supplier),
  );

  route(app, 'POST /api/parts/items', MEASURING, async ({ person, body }) => {
    await writeItems(context, person, body.items);
    return { written: body.items.length };
  });

  route(app, 'POST /api/parts/lines', MEASURING, async ({ person, body }) => parts.want(person, body));

  route(app, 'POST /api/parts/lines/:line', MEASURING, async ({ params, person, body }) =>
    parts.changeLine(person, params.line, body),
  );

  route(app, 'POST /api/parts/orders', MEASURING, async ({ person, body }) => parts.placeOrder(person, body));

  route(app, 'POST /api/parts/orders/:order/arrived', MEASURING, async ({ params, person, body }) =>
    parts.arrive(person, params.order, body.id, body.lines),
  );

  route(app, 'GET /api/parts/orders/:order/order.pdf', MEASURING, async ({ params, reply }) => {
    const { number, pdf } = await orderOnPaper(context, params.order);
    return asFile(reply, 'application/pdf', `order-${number}`, '.pdf').send(pdf);
  });

  route(app, 'GET /api/parts/orders/:order/order.csv', MEASURING, async ({ params, reply }) => {
    const { number, csv } = await orderAsCsv(context, params.order);
    return asFile(reply, 'text/csv; charset=utf-8', `order-${number}`, '.csv').send(csv);
  });

  route(app, 'POST /api/parts/shelf', MEASURING, async ({ person, body }) => {
    await countShelf(context, person, body);
    return { pieces: body.pieces };
  });
}
