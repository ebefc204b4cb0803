import { LARGEST_PICTURE } from '../../contracts/picture.js';
import { Failure } from '../failure.js';
import type { Context } from '../services/context.js';
import type { Engines } from '../services/engines.js';
import { addLetterhead, addPicture } from '../services/pictures.js';
import { findPicture } from '../store/picture-store.js';
import type { App } from './app-type.js';
import { EVERYBODY, MEASURING, OWNER, route } from './route.js';

/** A body as it arrived; nothing where there was none. */
const bytesOf = (body: unknown): Uint8Array => (Buffer.isBuffer(body) ? body : Buffer.alloc(0));

/** Pictures of engines, and the shop's own. */
export function pictureRoutes(app: App, context: Context, engines: Engines): void {
  route(app, 'GET /api/pictures/:sha256', EVERYBODY, async ({ params, reply }) => {
    const bytes = await findPicture(context.database, params.sha256);
    if (!bytes) throw new Failure('picture.not-found');
    // Under its hash it never changes.
    reply.header('cache-control', 'private, max-age=31536000, immutable');
    return reply.type('image/jpeg').send(Buffer.from(bytes));
  });

  // A file is the body, byte for byte: nothing may parse it.
  void app.register(async (scope) => {
    const raw = scope as unknown as App;
    raw.removeAllContentTypeParsers();
    raw.addContentTypeParser('*', { parseAs: 'buffer', bodyLimit: LARGEST_PICTURE }, (_request, body, done) =>
      done(null, body),
    );

    route(
      raw,
      'POST /api/engines/:id/pictures',
      MEASURING,
      async ({ params, query, person, request }) =>
        addPicture(context, engines, params.id, person, query, bytesOf(request.body)),
      { bodyLimit: LARGEST_PICTURE },
    );

    route(
      raw,
      'POST /api/shop/letterhead',
      OWNER,
      async ({ person, request }) => ({ sha256: await addLetterhead(context, person, bytesOf(request.body)) }),
      { bodyLimit: LARGEST_PICTURE },
    );
  });
}
