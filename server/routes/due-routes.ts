import type { Context } from '../services/context.js';
import { calendarFile, calendarOf, changeCalendar, dueSoon } from '../services/due.js';
import type { App } from './app-type.js';
import { EVERYBODY, OWNER, route, SIGNING } from './route.js';

/** What is looked at again in engines that run: on the floor, and for calendar programs. */
export function dueRoutes(app: App, context: Context): void {
  route(app, 'GET /api/due', EVERYBODY, async () => dueSoon(context));

  route(app, 'GET /api/calendar', SIGNING, async () => calendarOf(context));

  route(app, 'POST /api/calendar', OWNER, async ({ person }) => changeCalendar(context, person));

  // A calendar program signs in nowhere: the address itself is the key.
  route(app, 'GET /api/calendar/:file', 'anyone', async ({ params, reply }) => {
    const text = await calendarFile(context, params.file);
    return reply.type('text/calendar; charset=utf-8').header('content-disposition', 'inline; filename="utex.ics"').send(text); // prettier-ignore
  });
}
