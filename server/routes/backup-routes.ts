import { createReadStream, statSync } from 'node:fs';
import type { Backups } from '../services/backups.js';
import type { App } from './app-type.js';
import { OWNER, route } from './route.js';

/** Backups: how they stand, making one, and taking one away. Whoever runs the server's own commands may, too. */
export function backupRoutes(app: App, backups: Backups): void {
  const console = true;
  route(app, 'GET /api/backups', OWNER, async () => backups.state(), { console });

  route(app, 'POST /api/backups', OWNER, async ({ person, body }) => backups.start(person, body.keys), { console });

  route(
    app,
    'GET /api/backups/:name',
    OWNER,
    async ({ params, reply }) => {
      const file = backups.fileOf(params.name);
      return reply
        .type('application/gzip')
        .header('content-length', statSync(file).size)
        .header('content-disposition', `attachment; filename="${params.name}"`)
        .send(createReadStream(file));
    },
    { console },
  );
}
