import { benchOf, turnBench } from '../services/bench.js';
import { damperOnPaper } from '../services/damper.js';
import { stopsOf } from '../services/stops.js';
import type { Context } from '../services/context.js';
import { Corrections } from '../services/corrections.js';
import type { Engines } from '../services/engines.js';
import type { Live, LiveEvent } from '../services/live.js';
import type { Sessions } from '../services/sessions.js';
import { Setting } from '../services/setting.js';
import type { App } from './app-type.js';
import { asFile } from './engine-routes.js';
import { tokenOf } from './guard.js';
import { EVERYBODY, MEASURING, route } from './route.js';

/** How often a quiet stream says that it is there, and looks whether its session still is, ms. */
const BEAT_MS = 15_000;
/** After so long a browser asks again, where a stream broke, ms. */
const AGAIN_MS = 2_000;

/** Setting the valves: what is done besides measuring, where crank and hands are, and a stream of both. */
export function settingRoutes(app: App, context: Context, engines: Engines, live: Live, sessions: Sessions): void {
  const setting = new Setting(context, engines);
  const corrections = new Corrections(context, engines);
  /** What ends each open stream. */
  const open = new Set<() => void>();
  app.addHook('preClose', async () => open.forEach((end) => end()));

  route(app, 'POST /api/engines/:id/setting/way', MEASURING, async ({ params, person, body }) =>
    setting.choose(params.id, person, body),
  );

  route(app, 'POST /api/engines/:id/setting/aside', MEASURING, async ({ params, person, body }) =>
    setting.setAside(params.id, person, body),
  );

  route(app, 'POST /api/engines/:id/setting/rounds', MEASURING, async ({ params, person, body }) =>
    setting.takeUp(params.id, person, body),
  );

  route(app, 'POST /api/engines/:id/hints', MEASURING, async ({ params, person, body }) =>
    setting.answerHint(params.id, person, body),
  );

  route(app, 'POST /api/engines/:id/strikes', MEASURING, async ({ params, person, body }) =>
    corrections.strike(params.id, person, body),
  );

  route(app, 'POST /api/engines/:id/notes', MEASURING, async ({ params, person, body }) =>
    corrections.note(params.id, person, body),
  );

  route(app, 'GET /api/engines/:id/stops', MEASURING, async ({ params, query }) =>
    stopsOf(await engines.file(params.id), query),
  );

  route(app, 'GET /api/engines/:id/damper-marks.pdf', EVERYBODY, async ({ params, query, reply }) => {
    const { tag } = await engines.get(params.id);
    return asFile(reply, 'application/pdf', tag, '-damper.pdf').send(await damperOnPaper(context, engines, params.id, query)); // prettier-ignore
  });

  route(app, 'GET /api/engines/:id/bench', EVERYBODY, async ({ params }) => benchOf(context, engines, params.id));

  route(app, 'POST /api/engines/:id/bench', MEASURING, async ({ params, person, body }) =>
    turnBench(context, engines, live, params.id, person, body),
  );

  route(app, 'GET /api/engines/:id/live', EVERYBODY, async ({ params, request, reply }) => {
    const { id } = await engines.get(params.id);
    const stand = await benchOf(context, engines, id);
    const token = tokenOf(request);
    reply.hijack();
    const { raw } = reply;
    const send = ({ event, data }: LiveEvent) => raw.write(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`);
    raw.writeHead(200, { 'content-type': 'text/event-stream; charset=utf-8', 'cache-control': 'no-store' });
    raw.write(`retry: ${AGAIN_MS}\n\n`);
    send({ event: 'bench', data: stand });
    const leave = live.watch(id, send);
    const beat = setInterval(() => {
      // Signed out elsewhere: nothing more is told. On a database server another process may have moved the crank.
      void Promise.all([token ? sessions.find(token) : null, benchOf(context, engines, id)])
        .then(([person, now]) => (person ? send({ event: 'bench', data: now }) : end()))
        .catch(() => end());
    }, BEAT_MS);
    const end = () => {
      clearInterval(beat);
      leave();
      open.delete(end);
      raw.end();
    };
    open.add(end);
    raw.on('close', end);
    return reply;
  });
}
