import { randomBytes } from 'node:crypto';
import { join } from 'node:path';
import { buildApp } from './app.js';
import { CannotStart } from './cannot-start.js';
import type { Config } from './config.js';
import { closeConsole, openConsole } from './console.js';
import { endInTime } from './end-in-time.js';
import type { OpenShop } from './open-shop.js';
import { projectRoot, utexVersion } from './project-root.js';

/** How long what is in flight may take when the server is asked to end, ms; and how long all that follows from ending it. */
const IN_FLIGHT_MS = 5_000;
const REQUESTS_MS = 15_000;

/** Why an address cannot be listened at, by the system's code. */
const LISTEN: Record<string, (config: Config) => string> = {
  EADDRINUSE: ({ port }) => `Port ${port} is taken by another program. Set UTEX_PORT.`,
  EACCES: ({ port }) => `This user may not open port ${port}. Set UTEX_PORT to one above 1023.`,
  EADDRNOTAVAIL: ({ host }) => `UTEX_HOST ${host} is no address of this machine.`,
  ENOTFOUND: ({ host }) => `UTEX_HOST ${host} is no name that is known.`,
  EAI_AGAIN: ({ host }) => `UTEX_HOST ${host} is no name that is known.`,
  EINVAL: ({ host }) => `UTEX_HOST ${host} is no address of this machine.`,
};

/** Serves an open shop until SIGTERM or SIGINT; then finishes what is in flight and closes the database. @throws CannotStart */
export async function serve(config: Config, shop: OpenShop): Promise<string> {
  const token = randomBytes(32).toString('base64url');
  const app = await buildApp({
    context: shop.context,
    dataFolder: config.dataFolder,
    version: utexVersion(),
    webFolder: join(projectRoot(), 'dist/web'),
    proxies: config.proxies,
    backupFolder: config.backupFolder,
    consoleToken: token,
  });
  const address = await app
    .listen({ port: config.port, host: config.host })
    .catch(async (error: NodeJS.ErrnoException) => {
      await shop.close();
      const said = LISTEN[error.code ?? ''];
      throw said ? new CannotStart(said(config)) : error;
    });

  openConsole(config.dataFolder, { url: address, token });
  let closing = false;
  const close = async () => {
    if (closing) return;
    closing = true;
    // A request that never ends must not keep the others' readings from being closed properly.
    setTimeout(() => app.server.closeAllConnections(), IN_FLIGHT_MS).unref();
    closeConsole(config.dataFolder);
    const requests = { waitsFor: 'requests', atMostMs: REQUESTS_MS, end: () => app.close() };
    const ended = await endInTime([requests, ...shop.endings], console.error);
    process.exit(ended ? 0 : 1);
  };
  process.once('SIGTERM', close);
  process.once('SIGINT', close);
  return address;
}
