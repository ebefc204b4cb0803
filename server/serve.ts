import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { buildApp } from './app.js';
import type { Config } from './config.js';
import type { OpenShop } from './open-shop.js';
import { projectRoot } from './project-root.js';

/** Serves an open shop until SIGTERM or SIGINT; then finishes what is in flight and closes the database. */
export async function serve(config: Config, shop: OpenShop): Promise<string> {
  const { version } = JSON.parse(readFileSync(join(projectRoot(), 'package.json'), 'utf8')) as { version: string };
  const app = await buildApp({
    context: shop.context,
    dataFolder: config.dataFolder,
    version,
    webFolder: join(projectRoot(), 'dist/web'),
  });
  const address = await app.listen({ port: config.port, host: config.host });

  let closing = false;
  const close = async () => {
    if (closing) return;
    closing = true;
    await app.close();
    await shop.close();
    process.exit(0);
  };
  process.once('SIGTERM', close);
  process.once('SIGINT', close);
  return address;
}

/** Ends with one clear line for what the operator can mend; anything else keeps its trace, on the server's own terminal. */
export function refuseStart(error: unknown): never {
  const { name, message } = error as Error;
  const operators = ['WrongSetting', 'FolderInUse', 'BrokenMigrations'];
  const code = (error as NodeJS.ErrnoException).code;
  if (operators.includes(name) || operators.includes((error as Error).constructor.name))
    console.error(`Utex does not start: ${message}`);
  else if (code === 'EADDRINUSE')
    console.error(`Utex does not start: the port is taken by another program (${message}). Set UTEX_PORT.`);
  else console.error('Utex does not start:', error);
  process.exit(1);
}
