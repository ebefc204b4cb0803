import type { KeyKeeper } from '../services/key-keeper.js';
import type { App } from './app-type.js';
import { OWNER, route } from './route.js';

/** What the shop signs with. */
export function keyRoutes(app: App, keeper: KeyKeeper): void {
  route(app, 'GET /api/keys', OWNER, async () => keeper.describe());

  route(app, 'POST /api/keys', OWNER, async ({ person, body }) => keeper.renew(person, body.what));

  route(app, 'POST /api/keys/certificate', OWNER, async ({ person, body }) =>
    keeper.takeCertificate(person, Buffer.from(body.p12, 'base64'), body.password),
  );
}
